import type { CyclingDay } from '../design/cycling.ts';
import type { Cycle } from '../plant/cycling.ts';
import { cyclingOf } from '../plant/cycling.ts';
import { cyclingExcess } from '../plant/firing.ts';

/** Share of what rooms need that people, things and the sun bring: as a run counts them, on average. */
const GAINS = 0.1;
/** A set of calls that stands this share of the day counts for the busiest hour: half an hour a day. */
const STANDS = 0.5 / 24;
/** Most sets between nobody and everybody that are looked at. */
const MOST_SETS = 12;

/** Chance of each number of n that call, each for itself with the chance p. */
function chances(n: number, p: number): number[] {
  const all = [1];
  for (let i = 0; i < n; i++) {
    all.push(0);
    for (let k = i + 1; k >= 0; k--) all[k] = (all[k] as number) * (1 - p) + (k > 0 ? (all[k - 1] as number) * p : 0);
  }
  return all;
}

/**
 * Starts on a day from what everybody calling does: thermostats call as often as their rooms need heat, each for itself, and those
 * that call draw their share of water and heat.
 * @param all everybody calling, held at that temperature @param needed W of all rooms @param thermostats that call for themselves
 * @param mostStarts an hour @param always whether nothing ever shuts
 */
export function cyclingOn(
  { outdoor, cycle, needed }: { outdoor: number; cycle: Cycle; needed: number },
  thermostats: number,
  mostStarts: number,
  always = false,
): CyclingDay {
  const calls = always ? 1 : cycle.taken > 0 ? Math.min(((1 - GAINS) * needed) / cycle.taken, 1) : 1;
  const sets = Math.min(Math.max(thermostats, 1), MOST_SETS);
  let starts = 0;
  let busiest = 0;
  chances(sets, calls).forEach((chance, k) => {
    if (k === 0) return;
    const share = k / sets;
    const part: Cycle = {
      ...cycle,
      drawn: cycle.drawn * share,
      mixed: cycle.mixed * share,
      taken: cycle.taken * share,
      takenPerKelvin: cycle.takenPerKelvin * share,
    };
    if (chance < STANDS / 10) return;
    const each = cyclingOf(part).starts;
    starts += 24 * chance * each;
    if (chance >= STANDS) busiest = Math.max(busiest, each);
  });
  return { outdoor, starts, busiest, cycles: cyclingExcess(starts, busiest, { mostStarts }) > 1 };
}

/** How far a day is beyond what counts as cycling: above 1 it does. */
export const excessOf = ({ starts, busiest }: CyclingDay, mostStarts: number): number =>
  cyclingExcess(starts, busiest, { mostStarts });
