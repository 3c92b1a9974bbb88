import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COMPONENTS } from '../../model/job.ts';
import { drawParts } from './parts-along.ts';
import type { Point, Sheet } from './sheet.ts';

const empty = (): Sheet => ({
  width: 0,
  height: 0,
  pipes: [],
  symbols: [],
  parts: [],
  tags: [],
  houses: [],
  gauges: [],
  flows: [],
  trees: [],
});
const UP: [Point, Point] = [
  [10, 200],
  [10, 130],
];

describe('parts along a pipe', () => {
  it('stand in the order the water meets them, from where they begin', () => {
    const sheet = empty();
    drawParts(sheet, 'p', ['isolating-valve', 'vent'], UP);
    expect(sheet.parts.map((part) => part.part)).toEqual(['isolating-valve', 'vent']);
    expect(sheet.parts[0]?.at).toEqual([10, 200]);
    expect(sheet.parts[1]?.at[1]).toBeLessThan(200);
    expect(sheet.parts.every((part) => part.upright)).toBe(true);
  });

  it('gather at the end of a return, the last of them at the bar', () => {
    const sheet = empty();
    drawParts(sheet, 'p', ['purge-valve', 'isolating-valve'], UP, 'end');
    expect(sheet.parts.at(-1)?.at).toEqual([10, 130]);
  });

  it('leave out mere pieces of pipe, and nothing at all where there are no parts', () => {
    const sheet = empty();
    drawParts(sheet, 'p', ['bend', 'elbow', 'tee-branch'], UP);
    drawParts(sheet, 'p', [], UP);
    expect(sheet.parts).toEqual([]);
  });

  it('never cover each other however many there are, and stay on their stretch', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...COMPONENTS), { minLength: 1, maxLength: 20 }),
        fc.integer({ min: 60, max: 300 }),
        fc.boolean(),
        fc.constantFrom('start' as const, 'end' as const),
        (parts, length, upright, end) => {
          const sheet = empty();
          const to: Point = upright ? [0, length] : [length, 0];
          drawParts(sheet, 'p', parts, [[0, 0], to], end);
          const along = sheet.parts.map((part) => part.at[upright ? 1 : 0]);
          for (const at of along) {
            expect(at).toBeGreaterThanOrEqual(-1e-9);
            expect(at).toBeLessThanOrEqual(length + 1e-9);
          }
          for (let i = 1; i < along.length; i++) {
            const gap = (along[i] as number) - (along[i - 1] as number);
            expect(gap).toBeGreaterThanOrEqual((sheet.parts[i]?.size ?? 0) + 1.9);
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});
