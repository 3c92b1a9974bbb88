import type { Job } from '../../model/job.ts';
import { designWithPlant } from '../design/design-job.ts';
import { type RunResult, simulation } from './simulate.ts';
import { resampled, syntheticSeason, type Weather } from './weather.ts';

const STEP = 300;
/** Mean of the warmest day, and what a day swings either way, K: invented, of the usual size. */
const SUMMER = 18;
const SWING = 4;
/** Litres of hot water a day in m3, drawn at two times: invented, of the usual size. */
const DRAWS = [
  { hour: 7, volume: 0.11 },
  { hour: 19, volume: 0.1 },
];

/**
 * A heating season of the plant in steps of five minutes: the weather given, or an invented one.
 * @yields the share done
 * @returns null while there is no plant
 */
export function* season(job: Job, weather: Weather | null = null): Generator<number, RunResult | null> {
  const { design, plant } = designWithPlant(job);
  if (!plant) return null;
  return yield* simulation(job, design, plant, {
    step: STEP,
    outdoor: weather ? resampled(weather, STEP) : syntheticSeason(job.site.outdoorDesignTemperature, SUMMER, SWING, STEP),
    mass: 'medium',
    people: 0.05,
    sun: 0.1,
    setBack: null,
    draws: DRAWS,
    only: null,
    keepEvery: 86_400 / STEP,
  });
}
