import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { solveSymmetric } from '../commission/solve-symmetric.ts';
import { Chain, logStudent, logSum, NORMAL_FIVE } from './gauss.ts';

describe('five-point quadrature', () => {
  // The first ten moments of the normal distribution are exact: Abramowitz and Stegun, 25.4.46.
  it.each([
    [0, 1],
    [2, 1],
    [4, 3],
    [6, 15],
    [8, 105],
  ])('has moment %i right', (power, moment) => {
    expect(NORMAL_FIVE.reduce((sum, [node, weight]) => sum + weight * node ** power, 0)).toBeCloseTo(moment, 8);
  });
});

describe('Student’s t with four degrees of freedom', () => {
  it('adds up to one, whatever its scale', () => {
    for (const scale of [0.2, 1, 7]) {
      let sum = 0;
      const step = scale / 50;
      for (let x = -400 * scale; x <= 400 * scale; x += step) sum += Math.exp(logStudent(x / scale, scale)) * step;
      expect(sum).toBeCloseTo(1, 4);
    }
  });

  it('stands at its tabled densities', () => {
    // Density of t(4): 3/8 at 0 and 3/8 (1 + 1/4)^(-5/2) at 1, in closed form.
    expect(Math.exp(logStudent(0, 1))).toBeCloseTo(0.375, 12);
    expect(Math.exp(logStudent(1, 1))).toBeCloseTo(0.375 * 1.25 ** -2.5, 12);
  });
});

describe('a sum of exponentials', () => {
  it('overflows nowhere', () => {
    expect(logSum([1000, 1000])).toBeCloseTo(1000 + Math.log(2), 9);
    expect(logSum([-1000, Number.NEGATIVE_INFINITY])).toBe(-1000);
    expect(logSum([])).toBe(Number.NEGATIVE_INFINITY);
  });
});

describe('readings one after the other', () => {
  const covarianceOf = (a: readonly (readonly number[])[]) =>
    a.map((row, i) => a.map((other, j) => row.reduce((sum, x, k) => sum + x * (other[k] as number), 0) + (i === j ? 0.3 : 0)));

  it('expect of the next what the whole covariance says, worked out at once', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 3, maxLength: 3 }), {
          minLength: 4,
          maxLength: 4,
        }),
        fc.array(fc.double({ min: -0.5, max: 0.5, noNaN: true }), { minLength: 3, maxLength: 3 }),
        (moves, gaps) => {
          const whole = covarianceOf(moves);
          const chain = new Chain();
          for (let i = 0; i < 3; i++)
            chain.take(gaps[i] as number, (whole[i] as number[]).slice(0, i), (whole[i] as number[])[i] as number);
          const cross = (whole[3] as number[]).slice(0, 3);
          const { move, sigma } = chain.next(cross, (whole[3] as number[])[3] as number);
          // Reference: conditional normal distribution by solving the block at once.
          const block = whole.slice(0, 3).map((row) => row.slice(0, 3));
          const weights = solveSymmetric(block, cross).mean;
          expect(move).toBeCloseTo(
            weights.reduce((sum, w, i) => sum + w * (gaps[i] as number), 0),
            6,
          );
          const left = ((whole[3] as number[])[3] as number) - weights.reduce((sum, w, i) => sum + w * (cross[i] as number), 0);
          expect(sigma).toBeCloseTo(Math.sqrt(left), 6);
        },
      ),
    );
  });

  it('lets one that is far out bend no other', () => {
    const movedBy = (gap: number) => {
      const chain = new Chain();
      chain.take(gap, [], 1);
      return chain.next([0.9], 1).move;
    };
    expect(movedBy(2)).toBeCloseTo(1.8, 9);
    expect(movedBy(50)).toBe(movedBy(500));
  });
});
