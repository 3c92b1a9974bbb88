import type { Floor } from '../../model/emitter.ts';
import type { FluidState } from '../fluid/water.ts';
import { floorLoops } from './floor-loops.ts';

/** Longest over shortest loop up to which loops share their flow without meters: common practice, a tenth. */
export const ALIKE = 1.1;
/** Loops a floor may take beyond what it needs, for the sake of the others. */
const MORE = 4;
/** Lengths tried as the common one. */
const MOST_TRIED = 80;

/** Longest over shortest of some lengths; 1 for none. */
export const spreadOf = (lengths: readonly number[]): number =>
  lengths.length === 0 ? 1 : Math.max(...lengths) / Math.min(...lengths);

/**
 * How many loops each of several floors takes so that all loops of a manifold are as nearly alike as they can be: common
 * practice where no flow meters are wanted. Each length one of the floors could have is tried as the common one; a spread
 * within a tenth counts as alike, and of those the fewest loops win.
 * @param floors with their mass flow in kg/s; a number of loops that is pinned stays
 */
export function equalLoops(floors: readonly { floor: Floor; massFlow: number }[], fluid: FluidState): number[] {
  const options = floors.map(({ floor, massFlow }) => {
    const least = floorLoops(floor, massFlow, fluid);
    const more = floor.loops === 'auto' ? MORE : 0;
    return Array.from({ length: more + 1 }, (_, k) => {
      const count = least.count + k;
      return { count, length: k === 0 ? least.length : floorLoops({ ...floor, loops: count }, massFlow, fluid).length };
    });
  });
  const lengths = options.flatMap((each) => each.map((option) => option.length));
  const step = Math.max(1, Math.ceil(lengths.length / MOST_TRIED));
  let best = options.map((each) => each[0]?.count ?? 1);
  let bestSpread = Number.POSITIVE_INFINITY;
  let bestCount = Number.POSITIVE_INFINITY;
  for (const wanted of lengths.filter((_, i) => i % step === 0)) {
    const picked = options.map((each) =>
      each.reduce((near, option) => (off(option.length, wanted) < off(near.length, wanted) ? option : near)),
    );
    const spread = Math.max(ALIKE, spreadOf(picked.map((option) => option.length)));
    const count = picked.reduce((sum, option) => sum + option.count, 0);
    if (spread < bestSpread - 1e-9 || (spread <= bestSpread + 1e-9 && count < bestCount)) {
      best = picked.map((option) => option.count);
      bestSpread = spread;
      bestCount = count;
    }
  }
  return best;
}

const off = (length: number, wanted: number): number => Math.abs(Math.log(length / wanted));
