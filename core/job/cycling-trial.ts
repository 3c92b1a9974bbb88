import type { Job } from '../../model/job.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { cyclingExcess, firingOf } from '../plant/firing.ts';
import { daySettings } from '../run/settings.ts';
import { simulate } from '../run/simulate.ts';
import { syntheticDay } from '../run/weather.ts';
import { designWithPlant } from './design-job.ts';

/** What a run makes of a remedy against cycling. */
export interface CyclingTrial {
  /** The day it is told of, degrees C: the one that is worst before. */
  outdoor: number;
  /** Starts on that day. */
  before: number;
  after: number;
  /** Whether neither that day nor the coldest nor a mild one has too many. */
  cured: boolean;
}

/** Steps of the trial, s, and what a day swings, K. */
const STEP = 120;
const SWING = 4;
/** A mild day beside the coldest and the worst, degrees C. */
const MILD = 8;

function startsOn(job: Job, mean: number): { starts: number; tooMany: boolean } | null {
  const { design, plant } = designWithPlant(job);
  if (!plant) return null;
  const outdoor = syntheticDay(mean, SWING, STEP);
  const run = simulate(job, design, plant, daySettings(job, { mean, swing: SWING }, { step: STEP, outdoor, keepEvery: 720 }));
  if (run.broke !== null) return null;
  return { starts: run.cycles, tooMany: cyclingExcess(run.cycles, run.mostStartsInHour, firingOf(job.source)) > 1 };
}

/** Runs a job before and after a remedy; null where either cannot be run. */
export function cyclingTrial(job: Job, edits: readonly JobEdit[]): CyclingTrial | null {
  const worst = designWithPlant(job).design.cycling?.worst.outdoor ?? job.site.outdoorDesignTemperature;
  const before = startsOn(job, worst);
  const changed = applyEdits(job, edits);
  const days = [...new Set([worst, job.site.outdoorDesignTemperature as number, MILD])].map((mean) => startsOn(changed, mean));
  const [after] = days;
  if (!before || !after || days.some((day) => day === null)) return null;
  return { outdoor: worst, before: before.starts, after: after.starts, cured: days.every((day) => day?.tooMany === false) };
}

/** What came of it, in a sentence. @param day the outdoor temperature in words */
export const trialInWords = ({ before, after, cured }: CyclingTrial, day: string): string =>
  `In a run of a day at ${day}: ${before} → ${after} starts. ${cured ? 'That cures it.' : after < before ? 'Fewer, but no cure.' : 'No cure.'}`;
