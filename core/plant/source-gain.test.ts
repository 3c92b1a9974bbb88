import { describe, expect, it } from 'vitest';
import { newJob } from '../../model/new-job.ts';
import { defaultCop, defaultHeatPump, frostShare } from './default-heat-pump.ts';
import { drawnFrom } from './heat-pump.ts';
import { copOf, sourceGain } from './source-gain.ts';

const base = newJob('').source;
const air = { ...base, kind: 'heat-pump' as const };
const ground = { ...base, kind: 'ground-heat-pump' as const };

describe('the default heat pump', () => {
  // COP of common air and ground sources at the rating points of EN 14511, from memory: a band, not a product.
  it.each([
    ['air', 7, 35, 3.6, 5],
    ['air', 2, 35, 2.9, 4],
    ['air', -7, 35, 2.4, 3.3],
    ['air', 7, 45, 2.9, 3.9],
    ['air', 7, 55, 2.4, 3.2],
    ['air', -7, 55, 1.7, 2.5],
    ['ground', 0, 35, 3.9, 4.9],
    ['ground', 0, 45, 3, 3.8],
    ['ground', 0, 55, 2.5, 3.2],
  ] as const)('%s of %d °C to %d °C', (of, at, flow, low, high) => {
    const cop = defaultCop(at, flow, of === 'ground');
    expect(cop).toBeGreaterThan(low);
    expect(cop).toBeLessThan(high);
  });

  it('is the share of Carnot between its refrigerant, worked by hand at one point without frost', () => {
    // 12 °C of air and 40 °C of water: (43 + 273.15) / (43 - 4), half of it.
    expect(defaultCop(12, 40, false)).toBeCloseTo((0.5 * 316.15) / 39, 9);
  });

  it('stays finite and within its cap in the mildest air, also where the air is warmer than the water', () => {
    for (const outdoor of [15, 20, 30, 40])
      for (const flow of [20, 25, 30]) expect(defaultCop(outdoor, flow, false)).toBeLessThanOrEqual(7);
  });

  it('ices most at 2 °C and not at all a band away', () => {
    expect([frostShare(2), frostShare(9), frostShare(-5), frostShare(-20)]).toEqual([0.9, 1, 1, 1]);
  });

  it('gives its capacity where that was stated, less in the cold and with hotter water', () => {
    const at = (outdoor: number, flow: number) => defaultHeatPump(8000, { drawnFrom: -7, flow: 45 }, outdoor, flow, false).output;
    expect(at(-7, 45)).toBeCloseTo(8000, 9);
    expect(at(-15, 45)).toBeLessThan(7000);
    expect(at(7, 45)).toBeGreaterThan(9500);
    expect(at(-7, 55)).toBeLessThan(8000);
  });
});

describe('what cooler water brings', () => {
  it('a heat pump a better COP, by its data points where it has some', () => {
    const gain = sourceGain(air, 50, 40, 5, -5);
    if (gain.kind !== 'cop') throw new Error('not a COP');
    // Common practice: each kelvin less of flow is worth one and a half to three per cent.
    expect(gain.after / gain.before).toBeGreaterThan(1.1);
    expect(gain.after / gain.before).toBeLessThan(1.3);
    expect(gain.byData).toBe(false);
    const points = [35, 55].map((flow, i) => ({ id: `p${i}`, outdoor: -5, flow, output: 6000, cop: flow === 35 ? 3.1 : 2.1 }));
    expect(sourceGain({ ...air, points } as typeof air, 55, 35, 5, -5)).toMatchObject({ before: 2.1, after: 3.1, byData: true });
  });

  it('a ground source does not know how cold the air is', () => {
    expect(copOf(ground, -20, 35)).toBe(copOf(ground, 10, 35));
    expect([drawnFrom(ground, -20), drawnFrom(air, -20)]).toEqual([0, -20]);
  });

  it('a condensing boiler begins to condense below 55 °C of return', () => {
    expect(sourceGain({ ...base, kind: 'condensing-boiler' }, 70, 50, 12, -10)).toEqual({
      kind: 'condensing',
      before: false,
      after: true,
    });
    expect(sourceGain({ ...base, kind: 'electric' }, 70, 50, 12, -10)).toEqual({ kind: 'none' });
  });
});
