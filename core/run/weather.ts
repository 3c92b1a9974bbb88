import { DAY } from '../quantity/spans.ts';

/** Hour at which a day is coldest; the warmest lies half a day later: common practice, shortly before sunrise. */
const COLDEST_HOUR = 5;

/**
 * Outdoor temperatures of an invented day: a sine about a mean, coldest at five in the morning.
 * @param mean degrees C @param swing from the mean to either end, K @param step seconds
 * @returns one value for each step of the day
 */
export function syntheticDay(mean: number, swing: number, step: number): number[] {
  const count = Math.round(DAY / step);
  return Array.from({ length: count }, (_, i) => {
    const hour = (i * step) / 3600;
    return mean - swing * Math.cos(((hour - COLDEST_HOUR) / 24) * 2 * Math.PI);
  });
}

/** Degree days below a base in K d: the sum over all steps of what is missing to it. */
export const degreeDays = (outdoor: readonly number[], base: number, step: number): number =>
  outdoor.reduce((sum, at) => sum + (Math.max(base - at, 0) * step) / DAY, 0);

/** Day of the year that is coldest, counted from the first: middle of January, common practice. */
const COLDEST_DAY = 15;
const DAYS = 365;
/** Mean of the coldest day above the design temperature, K: about what January is above it in most climates, common practice. */
export const ABOVE_DESIGN = 9;

/**
 * An invented heating season from 1 October to 30 April in the northern half of the world: means of the days on a sine over the
 * year between the coldest day, well above the design temperature, and a summer mean, with the sine of each day upon it.
 * @param design outdoor design temperature @param summer mean of the warmest day, degrees C @param swing of a day, K
 */
export function syntheticSeason(design: number, summer: number, swing: number, step: number): number[] {
  const first = -92;
  const days = 212;
  const coldest = design + ABOVE_DESIGN;
  const middle = (coldest + summer) / 2;
  return Array.from({ length: days }, (_, d) => {
    const mean = middle - ((summer - coldest) / 2) * Math.cos(((first + d - COLDEST_DAY) / DAYS) * 2 * Math.PI);
    return syntheticDay(mean, swing, step);
  }).flat();
}

/** Outdoor temperatures in even steps: degrees C, seconds. */
export interface Weather {
  outdoor: readonly number[];
  step: number;
}

/** The same weather in other steps, on straight lines between its values; the last value stands to the end of its step. */
export function resampled({ outdoor, step: given }: Weather, step: number): number[] {
  const count = Math.floor((outdoor.length * given) / step);
  return Array.from({ length: count }, (_, i) => {
    const at = (i * step) / given;
    const before = Math.floor(at);
    const from = outdoor[before] as number;
    const to = outdoor[before + 1] ?? from;
    return from + (to - from) * (at - before);
  });
}

/** Whole days that a weather covers. */
export const daysIn = ({ outdoor, step }: Weather): number => Math.floor((outdoor.length * step) / DAY);

/** One day of a weather, counted from 0; the last one beyond its end. */
export function dayOf(weather: Weather, day: number): Weather {
  const at = (time: number) => Math.ceil(time / weather.step);
  const first = Math.max(0, Math.min(day, daysIn(weather) - 1)) * DAY;
  return { outdoor: weather.outdoor.slice(at(first), at(first + DAY)), step: weather.step };
}
