import type { Circuit, Job, Source } from '../../model/job.ts';
import type { Kelvin } from '../../model/quantities.ts';
import { PARTS_WATER } from '../../model/station.ts';
import { withRoughLoads } from '../load/rough-loads.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { partsOfJob } from './parts-of-job.ts';

/** A job for whoever computes with it: rough loads filled in, the source's delta T a number. */
export type SettledJob = Omit<Job, 'source'> & {
  source: Omit<Source, 'temperatureDifference'> & { temperatureDifference: Kelvin };
};

const settled = new WeakMap<Job, SettledJob>();

/** The job with everything settled that follows from the rest of it. What a person entered stays as it is. */
export function settledJob(asEntered: Job): SettledJob {
  const seen = settled.get(asEntered);
  if (seen) return seen;
  const job = presentSources(withRoughLoads(asEntered));
  const temperatureDifference = sourceDrop(job) as Kelvin;
  const next: SettledJob =
    job.source.temperatureDifference === temperatureDifference
      ? (job as SettledJob)
      : { ...job, source: { ...job.source, temperatureDifference } };
  settled.set(asEntered, next);
  settled.set(next, next);
  return next;
}

/** A job with the sources that are there now. */
const presentSources = (job: Job): Job =>
  job.furtherSources.some(({ phase }) => phase === 'later')
    ? { ...job, furtherSources: job.furtherSources.filter(({ phase }) => phase !== 'later') }
    : job;

/** Delta T of a source while nothing is heated yet, K: common practice. */
const usualDrop = (source: Source): number => (traitsOf(source).heatPump ? 5 : 10);
/** As the job file bounds it. */
const LEAST_DROP = 0.5;
const MOST_DROP = 60;

/** Fall of the water that a circuit draws from the bars, K: a mixed one draws hot water and gives back its own return. */
export const drawnDrop = (circuit: Circuit, sent: number): number =>
  circuit.connection === 'mixed'
    ? Math.max(sent - circuit.flowTemperature, 0) + circuit.temperatureDifference
    : circuit.temperatureDifference;

/**
 * Delta T of the source: as entered, or where it is left to the circuits the one at which as much water passes the source as they
 * draw: Q / sum(Q_i / dT_i), energy balance where their returns meet.
 */
function sourceDrop(job: Job): number {
  const { source, separation } = job;
  if (source.temperatureDifference !== 'auto') return source.temperatureDifference;
  const sent = source.flowTemperature - (PARTS_WATER.has(separation.kind) ? separation.approach : 0);
  const parts = partsOfJob(job);
  let load = 0;
  let flow = 0;
  for (const circuit of job.circuits) {
    if (circuit.phase === 'later') continue;
    const ofCircuit = (parts.get(circuit.id) ?? []).reduce((sum, part) => sum + part.load, 0);
    load += ofCircuit;
    flow += ofCircuit / drawnDrop(circuit, sent);
  }
  return load > 0 ? Math.min(Math.max(load / flow, LEAST_DROP), MOST_DROP) : usualDrop(source);
}
