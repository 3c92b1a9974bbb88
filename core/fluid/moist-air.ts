import type { Celsius } from '../../model/quantities.ts';

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

/** Colder than any dew point that air has in a house, degrees C. */
const DRY = -100;

/**
 * Where a vapour is saturated, degrees C: Newton on the logarithm of the pressure, which is nearly straight, from the start and with the
 * slope of Magnus' formula.
 */
function saturatedAt(vapour: number): Celsius {
  if (!(vapour > 0)) return DRY;
  const log = Math.log(vapour / 611.2);
  let t = (243.12 * log) / (17.62 - log);
  for (let i = 0; i < 40; i++) {
    const step = (Math.log(saturationPressure(t) / vapour) * (243.12 + t) ** 2) / (17.62 * 243.12);
    t = Math.max(t - step, DRY);
    if (Math.abs(step) < 1e-10) break;
  }
  return t;
}

/**
 * Dew point in degrees C: where the vapour of the air is saturated. Source: definition, solved from the formula above.
 * @param temperature of the air, degrees C @param humidity relative, above 0 up to 1
 */
export const dewPoint = (temperature: Celsius, humidity: number): Celsius =>
  saturatedAt(humidity * saturationPressure(temperature));

/** Dew point in degrees C of air that carries so much water. @param ratio kg of water in a kilogram of dry air, above 0 */
export const dewPointOf = (ratio: number, pressure = STANDARD_PRESSURE): Celsius =>
  saturatedAt((pressure * ratio) / (MASS_RATIO + ratio));

/** Relative humidity, 0 to 1, of air that carries so much water; above 1 where some of it has to fall out. */
export const relativeHumidity = (temperature: Celsius, ratio: number, pressure = STANDARD_PRESSURE): number =>
  (pressure * ratio) / (MASS_RATIO + ratio) / saturationPressure(temperature);

/** Kilograms of dry air in a cubic metre of moist air. Source: ideal gases, R of dry air 287.042 J/(kg K). */
export const dryAirDensity = (temperature: Celsius, ratio: number, pressure = STANDARD_PRESSURE): number =>
  pressure / (287.042 * (temperature + 273.15) * (1 + ratio / MASS_RATIO));

/** Heat capacity of moist air, J/K for each kilogram of dry air in it. Source: ASHRAE Handbook Fundamentals, chapter 1. */
export const moistAirCapacity = (ratio: number): number => 1006 + 1860 * ratio;

/**
 * Heat that a kilogram of water gives off as it leaves the air as a liquid, J/kg, taken at 10 degrees C, near where coils dry:
 * 2501 - 2.326 t kJ/kg. Over the temperatures of coils it moves by 1 %; one figure throughout keeps heat and water in balance.
 * Source: ASHRAE Handbook Fundamentals, chapter 1.
 */
export const HEAT_OF_VAPOUR = 2_501_000 - 2326 * 10;

/** Enthalpy of moist air in J for each kilogram of dry air, above dry air at 0 degrees C. Source: ASHRAE Handbook Fundamentals, chapter 1. */
export const moistAirEnthalpy = (temperature: Celsius, ratio: number): number =>
  1006 * temperature + ratio * (2_501_000 + 1860 * temperature);
