/**
 * Solves A x = b for a symmetric matrix that is positive definite, by Cholesky's method.
 * @param matrix n by n @param right n
 * @returns x; the inverse of A, the covariance of an estimate whose normal equations these are; the logarithm of A's determinant
 */
export function solveSymmetric(
  matrix: readonly (readonly number[])[],
  right: readonly number[],
): { mean: number[]; covariance: number[][]; logDeterminant: number } {
  const n = right.length;
  const lower = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i]?.[j] ?? 0;
      for (let k = 0; k < j; k++) sum -= (lower[i]?.[k] as number) * (lower[j]?.[k] as number);
      (lower[i] as number[])[j] = i === j ? Math.sqrt(Math.max(sum, 1e-300)) : sum / (lower[j]?.[j] as number);
    }
  }
  const solve = (of: readonly number[]): number[] => {
    const y = new Array<number>(n).fill(0);
    for (let i = 0; i < n; i++) {
      let sum = of[i] as number;
      for (let k = 0; k < i; k++) sum -= (lower[i]?.[k] as number) * (y[k] as number);
      y[i] = sum / (lower[i]?.[i] as number);
    }
    const x = new Array<number>(n).fill(0);
    for (let i = n - 1; i >= 0; i--) {
      let sum = y[i] as number;
      for (let k = i + 1; k < n; k++) sum -= (lower[k]?.[i] as number) * (x[k] as number);
      x[i] = sum / (lower[i]?.[i] as number);
    }
    return x;
  };
  const unit = (i: number) => right.map((_, k) => (k === i ? 1 : 0));
  const logDeterminant = lower.reduce((sum, row, i) => sum + 2 * Math.log(row[i] as number), 0);
  return { mean: solve(right), covariance: right.map((_, i) => solve(unit(i))), logDeterminant };
}
