import type { Job } from '../../model/job.ts';
import type { RunResult, RunSettings } from '../run/run.ts';
import { seasonSettings } from '../run/settings.ts';
import { simulation } from '../run/simulate.ts';
import type { Weather } from '../run/weather.ts';
import { designWithPlant } from './design-job.ts';

/**
 * A heating season of the plant in steps of two minutes: the weather given, or an invented one.
 * @yields the share done
 * @returns null while there is no plant
 */
export function* season(
  job: Job,
  weather: Weather | null = null,
  more: Partial<RunSettings> = {},
): Generator<number, RunResult | null> {
  const { design, plant } = designWithPlant(job);
  if (!plant) return null;
  return yield* simulation(job, design, plant, seasonSettings(job, weather, more));
}
