import type { RoomThermostat } from '../../model/job.ts';
import { thermostatOf } from '../control/shared-thermostat.ts';
import { byRule, decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import {
  DEFROST_FALL,
  DEFROST_TIME,
  runTimeVolume,
  SOLID_FUEL_STORAGE,
  stockedTank,
  tankDiameter,
  tankHeight,
} from '../plant/buffer.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { SourceFlow } from './source-design.ts';
import type { Contents } from './water-content.ts';

/** Whether the plant needs a tank, and the one it has. Volumes in m3. */
export interface BufferDesign {
  /** Least that the source makes, and what the smallest zone alone takes. */
  leastOutput: Figure;
  smallestZone: Figure;
  zoneName: string;
  /** Water that moves when only that zone calls. */
  open: Figure;
  /** What the shortest run, a defrost and a fire ask for; null where the source has none. */
  forRunTime: Figure;
  forDefrost: Figure | null;
  forFire: Figure | null;
  /** Tank still needed; 0 is an answer: none. */
  needed: Figure;
  /** The tank between source and circuits; null without one. */
  tank: { volume: Figure; height: number; diameter: number; pinned: boolean } | null;
}

interface SmallestZone {
  label: string;
  load: number;
  flow: CircuitFlow;
}

/** The zone that takes least when it alone calls: a room with a thermostat of its own, or a whole circuit. */
function smallestZone(flows: readonly CircuitFlow[], thermostats: readonly RoomThermostat[]): SmallestZone {
  const zones = flows.flatMap((flow): SmallestZone[] => {
    const { circuit, parts, load } = flow;
    // Thermostatic valves close one by one as well, but leave the pump running on whatever is open.
    if (circuit.zones === 'circuit') return [{ label: circuit.name, load: load.value, flow }];
    const rooms = new Map<string, SmallestZone>();
    for (const { room, load: ofPart } of parts) {
      const shared = thermostatOf(thermostats, room.id);
      const id = shared ? `thermostats/${shared.id}` : room.id;
      const known = rooms.get(id);
      if (known) known.load += ofPart;
      else rooms.set(id, { label: shared ? shared.name || shared.id : room.name || room.id, load: ofPart, flow });
    }
    return [...rooms.values()].filter((zone) => zone.load > 0);
  });
  return zones.reduce((least, zone) => (zone.load < least.load ? zone : least), zones[0] as SmallestZone);
}

/** Whether a tank is needed, by the shortest run of the source, its defrost and its fire, the open water counted first. */
export function designBuffer(
  context: Context,
  flows: readonly CircuitFlow[],
  source: SourceFlow,
  contents: Contents,
): BufferDesign {
  const { job, book } = context;
  const { fluid } = source;
  const leastOutput = leastOutputOf(context, source);
  const zone = smallestZone(flows, context.job.thermostats);
  const smallest = book.add({
    id: 'buffer/smallestZone',
    label: `Smallest zone: ${zone.label}`,
    kind: 'power',
    value: zone.load,
    formula: 'Q_zone = least load that may call alone',
    source: 'the loads of rooms with a thermostat of their own and of whole circuits',
    terms: { Q_zone: given(`${zone.label} on the design day`, 'power', zone.load, 'its load; in mild weather it takes less') },
  });
  const share = zone.load / zone.flow.load.value;
  const beyond = contents.beyond.get(zone.flow.circuit.id) as Figure;
  const tankInSeries = job.source.volumiser ?? 0;
  const open = book.add({
    id: 'buffer/open',
    label: 'Water that moves with the smallest zone alone',
    kind: 'volume',
    value:
      contents.source.value +
      source.run.pipe.content.value +
      zone.flow.run.pipe.content.value +
      beyond.value * share +
      tankInSeries,
    formula: 'V_open = V_source + V_pipe + V_run + V_beyond · Q_zone / Q_circuit + V_tank',
    source: 'sum of what the water passes',
    terms: {
      V_source: contents.source,
      V_pipe: source.run.pipe.content,
      V_run: zone.flow.run.pipe.content,
      V_beyond: beyond,
      Q_zone: smallest,
      Q_circuit: zone.flow.load,
      ...(job.source.volumiser === null
        ? {}
        : { V_tank: decided('tank in the return', 'volume', tankInSeries, 'source/volumiser') }),
    },
  });
  const swing = source.deltaT;
  const water: Record<string, Ingredient> = { ρ: context.densityOf(fluid), c_p: context.specificHeatOf(fluid) };
  const forRunTime = book.add({
    id: 'buffer/forRunTime',
    label: 'Water for the shortest run',
    kind: 'volume',
    value: runTimeVolume(
      job.source.leastRunTime,
      leastOutput.value - zone.load,
      job.source.temperatureDifference,
      fluid.density,
      fluid.specificHeat,
    ),
    formula: 'V = t (Q_least − Q_zone) / (ρ c_p ΔT), 0 when the zone takes it all',
    source: 'energy balance over one run',
    terms: {
      t: decided('shortest run', 'duration', job.source.leastRunTime, 'source/leastRunTime'),
      Q_least: leastOutput,
      Q_zone: smallest,
      ...water,
      ΔT: swing,
    },
  });
  const forDefrost = traitsOf(job.source).defrosts ? defrostVolume(context, source, water) : null;
  const forFire = traitsOf(job.source).fire ? fireVolume(context, source) : null;
  const wanted = [forRunTime, forDefrost, forFire].filter((each): each is Figure => each !== null);
  const needed = book.add({
    id: 'buffer/needed',
    label: 'Tank needed',
    kind: 'volume',
    value: Math.max(0, Math.max(...wanted.map((each) => each.value)) - open.value),
    formula: 'V = the most of what is asked − V_open, at least 0',
    source: 'open water first: none needed is an answer',
    terms: { ...Object.fromEntries(wanted.map((each, i) => [`V${i + 1}`, each])), V_open: open },
  });
  return {
    leastOutput,
    smallestZone: smallest,
    zoneName: zone.label,
    open,
    forRunTime,
    forDefrost,
    forFire,
    needed,
    tank: tankOf(context, needed),
  };
}

function leastOutputOf({ job, book }: Context, source: SourceFlow): Figure {
  const pinned = job.source.leastOutput;
  const share = traitsOf(job.source).leastShare;
  return book.add({
    id: 'source/leastOutput',
    label: 'Source: least output',
    kind: 'power',
    value: pinned === 'auto' ? share * source.capacity.value : pinned,
    formula: pinned === 'auto' ? 'Q_least = share · P' : 'Q_least decided in the job',
    source: pinned === 'auto' ? 'usual for the kind of source, from memory' : 'data sheet',
    terms:
      pinned === 'auto'
        ? { share: given('usual share', 'fraction', share, 'from memory; the data sheet is better'), P: source.capacity }
        : { Q_least: decided('least output', 'power', pinned, 'source/leastOutput') },
  });
}

function defrostVolume({ book }: Context, source: SourceFlow, water: Record<string, Ingredient>): Figure {
  const { density, specificHeat } = source.fluid;
  return book.add({
    id: 'buffer/forDefrost',
    label: 'Water for a defrost',
    kind: 'volume',
    value: (source.capacity.value * DEFROST_TIME) / (density * specificHeat * DEFROST_FALL),
    formula: 'V = P · t_d / (ρ c_p ΔT_d)',
    source: 'energy balance; what a defrost takes is from memory, an air source defrosts, a ground source does not',
    terms: {
      P: source.capacity,
      t_d: given('full output a defrost takes', 'duration', DEFROST_TIME, 'from memory'),
      ...water,
      ΔT_d: given('fall of the water', 'temperatureDifference', DEFROST_FALL, 'common practice'),
    },
  });
}

const fireVolume = ({ book }: Context, source: SourceFlow): Figure =>
  book.add({
    id: 'buffer/forFire',
    label: 'Water for a load of fuel',
    kind: 'volume',
    value: SOLID_FUEL_STORAGE * source.capacity.value,
    formula: 'V = 55 L/kW · P',
    source: 'common practice for hand-fired boilers; local codes may ask for more',
    terms: { P: source.capacity },
  });

function tankOf({ job, book, rules }: Context, needed: Figure): BufferDesign['tank'] {
  if (job.separation.kind !== 'buffer') return null;
  const pinned = job.separation.volume;
  const volume = book.add({
    id: 'buffer/volume',
    label: 'Buffer',
    kind: 'volume',
    value: pinned === 'auto' ? stockedTank(Math.max(needed.value, rules.leastBuffer.limit)) : pinned,
    formula: pinned === 'auto' ? 'V = next size sold' : 'V decided in the job',
    source: pinned === 'auto' ? 'sizes commonly sold' : 'decided in the job',
    terms: {
      'V needed': needed,
      'V least': byRule(rules.leastBuffer),
      ...(pinned === 'auto' ? {} : { V: decided('volume of the buffer', 'volume', pinned, 'separation/volume') }),
    },
  });
  return {
    volume,
    height: tankHeight(volume.value),
    diameter: tankDiameter(volume.value),
    pinned: pinned !== 'auto',
  };
}
