import type { WaterEntry } from '../../model/job.ts';
import { byRule, decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { type Fluid, fluidName, fluidSource, fluidState } from '../fluid/fluid.ts';
import { type JobWater, jobWaters } from '../piping/job-waters.ts';
import { stationOf } from '../plan/plan.ts';
import { stationName } from '../plan/ports.ts';
import {
  ATMOSPHERE,
  CLOSING_DIFFERENCE,
  endPressure,
  expansionShare,
  fillPressure,
  stockedVessel,
  TENTH_ABOVE,
  VESSEL_SIZES,
  vesselVolume,
} from '../plant/expansion.ts';
import { nameOf } from '../plant/further-sources.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import type { BufferDesign } from './buffer-design.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { HeaderDesign } from './header-design.ts';
import { hottestWater } from './hottest-water.ts';
import type { SizedPipe } from './pipe-design.ts';
import type { SourceFlow } from './source-design.ts';
import type { Contents } from './water-content.ts';

export interface VesselDesign {
  content: Figure;
  leastVolume: Figure;
  /** The vessel itself: stocked or pinned; null when none fits. */
  volume: Figure | null;
  gasPressure: Figure;
  endPressure: Figure;
  fillPressure: Figure | null;
  reliefPressure: Figure;
  pinned: boolean;
}

/** One vessel to be sized: its entries, where they stand, and the water it holds. */
interface VesselAsked {
  /** Start of the ids of its figures, and place of its entries. */
  place: string;
  vessel: WaterEntry['vessel'];
  fluid: Fluid;
  content: Figure;
  hottest: Ingredient;
}

/** What one water consists of: content of each part by its name in the sum, and whether it is in it. */
function contentsOf(
  { job, rules }: Context,
  circuits: readonly CircuitFlow[],
  source: SourceFlow,
  contents: Contents,
  separator: Ingredient | null,
  charging: { run: SizedPipe } | null,
  has: (what: { branch: string } | { station: string }) => boolean,
): Record<string, Ingredient> {
  const terms: Record<string, Ingredient> = {};
  const first = has({ branch: 'source' });
  if (first) {
    terms['V source'] = contents.source;
    terms['V source pipe'] = source.run.pipe.content;
  }
  circuits.forEach((flow, i) => {
    if (!has({ branch: flow.place })) return;
    terms[`V run ${i + 1}`] = flow.run.pipe.content;
    terms[`V beyond ${i + 1}`] = contents.beyond.get(flow.circuit.id) as Figure;
  });
  if (separator && has({ station: 'separator' })) terms['V separator'] = separator;
  if (source.ring && first)
    terms['V ring'] = given('pipe from pair to pair of tees', 'volume', source.ring.content, 'bore times length');
  for (const { name, run, place } of source.beyond.links) if (has({ branch: place })) terms[`V ${name}`] = run.pipe.content;
  for (const { label, ring, header: beyond, station } of source.beyond.stations) {
    if (!has({ station: station.id })) continue;
    if (ring) terms[`V ${label}`] = given(`${label}: pipe from pair to pair`, 'volume', ring.content, 'bore times length');
    if (beyond) terms[`V ${label}`] = contentOf(beyond);
  }
  if (charging && has({ branch: 'hotWater' })) terms['V charging'] = charging.run.pipe.content;
  job.furtherSources.forEach((further, i) => {
    if (!has({ branch: `furtherSources/${further.id}` })) return;
    const litres = rules.sourceContent.limit;
    terms[`V source ${i + 2}`] = given(
      `${nameOf(further)} and its pipe`,
      'volume',
      (litres * further.capacity) / 1000 + source.run.pipe.content.value,
      'litres per kW as for the first, and a pipe as long as its own',
    );
  });
  if (job.source.volumiser !== null && first) {
    terms['V tank'] = decided('tank in the return', 'volume', job.source.volumiser, 'source/volumiser');
  }
  return terms;
}

const systemContent = (context: Context, id: string, label: string, terms: Record<string, Ingredient>): Figure =>
  context.book.add({
    id,
    label,
    kind: 'volume',
    value: Object.values(terms).reduce((sum, part) => sum + part.value, 0),
    formula: 'V = Σ parts',
    source: 'sum of source, pipes, header or tank, and emitters; the index run is part of what lies beyond the manifold',
    terms,
  });

/** A water beside the source's that has a vessel of its own. */
export interface WaterDesign {
  id: string;
  place: string;
  name: string;
  fluid: string;
  vessel: VesselDesign;
}

/** The vessel of each water that the job says something of; what it says nothing of counts with the source's. */
export function designVessels(
  context: Context,
  circuits: readonly CircuitFlow[],
  source: SourceFlow,
  header: HeaderDesign | null,
  contents: Contents,
  buffer: BufferDesign,
  charging: { run: SizedPipe } | null = null,
): { vessel: VesselDesign; waters: (WaterDesign & { water: JobWater })[] } {
  const { job, piping } = context;
  const separator = buffer.tank?.volume ?? (header && contentOf(header));
  const separatorAt = buffer.tank ? piping.tank?.id : piping.between().id;
  const all = jobWaters(job);
  const own = all.filter(({ entry }) => entry !== null);
  const inWater = (water: JobWater) => (what: { branch: string } | { station: string }) => {
    if ('branch' in what) return water.branches.includes(what.branch);
    return water.holds.includes(what.station === 'separator' ? (separatorAt ?? '') : what.station);
  };
  // Whatever has no entry of its own counts with the source's.
  const rest = (what: { branch: string } | { station: string }) => !own.some((water) => inWater(water)(what));
  const terms = (has: Parameters<typeof contentsOf>[6]) =>
    contentsOf(context, circuits, source, contents, separator, charging, has);
  const hottest = hottestWater(job);
  const vessel = designVessel(context, {
    place: 'vessel',
    vessel: job.vessel,
    fluid: context.fluid,
    content: systemContent(context, 'vessel/content', 'Water in the system', terms(rest)),
    hottest,
  });
  return {
    vessel,
    waters: own.map((water) => {
      const entry = water.entry as WaterEntry;
      const place = `waters/${entry.id}`;
      const name = entry.name || `Water of ${stationName(job, stationOf(entry.of)).toLowerCase()}`;
      const content = systemContent(context, `${place}/content`, `${name}: content`, terms(inWater(water)));
      const asked = { place: `${place}/vessel`, vessel: entry.vessel, fluid: water.fluid, content, hottest };
      return { id: entry.id, place, name, fluid: fluidName(water.fluid), vessel: designVessel(context, asked), water };
    }),
  };
}

/** Height of a low-loss header in bores: common practice for a vertical header with pipes top and bottom. */
const HEADER_HEIGHT = 8;

const contentOf = ({ bore }: HeaderDesign): Ingredient =>
  given('header', 'volume', (Math.PI / 4) * bore.value ** 3 * HEADER_HEIGHT, 'bore over eight diameters of height');

/** Expansion vessel, gas, filling and end pressure by the method of EN 12828. */
function designVessel(context: Context, { place, vessel, fluid, content, hottest }: VesselAsked): VesselDesign {
  const { book, rules } = context;
  const cold = decided('filling temperature', 'temperature', vessel.fillTemperature, `${place}/fillTemperature`);
  const share = book.add({
    id: `${place}/expansionShare`,
    label: 'Expansion of the water',
    kind: 'factor',
    value: expansionShare(vessel.fillTemperature, hottest.value, fluid),
    formula: 'e = ρ_cold / ρ_hot − 1',
    source: `densities by ${fluidSource(fluid)}`,
    terms: { T_cold: cold, T_hot: hottest },
  });
  const coldDensity = fluidState(fluid, vessel.fillTemperature).density;
  const height = decided('static height', 'length', vessel.staticHeight, `${place}/staticHeight`);
  const gasPressure = book.add({
    id: `${place}/gasPressure`,
    label: 'Gas pressure of the vessel, p0',
    kind: 'pressure',
    value: Math.max(coldDensity * GRAVITY * vessel.staticHeight + rules.vesselMargin.limit, rules.vesselLeastGas.limit),
    formula: 'p0 = ρ g h + margin, and no less than the least',
    source: 'EN 12828',
    terms: {
      ρ: given(`density of ${fluidName(fluid)}, cold`, 'density', coldDensity, fluidSource(fluid)),
      h: height,
      margin: byRule(rules.vesselMargin),
      least: byRule(rules.vesselLeastGas),
    },
    note: 'Gauge pressure at the vessel, at sea level.',
  });
  const relief = decided('relief valve setting', 'pressure', vessel.reliefPressure, `${place}/reliefPressure`);
  const reliefPressure = book.add({
    id: `${place}/reliefPressure`,
    label: 'Relief valve',
    kind: 'pressure',
    value: vessel.reliefPressure,
    formula: 'p_sv decided in the job',
    source: 'the weakest part of the system decides; the relief valve protects it',
    terms: { p_sv: relief },
  });
  const end = book.add({
    id: `${place}/endPressure`,
    label: 'End pressure',
    kind: 'pressure',
    value: endPressure(vessel.reliefPressure),
    formula: vessel.reliefPressure <= TENTH_ABOVE ? 'pe = p_sv − a' : 'pe = 0.9 · p_sv',
    source: 'EN 12828',
    terms: {
      p_sv: reliefPressure,
      ...(vessel.reliefPressure <= TENTH_ABOVE
        ? { a: given('closing difference of the relief valve', 'pressure', CLOSING_DIFFERENCE, 'EN 12828') }
        : {}),
    },
  });
  const sum = vesselVolume(content.value, share.value, gasPressure.value, end.value, {
    reserveShare: rules.vesselReserveShare.limit,
    leastReserve: rules.vesselReserveLeast.limit,
    smallVessel: rules.vesselSmall.limit,
    smallReserveShare: rules.vesselSmallReserve.limit,
  });
  const atmosphere = given('atmosphere', 'pressure', ATMOSPHERE, 'EN 12828');
  const reserve = book.add({
    id: `${place}/reserve`,
    label: 'Water reserve',
    kind: 'volume',
    value: sum.reserve,
    formula: sum.small ? 'Vwr = share · Vn' : 'Vwr = max(share · V, least)',
    source: 'EN 12828',
    terms: sum.small
      ? { share: byRule(rules.vesselSmallReserve), limit: byRule(rules.vesselSmall) }
      : { V: content, share: byRule(rules.vesselReserveShare), least: byRule(rules.vesselReserveLeast) },
  });
  const leastVolume = book.add({
    id: `${place}/leastVolume`,
    label: 'Least volume of the vessel',
    kind: 'volume',
    value: sum.volume,
    formula: 'Vn = (e · V + Vwr) · (pe + p_atm) / (pe − p0)',
    source: 'EN 12828, annex on expansion vessels',
    terms: { e: share, V: content, Vwr: reserve, pe: end, p0: gasPressure, p_atm: atmosphere },
    ...(Number.isFinite(sum.volume)
      ? {}
      : { note: 'The gas pressure leaves no room below the end pressure: no vessel can do this.' }),
  });
  // A vessel is hung once, also for the water that comes later.
  const stocked = stockedVessel(Math.max(sum.volume, place === 'vessel' ? context.laid.vessel : 0));
  const chosen = vessel.volume === 'auto' ? stocked : vessel.volume;
  const volume =
    chosen === undefined
      ? null
      : book.add({
          id: `${place}/volume`,
          label: 'Expansion vessel',
          kind: 'volume',
          value: chosen,
          formula: vessel.volume === 'auto' ? 'smallest stocked size ≥ Vn' : 'Vn decided in the job',
          source:
            vessel.volume === 'auto'
              ? `common practice sizes ${(VESSEL_SIZES[0] as number) * 1000} to ${(VESSEL_SIZES.at(-1) as number) * 1000} L`
              : 'decided in the job',
          terms: {
            Vn: leastVolume,
            ...(vessel.volume === 'auto'
              ? {}
              : { V: decided('volume of the vessel', 'volume', vessel.volume, `${place}/volume`) }),
          },
        });
  const heldBack = volume ? (sum.small ? rules.vesselSmallReserve.limit * volume.value : sum.reserve) : 0;
  const filling = volume ? fillPressure(volume.value, heldBack, gasPressure.value) : Number.NaN;
  return {
    content,
    leastVolume,
    volume,
    gasPressure,
    endPressure: end,
    reliefPressure,
    pinned: vessel.volume !== 'auto',
    fillPressure:
      volume && Number.isFinite(filling)
        ? book.add({
            id: `${place}/fillPressure`,
            label: 'Filling pressure, cold',
            kind: 'pressure',
            value: filling,
            formula: 'pa = Vn · (p0 + p_atm) / (Vn − Vwr) − p_atm',
            source: 'EN 12828',
            terms: {
              Vn: volume,
              p0: gasPressure,
              Vwr: given('reserve held by this vessel', 'volume', heldBack, 'as above'),
              p_atm: atmosphere,
            },
          })
        : null,
  };
}
