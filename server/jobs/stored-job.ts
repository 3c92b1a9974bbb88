import type { Job } from '../../model/job.ts';
import { readJob } from '../../model/read-job.ts';
import { Problem } from '../problem.ts';

export const notFound = (): Problem =>
  new Problem(404, 'No such job', 'This job is not here; it may have been deleted. Go back to the list of jobs.');

/** A stored document is parsed like any other input: an older version is brought up, a broken one is named. */
export function parseStored(document: unknown): Job {
  const read = readJob(document);
  if (!read.ok) throw new Problem(500, 'Stored job cannot be read', read.problems.join(' '));
  return read.job;
}
