/** Faults of an exam. */
export const EXAM_FAULTS = 5;

/** Beyond all numbers that a single fault is practised by: an exam hides others. */
const BEYOND = 100_000;

/** Number by which one fault of an exam is hidden: the same for everybody who sits it. @param at from 0 */
export const examSeed = (number: number, at: number): number => BEYOND + EXAM_FAULTS * number + at;

/** Points, faults found and minutes of an exam. */
export function totalOf(results: readonly { right: boolean; points: number; minutes: number }[]): {
  points: number;
  found: number;
  minutes: number;
} {
  return results.reduce(
    (sum, { right, points, minutes }) => ({
      points: sum.points + points,
      found: sum.found + (right ? 1 : 0),
      minutes: sum.minutes + minutes,
    }),
    { points: 0, found: 0, minutes: 0 },
  );
}
