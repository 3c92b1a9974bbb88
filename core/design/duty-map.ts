import type { Combination } from './combinations.ts';

/** Combinations that lie at one spot of the map, drawn as one point. */
export interface DutyPoint {
  flow: number;
  head: number;
  /** How many combinations lie there, and the first of them by its calls. */
  count: number;
  calls: string;
  /** Whether every zone calls there: the design day. */
  designDay: boolean;
}

/** Cells of the map in each direction: what lies in one cell cannot be told apart on a screen. */
const CELLS = 160;

/** Points of one pump on its curve, those at one spot together. Combinations in which it stands still have none. */
export function dutyPoints(found: readonly Combination[], pump: string, mostFlow: number, mostHead: number): DutyPoint[] {
  const cells = new Map<number, DutyPoint>();
  for (const { calls, pumps, converged } of found) {
    const at = pumps[pump];
    if (!converged || !at || at.head <= 0) continue;
    const key = Math.round((at.flow / mostFlow) * CELLS) * 10_000 + Math.round((at.head / mostHead) * CELLS);
    const designDay = !calls.includes('0');
    const known = cells.get(key);
    if (!known) cells.set(key, { ...at, count: 1, calls, designDay });
    else {
      known.count++;
      if (designDay) Object.assign(known, { ...at, calls, designDay });
    }
  }
  return [...cells.values()];
}

/** A combination worth looking at, and why. */
export interface Telling {
  word: string;
  combination: Combination;
}

/** Hottest and coldest water, most and least flow, and what is at their limits. */
export function tellingCombinations(found: readonly Combination[], cools = false): Telling[] {
  const solved = found.filter((each) => each.converged && each.calls.includes('1'));
  const ends: [string, (each: Combination) => number][] = [
    [`${cools ? 'Warmest' : 'Hottest'} return to the source`, (each) => each.back],
    ['Coldest return to the source', (each) => -each.back],
    ['Most pump power', (each) => each.power],
    [`Least ${cools ? 'cooling' : 'heat'} wanted of the source`, (each) => -each.heat],
    [`Emitters furthest short of their ${cools ? 'cooling' : 'heat'}`, (each) => -each.leastShare],
  ];
  return ends.flatMap(([word, of]) => {
    let best: Combination | null = null;
    for (const each of solved) if (!best || of(each) > of(best)) best = each;
    return best ? [{ word, combination: best }] : [];
  });
}
