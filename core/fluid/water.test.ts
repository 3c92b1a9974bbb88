import { describe, expect, it } from 'vitest';
import reference from '../../reference/water.json' with { type: 'json' };
import { liquidWater, water, waterViscosity } from './water.ts';

describe('water', () => {
  // Source: Debian's python3-iapws (IAPWS-IF97 at 0.2 MPa), table in reference/water.json with its generator.
  it.each(reference.rows)(
    'matches the reference library at $celsius °C',
    ({ celsius, density, specificHeat, dynamicViscosity }) => {
      const state = water(celsius);
      expect(state.density / density).toBeCloseTo(1, 8);
      expect(state.specificHeat / specificHeat).toBeCloseTo(1, 8);
      expect(state.dynamicViscosity / dynamicViscosity).toBeCloseTo(1, 6);
    },
  );

  // Source: IAPWS-IF97 release, Table 5, verification values for region 1.
  it.each([
    { kelvin: 300, megapascal: 3, volume: 0.100215168e-2, specificHeat: 4173.01218 },
    { kelvin: 300, megapascal: 80, volume: 0.971180894e-3, specificHeat: 4010.08987 },
    { kelvin: 500, megapascal: 3, volume: 0.1202418e-2, specificHeat: 4655.80682 },
  ])(
    'gives the verification values of the release at $kelvin K, $megapascal MPa',
    ({ kelvin, megapascal, volume, specificHeat }) => {
      const state = liquidWater(kelvin, megapascal * 1e6);
      expect(1 / state.density).toBeCloseTo(volume, 11);
      expect(state.specificHeat).toBeCloseTo(specificHeat, 4);
    },
  );

  // Source: IAPWS Formulation 2008 for viscosity, Table 4.
  it('gives the verification value of the viscosity release', () => {
    expect(waterViscosity(298.15, 998) * 1e6).toBeCloseTo(889.7351, 3);
  });

  it('stays at the ends of its range outside it', () => {
    expect(water(-20)).toEqual(water(0));
    expect(water(150)).toEqual(water(110));
  });
});
