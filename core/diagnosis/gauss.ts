/** Nodes and weights of five-point Gauss-Hermite quadrature for a normal distribution: Abramowitz and Stegun, table 25.10. */
export const NORMAL_FIVE: readonly (readonly [node: number, weight: number])[] = [
  [-2.856970013872806, 0.011257411327720688],
  [-1.355626179974266, 0.2220759220056126],
  [0, 0.5333333333333333],
  [1.355626179974266, 0.2220759220056126],
  [2.856970013872806, 0.011257411327720688],
];

/** Degrees of freedom of the readings' distribution: now and then one is far out. */
const DEGREES = 4;
/** ln of gamma(5/2) / (gamma(2) sqrt(4 pi)). */
const NORMALISED = Math.log(1.329340388179137 / Math.sqrt(DEGREES * Math.PI));

/** Logarithm of the density of Student's t with four degrees of freedom. @param off in scales @param scale of the distribution */
export const logStudent = (off: number, scale: number): number =>
  NORMALISED - Math.log(scale) - ((DEGREES + 1) / 2) * Math.log1p((off * off) / DEGREES);

/** Logarithm of a sum of exponentials, without overflow. */
export function logSum(values: readonly number[]): number {
  let most = Number.NEGATIVE_INFINITY;
  for (const value of values) if (value > most) most = value;
  if (most === Number.NEGATIVE_INFINITY) return most;
  let sum = 0;
  for (const value of values) sum += Math.exp(value - most);
  return most + Math.log(sum);
}

/**
 * Readings that belong together, one after the other: each is held against what is left to expect once those before it are known. Rows of
 * Cholesky's factor, grown by one a reading.
 */
export class Chain {
  private readonly rows: number[][] = [];
  /** Of each reading so far, how far out it was in its own scale. */
  private readonly off: number[] = [];
  /** Logarithm of how likely all readings so far are. */
  log = 0;

  /**
   * What is left to expect of another reading.
   * @param covariance with each reading so far @param variance its own
   * @returns what the mean moves by, and the standard deviation left
   */
  next(covariance: readonly number[], variance: number): { move: number; sigma: number; row: number[] } {
    const row: number[] = [];
    let move = 0;
    let left = variance;
    for (let i = 0; i < this.rows.length; i++) {
      const above = this.rows[i] as number[];
      let sum = covariance[i] as number;
      for (let k = 0; k < i; k++) sum -= (above[k] as number) * (row[k] as number);
      const value = sum / (above[i] as number);
      row.push(value);
      move += value * (this.off[i] as number);
      left -= value * value;
    }
    return { move, sigma: Math.sqrt(Math.max(left, 1e-9 * variance)), row };
  }

  /** Takes a reading in. @param gap what was read less what the hypothesis says, before anything else was known */
  take(gap: number, covariance: readonly number[], variance: number): void {
    const { move, sigma, row } = this.next(covariance, variance);
    const off = (gap - move) / sigma;
    this.log += logStudent(off, sigma);
    // One that is far out bends no other.
    this.off.push(Math.sign(off) * Math.min(Math.abs(off), MOST_OFF));
    row.push(sigma);
    this.rows.push(row);
  }
}

/** Scales from which a reading says no more of others. */
const MOST_OFF = 3;
