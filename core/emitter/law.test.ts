import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { excessOf, flowTemperatureFor, lawOfRating, outputAt } from './law.ts';
import { panelLaw, panelOutput } from './panel.ts';

describe('an emitter by its rating', () => {
  // Source: EN 442 gives 0.2554 of the rating at 40/35/20 and n = 1.3 with the arithmetic mean: (17.5 / 50) ^ 1.3; with the
  // log-mean, normalised by that of the rating (49.83 K), 0.2543.
  it('gives 0.2543 of its rating at 40/35/20, 0.2554 by the arithmetic mean', () => {
    const law = lawOfRating(1000, 75, 65, 20, 1.3);
    expect(outputAt([law], excessOf(40, 5, 20))).toBeCloseTo(254.3, 1);
    expect((17.5 / 50) ** 1.3).toBeCloseTo(0.2554, 4);
  });

  // Common practice: ratings at 90/70/20 are about a quarter above those at 75/65/20.
  it('takes ratings at any condition', () => {
    const old = lawOfRating(1260, 90, 70, 20, 1.3);
    expect(outputAt([old], excessOf(75, 10, 20)) / 1000).toBeCloseTo(1, 1);
    expect(outputAt([lawOfRating(500, 60, 15, 20, 1.3)], 30)).toBe(0);
  });

  it('needs the flow temperature at which it gives what is asked', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            coefficient: fc.double({ min: 0.5, max: 50, noNaN: true }),
            exponent: fc.double({ min: 1, max: 1.5, noNaN: true }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        fc.double({ min: 50, max: 3000, noNaN: true }),
        fc.double({ min: 1, max: 30, noNaN: true }),
        (laws, heat, drop) => {
          const flow = flowTemperatureFor(laws, heat, drop, 20);
          // Water that comes back a hair above the room has no digits left to tell by how much.
          if (!Number.isFinite(flow) || flow - drop - 20 < 1e-4) return;
          expect(outputAt(laws, excessOf(flow, drop, 20)) / heat).toBeCloseTo(1, 5);
        },
      ),
    );
  });

  it('says so when no water is hot enough', () => {
    expect(flowTemperatureFor([{ coefficient: 0.001, exponent: 1 }], 1000, 5, 20)).toBe(Number.POSITIVE_INFINITY);
    expect(flowTemperatureFor([], 1000, 5, 20)).toBe(Number.POSITIVE_INFINITY);
    expect(flowTemperatureFor([], 0, 5, 20)).toBe(20);
  });

  it('grows with panels and convectors on the same face', () => {
    const types = ['1-0', '1-1', '2-1', '2-2', '3-3'] as const;
    const outputs = types.map((type) => panelOutput(type, 0.6, 1));
    for (let i = 1; i < outputs.length; i++) expect(outputs[i]).toBeGreaterThan(outputs[i - 1] as number);
    expect(outputAt([panelLaw('2-2', 0.6, 1.2)], excessOf(75, 10, 20))).toBeCloseTo(1.2 * 1700, 6);
  });
});
