import { describe, expect, it } from 'vitest';
import { changeByTemperature, judgeTest, type PressureTest, testTarget } from './pressure-test.ts';

const say = (pressure: number) => `${(pressure / 1e5).toFixed(2)} bar`;
const test = (over: Partial<PressureTest>): PressureTest => ({
  medium: 'water',
  pipe: 'plastic',
  start: { pressure: 5e5, temperature: 18 },
  end: { pressure: 5e5, temperature: 18 },
  minutes: 120,
  ...over,
});
const target = testTarget(3e5);

describe('pressure tests before covering', () => {
  it('test pressures: at least 4 and at most 6 bar, else 1.3 times working (form of EN 1264-4 and EN 14336, from memory)', () => {
    expect(testTarget(2.5e5).pressure).toBe(4e5);
    expect(testTarget(4e5).pressure).toBeCloseTo(5.2e5, 6);
    expect(testTarget(6e5).pressure).toBe(6e5);
  });

  it('shut air follows its absolute temperature: 150 mbar at 20 C move by 4.0 mbar with each kelvin (ideal gas, 1163/293)', () => {
    const moved = changeByTemperature(
      test({ medium: 'air', start: { pressure: 15_000, temperature: 20 }, end: { pressure: 15_000, temperature: 21 } }),
    );
    expect(moved / 100).toBeCloseTo(1163 / 293, 1);
  });

  it('tight, leaking, or nothing told', () => {
    expect(judgeTest(test({ end: { pressure: 4.9e5, temperature: 18 } }), target, say).verdict).toBe('tight');
    expect(judgeTest(test({ end: { pressure: 4e5, temperature: 18 } }), target, say).verdict).toBe('leaks');
    // Cooled by two kelvin: a plastic pipe falls by about 0.6 bar of that alone.
    expect(judgeTest(test({ end: { pressure: 4.45e5, temperature: 16 } }), target, say).verdict).toBe('tight');
    expect(judgeTest(test({ minutes: 20 }), target, say)).toMatchObject({ verdict: 'cannot tell' });
  });

  it('a metal pipe that stands still in pressure and temperature is tight; one that falls at an even temperature tells nothing alone', () => {
    const metal = (end: number) =>
      judgeTest(test({ pipe: 'metal', end: { pressure: end, temperature: 18.1 } }), target, say).verdict;
    expect(metal(4.95e5)).toBe('tight');
    // 0.3 bar is a tenth of a kelvin: no thermometer on a pipe sees that.
    expect(metal(4.7e5)).toBe('cannot tell');
    expect(metal(0.5e5)).toBe('leaks');
  });

  it('a metal pipe that cooled proves nothing, whatever the gauge shows, and says so', () => {
    for (const end of [5e5, 3e5, 1e5]) {
      const { verdict, words } = judgeTest(test({ pipe: 'metal', end: { pressure: end, temperature: 16 } }), target, say);
      expect(verdict).toBe('cannot tell');
      expect(words).toContain('cooled by 2.0 K');
    }
  });
});
