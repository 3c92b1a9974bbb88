import type { Evidence } from './evidence.ts';
import { logSum } from './gauss.ts';
import type { Library } from './predict.ts';
import { Priors } from './priors.ts';
import { type FaultRank, type Ranking, rank } from './rank.ts';

/** Faults that are tried as the first, and below which chance there is none to try, against the likeliest. */
const MOST_FIRST = 3;
const LEAST_FIRST = 0.1;
/** Below this chance there is no first fault to look beside at all. */
const LEAST_OF_ALL = 0.05;

/** What stands beside the likeliest fault. */
export interface Beside {
  first: FaultRank;
  /** Chance that it is the only one. */
  alone: number;
  /** Others beside it, the likeliest first. */
  seconds: FaultRank[];
  /** The plant with the first in it, what is known of the second, and what that says: for what to read next. */
  library: Library;
  evidence: Evidence;
  ranking: Ranking;
}

/**
 * Whether a second fault is there: each of the likeliest is taken to be so, and every other is worked out beside it. The first is the one
 * that explains most together with whatever stands beside it. To be asked after a cure that did not cure all, or where nothing fits well
 * alone.
 * @returns null where no fault is likely enough to look beside
 */
export function secondFault(
  library: Library,
  evidence: Evidence,
  ranking: Ranking,
  told?: (done: number) => void,
): Beside | null {
  const [likeliest] = ranking.faults;
  if (!likeliest || likeliest.chance < LEAST_OF_ALL) return null;
  const prior = new Priors(library.faults, { known: 0, complained: true });
  const tried = new Map<string, Beside & { log: number }>();
  const attempt = (first: FaultRank): void => {
    if (tried.has(first.fault.id)) return;
    const { fault, magnitude } = first;
    const bent = library.beside({ fault, magnitude });
    // What was looked at for the first is used up.
    const left = { ...evidence, seen: evidence.seen.filter((seen) => seen.fault !== fault.id) };
    const own = evidence.seen.filter((seen) => seen.fault === fault.id);
    const beside = rank(bent, left, told);
    if (!beside) return;
    const log = prior.logOf(fault, own) + beside.log;
    tried.set(fault.id, {
      first,
      alone: beside.sound,
      seconds: beside.faults,
      library: bent,
      evidence: left,
      ranking: beside,
      log,
    });
  };
  for (const first of ranking.faults.slice(0, MOST_FIRST)) if (first.chance >= LEAST_FIRST * likeliest.chance) attempt(first);
  const best = () => [...tried.values()].sort((a, b) => b.log - a.log)[0];
  // What stands beside may be the one that explains more: then it is the first.
  const second = best()?.seconds[0];
  const known = second && ranking.faults.find(({ fault }) => fault === second.fault);
  if (known) attempt({ ...known, magnitude: second.magnitude });
  const found = best();
  if (!found) return null;
  const all = logSum([...tried.values()].map(({ log }) => log));
  const chance = Math.exp(found.log - all);
  return { ...found, first: { ...found.first, chance } };
}
