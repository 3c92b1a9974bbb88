import type { Job } from '../../model/job.ts';
import { runsOpen } from '../control/open-plant.ts';
import type { RunSettings } from './run.ts';
import { resampled, syntheticDay, syntheticSeason, type Weather } from './weather.ts';

/** Seconds of a step of a day and of a season. */
export const DAY_STEP = 60;
export const SEASON_STEP = 300;
/** Mean of the warmest day, and what a day swings either way, K: invented, of the usual size. */
const SUMMER = 18;
const SWING = 4;
/** Heat of people and things as a share of the design load, and of the sun at its height: invented, of the usual size. */
export const PEOPLE = 0.05;
export const SUN = 0.2;
/** Hot water of a household of four, hour and m3: invented, of the usual size. */
export const DRAWS = [
  { hour: 6.5, volume: 0.05 },
  { hour: 7.25, volume: 0.06 },
  { hour: 12.5, volume: 0.02 },
  { hour: 19, volume: 0.05 },
  { hour: 21.5, volume: 0.03 },
];
/** A set-back as it is commonly chosen. */
export const USUAL_SET_BACK = { from: 22, to: 6, by: 3 };

/** A day of a mean and a swing, or the first day of the weather given, minute by minute. */
export const daySettings = (
  job: Job,
  day: { mean: number; swing: number } | Weather,
  more: Partial<RunSettings> = {},
): RunSettings => ({
  step: DAY_STEP,
  outdoor: 'mean' in day ? syntheticDay(day.mean, day.swing, DAY_STEP) : resampled(day, DAY_STEP),
  mass: 'medium',
  people: PEOPLE,
  sun: SUN,
  setBack: null,
  draws: DRAWS,
  only: null,
  open: runsOpen(job),
  keepEvery: 5,
  ...more,
});

/** A season in steps of five minutes: the weather given, or an invented one; a moment of each day is kept. */
export const seasonSettings = (job: Job, weather: Weather | null, more: Partial<RunSettings> = {}): RunSettings => ({
  ...daySettings(job, { mean: 0, swing: 0 }),
  step: SEASON_STEP,
  outdoor: weather
    ? resampled(weather, SEASON_STEP)
    : syntheticSeason(job.site.outdoorDesignTemperature, SUMMER, SWING, SEASON_STEP),
  keepEvery: 86_400 / SEASON_STEP,
  ...more,
});
