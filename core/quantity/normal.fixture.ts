/** Normally distributed numbers, mean 0 and deviation 1, from numbers between 0 and 1 (Box and Muller). */
export const normalOf =
  (next: () => number): (() => number) =>
  () =>
    Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
