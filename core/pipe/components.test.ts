import { describe, expect, it } from 'vitest';
import { COMPONENTS } from '../../model/job.ts';
import { valveLoss } from '../circuit/mixing.ts';
import { water } from '../fluid/water.ts';
import { COMPONENT_DATA, componentsInLine, componentsLoss, kvOfZeta } from './components.ts';

describe('parts in line', () => {
  it('are all described', () => {
    for (const id of COMPONENTS) expect(COMPONENT_DATA[id]).toMatchObject({ id, zeta: expect.any(Number) });
  });

  it('lose the same by loss coefficient and by Kv (EN 60534)', () => {
    const fluid = water(40);
    const byZeta = componentsLoss(['y-strainer'], 3e-4, 0.02, fluid);
    expect(valveLoss(3e-4, kvOfZeta(12, 0.02), fluid.density) / byZeta).toBeCloseTo(1, 12);
  });

  // Common practice: a 3/4 in strainer of the Y kind has a Kv of about 4 to 6, a ball valve with strainer 8 to 10.
  it('let about twice as much through a ball valve with strainer as through a Y strainer', () => {
    const [y, ball] = [
      kvOfZeta(COMPONENT_DATA['y-strainer'].zeta, 0.02),
      kvOfZeta(COMPONENT_DATA['ball-valve-strainer'].zeta, 0.02),
    ];
    expect(y).toBeGreaterThan(4);
    expect(y).toBeLessThan(6);
    expect(ball / y).toBeGreaterThan(1.6);
    expect(ball / y).toBeLessThan(2.2);
  });

  it('add up, and one check valve makes the line pass one way', () => {
    expect(componentsInLine(['isolating-valve', 'y-strainer'])).toEqual({ zeta: 12.3, opening: 0, oneWay: false });
    expect(componentsInLine(['spring-check-valve', 'flap-check-valve'])).toEqual({ zeta: 9, opening: 2200, oneWay: true });
    expect(componentsLoss([], 1e-3, 0.02, water(40))).toBe(0);
  });
});
