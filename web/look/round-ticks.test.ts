import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { roundAxis, roundTicks, tickPlaces } from './round-ticks.ts';

const axis = fc
  .tuple(fc.double({ min: -500, max: 5000, noNaN: true }), fc.double({ min: 0.01, max: 5000, noNaN: true }))
  .map(([from, span]) => [from, from + span] as const);

describe('marks of an axis', () => {
  it('stand where a person would put them', () => {
    expect(roundTicks(-9, 16)).toEqual([-5, 0, 5, 10, 15]);
    expect(roundTicks(0, 2890)).toEqual([0, 500, 1000, 1500, 2000, 2500]);
    expect(roundTicks(0, 0.9, 5)).toEqual([0, 0.2, 0.4, 0.6, 0.8]);
    expect(roundTicks(38, 55, 4)).toEqual([40, 45, 50, 55]);
  });

  it('are round, within the axis, and at least one', () => {
    fc.assert(
      fc.property(axis, ([from, to]) => {
        const ticks = roundTicks(from, to);
        expect(ticks.length).toBeGreaterThan(0);
        expect(ticks.length).toBeLessThanOrEqual(7);
        for (const tick of ticks) {
          expect(tick).toBeGreaterThanOrEqual(from - 1e-6 * (to - from));
          expect(tick).toBeLessThanOrEqual(to + 1e-6 * (to - from));
        }
      }),
    );
  });

  it('brought out, the ends are marks and hold all there is', () => {
    fc.assert(
      fc.property(axis, ([from, to]) => {
        const { domain, ticks } = roundAxis(from, to);
        expect(domain[0]).toBeLessThanOrEqual(from + 1e-6 * (to - from));
        expect(domain[1]).toBeGreaterThanOrEqual(to - 1e-6 * (to - from));
        expect(ticks[0]).toBeCloseTo(domain[0], 6);
        expect(ticks.at(-1)).toBeCloseTo(domain[1], 6);
        expect(ticks.length).toBeLessThanOrEqual(9);
      }),
    );
    expect(roundAxis(31.2, 54.9)).toEqual({ domain: [30, 55], ticks: [30, 35, 40, 45, 50, 55] });
  });

  it('are written with as many places as tell them apart', () => {
    expect(tickPlaces([0, 0.5, 1])).toBe(1);
    expect(tickPlaces([0, 0.02])).toBe(2);
    expect(tickPlaces([0, 500])).toBe(0);
  });
});
