import type { Celsius } from '../../model/quantities.ts';

export type Glycol = 'propylene-glycol' | 'ethylene-glycol';

/** Highest share by volume the formulas are used for, and the hottest they were fitted to, in degrees C. */
export const MOST_GLYCOL = 0.6;
export const GLYCOL_HOTTEST: Celsius = 100;

/** Rows of A1 .. A5 for A1 + A2 w + A3 t + A4 w t + A5 t^2 with w the share by mass and t = 273.15 / T. */
interface Coefficients {
  /** kg/m3 */
  density: readonly number[];
  /** kJ/(kg K) */
  specificHeat: readonly number[];
  /** Natural logarithm of Pa s. */
  logViscosity: readonly number[];
  /** B1, B2 of the freezing point: T_f / 273.15 = 1 - B1 w - B2 w^2. */
  freezing: readonly [number, number];
  /** Density of the pure glycol at 20 C, kg/m3. */
  pure: number;
}

/**
 * Coefficients of M. Conde, Thermophysical Properties of Brines (2011), for water with ethylene or propylene glycol.
 * They come from memory; the tests hold them against handbook values, themselves from memory, within 1.5 % for the
 * density, 3 % for the specific heat and 25 % for the viscosity.
 */
const COEFFICIENTS: Record<Glycol, Coefficients> = {
  'ethylene-glycol': {
    density: [658.49825, -54.81501, 664.71643, 232.72605, -322.61661],
    specificHeat: [5.36449, 0.78863, -2.59001, -2.73187, 1.43759],
    logViscosity: [-4.63024, -2.14817, -12.70106, 5.40536, 10.9899],
    freezing: [0.06982, 0.3578],
    pure: 1113,
  },
  'propylene-glycol': {
    density: [508.41109, -182.4082, 965.76507, 280.29104, -472.2251],
    specificHeat: [4.47642, 0.60863, -0.71497, -1.93855, 0.47873],
    logViscosity: [-1.02798, -10.03298, -19.93497, 14.65802, 14.6205],
    freezing: [0.03736, 0.4005],
    pure: 1036,
  },
};
const WATER_AT_20 = 998.2;

const evaluate = ([a1 = 0, a2 = 0, a3 = 0, a4 = 0, a5 = 0]: readonly number[], mass: number, t: number): number =>
  a1 + a2 * mass + a3 * t + a4 * mass * t + a5 * t * t;

/** Share by mass of a mix made with a share by volume at 20 C; the slight contraction on mixing is left out. */
export function massShare(glycol: Glycol, byVolume: number): number {
  const { pure } = COEFFICIENTS[glycol];
  return (byVolume * pure) / (byVolume * pure + (1 - byVolume) * WATER_AT_20);
}

/** Where ice begins to form, in degrees C: 0 for no glycol. Source: see `COEFFICIENTS`. */
export function freezingPoint(glycol: Glycol, byVolume: number): Celsius {
  const [b1, b2] = COEFFICIENTS[glycol].freezing;
  const w = massShare(glycol, byVolume);
  return 273.15 * (1 - b1 * w - b2 * w * w) - 273.15;
}

/**
 * Density, specific heat and dynamic viscosity of a mix as multiples of those of water at the same temperature (below
 * 0 C: of water at 0 C), so that a mix without glycol is water exactly.
 * @param byVolume 0..0.6 @param celsius temperature
 */
export function glycolFactors(
  glycol: Glycol,
  byVolume: number,
  celsius: Celsius,
): { density: number; specificHeat: number; dynamicViscosity: number } {
  const { density, specificHeat, logViscosity } = COEFFICIENTS[glycol];
  const mass = massShare(glycol, byVolume);
  const t = 273.15 / (celsius + 273.15);
  const tOfWater = 273.15 / (Math.max(celsius, 0) + 273.15);
  return {
    density: evaluate(density, mass, t) / evaluate(density, 0, tOfWater),
    specificHeat: evaluate(specificHeat, mass, t) / evaluate(specificHeat, 0, tOfWater),
    dynamicViscosity: Math.exp(evaluate(logViscosity, mass, t) - evaluate(logViscosity, 0, tOfWater)),
  };
}
