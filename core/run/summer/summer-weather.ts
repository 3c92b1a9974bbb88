import type { Job } from '../../../model/job.ts';
import { dewPointOf, humidityRatio } from '../../fluid/moist-air.ts';
import { DAY } from '../../quantity/spans.ts';
import { resampled, type Weather } from '../weather.ts';

/** Air outdoors through a stretch of time, a value each `step` seconds. */
export interface SummerWeather {
  step: number;
  /** Degrees C, kg of water in a kilogram of dry air, and how clear the sky is, 0..1. */
  outdoor: readonly number[];
  ratio: readonly number[];
  sky: readonly number[];
}

/** Difference between afternoon and night on a clear summer day, K, and the hour of the warmest air: common practice. */
const SWING = 12;
const WARMEST = 15;
/** First and last day of the months in which a house is cooled, and the coolest mean of them, as days of a year and K below the hottest day: an invented season. */
export const SEASON = { days: 153, coolest: 11 };

const hourOf = (time: number): number => (((time / 3600) % 24) + 24) % 24;
const overDay = (hour: number): number => (Math.cos(((hour - WARMEST) / 12) * Math.PI) - 1) / 2;

/** The hottest day of the site, cloudless: its afternoon as entered, cooler by night, the water in its air the same all day. */
export function hottestDay({ site }: Pick<Job, 'site'>, step: number): SummerWeather {
  const ratio = humidityRatio(site.summerOutdoor, site.summerOutdoorHumidity);
  const outdoor = Array.from({ length: DAY / step }, (_, i) => site.summerOutdoor + SWING * overDay(hourOf(i * step)));
  return { step, outdoor, ratio: outdoor.map((t) => Math.min(ratio, humidityRatio(t, 1))), sky: outdoor.map(() => 1) };
}

/**
 * A summer of five months: the mean of a day rises and falls, a warm spell and a cool one of nine days alternate, dull days have half
 * the sun, and the water in the air is such that it nearly saturates at night, as it does in a temperate climate. Invented.
 */
export function syntheticSummer({ site }: Pick<Job, 'site'>, step: number): SummerWeather {
  const count = (SEASON.days * DAY) / step;
  const dewHot = dewPointOf(humidityRatio(site.summerOutdoor, site.summerOutdoorHumidity));
  const outdoor: number[] = [];
  const ratio: number[] = [];
  const sky: number[] = [];
  for (let i = 0; i < count; i++) {
    const day = (i * step) / DAY;
    const year = Math.sin((Math.PI * day) / SEASON.days);
    const spell = Math.sin((2 * Math.PI * day) / 9);
    const below = SEASON.coolest * (1 - year) + 3 * (1 - spell);
    const clear = 0.75 + 0.25 * spell;
    const now = site.summerOutdoor - below + SWING * clear * overDay(hourOf(i * step));
    outdoor.push(now);
    // Damper before a spell breaks, drier as it builds.
    const dew = Math.min(dewHot - 0.6 * below + 1.5 * Math.cos((2 * Math.PI * day) / 9), now - 0.5);
    ratio.push(humidityRatio(dew, 1));
    sky.push(clear);
  }
  return { step, outdoor, ratio, sky };
}

/** A file of air temperatures as a summer: its 153 warmest days in a row, damp as nights usually are. */
export function summerOfYear({ site }: Pick<Job, 'site'>, weather: Weather, step: number): SummerWeather {
  const hourly = resampled(weather, 3600);
  const days = Math.floor(hourly.length / 24);
  const length = Math.min(SEASON.days, days);
  const means = Array.from({ length: days }, (_, d) => hourly.slice(24 * d, 24 * d + 24).reduce((sum, t) => sum + t, 0) / 24);
  let best = 0;
  let warmest = Number.NEGATIVE_INFINITY;
  for (let d = 0; d + length <= days; d++) {
    const sum = means.slice(d, d + length).reduce((a, b) => a + b, 0);
    if (sum > warmest) [warmest, best] = [sum, d];
  }
  const chosen = hourly.slice(24 * best, 24 * (best + length));
  const count = Math.floor((chosen.length * 3600) / step);
  const at = (i: number) => chosen[Math.min(Math.floor((i * step) / 3600), chosen.length - 1)] as number;
  const most = humidityRatio(site.summerOutdoor, site.summerOutdoorHumidity);
  const outdoor = Array.from({ length: count }, (_, i) => at(i));
  const nights = Array.from({ length: Math.ceil(chosen.length / 24) }, (_, d) => Math.min(...chosen.slice(24 * d, 24 * d + 24)));
  return {
    step,
    outdoor,
    ratio: outdoor.map((t, i) =>
      Math.min(most, humidityRatio(nights[Math.floor((i * step) / DAY)] as number, 0.95), humidityRatio(t, 1)),
    ),
    sky: outdoor.map((_, i) => ((means[best + Math.floor((i * step) / DAY)] as number) > warmest / length ? 1 : 0.6)),
  };
}
