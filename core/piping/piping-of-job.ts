import { type PipedJob, planOf } from '../plan/plan-of-job.ts';
import { Piping } from './piping.ts';

const known = new WeakMap<object, Piping>();

/** How a job is piped; worked out once for each job. */
export function pipingOf(job: PipedJob): Piping {
  const seen = known.get(job);
  if (seen) return seen;
  const piping = new Piping(planOf(job));
  known.set(job, piping);
  return piping;
}
