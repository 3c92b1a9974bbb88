import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { meet } from '../station/meeting.ts';
import { type Draw, drawAt } from './flows.ts';

const laws = (draws: readonly Draw[]) => draws.map((draw) => (supply: number) => drawAt(draw, supply));

describe('water that meets between two joined levels', () => {
  const draws: Draw[] = [
    { massFlow: 0.2, drop: 10 },
    { massFlow: 0.15, drop: 7, mixedTo: 38 },
  ];

  it('closes the energy balance whatever the flow that comes', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 1, noNaN: true }), (flow) => {
        const met = meet({ flow, temperature: 60 }, laws(draws));
        expect(flow * (60 - met.back)).toBeCloseTo(0.2 * 10 + 0.15 * 7, 5);
      }),
    );
  });

  it('is diluted when more is drawn than comes', () => {
    // By hand: 0.1 kg/s at 60 and a direct circuit of 0.2 kg/s with 10 K: supply 60 - 10 (0.2/0.1 - 1) = 50, return 40.
    const met = meet({ flow: 0.1, temperature: 60 }, laws([{ massFlow: 0.2, drop: 10 }]));
    expect(met.supply).toBeCloseTo(50, 6);
    expect(met.back).toBeCloseTo(40, 6);
  });

  it('warms what goes back when more comes, and does nothing where the draw decides the flow', () => {
    const met = meet({ flow: 0.4, temperature: 60 }, laws([{ massFlow: 0.2, drop: 10 }]));
    expect(met.supply).toBe(60);
    expect(met.back).toBeCloseTo(55, 9);
    expect(meet({ flow: Number.POSITIVE_INFINITY, temperature: 60 }, laws(draws)).supply).toBe(60);
  });

  it('settles at one supply however many draw', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            massFlow: fc.double({ min: 0.01, max: 0.5, noNaN: true }),
            drop: fc.double({ min: 2, max: 15, noNaN: true }),
            mixedTo: fc.option(fc.double({ min: 30, max: 50, noNaN: true }), { nil: undefined }),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        (drawn, flow) => {
          const own = drawn.map(({ massFlow, drop, mixedTo }) => ({ massFlow, drop, ...(mixedTo ? { mixedTo } : {}) }));
          const met = meet({ flow, temperature: 70 }, laws(own));
          const heat = own.reduce((sum, draw) => sum + draw.massFlow * draw.drop, 0);
          expect(met.supply).toBeLessThanOrEqual(70 + 1e-9);
          expect(flow * (70 - met.back)).toBeCloseTo(heat, 4);
          for (const draw of own) {
            const { hotShare } = drawAt(draw, met.supply);
            expect(hotShare >= 0 && hotShare <= 1).toBe(true);
          }
          // More water that comes never makes the supply colder.
          expect(meet({ flow: flow * 1.1, temperature: 70 }, laws(own)).supply).toBeGreaterThanOrEqual(met.supply - 1e-6);
        },
      ),
    );
  });
});
