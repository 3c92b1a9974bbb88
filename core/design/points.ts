import type { Piping } from '../piping/piping.ts';
import { portIdOf, stationOf } from '../plan/plan.ts';

/** Two points of the network between which something hangs. */
export interface Ends {
  flow: string;
  back: string;
}

/** The pairs of tees of a ring main, in the order the water meets them; empty where there are not several. */
export const ringPairs = (piping: Piping): readonly string[] => {
  const { kind, ports } = piping.between();
  return kind === 'ring' && ports.length > 1 ? ports.map(({ id }) => id) : [];
};

/** Which of them a branch hangs on, from 0; 0 where there are not several. */
export function pairOf(piping: Piping, place: string): number {
  const pairs = ringPairs(piping);
  const branch = piping.branch(place);
  if (pairs.length === 0) return 0;
  if (stationOf(branch.at) === piping.between().id) return Math.max(pairs.indexOf(portIdOf(branch.at)), 0);
  // Behind one pump: where that hangs.
  const { sharedLink } = piping;
  return sharedLink && sharedLink !== branch ? pairOf(piping, sharedLink.place) : 0;
}

/** Points on either side of a pair: the first takes from where the source's pipe ends, the last gives back to where its return begins. */
export function pointsOfPair(pairs: readonly string[], i: number): Ends {
  return {
    flow: i === 0 ? 'flow' : `pairs/${pairs[i]}/flow`,
    back: i >= pairs.length - 1 ? 'back' : `pairs/${pairs[i]}/back`,
  };
}

/** Where a branch takes its water and gives it back. */
export function endsOfBranch(piping: Piping, place: string): Ends {
  const own = pointsOfPair(ringPairs(piping), pairOf(piping, place));
  const { sharedLink } = piping;
  const behind = sharedLink !== null && piping.branch(place).at === sharedLink.to;
  return behind ? { flow: 'bar', back: own.back } : own;
}
