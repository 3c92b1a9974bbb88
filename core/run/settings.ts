import type { Job } from '../../model/job.ts';
import { runsOpen } from '../plan/open-plant.ts';
import { DAY } from '../quantity/spans.ts';
import type { RunSettings } from './run.ts';
import { resampled, syntheticDay, syntheticSeason, type Weather } from './weather.ts';

/** Seconds of a step of a day and of a season. */
const DAY_STEP = 60;
export const SEASON_STEP = 120;
/** Mean of the warmest day, and what a day swings either way, K: invented, of the usual size. */
const SUMMER = 18;
const SWING = 4;
/** Heat of people and things as a share of the design load, and of the sun at its height: invented, of the usual size. */
const PEOPLE = 0.05;
export const SUN = 0.2;
/** When hot water is drawn, and shares of the day's: mornings and evenings of a household, invented. */
const DRAWN = [
  { hour: 6.5, share: 5 / 21 },
  { hour: 7.25, share: 6 / 21 },
  { hour: 12.5, share: 2 / 21 },
  { hour: 19, share: 5 / 21 },
  { hour: 21.5, share: 3 / 21 },
];
/** The draws of a day, hour and m3. */
const drawsOf = ({ hotWater, source }: Job): { hour: number; volume: number }[] => {
  const daily = hotWater?.dailyDraw ?? source.taps?.dailyDraw ?? 0;
  return daily > 0 ? DRAWN.map(({ hour, share }) => ({ hour, volume: share * daily })) : [];
};
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
  mass: job.site.mass,
  people: PEOPLE,
  sun: SUN,
  setBack: null,
  draws: drawsOf(job),
  only: null,
  open: runsOpen(job),
  settle: 2,
  keepEvery: 5,
  ...more,
});

/** A season in steps of two minutes: the weather given, or an invented one; a moment of each day is kept. */
export const seasonSettings = (job: Job, weather: Weather | null, more: Partial<RunSettings> = {}): RunSettings => ({
  ...daySettings(job, { mean: 0, swing: 0 }),
  step: SEASON_STEP,
  settle: 1,
  outdoor: weather
    ? resampled(weather, SEASON_STEP)
    : syntheticSeason(job.site.outdoorDesignTemperature, SUMMER, SWING, SEASON_STEP),
  keepEvery: DAY / SEASON_STEP,
  ...more,
});
