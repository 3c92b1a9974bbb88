import type { Celsius } from '../../model/quantities.ts';
import { REGION_1 } from './if97-coefficients.ts';

/** What water is like at one temperature. */
export interface FluidState {
  /** kg/m3 */
  density: number;
  /** J/(kg K) */
  specificHeat: number;
  /** Pa s */
  dynamicViscosity: number;
  /** m2/s */
  kinematicViscosity: number;
}

/** Absolute pressure the properties are taken at: an ordinary heating system at about 1 bar gauge, in Pa. */
const REFERENCE_PRESSURE = 200_000;
/** Range in which liquid water at the reference pressure is certain, in degrees C. */
export const WATER_RANGE = { from: 0, to: 110 } as const;

/** Specific gas constant of water, J/(kg K), IAPWS-IF97. */
const GAS_CONSTANT = 461.526;

/** x to an integer power by squaring: the region-1 exponents reach 41, and `**` spends its time on the general case. */
function integerPower(x: number, exponent: number): number {
  let result = 1;
  let base = exponent < 0 ? 1 / x : x;
  for (let n = Math.abs(exponent); n > 0; n >>= 1) {
    if (n & 1) result *= base;
    base *= base;
  }
  return result;
}

/**
 * Density and specific heat of liquid water, IAPWS-IF97 region 1 (release of 2007, equation 7).
 * @param kelvin temperature in K, 273.15..623.15
 * @param pressure absolute, in Pa
 */
export function liquidWater(kelvin: number, pressure: number): { density: number; specificHeat: number } {
  const pi = pressure / 16.53e6;
  const tau = 1386 / kelvin;
  let gammaPi = 0;
  let gammaTauTau = 0;
  for (const [i, j, n] of REGION_1) {
    const a = 7.1 - pi;
    const b = tau - 1.222;
    if (i !== 0) gammaPi -= n * i * integerPower(a, i - 1) * integerPower(b, j);
    gammaTauTau += n * integerPower(a, i) * j * (j - 1) * integerPower(b, j - 2);
  }
  const volume = ((GAS_CONSTANT * kelvin) / pressure) * pi * gammaPi;
  return { density: 1 / volume, specificHeat: -GAS_CONSTANT * tau * tau * gammaTauTau };
}

const DILUTE = [1.67752, 2.20462, 0.6366564, -0.241605];
/** i, j and H of the finite-density factor, IAPWS 2008, Table 2. */
const FINITE: readonly (readonly [i: number, j: number, h: number])[] = [
  [0, 0, 0.520094],
  [1, 0, 0.0850895],
  [2, 0, -1.08374],
  [3, 0, -0.289555],
  [0, 1, 0.222531],
  [1, 1, 0.999115],
  [2, 1, 1.88797],
  [3, 1, 1.26613],
  [5, 1, 0.120573],
  [0, 2, -0.281378],
  [1, 2, -0.906851],
  [2, 2, -0.772479],
  [3, 2, -0.489837],
  [4, 2, -0.25704],
  [0, 3, 0.161913],
  [1, 3, 0.257399],
  [0, 4, -0.0325372],
  [3, 4, 0.0698452],
  [4, 5, 0.00872102],
  [3, 6, -0.00435673],
  [5, 6, -0.000593264],
];

/**
 * Dynamic viscosity of water in Pa s, IAPWS Formulation 2008 (industrial form, no critical enhancement).
 * @param kelvin temperature in K
 * @param density in kg/m3
 */
export function waterViscosity(kelvin: number, density: number): number {
  const t = kelvin / 647.096;
  const d = density / 322;
  let dilute = 0;
  DILUTE.forEach((h, i) => {
    dilute += h / t ** i;
  });
  let finite = 0;
  for (const [i, j, h] of FINITE) finite += integerPower(1 / t - 1, i) * h * integerPower(d - 1, j);
  return ((100 * Math.sqrt(t)) / dilute) * Math.exp(d * finite) * 1e-6;
}

/**
 * Properties of heating water at a temperature.
 * @param celsius 0..110; outside, the nearest end of the range is used, and the caller says so (see `WATER_RANGE`)
 */
export function water(celsius: Celsius): FluidState {
  const inside = Math.min(Math.max(celsius, WATER_RANGE.from), WATER_RANGE.to);
  const kelvin = inside + 273.15;
  const { density, specificHeat } = liquidWater(kelvin, REFERENCE_PRESSURE);
  const dynamicViscosity = waterViscosity(kelvin, density);
  return { density, specificHeat, dynamicViscosity, kinematicViscosity: dynamicViscosity / density };
}
