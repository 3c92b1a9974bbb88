import type { Job } from '../../model/job.ts';
import { absentCircuits, coldSideOf } from '../plan/cold-side.ts';
import { settledJob } from '../plan/settled-job.ts';
import { SummerSimulation } from '../run/summer/simulate-summer.ts';
import type { SummerResult } from '../run/summer/summer-run.ts';
import { hottestDay, type SummerWeather, summerOfYear, syntheticSummer } from '../run/summer/summer-weather.ts';
import type { Weather } from '../run/weather.ts';
import { type DesignedPlant, designWithPlant } from './design-job.ts';

/** Seconds of a step of the hottest day and of a season, of a moment kept of a day, and of one of a season. */
const SUMMER_DAY_STEP = 180;
const SUMMER_SEASON_STEP = 300;
const DAY_KEPT = 360;
const SEASON_KEPT = 86_400;

function simulationOf(
  job: Job,
  weather: SummerWeather,
  kept: number,
  settle: number,
  { design, coldPlant } = designWithPlant(job),
): SummerSimulation | null {
  if (!coldPlant || !design.cooling?.source || !design.vessel) return null;
  return new SummerSimulation(settledJob(job), design.cooling, design.vessel.content.value, coldPlant, weather, {
    gains: 1,
    settle,
    keepEvery: Math.round(kept / weather.step),
  });
}

/**
 * The hottest day of a plant that cools, after one like it; null where nothing cools.
 * @param designed its design, where that is at hand
 */
export const summerDay = (job: Job, designed: DesignedPlant = designWithPlant(job)): SummerResult | null =>
  simulationOf(job, hottestDay(job, SUMMER_DAY_STEP), DAY_KEPT, 1, designed)?.run() ?? null;

/**
 * A summer of a plant that cools: the weather of a file, or an invented one.
 * @yields the share done
 */
export function* summerSeason(job: Job, weather: Weather | null = null): Generator<number, SummerResult | null> {
  const outside = weather ? summerOfYear(job, weather, SUMMER_SEASON_STEP) : syntheticSummer(job, SUMMER_SEASON_STEP);
  const simulation = simulationOf(job, outside, SEASON_KEPT, 1);
  return simulation ? yield* simulation.through() : null;
}

/** A way to cool the same rooms. */
export interface WayToCool {
  id: string;
  label: string;
  about: string;
  job: Job;
}

/** W that a kilogram of water an hour brings, J/kg: what a drier has to take for a latent load. */
const LATENT_HEAT = 2.45e6;

/** Ways to cool the rooms of a job, the one it has first: with less, with drying first, with a drier beside it. */
export function waysToCool(job: Job): WayToCool[] {
  const side = coldSideOf(job);
  if (!side) return [];
  const ways: WayToCool[] = [{ id: 'as-it-is', label: 'As it is', about: 'The plant as entered.', job }];
  const add = (id: string, label: string, about: string, changed: Job) => {
    if (coldSideOf(changed) && absentCircuits(changed).length === absentCircuits(job).length)
      ways.push({ id, label, about, job: changed });
  };
  const floors = side.circuits.filter(({ emitters }) => emitters === 'floor');
  const coils = side.circuits.filter(({ emitters }) => emitters !== 'floor');
  const without = (ids: readonly string[]): Job => ({
    ...job,
    circuits: job.circuits.map((circuit) => (ids.includes(circuit.id) ? { ...circuit, cooling: null } : circuit)),
  });
  const namesOf = (list: readonly { name: string }[]) => list.map(({ name }) => name).join(', ');
  if (floors.length > 0 && coils.length > 0) {
    add('floors-alone', 'Floors alone', `${namesOf(coils)} left out.`, without(coils.map(({ id }) => id)));
    add('coils-alone', 'Fan units alone', `${namesOf(floors)} left out.`, without(floors.map(({ id }) => id)));
    add(
      'dry-first',
      job.controls.summer.first === 'dew-point' ? 'Set point first' : 'Dew point first',
      'The other order of the two.',
      {
        ...job,
        controls: {
          ...job.controls,
          summer: { ...job.controls.summer, first: job.controls.summer.first === 'dew-point' ? 'set-point' : 'dew-point' },
        },
      },
    );
  }
  const latent = job.rooms.reduce((sum, { latentLoad }) => sum + (latentLoad ?? 0), 0);
  if (job.site.drier !== null) add('no-drier', 'Without the drier', 'What it takes stays in the air.', withDrier(job, null));
  else if (latent > 0)
    add(
      'drier',
      'With a dehumidifier',
      'One that takes all the latent loads, down to the humidity wanted.',
      withDrier(job, latent / LATENT_HEAT),
    );
  if (floors.length > 0) {
    add(
      'warmer',
      'Floors 2 K warmer',
      'Further above the dew point, and less of them.',
      moved(
        job,
        floors.map(({ id }) => id),
        2,
      ),
    );
    if (floors.some(({ cooling }) => cooling.guard !== 'none'))
      add('unguarded', 'No guard', 'What the guard keeps dry: count the water on the floors.', {
        ...job,
        circuits: job.circuits.map((circuit) =>
          circuit.cooling ? { ...circuit, cooling: { ...circuit.cooling, guard: 'none' } } : circuit,
        ),
      });
  }
  return ways;
}

const withDrier = (job: Job, drier: number | null): Job => ({ ...job, site: { ...job.site, drier } });

/** Circuits with their cold water so many K warmer. */
const moved = (job: Job, ids: readonly string[], by: number): Job => ({
  ...job,
  circuits: job.circuits.map((circuit) =>
    circuit.cooling && ids.includes(circuit.id)
      ? { ...circuit, cooling: { ...circuit.cooling, flowTemperature: circuit.cooling.flowTemperature + by } }
      : circuit,
  ),
});
