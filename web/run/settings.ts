import type { RunSettings } from '../../core/run/run.ts';
import { daySettings, SUN, USUAL_SET_BACK } from '../../core/run/settings.ts';
import { dayOf, type Weather } from '../../core/run/weather.ts';
import type { Job } from '../../model/job.ts';

/** Minutes between two moments that are kept: any minute can stand on the wall. */
export const MINUTES_KEPT = 1;
export const SET_BACK = USUAL_SET_BACK;

/** What a person decides about a day. */
export interface DayChoice {
  /** Degrees C and K of an invented day. */
  mean: number;
  swing: number;
  /** Weather read from a file, and which of its days. */
  weather: Weather | null;
  day: number;
  setBack: boolean;
  sunny: boolean;
}

/** The settings of a run of one day. */
export const settingsOf = (job: Job, { mean, swing, weather, day, setBack, sunny }: DayChoice): RunSettings =>
  daySettings(job, weather ? dayOf(weather, day) : { mean, swing }, {
    sun: sunny ? SUN : 0,
    setBack: setBack ? SET_BACK : null,
    keepEvery: MINUTES_KEPT,
  });

/** Hours and minutes of a time of the day in seconds. */
export const clock = (seconds: number): string =>
  `${String(Math.floor(seconds / 3600)).padStart(2, '0')}:${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')}`;
