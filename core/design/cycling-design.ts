import { shifted } from '../../model/quantities.ts';
import { runsOpen } from '../control/open-plant.ts';
import { circuitNeed, HEATING_LIMIT, settledCurve, sourceNeed } from '../control/weather-curve.ts';
import { ladder } from '../emitter/ladder.ts';
import { decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import type { Cycle } from '../plant/cycling.ts';
import { bandOf, firingOf, mostStartsADay } from '../plant/firing.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { type CyclingDay, cyclingOn, excessOf } from '../run/cycling-check.ts';
import { type Curves, type HeldMoment, heldMoment } from '../run/held-moment.ts';
import { zonesOfRun } from '../run/house.ts';
import type { Context } from './context.ts';
import { type CyclingCure, cyclingCures } from './cycling-cures.ts';
import type { Design } from './design.ts';
import type { Plant } from './operate.ts';

/** What the design says of stops and starts. */
export interface CyclingDesign {
  /** Days from the design day to the end of heating, and the worst of them. */
  days: CyclingDay[];
  worst: CyclingDay;
  /** Everybody calling, held on each of those days. */
  moments: HeldMoment[];
  thermostats: number;
  /** Starts on the worst day. */
  starts: Figure;
  /** Kelvin its water rises by in one pass at least output, and may swing by. */
  pass: Figure;
  band: Figure;
  /** Tank in its return with which it no longer cycles, m3; null where no tank does that alone. */
  tank: Figure | null;
  /** Whether a buffer is there that its starts would not ask for. */
  bufferNeedless: boolean;
  /** What stops it, smallest first; empty where it does not cycle. */
  cures: CyclingCure[];
}

type Designed = Pick<Design, 'source' | 'circuits' | 'figures' | 'buffer'>;

/** Step between the days looked at, K, and the mildest of them: later in spring next to nothing is heated. */
const STEP = 4;
const MILDEST = HEATING_LIMIT - STEP;

/** Curves of source and circuits as they are set, or as they follow from the emitters. */
function curvesOf({ job }: Context, { circuits }: Designed): Curves {
  const rungs = ladder(job);
  return {
    source: job.source.curve && settledCurve(job.source.curve, sourceNeed(job, circuits, rungs)),
    circuits: new Map(
      job.circuits.map((decided) => {
        const designed = circuits.find(({ id }) => id === decided.id);
        return [decided.id, decided.curve && designed ? settledCurve(decided.curve, circuitNeed(job, designed, rungs)) : null];
      }),
    ),
  };
}

/** How a plant stands on a day of some outdoor temperature, everybody calling. */
export interface CyclingAsk {
  at: (outdoor: number) => HeldMoment;
  /** Thermostats that call for themselves; 1 where nothing shuts. */
  thermostats: number;
  mostStarts: number;
  always: boolean;
}

/** Whatever may be asked of a plant's stops and starts; null where it cannot be solved or has nothing that cycles. */
export function cyclingAsk(context: Context, design: Designed, plant: Plant): CyclingAsk | null {
  const { job } = context;
  const state = plant.runAll();
  if (!state.converged || !design.source || traitsOf(job.source).fire) return null;
  const zones = zonesOfRun(job, plant, job.site.mass);
  const curves = curvesOf(context, design);
  const always = runsOpen(job);
  return {
    at: (outdoor) => heldMoment(job, design, zones, state, curves, outdoor),
    thermostats: always ? 1 : new Set(zones.map(({ thermostat }) => thermostat)).size,
    mostStarts: firingOf(job.source).mostStarts,
    always,
  };
}

/** A day of it, with the waters or the source changed where a cure is sought. */
export const cyclingDay = (ask: CyclingAsk, moment: HeldMoment, change: (cycle: Cycle) => Cycle = (cycle) => cycle): CyclingDay =>
  cyclingOn({ ...moment, cycle: change(moment.cycle) }, ask.thermostats, ask.mostStarts, ask.always);

/** A cure leaves so much room, as a share of what counts as cycling: rooms and sun are not the balances'. */
const ROOM = 0.75;

/** Whether it is clear of cycling on all of the days, changed so. */
export const curedBy = (ask: CyclingAsk, moments: readonly HeldMoment[], change: (cycle: Cycle) => Cycle): boolean =>
  moments.every((moment) => excessOf(cyclingDay(ask, moment, change), ask.mostStarts) <= ROOM);

/** Tanks that are looked at, m3, and how near the least is found, as a share. */
const LEAST_TANK = 0.005;
const MOST_TANK = 3;
const NEAR = 0.03;

/** The least tank in the source's return that cures it on all days; null where none does. @param perVolume J/(m3 K) */
export function leastTank(
  ask: CyclingAsk,
  moments: readonly HeldMoment[],
  perVolume: number,
  also: (cycle: Cycle) => Cycle = (cycle) => cycle,
): number | null {
  const cures = (volume: number) => curedBy(ask, moments, (cycle) => ({ ...also(cycle), tank: cycle.tank + volume * perVolume }));
  if (!cures(MOST_TANK)) return null;
  let [low, high] = [LEAST_TANK, MOST_TANK];
  if (cures(low)) return low;
  while (high - low > NEAR * high) {
    const volume = Math.sqrt(low * high);
    if (cures(volume)) high = volume;
    else low = volume;
  }
  return high;
}

/** Stops and starts from the design day to the end of heating; null where nothing cycles by its nature or there is no plant. */
export function designCycling(context: Context, design: Designed, plant: Plant): CyclingDesign | null {
  const { job, book } = context;
  const { source, buffer } = design;
  const ask = cyclingAsk(context, design, plant);
  if (!ask || !source || !buffer) return null;
  const outdoors: number[] = [];
  for (let outdoor = job.site.outdoorDesignTemperature as number; outdoor <= MILDEST; outdoor += STEP) outdoors.push(outdoor);
  if (outdoors.length === 0) outdoors.push(job.site.outdoorDesignTemperature);
  const moments = outdoors.map(ask.at);
  const days = moments.map((moment) => cyclingDay(ask, moment));
  const worst = days.reduce((most, day) => (excessOf(day, ask.mostStarts) > excessOf(most, ask.mostStarts) ? day : most));
  const { cycle } = moments[days.indexOf(worst)] as HeldMoment;
  const firing = firingOf(job.source);
  const fluid = context.fluidAt(shifted(job.source.flowTemperature, -job.source.temperatureDifference / 2));
  const perVolume = fluid.density * fluid.specificHeat;
  const band = book.add({
    id: 'source/band',
    label: 'Source: what its water may swing by',
    kind: 'temperatureDifference',
    value: bandOf(firing),
    formula: 'B = stops above + starts below',
    source: 'its controls; usual for its kind where nothing is entered, from memory',
    terms: {
      'stops above': term(
        job.source.firing.stopsAbove,
        firing.stopsAbove,
        'stops above what is wanted',
        'source/firing/stopsAbove',
      ),
      'starts below': term(
        job.source.firing.startsBelow,
        firing.startsBelow,
        'starts below what is wanted',
        'source/firing/startsBelow',
      ),
    },
  });
  const pass = book.add({
    id: 'source/pass',
    label: 'Source: rise of its water in one pass at least output',
    kind: 'temperatureDifference',
    value: cycle.least / cycle.through,
    formula: 'ΔT_least = Q_least / (m c_p)',
    source: 'energy balance, at the flow the whole plant solves to',
    terms: {
      Q_least: buffer.leastOutput,
      'm c_p': given('through the source, every zone calling', 'heatPerKelvin', cycle.through, 'the plant solved as one network'),
    },
  });
  const starts = book.add({
    id: 'source/starts',
    label: 'Source: starts on the worst day of heating',
    kind: 'factor',
    value: worst.starts,
    formula: 'n = Σ (24 h · chance of a set of calls · starts an hour while it stands)',
    source:
      'waters of source, tank and circuits through a few cycles by their balances, for every number of thermostats that call; from the design day to the end of heating, the worst day shown',
    terms: {
      T_o: given('that day, outdoors', 'temperature', worst.outdoor, 'the worst of the days looked at'),
      Q_least: buffer.leastOutput,
      G: given('taken with every zone calling', 'power', cycle.taken, 'emitters at the water sent on that day'),
      Q: given('needed by the rooms', 'power', moments[days.indexOf(worst)]?.needed ?? 0, 'loads in proportion to the cold'),
      B: band,
      ΔT_least: pass,
      'most a day': given(
        'starts a day that count as cycling',
        'factor',
        mostStartsADay(firing),
        'four hours of as many as its kind stands',
      ),
      'busiest hour': given(
        'starts in the busiest set of calls',
        'factor',
        worst.busiest,
        'of those that stand half an hour a day',
      ),
    },
  });
  const volume = worst.cycles && job.separation.kind !== 'buffer' ? leastTank(ask, moments, perVolume) : 0;
  return {
    days,
    worst,
    bufferNeedless:
      job.separation.kind === 'buffer' &&
      moments.every((moment) => !cyclingDay(ask, moment, (cycle) => ({ ...cycle, atSource: moment.sourceAlone })).cycles),
    cures: worst.cycles ? cyclingCures(context, ask, moments, perVolume) : [],
    moments,
    thermostats: ask.thermostats,
    starts,
    pass,
    band,
    tank:
      volume === null
        ? null
        : book.add({
            id: 'buffer/againstCycling',
            label: 'Tank in the return against cycling',
            kind: 'volume',
            value: volume,
            formula: 'V: the least with which no day of heating brings too many starts',
            source: 'the same balances with the tank in the source’s own loop',
            terms: { n: starts, B: band, ΔT_least: pass },
          }),
  };
}

const term = (entered: number | 'auto', value: number, label: string, place: string): Ingredient =>
  entered === 'auto'
    ? given(label, 'temperatureDifference', value, 'usual for its kind, from memory')
    : decided(label, 'temperatureDifference', value, place);
