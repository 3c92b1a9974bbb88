import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hotShare } from '../circuit/mixing.ts';
import { seededNumbers } from '../quantity/seeded.ts';
import { counterflowEffectiveness, emitterOutlet, type HeatSpec, logMean } from './heat.ts';
import { CP, settle } from './settle.fixture.ts';

describe('heat in a link', () => {
  it('leaves an emitter so that its output and the water agree', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 1, max: 1.5, noNaN: true }),
        fc.double({ min: 5, max: 2000, noNaN: true }),
        fc.double({ min: 1, max: 70, noNaN: true }),
        (coefficient, exponent, capacity, excess) => {
          const { slope, base } = emitterOutlet(coefficient, exponent, capacity, excess);
          const leaving = slope * excess + base;
          expect(leaving).toBeGreaterThanOrEqual(0);
          expect(leaving).toBeLessThan(excess);
          const output = coefficient * logMean(excess, Math.max(leaving, 1e-300)) ** exponent;
          if (leaving > 1e-9) expect((capacity * (excess - leaving)) / output).toBeCloseTo(1, 6);
          const nearby = emitterOutlet(coefficient, exponent, capacity, excess * 1.0001);
          expect((nearby.slope * excess * 1.0001 + nearby.base - leaving) / (excess * 1e-4)).toBeCloseTo(slope, 3);
        },
      ),
    );
  });

  // Source: EN 442, a radiator of n = 1.3 at 40/35 in 20 C gives 0.2543 of its rating at 75/65 by the log-mean.
  it('brings a radiator to the part of its rating that the standard gives', () => {
    const rating = 1000;
    const coefficient = rating / logMean(55, 45) ** 1.3;
    const output = 0.2543 * rating;
    const { slope, base } = emitterOutlet(coefficient, 1.3, output / 5, 20);
    expect(slope * 20 + base).toBeCloseTo(15, 2);
  });

  // Source: closed form of the counterflow exchanger (textbook epsilon-NTU): (1 - e^-N(1-r)) / (1 - r e^-N(1-r)).
  it('exchanges in counterflow as the closed form says', () => {
    expect(counterflowEffectiveness(2000, 1000, 1000)).toBeCloseTo(2 / 3, 12);
    expect(counterflowEffectiveness(1000, 1000, 1e12)).toBeCloseTo(1 - Math.exp(-1), 9);
    expect(counterflowEffectiveness(2000, 500, 1000)).toBeCloseTo((1 - Math.exp(-2)) / (1 - 0.5 * Math.exp(-2)), 12);
    expect(counterflowEffectiveness(500, 0, 1000)).toBe(0);
    expect(counterflowEffectiveness(1000, 999.9999, 1000)).toBeCloseTo(counterflowEffectiveness(1000, 1000, 1000), 6);
  });
});

