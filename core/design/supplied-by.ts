import type { Figure } from '../figure/figure.ts';
import type { Piping } from '../piping/piping.ts';
import { portIdOf, stationOf } from '../plan/plan.ts';
import type { Design } from './design.ts';
import { pairOf } from './points.ts';

/** What comes to a branch on a pair of tees or beyond a further station, by a whole design; undefined for one right behind the first. */
export function suppliedBy(
  { source, stations }: Pick<Design, 'source' | 'stations'>,
  piping: Piping,
  place: string,
): Figure | undefined {
  const { at } = piping.branch(place);
  const beyond = stations.find(({ id }) => id === stationOf(at));
  if (beyond) return beyond.pairs.find(({ id }) => id === portIdOf(at))?.supply ?? beyond.supply;
  return source?.pairs[pairOf(piping, place)]?.supply;
}
