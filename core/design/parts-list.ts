import { type ComponentId, FIRST_STATION, type Job } from '../../model/job.ts';
import { COMPONENT_DATA } from '../pipe/components.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { changeoversOf } from '../plan/changeover.ts';
import { stationOf } from '../plan/plan.ts';
import { type Body, bodyOf, bodyOfPart, uprightVessel } from '../plant/bodies.ts';
import type { Traits } from '../station/kind.ts';
import { KINDS } from '../station/kinds.ts';
import { builtCircuits } from './built-circuits.ts';
import type { Design } from './design.ts';
import type { StationDesign } from './station-design.ts';

/** One thing to buy for the wall, with the body it needs there. */
export interface WallPart {
  /** Component on the wall. */
  component: string;
  where: string;
  label: string;
  body: Body;
}

const HEADER_INSULATION = 0.03;
const TANK_INSULATION = 0.06;
/** Height of an expansion vessel over its diameter, half of it water when warm: common practice. */
const VESSEL_SLENDERNESS = 1.3;
/** Height of a cylinder over its diameter: common practice. */
const CYLINDER_SLENDERNESS = 2.5;

/**
 * Everything that hangs on or stands before the wall, in the order one walks along it. What is inside the source is not
 * bought again.
 */
export function partsList(job: Job, design: Design): WallPart[] {
  const { source } = design;
  if (!source) return [];
  const list: WallPart[] = [];
  const put = (component: string, where: string, label: string, body: Body | null) => {
    if (body) list.push({ component, where, label, body });
  };
  const line = (component: string, where: string, parts: readonly ComponentId[], bore: number) => {
    for (const part of parts) put(component, where, COMPONENT_DATA[part].label, bodyOfPart(part, bore));
  };
  const { bore } = source.run.size;
  line('source/run', 'Source, flow', job.source.components, bore);
  if (source.pump && !job.source.inside.includes('pump'))
    put('source/pump', 'Source, flow', source.pump.duty?.label ?? 'Pump', bodyOf('pump', bore));
  line('source/run', 'Source, return', job.source.returnComponents, bore);
  for (const further of design.furtherSources) {
    put(`furtherSources/${further.id}/pump`, further.name, further.pump.duty?.label ?? 'Pump', bodyOf('pump', bore));
    put(
      `furtherSources/${further.id}`,
      further.name,
      COMPONENT_DATA['flap-check-valve'].label,
      bodyOfPart('flap-check-valve', bore),
    );
    if (job.furtherSources.find(({ id }) => id === further.id)?.onceWarm === 'cylinder' && job.hotWater)
      put(`furtherSources/${further.id}/diverter`, further.name, 'Diverting valve to the cylinder', bodyOf('mixing-valve', bore));
    if (further.conductance) put(`furtherSources/${further.id}/plates`, further.name, 'Plate exchanger', bodyOf('plates', bore));
  }
  put('header', 'Separation', separatorLabel(pipingOf(job).between().traits), separatorBody(job, design, bore));
  for (const { place, name } of changeoversOf(job))
    for (const pipe of ['flow', 'return'])
      put(`${place}/changeover`, name, `Changeover valve on the ${pipe}`, bodyOf('mixing-valve', bore));
  if (source.lift) put('source/lift', 'Source, return', 'Loading valve', bodyOf('mixing-valve', bore));
  if (design.vessel?.volume && !job.source.inside.includes('vessel'))
    put('vessel', 'Source, return', 'Expansion vessel', vesselBody(design.vessel.volume.value, bore));
  const filledBy = { hand: null, 'reducing-valve': 'Reducing valve', feeder: 'Feeder with pump and can' };
  for (const [name, topUp] of [
    ['Source, return', job.vessel.topUp] as const,
    ...job.waters.map(({ name: own, vessel }) => [own || 'Another water', vessel.topUp] as const),
  ]) {
    const label = filledBy[topUp];
    if (label) put('vessel', name, label, bodyOf('mixing-valve', bore));
  }
  for (const { place, name, vessel } of design.waters)
    if (vessel.volume) put(place, name, 'Expansion vessel', vesselBody(vessel.volume.value, bore));
  for (const { place, name, run, pump, id } of design.links) {
    const entry = job.links.find((each) => each.id === id);
    if (pump) put(`${place}/pump`, name, pump.duty?.label ?? 'Pump', bodyOf('pump', run.size.bore));
    line(`${place}/run`, `${name}, flow`, entry?.components ?? [], run.size.bore);
    line(`${place}/run`, `${name}, return`, entry?.returnComponents ?? [], run.size.bore);
  }
  for (const station of design.stations) {
    const feed = design.links.find(({ id }) => job.links.some((link) => link.id === id && stationOf(link.to) === station.id));
    const own = feed?.run.size.bore ?? bore;
    put(station.place, station.name, stationLabel(station), stationBody(job, design, station, own));
  }
  if (design.distribution)
    put('distribution/pump', 'Flow bar', design.distribution.pump.duty?.label ?? 'Pump', bodyOf('pump', bore));
  for (const circuit of builtCircuits(design)) {
    const decided = job.circuits.find((each) => each.id === circuit.id);
    const { sized } = circuit;
    if (!sized || !decided) continue;
    const component = `circuits/${circuit.id}`;
    const own = sized.run.size.bore;
    if (sized.valve) {
      const four = decided.mixing === 'four-way';
      put(
        `${component}/valve`,
        circuit.name,
        four ? 'Mixing valve, four ways' : 'Mixing valve',
        bodyOf(four ? 'four-way-valve' : 'mixing-valve', own),
      );
    }
    if (sized.injection)
      put(`${component}/valve`, circuit.name, sized.injection.pump.duty?.label ?? 'Injection pump', bodyOf('pump', own));
    if (sized.pump) put(`${component}/pump`, circuit.name, sized.pump.duty?.label ?? 'Pump', bodyOf('pump', own));
    else put(`${component}/pump`, circuit.name, 'Zone valve', bodyOf('zone-valve', own));
    line(`${component}/run`, `${circuit.name}, flow`, decided.components, own);
    if (decided.balancing === 'valve')
      put(`${component}/run`, `${circuit.name}, flow`, 'Regulating valve', bodyOfPart('isolating-valve', own));
    line(`${component}/run`, `${circuit.name}, return`, decided.returnComponents, own);
  }
  if (job.hotWater) {
    const { volume } = job.hotWater;
    const diameter = Math.cbrt((4 * volume) / (Math.PI * CYLINDER_SLENDERNESS));
    put('hotWater', 'Hot water', 'Cylinder', uprightVessel(volume, CYLINDER_SLENDERNESS * diameter, TANK_INSULATION, bore, 5));
    const pump = design.hotWater?.pump;
    if (pump)
      put('hotWater/pump', 'Hot water', pump.duty?.label ?? 'Pump', bodyOf('pump', design.hotWater?.run?.size.bore ?? bore));
  }
  return list;
}

