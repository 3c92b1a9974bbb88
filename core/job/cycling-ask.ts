import { circuitNeed, settledCurve, sourceNeed } from '../control/weather-curve.ts';
import type { Context } from '../design/context.ts';
import type { CyclingDay } from '../design/cycling.ts';
import type { Design } from '../design/design.ts';
import type { Plant } from '../design/operate.ts';
import { ladder } from '../emitter/ladder.ts';
import { runsOpen } from '../plan/open-plant.ts';
import type { Cycle } from '../plant/cycling.ts';
import { firingOf } from '../plant/firing.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { cyclingOn, excessOf } from '../run/cycling-check.ts';
import { type Curves, type HeldMoment, heldMoment } from '../run/held-moment.ts';
import { zonesOfRun } from '../run/house.ts';

export type Designed = Pick<Design, 'source' | 'circuits' | 'figures' | 'buffer'>;

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
