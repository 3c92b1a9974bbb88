import type { Celsius } from '../../model/quantities.ts';
import { findRoot } from '../quantity/root.ts';

/** Sea-level pressure, Pa. */
const STANDARD_PRESSURE = 101_325;
/** Molar mass of water over that of dry air. */
const MASS_RATIO = 0.621945;

const OVER_WATER = [-5.8002206e3, 1.3914993, -4.8640239e-2, 4.1764768e-5, -1.4452093e-8, 6.5459673] as const;
const OVER_ICE = [-5.6745359e3, 6.3925247, -9.677843e-3, 6.2215701e-7, 2.0747825e-9, -9.484024e-13, 4.1635019] as const;

/**
 * Pressure of saturated water vapour in Pa, over ice below 0.01 C.
 * Source: ASHRAE Handbook Fundamentals, chapter 1 (Hyland and Wexler).
 * @param temperature -100 to 200 degrees C
 */
export function saturationPressure(temperature: Celsius): number {
  const t = temperature + 273.15;
  if (temperature <= 0.01) {
    const [a, b, c, d, e, f, g] = OVER_ICE;
    return Math.exp(a / t + b + c * t + d * t ** 2 + e * t ** 3 + f * t ** 4 + g * Math.log(t));
  }
  const [a, b, c, d, e, f] = OVER_WATER;
  return Math.exp(a / t + b + c * t + d * t ** 2 + e * t ** 3 + f * Math.log(t));
}

/** Kilograms of water in a kilogram of dry air. Source: as above. @param humidity relative, 0 to 1 @param pressure Pa */
export function humidityRatio(temperature: Celsius, humidity: number, pressure = STANDARD_PRESSURE): number {
  const vapour = Math.min(humidity * saturationPressure(temperature), 0.9 * pressure);
  return (MASS_RATIO * vapour) / (pressure - vapour);
}

/**
 * Dew point in degrees C: where the vapour of the air is saturated. Source: definition, solved from the formula above.
 * @param temperature of the air, degrees C @param humidity relative, above 0 up to 1
 */
export function dewPoint(temperature: Celsius, humidity: number): Celsius {
  const vapour = humidity * saturationPressure(temperature);
  if (!(vapour > 0)) return -100;
  // In logarithms the curve is nearly straight, so few steps find it.
  const off = (t: number) => Math.log(saturationPressure(t) / vapour);
  return findRoot(off, -100, temperature + 1e-6, 1e-9) ?? -100;
}
