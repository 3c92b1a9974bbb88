import type { Mass, RunSettings } from '../../core/run/simulate.ts';
import { syntheticDay } from '../../core/run/weather.ts';

/** What a person decides about a day. */
export interface DayChoice {
  /** Degrees C and K. */
  mean: number;
  swing: number;
  mass: Mass;
  setBack: boolean;
  sunny: boolean;
}

const STEP = 60;
/** Moments kept to be drawn: every five minutes. */
const KEEP = 5;
export const MINUTES_KEPT = (STEP * KEEP) / 60;
/** Heat of people and things, and of the sun at noon, as shares of the design load: invented, of the usual size. */
const PEOPLE = 0.05;
const SUN = 0.15;
/** Hot water of a household of four, hour and m3: invented, of the usual size. */
const DRAWS = [
  { hour: 6.5, volume: 0.05 },
  { hour: 7.25, volume: 0.06 },
  { hour: 12.5, volume: 0.02 },
  { hour: 19, volume: 0.05 },
  { hour: 21.5, volume: 0.03 },
];
export const SET_BACK = { from: 22, to: 6, by: 3 };

/** The settings of a run of one day. */
export const daySettings = ({ mean, swing, mass, setBack, sunny }: DayChoice): RunSettings => ({
  step: STEP,
  outdoor: syntheticDay(mean, swing, STEP),
  mass,
  people: PEOPLE,
  sun: sunny ? SUN : 0,
  setBack: setBack ? SET_BACK : null,
  draws: DRAWS,
  only: null,
  keepEvery: KEEP,
});

/** Hours and minutes of a time of the day in seconds. */
export const clock = (seconds: number): string =>
  `${String(Math.floor(seconds / 3600)).padStart(2, '0')}:${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')}`;
