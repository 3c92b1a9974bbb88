/** Median time in ms of a piece of work, run a few times unmeasured before. */
export function medianOf(work: () => void, times: number, warmUp = times): number {
  for (let i = 0; i < warmUp; i++) work();
  const took: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    work();
    took.push(performance.now() - start);
  }
  return took.sort((a, b) => a - b)[times >> 1] as number;
}

/** The middle of a list; 0 of an empty one. */
export const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;
