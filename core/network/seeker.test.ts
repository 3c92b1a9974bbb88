import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Seeker } from './seeker.ts';

/** Steps a seeker takes to bring a rising answer within 1e-6 of what is wanted. */
function seek(answer: (setting: number, step: number) => number, wanted: number, from: number, expected: number): number {
  const seeker = new Seeker();
  let setting = from;
  for (let step = 1; step <= 100; step++) {
    const found = answer(setting, step);
    if (Math.abs(found - wanted) < 1e-6) return step;
    setting = seeker.next(setting, found, wanted, expected);
  }
  return Number.POSITIVE_INFINITY;
}

describe('seeking a setting', () => {
  it('takes a straight answer in two steps', () => {
    expect(seek((x) => 3 * x + 1, 7, 0, 3)).toBe(2);
    expect(seek((x) => 3 * x + 1, 4, 0, 1)).toBeLessThanOrEqual(4);
  });

  it('finds any rising answer whose slope is guessed within a factor of five', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        fc.double({ min: -4, max: 4, noNaN: true }),
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        (steepness, root, guess) => {
          const answer = (x: number) => 50 / (1 + Math.exp(-steepness * (x - root)));
          expect(seek(answer, 25, 0, guess * 12.5 * steepness)).toBeLessThan(100);
        },
      ),
      { numRuns: 2000, examples: [[10.062393544135372, 0.015563964814050021, 0.47663392939740773]] },
    );
  });

  it('lets go of a bracket when the plant moves below it', () => {
    // The root jumps from 1 to 3 after a few steps, as when another valve opens.
    expect(seek((x, step) => x - (step < 6 ? 1 : 3), 0, 0, 0.4)).toBeLessThan(40);
  });

  it('forgets when told, and tells the ends of its bracket', () => {
    const seeker = new Seeker();
    seeker.next(0, 1, 5, 1);
    seeker.next(10, 9, 5, 1);
    expect([seeker.tooLittleAt, seeker.tooMuchAt]).toEqual([0, 10]);
    seeker.forget();
    expect([seeker.tooLittleAt, seeker.tooMuchAt]).toEqual([null, null]);
  });
});
