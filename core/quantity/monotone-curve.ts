/** A smooth curve through points, with its slope. */
export interface Curve {
  at(x: number): number;
  slopeAt(x: number): number;
}

/**
 * Smooth monotone curve through points: cubic Hermite with the slopes of Fritsch & Butland (1984), which never
 * overshoots, so a falling pump curve stays falling. Outside the points it keeps its end value.
 * @param xs rising @param ys same length
 */
export function monotoneCurve(xs: readonly number[], ys: readonly number[]): Curve {
  const n = xs.length;
  const width = (i: number) => (xs[i + 1] as number) - (xs[i] as number);
  const secant = (i: number) => ((ys[i + 1] as number) - (ys[i] as number)) / width(i);
  const slopes = xs.map((_, i) => {
    if (i === 0) return secant(0);
    if (i === n - 1) return secant(n - 2);
    const before = secant(i - 1);
    const after = secant(i);
    if (before * after <= 0) return 0;
    const share = (width(i - 1) + 2 * width(i)) / (3 * (width(i - 1) + width(i)));
    return (before * after) / (share * after + (1 - share) * before);
  });
  const pieceOf = (x: number): number => {
    let i = 0;
    while (i < n - 2 && x > (xs[i + 1] as number)) i++;
    return i;
  };
  return {
    at(x) {
      if (x <= (xs[0] as number)) return ys[0] as number;
      if (x >= (xs[n - 1] as number)) return ys[n - 1] as number;
      const i = pieceOf(x);
      const w = width(i);
      const s = (x - (xs[i] as number)) / w;
      return (
        (1 + 2 * s) * (1 - s) ** 2 * (ys[i] as number) +
        s * (1 - s) ** 2 * w * (slopes[i] as number) +
        s * s * (3 - 2 * s) * (ys[i + 1] as number) +
        s * s * (s - 1) * w * (slopes[i + 1] as number)
      );
    },
    slopeAt(x) {
      if (x < (xs[0] as number) || x > (xs[n - 1] as number)) return 0;
      const i = pieceOf(x);
      const w = width(i);
      const s = (x - (xs[i] as number)) / w;
      return (
        6 * s * (1 - s) * secant(i) + (1 - s) * (1 - 3 * s) * (slopes[i] as number) + s * (3 * s - 2) * (slopes[i + 1] as number)
      );
    },
  };
}
