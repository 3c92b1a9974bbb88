import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { outputAt } from '../emitter/law.ts';
import { logMean } from '../network/heat.ts';
import { dealFlow, type Taker } from './deal-flow.ts';

const C = 4180;
/** A floor of which 1 W takes some share at a log-mean excess of 12 K; its flow is not bounded but where a test says so. */
const taker = (useful: number, size: number, rest: Partial<Taker> = {}): Taker => ({
  useful,
  load: useful,
  law: { coefficient: (useful * size) / 12, exponent: 1 },
  room: 20,
  least: 0,
  most: 1,
  even: 0,
  ...rest,
});

describe('dealing out the flow of an open plant', () => {
  it('gives like emitters their share of the heat, at the temperature of the closed form', () => {
    const takers = [taker(500, 1), taker(1000, 1)];
    const { flows, flowTemperature, surplus } = dealFlow(takers, 1500 / (C * 5), C);
    expect(flows[1]).toBeCloseTo(2 * (flows[0] as number), 9);
    // L = 12 K, ΔT = 5 K: x = ΔT / (1 - e^(-ΔT / L)).
    expect(flowTemperature).toBeCloseTo(20 + 5 / (1 - Math.exp(-5 / 12)), 6);
    for (const each of surplus) expect(each).toBeCloseTo(0, 6);
  });

  it('sets a generous emitter down by the closed form of one straight law', () => {
    // For exponent 1 the outlet is exact: what stays of the excess is e^(-K / (m c)).
    const takers = [taker(800, 1), taker(800, 1.5)];
    const { flows, flowTemperature } = dealFlow(takers, 1600 / (C * 5), C);
    const x = flowTemperature - 20;
    takers.forEach(({ law }, i) => {
      const w = (flows[i] as number) * C;
      expect(w * x * (1 - Math.exp(-law.coefficient / w))).toBeCloseTo(800, 3);
    });
    expect(flows[1]).toBeLessThan(0.6 * (flows[0] as number));
  });

  it('never lets a loop below what its meter reads, nor the floor get uneven, and says what is given too much', () => {
    const meter = dealFlow([taker(800, 1), taker(100, 2, { least: 0.01 })], 0.05, C);
    expect(meter.flows[1]).toBeGreaterThanOrEqual(0.01 - 1e-12);
    expect(meter.surplus[1]).toBeGreaterThan(0.3);
    const even = dealFlow([taker(800, 1), taker(800, 3, { even: 0.5 })], 1600 / (C * 5), C);
    const x = even.flowTemperature - 20;
    const gives = 800 * (1 + (even.surplus[1] as number));
    expect(1 - gives / ((even.flows[1] as number) * C * x)).toBeCloseTo(0.5, 2);
    expect(gives).toBeCloseTo(outputAt([{ coefficient: 200, exponent: 1 }], logMean(x, 0.5 * x)), 0);
  });

  it('sends hotter water where the tightest cannot be given more flow', () => {
    const free = dealFlow([taker(800, 0.6), taker(800, 1.2)], 1600 / (C * 5), C);
    const bound = dealFlow([taker(800, 0.6, { most: 800 / (C * 4) }), taker(800, 1.2)], 1600 / (C * 5), C);
    expect(bound.flowTemperature).toBeGreaterThan(free.flowTemperature);
    expect(bound.surplus[0]).toBeCloseTo(0, 6);
  });

  it('keeps the flow of the whole, whatever the emitters are', () => {
    const any = fc.record({
      useful: fc.double({ min: 100, max: 3000, noNaN: true }),
      size: fc.double({ min: 0.4, max: 3, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(any, { minLength: 2, maxLength: 8 }), (all) => {
        const takers = all.map(({ useful, size }) =>
          taker(useful, size, { even: 0.25, most: (2 * useful) / (C * 5), least: 0.002 }),
        );
        const total = takers.reduce((sum, each) => sum + each.load, 0) / (C * 5);
        const { flows, surplus } = dealFlow(takers, total, C);
        expect(flows.reduce((sum, flow) => sum + flow, 0)).toBeCloseTo(total, 9);
        for (const each of surplus) expect(each).toBeGreaterThan(-1e-3);
      }),
      { seed: 7, numRuns: 200 },
    );
  });
});
