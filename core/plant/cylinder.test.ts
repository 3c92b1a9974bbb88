import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_CYLINDER } from '../../model/new-job.ts';
import { coilHeat, reheatTime } from './cylinder.ts';

const CAPACITY = 200 * 4180;

describe('a coil in a store', () => {
  it('gives its rating at its rating', () => {
    const k = coilHeat(USUAL_CYLINDER);
    expect(k * (80 - 45)).toBeCloseTo(24_000, 6);
  });

  it('gives nothing by a rating that is none', () => {
    expect(coilHeat({ ...USUAL_CYLINDER, coilStore: 60 })).toBe(0);
    expect(coilHeat({ ...USUAL_CYLINDER, coilReturn: 80 })).toBe(0);
  });
});

describe('the time to reheat', () => {
  // Energy balance by hand: 200 L from 10 to 50 °C are 9.29 kWh; 10 kW take 56 min as long as the coil keeps up.
  it('is energy over power while the source sets the pace', () => {
    expect(reheatTime(10, 50, 90, 1000, 10_000, CAPACITY) / 60).toBeCloseTo(55.7, 1);
  });

  // First-order lag, exact: with boundless power T_f - T falls by e each C / k seconds.
  it('is that of a first-order lag while the coil sets it', () => {
    expect(reheatTime(10, 60 - 50 / Math.E, 60, 400, 1e9, CAPACITY)).toBeCloseTo(CAPACITY / 400, 6);
  });

  it('agrees with small steps of time, whichever sets the pace', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 45, max: 80, noNaN: true }),
        fc.double({ min: 150, max: 1500, noNaN: true }),
        fc.double({ min: 2000, max: 30_000, noNaN: true }),
        (flow, k, power) => {
          const to = flow - 4;
          let temperature = 10;
          let time = 0;
          while (temperature < to) {
            temperature += (Math.min(power, k * (flow - temperature)) * 2) / CAPACITY;
            time += 2;
          }
          expect(reheatTime(10, to, flow, k, power, CAPACITY) / time).toBeCloseTo(1, 1);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('never ends with water no warmer than the store', () => {
    expect(reheatTime(10, 50, 50, 500, 9000, CAPACITY)).toBe(Number.POSITIVE_INFINITY);
    expect(reheatTime(10, 50, 60, 0, 9000, CAPACITY)).toBe(Number.POSITIVE_INFINITY);
    expect(reheatTime(50, 50, 40, 500, 9000, CAPACITY)).toBe(0);
  });
});
