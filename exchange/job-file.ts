import type { Job } from '../model/job.ts';

/** Largest job file taken in, in bytes: a job of 2000 rooms has about half a megabyte. */
export const MOST_JOB_BYTES = 4_000_000;

/** The text of a job file. */
export const writeJobFile = (job: Job): string => `${JSON.stringify(job, null, 2)}\n`;

/** A file name made of the job's name: letters, digits and dashes only. */
export function fileNameFor(job: Pick<Job, 'name'>, ending: string): string {
  const plain = job.name
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
  return `${plain || 'job'}.${ending}`;
}
