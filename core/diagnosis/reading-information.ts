import { logSum, NORMAL_FIVE } from './gauss.ts';
import type { Foreseen, Likely } from './likely.ts';

/**
 * A quick sum of what a reading tells: the entropy of one normal distribution as wide as all hypotheses together, less the mean of their
 * own. It is never less than what the reading tells of them.
 */
export function spread(likely: readonly Likely[], seen: readonly (Foreseen | null)[]): number {
  let [weight, mean, squares, own] = [0, 0, 0, 0];
  likely.forEach(({ chance }, h) => {
    const of = seen[h];
    if (!of) return;
    weight += chance;
    mean += chance * of.mean;
    squares += chance * (of.mean * of.mean + of.sigma * of.sigma);
    own += chance * Math.log(of.sigma * of.sigma);
  });
  if (weight <= 0) return 0;
  mean /= weight;
  return 0.5 * (Math.log(Math.max(squares / weight - mean * mean, 1e-30)) - own / weight);
}

/** Mean nats that a reading tells of which sort it is. */
export function informationOf(likely: readonly Likely[], seen: readonly (Foreseen | null)[]): number {
  const sorts = [...new Set(likely.map(({ sort }) => sort))];
  const known = likely.flatMap(({ sort, chance }, h) => {
    const of = seen[h];
    return of ? [{ at: sorts.indexOf(sort), chance, mean: of.mean, sigma: of.sigma }] : [];
  });
  const parts = new Float64Array(sorts.length);
  for (const { at, chance } of known) parts[at] = (parts[at] as number) + chance;
  const whole = known.reduce((sum, { chance }) => sum + chance, 0);
  if (whole <= 0) return 0;
  const entropy = (sum: number): number => {
    let total = 0;
    for (const part of parts) if (part > 0) total -= (part / sum) * Math.log(part / sum);
    return total;
  };
  const before = entropy(whole);
  let after = 0;
  for (const { chance, mean, sigma } of known) {
    for (const [node, weight] of NORMAL_FIVE) {
      const value = mean + node * sigma;
      parts.fill(0);
      let sum = 0;
      for (const other of known) {
        const off = (value - other.mean) / other.sigma;
        const part = (other.chance * Math.exp(-0.5 * Math.min(off * off, 60))) / other.sigma;
        parts[other.at] = (parts[other.at] as number) + part;
        sum += part;
      }
      if (sum > 0) after += (chance / whole) * weight * entropy(sum);
    }
  }
  return Math.max(before - after, 0);
}

/** Squared distance beyond which readings are as far apart as can be, each. */
const FAR = 60;

/**
 * Mean nats that several readings together tell of which sort it is: for each hypothesis that all show what it says, with twice their
 * spread for the noise of both. They are taken as independent once what is known already is allowed for.
 * @param seen what each reading would show, by hypothesis
 */
export function roundInformation(
  likely: readonly Pick<Likely, 'sort' | 'chance'>[],
  seen: readonly (readonly (Foreseen | null)[])[],
): number {
  const known = likely.flatMap(({ sort, chance }, h) => {
    const of = seen[h] as readonly (Foreseen | null)[];
    return of.every((each) => each !== null) ? [{ sort, chance, of: of as readonly Foreseen[] }] : [];
  });
  const sorts = [...new Set(known.map(({ sort }) => sort))];
  const index = known.map(({ sort }) => sorts.indexOf(sort));
  const whole = known.reduce((sum, { chance }) => sum + chance, 0);
  if (whole <= 0) return 0;
  const entropy = (parts: Float64Array): number => {
    let total = 0;
    for (const part of parts) if (part > 0) total -= part * Math.log(part);
    return total;
  };
  const parts = new Float64Array(sorts.length);
  known.forEach(({ chance }, h) => {
    parts[index[h] as number] = (parts[index[h] as number] as number) + chance / whole;
  });
  const before = entropy(parts);
  let after = 0;
  const logs = new Array<number>(known.length);
  for (const { chance, of } of known) {
    known.forEach((other, k) => {
      let log = Math.log(other.chance);
      for (let i = 0; i < of.length; i++) {
        const [here, there] = [of[i] as Foreseen, other.of[i] as Foreseen];
        const wide = 2 * there.sigma * there.sigma;
        log -= 0.5 * Math.min((here.mean - there.mean) ** 2 / wide, FAR) + Math.log(there.sigma);
      }
      logs[k] = log;
    });
    const all = logSum(logs);
    parts.fill(0);
    logs.forEach((log, k) => {
      parts[index[k] as number] = (parts[index[k] as number] as number) + Math.exp(log - all);
    });
    after += (chance / whole) * entropy(parts);
  }
  return Math.max(before - after, 0);
}
