import type { RoomThermostat } from '../../model/job.ts';
import { byRule, decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { entryOf } from '../plan/plan-of-job.ts';
import { thermostatOf } from '../plan/shared-thermostat.ts';
import {
  DEFROST_FALL,
  DEFROST_TIME,
  runTimeVolume,
  SOLID_FUEL_STORAGE,
  startsVolume,
  stockedTank,
  tankDiameter,
  tankHeight,
} from '../plant/buffer.ts';
import { bandOf, firingOf, mostStartsADay } from '../plant/firing.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { HEATING_LIMIT } from '../rules/heating-limit.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { CyclingDesign } from './cycling.ts';
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
  /** What the shortest run and its starts ask of a buffer, a defrost and a fire of any water; null where it has none. */
  forRunTime: Figure | null;
  forStarts: Figure | null;
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
  const room = zone.flow.parts[0]?.room.roomTemperature ?? 20;
  const mildest = Math.min(Math.max((room - MILDEST) / Math.max(room - job.site.outdoorDesignTemperature, 1), 0), 1);
  const smallest = book.add({
    id: 'buffer/smallestZone',
    label: `Smallest zone: ${zone.label}`,
    kind: 'power',
    value: zone.load * mildest,
    formula: 'Q_zone = Q_design · s',
    source: 'the zone that takes least alone, in the mildest weather in which the source still runs: its worst hour',
    terms: {
      Q_design: given(
        `${zone.label} on the design day`,
        'power',
        zone.load,
        'rooms with a thermostat of their own, or whole circuits',
      ),
      s: given(
        'share left of it',
        'fraction',
        mildest,
        `(T_i − T_mild) / (T_i − T_design) with T_mild = ${MILDEST} °C, in proportion to the cold`,
      ),
    },
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
  const water: Record<string, Ingredient> = { ρ: context.densityOf(fluid), c_p: context.specificHeatOf(fluid) };
  const buffered = context.piping.tank !== null && !traitsOf(job.source).fire;
  const forRunTime = buffered ? runTimeWater(context, source, leastOutput, smallest, water) : null;
  const forStarts = buffered && leastOutput.value > smallest.value ? startsWater(context, source, leastOutput, water) : null;
  const forDefrost = traitsOf(job.source).defrosts ? defrostVolume(context, source, water) : null;
  const forFire = traitsOf(job.source).fire ? fireVolume(context, source) : null;
  const wanted = [forRunTime, forStarts, forDefrost, forFire].filter((each): each is Figure => each !== null);
  const needed = book.add({
    id: buffered ? 'buffer/needed' : 'buffer/neededStill',
    label: buffered ? 'Tank needed' : 'Tank for a defrost or a fire',
    kind: 'volume',
    // Beside a buffer its sensor sits in that: water elsewhere does not count for its starts.
    value: Math.max(0, Math.max(0, ...wanted.map((each) => each.value)) - open.value, forStarts?.value ?? 0),
    formula: 'V = the most of what is asked − V_open, at least 0, and V for its starts at least',
    source: 'open water first: none needed is an answer',
    terms: { ...Object.fromEntries(wanted.map((each, i) => [`V${i + 1}`, each])), V_open: open },
  });
  return {
    leastOutput,
    smallestZone: smallest,
    zoneName: zone.label,
    open,
    forRunTime,
    forStarts,
    forDefrost,
    forFire,
    needed,
    tank: tankOf(context, needed),
  };
}

/** Mildest weather in which the source still runs, degrees C: above the heating limit less a few kelvin next to nothing is heated. */
const MILDEST = HEATING_LIMIT - 4;

/** Share of a tank in layers that swings by the band of a sensor half way up: by trial in runs of whole days. */
const LAYERED_SHARE = 0.5;

/** Band of the source as it enters a sum. */
const bandTerm = ({ job }: Context): Ingredient =>
  given(
    'what its water may swing by',
    'temperatureDifference',
    bandOf(firingOf(job.source)),
    'stops above and starts below, its entries',
  );

function runTimeWater(
  context: Context,
  { fluid }: SourceFlow,
  leastOutput: Figure,
  smallest: Figure,
  water: Record<string, Ingredient>,
): Figure {
  const { job, book } = context;
  return book.add({
    id: 'buffer/forRunTime',
    label: 'Water for the shortest run',
    kind: 'volume',
    value: runTimeVolume(
      job.source.leastRunTime,
      leastOutput.value - smallest.value,
      bandOf(firingOf(job.source)),
      fluid.density,
      fluid.specificHeat,
    ),
    formula: 'V = t (Q_least − Q_zone) / (ρ c_p B), 0 when the zone takes it all',
    source: 'energy balance over one run, the tank swinging by the band of its sensor',
    terms: {
      t: decided('shortest run', 'duration', job.source.leastRunTime, 'source/leastRunTime'),
      Q_least: leastOutput,
      Q_zone: smallest,
      ...water,
      B: bandTerm(context),
    },
  });
}

function startsWater(context: Context, { fluid }: SourceFlow, leastOutput: Figure, water: Record<string, Ingredient>): Figure {
  const { job, book } = context;
  const firing = firingOf(job.source);
  const anHour = mostStartsADay(firing) / 24;
  return book.add({
    id: 'buffer/forStarts',
    label: 'Water for few starts',
    kind: 'volume',
    value: startsVolume(leastOutput.value, anHour, bandOf(firing), fluid.density, fluid.specificHeat) / LAYERED_SHARE,
    formula: 'V = 3600 s · Q_least / (4 n ρ c_p B s)',
    source: 'a source starts most often at half its least output: t_run = t_pause = 2 ρ c_p V B / Q_least',
    terms: {
      Q_least: leastOutput,
      n: given('starts an hour, all day', 'factor', anHour, 'a day of which counts as cycling, by its kind'),
      ...water,
      B: bandTerm(context),
      s: given(
        'share of a layered tank that swings by the band',
        'fraction',
        LAYERED_SHARE,
        'its sensor sits half way up; by trial in runs',
      ),
    },
  });
}

/**
 * The same once the plant is solved: where no buffer stands, the tank its return needs is what stops the cycling.
 * @param cycling null where nothing cycles by its nature
 */
export function withCycling({ book, piping }: Context, buffer: BufferDesign, cycling: CyclingDesign | null): BufferDesign {
  if (piping.tank) return buffer;
  const tank = cycling?.tank ?? null;
  const needed = book.add({
    id: 'buffer/needed',
    label: 'Tank needed',
    kind: 'volume',
    value: Math.max(buffer.needed.value, tank?.value ?? 0),
    formula: 'V = the most of what is asked',
    source: 'water that is there already is counted: none needed is an answer',
    terms: {
      'V still': buffer.needed,
      ...(tank ? { 'V against cycling': tank } : cycling ? { 'starts on the worst day': cycling.starts } : {}),
    },
  });
  return { ...buffer, needed };
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

function tankOf({ job, book, rules, piping, laid }: Context, needed: Figure): BufferDesign['tank'] {
  const entry = piping.tank && entryOf(job, piping.tank.id);
  if (!piping.tank || !entry) return null;
  const pinned = entry.volume;
  const volume = book.add({
    id: 'buffer/volume',
    label: 'Buffer',
    kind: 'volume',
    value: pinned === 'auto' ? stockedTank(Math.max(needed.value, rules.leastBuffer.limit, laid.tank)) : pinned,
    formula: pinned === 'auto' ? 'V = next size sold' : 'V decided in the job',
    source: pinned === 'auto' ? 'sizes commonly sold' : 'decided in the job',
    terms: {
      'V needed': needed,
      'V least': byRule(rules.leastBuffer),
      ...(pinned === 'auto' ? {} : { V: decided('volume of the buffer', 'volume', pinned, `${piping.tank.place}/volume`) }),
    },
  });
  return {
    volume,
    height: tankHeight(volume.value),
    diameter: tankDiameter(volume.value),
    pinned: pinned !== 'auto',
  };
}