describe('temperatures in a network', () => {
  it('mix where water meets', () => {
    const hot: HeatSpec = { kind: 'source', setPoint: 60, power: 1e6 };
    const load: HeatSpec = { kind: 'emitter', coefficient: 400, exponent: 1.1, room: 20 };
    // A mixing valve: 0.12 kg/s hot and 0.08 kg/s of the return.
    const { at, solver } = settle([
      ['back', 'hot', 0.12, hot],
      ['hot', 'mixed', 0.12, null],
      ['back', 'mixed', 0.08, null],
      ['mixed', 'back', 0.2, load],
    ]);
    // Source: energy balance of the valve, hot share = (mixed - return) / (hot - return).
    expect(hotShare(at('mixed'), 60, at('back'))).toBeCloseTo(0.6, 9);
    expect(solver.heat[0]).toBeCloseTo(-0.2 * CP * (at('mixed') - at('back')), 6);
  });

  it('fall along a pipe that loses heat', () => {
    const { at } = settle([
      ['a', 'b', 0.05, { kind: 'loss', conductance: 20, ambient: 10 }],
      ['b', 'a', 0.05, { kind: 'source', setPoint: 70, power: 1e6 }],
    ]);
    expect(at('b')).toBeCloseTo(10 + 60 * Math.exp(-20 / (0.05 * CP)), 9);
  });

  it('cross an exchanger, whichever way its sides flow', () => {
    for (const way of [1, -1]) {
      const { at, solver, result } = settle([
        ['hot', 'warm', 0.1, { kind: 'exchanger', other: 'l2', conductance: 500 }],
        ['warm', 'hot', 0.1, { kind: 'source', setPoint: 70, power: 1e6 }],
        way > 0
          ? ['x', 'y', 0.1, { kind: 'exchanger', other: 'l0', conductance: 500 }]
          : ['y', 'x', -0.1, { kind: 'exchanger', other: 'l0', conductance: 500 }],
        ['y', 'x', 0.1, { kind: 'loss', conductance: 200, ambient: 5 }],
      ]);
      expect(result.converged).toBe(true);
      expect(solver.heat[0]!).toBeGreaterThan(1000);
      expect(solver.heat[2]).toBeCloseTo(-solver.heat[0]!, 6);
      expect(solver.heat[3]).toBeCloseTo(solver.heat[0]!, 6);
      const effectiveness = 500 / (0.1 * CP) / (1 + 500 / (0.1 * CP));
      expect(70 - at('warm')).toBeCloseTo(effectiveness * (70 - at('x')), 9);
    }
  });

  it('stop at what a source can give, and at what a room can take', () => {
    const weak = settle([
      ['a', 'b', 0.1, { kind: 'source', setPoint: 60, power: 2000 }],
      ['b', 'a', 0.1, { kind: 'emitter', coefficient: 100, exponent: 1, room: 20 }],
    ]);
    expect(weak.solver.heat[0]).toBeCloseTo(-2000, 6);
    expect(weak.at('b')).toBeLessThan(60);
    const cold = settle(
      [
        ['a', 'b', 0.1, { kind: 'source', setPoint: 15, power: 2000 }],
        ['b', 'a', 0.1, { kind: 'emitter', coefficient: 100, exponent: 1.3, room: 20 }],
      ],
      15,
    );
    expect(cold.solver.heat[1]).toBe(0);
    const off = settle([
      ['a', 'b', 0.1, { kind: 'source', setPoint: 60, power: 0 }],
      ['b', 'a', 0.1, { kind: 'loss', conductance: 50, ambient: 18 }],
    ]);
    expect(off.at('a')).toBeCloseTo(18, 6);
  });

  it('keep the water of a still branch as it was', () => {
    const { at } = settle(
      [
        ['a', 'b', 0.1, { kind: 'source', setPoint: 60, power: 5000 }],
        ['b', 'a', 0.1, { kind: 'loss', conductance: 50, ambient: 20 }],
        ['b', 'c', 0, null],
      ],
      21,
    );
    expect(at('c')).toBe(21);
  });

  it('neither make nor lose heat, and never give any backwards', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 2, max: 12 }), (seed, branches) => {
        const random = seededNumbers(seed);
        const links: [string, string, number, HeatSpec | null][] = [];
        let total = 0;
        for (let i = 0; i < branches; i++) {
          const flow = 0.005 + 0.1 * random();
          const again = flow * random();
          total += flow;
          const kinds: HeatSpec[] = [
            { kind: 'emitter', coefficient: 5 + 40 * random(), exponent: 1 + 0.4 * random(), room: 15 + 8 * random() },
            { kind: 'emitter', coefficient: 200 * random(), exponent: 1, room: 20 },
            { kind: 'loss', conductance: 30 * random(), ambient: 12 },
          ];
          links.push(
            ['supply', `in${i}`, flow, null],
            [`in${i}`, `out${i}`, flow + again, kinds[i % 3] as HeatSpec],
            [`out${i}`, `in${i}`, again, null],
            [`out${i}`, 'back', flow, null],
          );
        }
        links.push(['back', 'supply', total, { kind: 'source', setPoint: 35 + 30 * random(), power: 500 + 20000 * random() }]);
        const { solver, result } = settle(links);
        expect(result.converged).toBe(true);
        const given = -solver.heat[solver.heat.length - 1]!;
        const taken = solver.heat.slice(0, -1).reduce((sum, heat) => sum + heat, 0);
        expect(Math.abs(given - taken)).toBeLessThan(1e-6 * given + 1e-6);
        for (let l = 0; l < solver.heat.length - 1; l++) expect(solver.heat[l]!).toBeGreaterThan(-1e-6);
      }),
    );
  });
});
