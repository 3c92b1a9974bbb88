import { describe, expect, it } from 'vitest';
import { EXAM_FAULTS, examSeed, totalOf } from './exam.ts';

describe('an exam', () => {
  it('hides others than any single number does, and no two exams share one', () => {
    const seeds = [1, 2, 3, 9998, 9999].flatMap((number) => Array.from({ length: EXAM_FAULTS }, (_, at) => examSeed(number, at)));
    expect(new Set(seeds).size).toBe(seeds.length);
    for (const seed of seeds) expect(seed).toBeGreaterThan(9999);
  });

  it('adds up points, faults found and minutes', () => {
    const of = (right: boolean, points: number, minutes: number) => ({ right, points, minutes });
    expect(totalOf([of(true, 100, 4), of(false, 0, 12), of(true, 63, 9)])).toEqual({ points: 163, found: 2, minutes: 25 });
    expect(totalOf([])).toEqual({ points: 0, found: 0, minutes: 0 });
  });
});
