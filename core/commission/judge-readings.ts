import type { ReadingQuantity } from '../../model/book/entry.ts';
import type { ExpectedReadings } from './expected-readings.ts';
import { solveSymmetric } from './solve-symmetric.ts';
import type { UncertainThing } from './uncertain-things.ts';

/** One reading as it is held against the plant. */
export interface TakenReading {
  /** Id of its entry. */
  id: string;
  key: string;
  quantity: ReadingQuantity;
  value: number;
  /** Standard deviation of the instrument. */
  error: number;
}

export type Grade = 'as expected' | 'doubtful' | 'out' | 'unknown';

/** What a reading says. */
export interface Judged {
  id: string;
  key: string;
  value: number;
  /** What was expected, with what the shared causes move taken off; null where the plant shows nothing there. */
  expected: number | null;
  /** Standard deviation of plant and instrument together. */
  sigma: number;
  /** How far out, in standard deviations. */
  off: number;
  grade: Grade;
}

/** Something shared that the readings of one state tell together. */
export interface SharedCause {
  id: string;
  label: string;
  what: UncertainThing['what'];
  /** How far it is off: K, Pa, or a factor. */
  amount: number;
  /** In standard deviations of what is usual, and how sure that is. */
  by: number;
  sigma: number;
}

/** Within two standard deviations a reading is as expected, within three it is doubtful: one in twenty, and one in four hundred. */
const AS_EXPECTED = 2;
const DOUBTFUL = 3;
/** A shared cause is told from so many readings on, so far off, and so far beyond its own doubt. */
const LEAST_READINGS = 3;
const TOLD_BEYOND = 1.5;

export const gradeOf = (off: number): Grade =>
  Math.abs(off) <= AS_EXPECTED ? 'as expected' : Math.abs(off) <= DOUBTFUL ? 'doubtful' : 'out';

/** Whether a thing moves more than one loop or one circuit's own part. */
const isShared = ({ loops }: UncertainThing): boolean => loops.length === 0;

/**
 * Holds readings of one state against what the plant shows in it. What moves all of them alike (the source sends less, the filling is
 * higher) is found first and taken off, so that it is said once and not of each. For each reading that is done without itself, so that
 * it cannot excuse its own error: generalised least squares with everything uncertain as its prior.
 */
export function judgeReadings(
  readings: readonly TakenReading[],
  expected: ExpectedReadings,
): { judged: Judged[]; causes: SharedCause[] } {
  const known = readings.filter(({ key }) => expected.readings.has(key));
  const shared = expected.things.filter(isShared);
  const effects = known.map(({ key }) => shared.map(({ id }) => expected.moves.get(id)?.get(key) ?? 0));
  const rest = known.map(({ key, error }, i) => {
    const { sigma } = expected.readings.get(key) as { sigma: number };
    const ofShared = (effects[i] as number[]).reduce((sum, move) => sum + move * move, 0);
    return Math.max(sigma * sigma - ofShared, 0) + error * error;
  });
  const gaps = known.map(({ key, value }) => value - (expected.readings.get(key) as { value: number }).value);
  // A reading that is far out on its own must not bend the others: the weight of each falls with how far out it stays.
  const weights = known.map(() => 1);
  let whole = fitShared(effects, gaps, rest, weights);
  for (let round = 0; round < 6; round++) {
    known.forEach((_, i) => {
      const left = (gaps[i] as number) - dot(effects[i] as number[], whole.mean);
      const off = Math.abs(left) / Math.sqrt(rest[i] as number);
      weights[i] = off <= AS_EXPECTED ? 1 : (AS_EXPECTED / off) ** 2;
    });
    whole = fitShared(effects, gaps, rest, weights);
  }
  const byId = new Map<string, Judged>();
  known.forEach(({ id, key, value }, i) => {
    const without = fitShared(
      effects.filter((_, k) => k !== i),
      gaps.filter((_, k) => k !== i),
      rest.filter((_, k) => k !== i),
      weights.filter((_, k) => k !== i),
    );
    const own = effects[i] as number[];
    const shifted = (expected.readings.get(key) as { value: number }).value + dot(own, without.mean);
    const sigma = Math.sqrt((rest[i] as number) + quadratic(own, without.covariance));
    const off = (value - shifted) / sigma;
    byId.set(id, { id, key, value, expected: shifted, sigma, off, grade: gradeOf(off) });
  });
  const judged = readings.map(
    ({ id, key, value, error }): Judged =>
      byId.get(id) ?? { id, key, value, expected: null, sigma: error, off: 0, grade: 'unknown' },
  );
  const causes =
    known.length < LEAST_READINGS
      ? []
      : shared.flatMap((thing, k): SharedCause[] => {
          const by = whole.mean[k] as number;
          const sigma = Math.sqrt(whole.covariance[k]?.[k] ?? 1);
          if (Math.abs(by) < TOLD_BEYOND || Math.abs(by) < 2 * sigma) return [];
          return [{ id: thing.id, label: thing.label, what: thing.what, amount: thing.amount(by), by, sigma }];
        });
  return { judged, causes: causes.sort((a, b) => Math.abs(b.by) - Math.abs(a.by)) };
}

const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((sum, each, i) => sum + each * (b[i] ?? 0), 0);
const quadratic = (a: readonly number[], matrix: readonly (readonly number[])[]): number =>
  a.reduce((sum, each, i) => sum + each * dot(matrix[i] ?? [], a), 0);

/** Mean and covariance of what is shared: prior of one standard deviation each, (H' W H + I) z = H' W d. */
function fitShared(effects: number[][], gaps: number[], variances: number[], weights: number[]) {
  const count = effects[0]?.length ?? 0;
  const matrix = Array.from({ length: count }, (_, a) => Array.from({ length: count }, (_, b) => (a === b ? 1 : 0)));
  const right = new Array<number>(count).fill(0);
  effects.forEach((row, i) => {
    const weight = (weights[i] as number) / (variances[i] as number);
    for (let a = 0; a < count; a++) {
      const scaled = weight * (row[a] as number);
      if (scaled === 0) continue;
      right[a] = (right[a] as number) + scaled * (gaps[i] as number);
      const line = matrix[a] as number[];
      for (let b = 0; b < count; b++) line[b] = (line[b] as number) + scaled * (row[b] as number);
    }
  });
  return solveSymmetric(matrix, right);
}
