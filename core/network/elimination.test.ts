import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planElimination } from './elimination.ts';
import { GeneralFactor, SymmetricFactor } from './factor.ts';

const graphs = fc.integer({ min: 1, max: 25 }).chain((size) =>
  fc.record({
    size: fc.constant(size),
    edges: fc.array(
      fc.record({
        a: fc.integer({ min: 0, max: size - 1 }),
        b: fc.integer({ min: 0, max: size - 1 }),
        value: fc.double({ min: 0.01, max: 100, noNaN: true }),
        back: fc.double({ min: 0.01, max: 100, noNaN: true }),
      }),
      { maxLength: 60 },
    ),
    wanted: fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: size, maxLength: size }),
  }),
);

describe('sparse factors', () => {
  it('solve any symmetric network matrix', () => {
    fc.assert(
      fc.property(graphs, ({ size, edges, wanted }) => {
        const plan = planElimination(
          size,
          edges.map((edge) => edge.a),
          edges.map((edge) => edge.b),
        );
        expect([...plan.order].sort((a, b) => a - b)).toEqual(Array.from({ length: size }, (_, i) => i));
        const factor = new SymmetricFactor(plan);
        const product = new Float64Array(size).map((_, i) => 0.5 * (wanted[i] as number));
        factor.diagonal.fill(0.5);
        edges.forEach(({ a, b, value }, e) => {
          if (a === b) return;
          factor.diagonal[plan.place[a]!]! += value;
          factor.diagonal[plan.place[b]!]! += value;
          factor.entry[plan.edgeEntry[e]!]! -= value;
          product[a]! += value * ((wanted[a] as number) - (wanted[b] as number));
          product[b]! += value * ((wanted[b] as number) - (wanted[a] as number));
        });
        const side = new Float64Array(size);
        product.forEach((value, i) => {
          side[plan.place[i]!] = value;
        });
        expect(factor.factor()).toBe(true);
        factor.solve(side);
        wanted.forEach((value, i) => {
          expect(side[plan.place[i]!]!).toBeCloseTo(value, 6);
        });
      }),
    );
  });

  it('solve any diagonally dominant matrix of that pattern', () => {
    fc.assert(
      fc.property(graphs, ({ size, edges, wanted }) => {
        const plan = planElimination(
          size,
          edges.map((edge) => edge.a),
          edges.map((edge) => edge.b),
        );
        const factor = new GeneralFactor(plan);
        const product = new Float64Array(size);
        wanted.forEach((value, i) => {
          factor.diagonal[plan.place[i]!]! += 1;
          product[i]! += value;
        });
        edges.forEach(({ a, b, value, back }, e) => {
          for (const [row, column, size2] of [
            [a, b, value],
            [b, a, back],
          ] as const) {
            factor.diagonal[plan.place[row]!]! += size2;
            factor.add(e, row, column, -size2);
            product[row]! += size2 * ((wanted[row] as number) - (wanted[column] as number));
          }
        });
        const answer = new Float64Array(size);
        expect(factor.factor()).toBe(true);
        factor.solve(product, answer);
        wanted.forEach((value, i) => {
          expect(answer[i]!).toBeCloseTo(value, 6);
        });
      }),
    );
  });

  it('fill nothing in a tree, and say when there is no answer', () => {
    const tree = planElimination(
      200,
      Array.from({ length: 199 }, (_, i) => i >> 1),
      Array.from({ length: 199 }, (_, i) => i + 1),
    );
    expect(tree.row.length).toBe(199);
    expect(new SymmetricFactor(planElimination(1, [], [])).factor()).toBe(false);
  });
});
