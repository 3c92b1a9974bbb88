/**
 * Solves a small dense system A x = b by elimination with the largest pivot of each column. Source: any textbook of linear algebra.
 * @param rows of A, n of n @param right b, n
 * @returns x, n; numbers that are none where A has no inverse
 */
export function solveLinear(rows: readonly (readonly number[])[], right: readonly number[]): number[] {
  const n = right.length;
  const a = rows.map((row, i) => [...row, right[i] as number]);
  for (let column = 0; column < n; column++) {
    let best = column;
    for (let i = column + 1; i < n; i++) if (Math.abs(a[i]?.[column] as number) > Math.abs(a[best]?.[column] as number)) best = i;
    [a[column], a[best]] = [a[best] as number[], a[column] as number[]];
    const pivot = a[column] as number[];
    for (let i = column + 1; i < n; i++) {
      const row = a[i] as number[];
      const times = (row[column] as number) / (pivot[column] as number);
      if (times !== 0) for (let j = column; j <= n; j++) row[j] = (row[j] as number) - times * (pivot[j] as number);
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    const row = a[i] as number[];
    let rest = row[n] as number;
    for (let j = i + 1; j < n; j++) rest -= (row[j] as number) * (x[j] as number);
    x[i] = rest / (row[i] as number);
  }
  return x;
}
