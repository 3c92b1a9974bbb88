import { isEntered, type Piping } from '../piping/piping.ts';
import { portOfPlan } from '../piping/waters.ts';
import { type PortRef, portIdOf, type SourceBranch, type Station, stationOf } from '../plan/plan.ts';
import { KINDS } from '../station/kinds.ts';

/** Two points of the network between which something hangs. */
export interface Ends {
  flow: string;
  back: string;
}

/** The pairs of tees of a ring main behind the source, in the order the water meets them; empty where there are not several. */
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
  // Behind one pump, or behind a further station: where that hangs.
  const feed = piping.feedOf(stationOf(branch.at));
  return feed && feed !== branch ? pairOf(piping, feed.place) : 0;
}

/** Points on either side of a pair: the first takes from where the source's pipe ends, the last gives back to where its return begins. */
export function pointsOfPair(pairs: readonly string[], i: number): Ends {
  return {
    flow: i === 0 ? 'flow' : `pairs/${pairs[i]}/flow`,
    back: i >= pairs.length - 1 ? 'back' : `pairs/${pairs[i]}/back`,
  };
}

/** Points of a port of the first station: those of the bars behind it, or the far side of the plates that part the two. */
function pointsOnFirst(piping: Piping, station: Station, ref: PortRef): Ends {
  if (KINDS[station.kind].traits.partsWater && portIdOf(ref) === 'hot') return { flow: 'primary/flow', back: 'primary/back' };
  const pairs = ringPairs(piping);
  const at = pairs.indexOf(portIdOf(ref));
  return at < 0 ? { flow: 'flow', back: 'back' } : pointsOfPair(pairs, at);
}

/** Points between which something on a port hangs. */
export function pointsOf(piping: Piping, ref: PortRef): Ends {
  const station = piping.station(stationOf(ref));
  if (station && station.id === piping.between().id) return pointsOnFirst(piping, station, ref);
  const { sharedLink } = piping;
  // The bars behind the one pump have a flow of their own; what comes back joins where that pump draws from.
  if (sharedLink && ref === sharedLink.to) {
    const { flow, back } = pointsOf(piping, sharedLink.at);
    return sharedLink.pumpOn === 'return' ? { flow, back: 'bar' } : { flow: 'bar', back };
  }
  const port = portOfPlan(piping.plan, ref);
  const point = (level: string) => `stations/${level.replace('#', '/')}`;
  return port ? { flow: point(port.flow), back: point(port.back) } : { flow: 'flow', back: 'back' };
}

/**
 * Where a source takes its water and gives it back: like a feed, from the lower of two waters into the upper one; on a pair of tees of
 * a ring main it takes from the tee that the water meets first.
 */
export function endsOfSource(piping: Piping, branch: SourceBranch): Ends {
  const { flow, back } = pointsOf(piping, branch.at);
  return isOnPair(piping, branch) ? { flow: back, back: flow } : { flow, back };
}

/** Whether a source hangs on a pair of tees, and does not feed the ring. */
export const isOnPair = (piping: Piping, { at }: SourceBranch): boolean =>
  piping.station(stationOf(at))?.kind === 'ring' && portIdOf(at) !== 'feed';

/** Where a branch takes its water and gives it back. */
export const endsOfBranch = (piping: Piping, place: string): Ends => pointsOf(piping, piping.branch(place).at);

/** Ports of a plan where something hangs and stands side by side on the wall, in order, with the places of what hangs there. */
export function alongPorts(piping: Piping): { at: PortRef; places: string[] }[] {
  const groups = new Map<PortRef, string[]>();
  const { plan, sharedLink } = piping;
  const put = (at: PortRef, place: string) => groups.set(at, [...(groups.get(at) ?? []), place]);
  const pairs = ringPairs(piping);
  for (const pair of pairs) groups.set(`${piping.between().id}/${pair}`, []);
  for (const branch of plan.branches) {
    if (branch === sharedLink || (branch.kind === 'source' && !isOnPair(piping, branch))) continue;
    if (branch.kind === 'link' && isEntered(branch)) continue;
    put(sharedLink && branch.at === sharedLink.to ? sharedLink.at : branch.at, branch.place);
  }
  // Pipes to a further station go on from the end of the bars.
  for (const branch of plan.branches) if (branch.kind === 'link' && isEntered(branch)) put(branch.at, branch.place);
  return [...groups].map(([at, places]) => ({ at, places }));
}
