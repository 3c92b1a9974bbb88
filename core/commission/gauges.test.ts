import { describe, expect, it } from 'vitest';
import { fastest } from '../plant/circulator.ts';
import { CIRCULATORS } from '../plant/circulator-catalogue.ts';
import { flowFromHead, headOfGauges, heatOf, offsetAtRest } from './gauges.ts';
import { normalBelow, oddsOfCandidates, proofOfFlow } from './proof-of-flow.ts';
import { FOOT, GALLON_PER_MINUTE, PSI } from './us-units.fixture.ts';

describe('gauges', () => {
  it('7 psi across a pump are 16 ft of cold water (common practice: 1 psi is 2.31 ft)', () => {
    const head = headOfGauges({ before: 12 * PSI, behind: 19 * PSI, heightBefore: 0, heightBehind: 0 }, 999.7);
    expect(head / FOOT).toBeCloseTo(16.2, 1);
    expect(head / FOOT / 7).toBeCloseTo(2.31, 2);
  });

  it('a gauge that stands higher shows less: its column is put back', () => {
    // By hand: 1 m of water at 999.7 kg/m3 is 9804 Pa.
    const head = headOfGauges({ before: 1.5e5, behind: 1.5e5 - 9803.7, heightBefore: 0, heightBehind: 1 }, 999.7);
    expect(head).toBeCloseTo(0, 3);
    expect(offsetAtRest({ before: 1.5e5, behind: 1.5e5 - 9803.7 + 4000, heightBefore: 0, heightBehind: 1 }, 999.7)).toBeCloseTo(
      4000,
      0,
    );
    // What was learned at rest is taken off when it runs.
    expect(headOfGauges({ before: 1.5e5, behind: 1.8e5 + 4000, heightBefore: 0, heightBehind: 0 }, 999.7, 4000)).toBeCloseTo(
      30_000 / (999.7 * 9.80665),
      6,
    );
  });

  it('head through a curve gives gallons a minute, and on its flat part hardly anything', () => {
    // A curve of our own: 20 ft shut off, falling with the square to nothing at 20 gpm. 16 ft is where (V/20)^2 = 1/5.
    const most = 20 * GALLON_PER_MINUTE;
    const curve = (flow: number) => 20 * FOOT * (1 - (flow / most) ** 2);
    const found = flowFromHead(curve, most, 16 * FOOT, 0.15);
    expect((found?.flow ?? 0) / GALLON_PER_MINUTE).toBeCloseTo(20 * Math.sqrt(1 / 5), 3);
    const near = (head: number) => {
      const at = flowFromHead(curve, most, head * FOOT, 0.15);
      return (at?.sigma ?? 0) / (at?.flow ?? 1);
    };
    // The steeper the curve, the closer the answer.
    expect(near(19)).toBeGreaterThan(2 * near(15));
    expect(near(15)).toBeGreaterThan(near(8));
    expect(flowFromHead(curve, most, 25 * FOOT, 0.15)).toBeNull();
  });

  it('every pump of the catalogue gives back the flow its curve was asked at', () => {
    for (const model of CIRCULATORS) {
      const speed = fastest(model);
      for (const share of [0.3, 0.5, 0.8]) {
        const flow = share * speed.mostFlow;
        const found = flowFromHead(speed.headAt, speed.mostFlow, speed.headAt(flow), 0.1);
        const head = speed.headAt(found?.flow ?? 0);
        expect(head, model.label).toBeCloseTo(speed.headAt(flow), 6);
      }
    }
  });

  it('heat is flow times fall: 1 L/s through 10 K is about 41 kW (handbook: 4.18 kJ/kg K, 988 kg/m3 at 50 C)', () => {
    const { heat, sigma } = heatOf({ flow: 1e-3, sigma: 5e-5 }, 55, 45, 0.5, { kind: 'water' });
    expect(heat).toBeCloseTo(41_300, -3);
    // 5 % of the flow and 0.7 K of 10 K, in squares.
    expect(sigma / heat).toBeCloseTo(Math.hypot(0.05, 0.0707), 3);
  });
});

describe('proof of flow', () => {
  it('normal distribution as tables have it (NIST handbook 1.3.6.7.1)', () => {
    expect(normalBelow(0)).toBeCloseTo(0.5, 7);
    expect(normalBelow(1)).toBeCloseTo(0.84134, 5);
    expect(normalBelow(-1.645)).toBeCloseTo(0.05, 4);
    expect(normalBelow(2.326)).toBeCloseTo(0.99, 4);
  });

  it('proved, short, or neither, by the odds', () => {
    expect(proofOfFlow({ flow: 1.2, sigma: 0.05 }, 1)).toMatchObject({ verdict: 'proved' });
    expect(proofOfFlow({ flow: 0.8, sigma: 0.05 }, 1)).toMatchObject({ verdict: 'short' });
    const unsure = proofOfFlow({ flow: 1.1, sigma: 0.3 }, 1);
    expect(unsure.verdict).toBe('not proved');
    expect(unsure.margin).toBeCloseTo(0.1, 9);
  });

  it('tells which pipe lies in the wall when their flows lie apart, and shrugs when they do not', () => {
    const apart = oddsOfCandidates(
      { flow: 1, sigma: 0.03 },
      [
        { label: '22', flow: 1.02 },
        { label: '15', flow: 0.6 },
      ],
      0.05,
    );
    expect(apart[0]?.odds).toBeGreaterThan(0.99);
    const alike = oddsOfCandidates(
      { flow: 1, sigma: 0.2 },
      [
        { label: '22', flow: 1.02 },
        { label: '20', flow: 0.99 },
      ],
      0.05,
    );
    expect(Math.abs((alike[0]?.odds ?? 0) - 0.5)).toBeLessThan(0.05);
    expect(apart.reduce((sum, { odds }) => sum + odds, 0)).toBeCloseTo(1, 9);
  });
});
