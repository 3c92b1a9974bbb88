import type { ExpectedReadings } from './expected-readings.ts';
import type { TakenReading } from './judge-readings.ts';
import { solveSymmetric } from './solve-symmetric.ts';

/** An instrument that lies this far counts no further: one bad reading does not settle what lies in a wall. */
const MOST_OFF = 4;

/**
 * Logarithm of how likely readings of one state are with a plant as drawn: everything uncertain of it moves by its usual spread, shared
 * between readings as the plant shares it. Covariance R + H H', by the matrix determinant and inversion lemmas.
 */
export function logLikelihood(readings: readonly TakenReading[], expected: ExpectedReadings): number {
  const known = readings.flatMap((reading) => {
    const shown = expected.readings.get(reading.key);
    return shown ? [{ ...reading, gap: reading.value - shown.value, sigma: Math.hypot(shown.sigma, reading.error) }] : [];
  });
  if (known.length === 0) return 0;
  const things = expected.things.filter(({ id }) => known.some(({ key }) => expected.moves.get(id)?.get(key)));
  const effects = known.map(({ key }) => things.map(({ id }) => expected.moves.get(id)?.get(key) ?? 0));
  const gaps = known.map(({ gap, sigma }) => Math.sign(gap) * Math.min(Math.abs(gap), MOST_OFF * sigma));
  const variances = known.map(({ error }) => error * error);
  const matrix = things.map((_, a) =>
    things.map((__, b) =>
      known.reduce(
        (sum, ___, i) => sum + ((effects[i]?.[a] ?? 0) * (effects[i]?.[b] ?? 0)) / (variances[i] as number),
        a === b ? 1 : 0,
      ),
    ),
  );
  const right = things.map((_, a) =>
    known.reduce((sum, __, i) => sum + ((effects[i]?.[a] ?? 0) * (gaps[i] as number)) / (variances[i] as number), 0),
  );
  const { mean, logDeterminant } = solveSymmetric(matrix, right);
  const plain = gaps.reduce((sum, gap, i) => sum + (gap * gap) / (variances[i] as number), 0);
  const explained = right.reduce((sum, each, a) => sum + each * (mean[a] as number), 0);
  const spread = variances.reduce((sum, variance) => sum + Math.log(variance), 0) + logDeterminant;
  return -0.5 * (plain - explained + spread + known.length * Math.log(2 * Math.PI));
}