const vesselBody = (volume: number, bore: number): Body => {
  const diameter = Math.cbrt((4 * volume) / (Math.PI * VESSEL_SLENDERNESS));
  return {
    ...uprightVessel(volume / 2, (VESSEL_SLENDERNESS * diameter) / 2, 0, bore, 1),
    along: VESSEL_SLENDERNESS * diameter,
    across: diameter,
    depth: diameter,
  };
};

const stationLabel = ({ kind }: StationDesign): string => separatorLabel(KINDS[kind].traits);

/** What a station beyond the first takes on the wall; nothing for tees and bars. */
function stationBody(job: Job, design: Design, station: StationDesign, bore: number): Body | null {
  const { traits } = KINDS[station.kind];
  const tank = traits.stores && pipingOf(job).tank?.id === station.id ? design.buffer?.tank : null;
  if (tank) return uprightVessel(tank.volume.value, tank.height, TANK_INSULATION, bore, 4);
  if (traits.partsWater) return bodyOf('plates', bore);
  return station.header ? headerBody(station.header.bore.value, bore) : null;
}

const headerBody = (bore: number, pipe: number): Body => {
  const height = 8 * bore;
  return uprightVessel((Math.PI / 4) * bore ** 2 * height, height, HEADER_INSULATION, pipe, 4);
};

const separatorLabel = (between: Traits): string =>
  between.stores
    ? between.partsWater
      ? 'Tank with a coil'
      : 'Buffer'
    : between.partsWater
      ? 'Plate exchanger'
      : 'Low-loss header';

function separatorBody(job: Job, { source, buffer }: Design, bore: number): Body | null {
  const { traits } = pipingOf(job).between();
  if (buffer?.tank && pipingOf(job).tank?.id === FIRST_STATION) {
    const ports = traits.partsWater ? 4 : { two: 2, three: 3, four: 4 }[job.separation.connections];
    return uprightVessel(buffer.tank.volume.value, buffer.tank.height, TANK_INSULATION, bore, ports);
  }
  if (traits.partsWater) return bodyOf('plates', bore);
  const header = source?.header;
  return header ? headerBody(header.bore.value, bore) : null;
}
