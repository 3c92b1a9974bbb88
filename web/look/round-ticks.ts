/**
 * Where an axis is marked: at 1, 2 or 5 times a power of ten, so that every mark is a round number.
 * @param from @param to ends of the axis, in the unit that is shown
 * @param most how many marks have room
 * @returns the marks from the lowest up; the ends only where they are round
 */
export function roundTicks(from: number, to: number, most = 6): number[] {
  const span = to - from;
  if (!(span > 0) || !Number.isFinite(span)) return [from];
  const power = 10 ** Math.floor(Math.log10(span / most));
  const step = ([1, 2, 5, 10].find((each) => span / (each * power) <= most) ?? 10) * power;
  const first = Math.ceil(from / step - 1e-9);
  const last = Math.floor(to / step + 1e-9);
  // Multiples of the step, not sums of it: 0.1 three times is 0.3.
  return Array.from({ length: last - first + 1 }, (_, i) => Number(((first + i) * step).toPrecision(12)));
}

/** Ends of an axis brought out to its round marks. @returns the ends and the marks between them, ends included */
export function roundAxis(from: number, to: number, most = 6): { domain: [number, number]; ticks: number[] } {
  const step = (ticks: readonly number[]) => (ticks.length > 1 ? (ticks[1] as number) - (ticks[0] as number) : 0);
  const inner = roundTicks(from, to, most);
  const wide = step(inner) || 1;
  const domain: [number, number] = [Math.floor(from / wide + 1e-9) * wide, Math.ceil(to / wide - 1e-9) * wide];
  const whole = domain.map((each) => Number(each.toPrecision(12))) as [number, number];
  const count = Math.round((whole[1] - whole[0]) / wide);
  return { domain: whole, ticks: Array.from({ length: count + 1 }, (_, i) => Number((whole[0] + i * wide).toPrecision(12))) };
}

/** Decimal places that tell the marks of an axis apart. */
export const tickPlaces = (ticks: readonly number[]): number => {
  const step = ticks.length > 1 ? Math.abs((ticks[1] as number) - (ticks[0] as number)) : 1;
  return Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
};
