import { describe, expect, it } from 'vitest';
import { normalOf } from '../quantity/normal.fixture.ts';
import { seededNumbers } from '../quantity/seeded.ts';
import { judgeMakeUpWater, type WaterAdded, waterWords } from './make-up-water.ts';

/** A plant of 180 L, made up: air of 1 to 5 % of it leaves within days, and perhaps something leaks. */
function feeder(seed: number, leak: number, days: number, every: number): WaterAdded[] {
  const next = seededNumbers(seed * 104_729 + 7);
  const normal = normalOf(next);
  const air = 180 * (0.01 + 0.04 * next());
  const tau = 4 + 14 * next();
  const added: WaterAdded[] = [];
  for (let from = 0; from + every <= days + 1e-9; from += every) {
    const to = from + every;
    const litres = air * (Math.exp(-from / tau) - Math.exp(-to / tau)) + leak * every;
    added.push({ from, to, litres: Math.max(litres + 0.15 * normal(), 0), error: 0.15 });
  }
  return added;
}
const found = (leak: number, days: number, every: number) => {
  let count = 0;
  for (let seed = 1; seed <= 400; seed++) if (judgeMakeUpWater(feeder(seed, leak, days, every)).verdict === 'leaks') count++;
  return count / 400;
};

// Simulated feeders, 400 each, seeded: no plant of anybody's.
describe('purging told from leaking', () => {
  it('false alarms in at most 1.5 of a hundred', () => {
    expect(found(0, 60, 7)).toBeLessThanOrEqual(0.015);
    expect(found(0, 120, 14)).toBeLessThanOrEqual(0.015);
  });

  it('0.1 L a day is found in 60 of a hundred after 60 days, and in 99 after 120', () => {
    expect(found(0.1, 60, 7)).toBeGreaterThanOrEqual(0.6);
    expect(found(0.1, 120, 14)).toBeGreaterThanOrEqual(0.99);
  });

  it('says too early below five readings, with what it could be at most', () => {
    const verdict = judgeMakeUpWater(feeder(3, 0, 21, 7));
    expect(verdict.verdict).toBe('too early');
    expect(waterWords(verdict, (litres) => `${litres.toFixed(2)} L`)).toMatch(
      /3 readings so far: too early .* at most [\d.]+ L a day/,
    );
  });

  it('a bound that holds: the true leak lies below it in 19 of 20', () => {
    let below = 0;
    for (let seed = 1; seed <= 200; seed++) if (judgeMakeUpWater(feeder(seed, 0.05, 90, 7)).atMost >= 0.05) below++;
    expect(below / 200).toBeGreaterThanOrEqual(0.93);
  });
});
