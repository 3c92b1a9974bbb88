import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runTimeVolume, stockedTank, TANK_SIZES, tankDiameter, tankHeight } from './buffer.ts';

describe('water for the shortest run', () => {
  // Worked by hand: 10 min of 3 kW too much into water of 1000 kg/m3 and 4186 J/(kg K) that swings 5 K: 86 L.
  it('takes up what the source makes too much', () => {
    expect(runTimeVolume(600, 3000, 5, 1000, 4186)).toBeCloseTo(0.086, 4);
    expect(runTimeVolume(600, 0, 5, 1000, 4186)).toBe(0);
    expect(runTimeVolume(600, -2000, 5, 1000, 4186)).toBe(0);
  });

  // US practice: gallons = minutes x BTU/h / (500 dT in F). 10 min x 20 000 BTU/h over 20 F: 20 gal.
  it('agrees with the form in gallons', () => {
    const gallons = runTimeVolume(600, 20_000 * 0.293071, (20 * 5) / 9, 998, 4186) / 0.003785411784;
    expect(gallons).toBeCloseTo(20, 0);
  });
});

describe('a tank', () => {
  it('is the smallest sold that is enough', () => {
    expect(stockedTank(0.086)).toBe(0.1);
    expect(stockedTank(0.1)).toBe(0.1);
    expect(stockedTank(0)).toBe(TANK_SIZES[0]);
    expect(stockedTank(80)).toBe(80);
  });

  it('holds its volume between its walls', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 50, noNaN: true }), (volume) => {
        expect(((Math.PI * tankDiameter(volume) ** 2) / 4) * tankHeight(volume)).toBeCloseTo(volume, 9);
      }),
    );
  });
});
