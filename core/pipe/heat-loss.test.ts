import { describe, expect, it } from 'vitest';
import { insulationWords, pipeTransmittance, usualInsulation } from './heat-loss.ts';

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

describe('a thickness of insulation', () => {
  it('is said as it is sold: whole mm, or quarters of an inch', () => {
    const metric = { system: 'metric', units: {} } as const;
    const us = { system: 'us', units: {} } as const;
    const said = (thickness: number, display: typeof metric | typeof us) =>
      insulationWords(thickness, display).replace('\u00a0', ' ');
    expect([0.02, 0.03, 0.1].map((each) => said(each, metric))).toEqual(['20 mm', '30 mm', '100 mm']);
    // 25.4 mm to the inch: 13 mm is a half, 19 three quarters, 38 one and a half.
    expect([0.013, 0.02, 0.025, 0.03, 0.038, 0.1].map((each) => said(each, us))).toEqual([
      '1/2 in',
      '3/4 in',
      '1 in',
      '1 1/4 in',
      '1 1/2 in',
      '4 in',
    ]);
    expect(said(0.002, us)).toBe('1/4 in');
  });
});
