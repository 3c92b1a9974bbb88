import type { Evidence } from './evidence.ts';
import type { Library } from './predict.ts';
import { type FaultRank, type Ranking, rank } from './rank.ts';

/** Below this chance there is no first fault to look beside. */
const LEAST_FIRST = 0.2;

/** What stands beside the likeliest fault. */
export interface Beside {
  first: FaultRank;
  /** Chance that it is the only one. */
  alone: number;
  /** Others beside it, the likeliest first. */
  seconds: FaultRank[];
}

/**
 * Whether a second fault is there: the likeliest is taken to be so, and every other is worked out beside it. To be asked after a cure that
 * did not cure all, or where nothing fits well alone.
 * @returns null where no fault is likely enough to look beside
 */
export function secondFault(
  library: Library,
  evidence: Evidence,
  ranking: Ranking,
  told?: (done: number) => void,
): Beside | null {
  const [first] = ranking.faults;
  if (!first || first.chance < LEAST_FIRST) return null;
  const { fault, magnitude } = first;
  const bent = library.beside({ fault, magnitude });
  // What was looked at for the first is used up.
  const beside = rank(bent, { ...evidence, seen: evidence.seen.filter((seen) => seen.fault !== fault.id) }, told);
  return beside && { first, alone: beside.sound, seconds: beside.faults };
}
