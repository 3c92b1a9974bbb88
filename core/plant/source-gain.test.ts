import { describe, expect, it } from 'vitest';
import { carnotCop, sourceGain } from './source-gain.ts';

describe('what cooler water does for a source', () => {
  // Source: Carnot by hand: 45 % of (48 + 273.15) / (48 + 9) = 2.535; at 42 °C 45 % of 315.15 / 51 = 2.781.
  it('raises the COP of a heat pump by its share of Carnot', () => {
    expect(carnotCop(48, -9)).toBeCloseTo(2.535, 3);
    expect(sourceGain('heat-pump', 48, 42, 5, -9)).toEqual({
      kind: 'cop',
      before: expect.closeTo(2.535, 3),
      after: expect.closeTo(2.781, 3),
    });
    expect(carnotCop(-10, -9)).toBeNull();
  });

  // Common practice: each kelvin less of flow is worth two to three per cent of the electricity.
  it('is worth two to three per cent a kelvin', () => {
    const gain = (carnotCop(44, -7) as number) / (carnotCop(45, -7) as number) - 1;
    expect(gain).toBeGreaterThan(0.015);
    expect(gain).toBeLessThan(0.03);
  });

  it('lets a boiler condense, and does nothing for others', () => {
    expect(sourceGain('condensing-boiler', 70, 60, 10, -9)).toEqual({ kind: 'condensing', before: false, after: true });
    expect(sourceGain('electric', 70, 60, 10, -9)).toEqual({ kind: 'none' });
  });
});
