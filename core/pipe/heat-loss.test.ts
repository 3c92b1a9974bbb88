import { describe, expect, it } from 'vitest';
import { pipeTransmittance, usualInsulation } from './heat-loss.ts';

describe('heat lost by a pipe', () => {
  // Common practice: insulated as usual, pipes of all sizes lose about 0.2 W/(m K).
  it.each([0.015, 0.022, 0.028, 0.035, 0.042, 0.054])('is about 0.2 W/(m K) for an insulated pipe of %f m', (outside) => {
    const loss = pipeTransmittance(outside, usualInsulation(outside - 0.002));
    expect(loss).toBeGreaterThan(0.13);
    expect(loss).toBeLessThan(0.24);
  });

  // Source: ISO 12241 form by hand. 60 mm over 20 mm at 0.035: ln 3 / (2 pi 0.035) = 4.9957; 1 / (10 pi 0.06) = 0.5305.
  it('adds the resistance of insulation and surface', () => {
    expect(pipeTransmittance(0.02, 0.02)).toBeCloseTo(1 / (4.9957 + 0.5305), 5);
  });

  it('is that of the surface for a bare pipe, and falls with every millimetre from there', () => {
    expect(pipeTransmittance(0.022, 0)).toBeCloseTo(10 * Math.PI * 0.022, 9);
    let before = pipeTransmittance(0.022, 0);
    for (let thickness = 0.005; thickness <= 0.1; thickness += 0.005) {
      const loss = pipeTransmittance(0.022, thickness);
      expect(loss).toBeLessThan(before);
      before = loss;
    }
  });
});
