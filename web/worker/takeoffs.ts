import { designJob } from '../../core/job/design-job.ts';
import type { Item } from '../../core/takeoff/item.ts';
import { takeoff } from '../../core/takeoff/takeoff.ts';
import type { Job } from '../../model/job.ts';

export { compareRevisions } from '../../core/paper/compare/revisions.ts';

/** What a job takes, line by line. */
export const takeoffOf = (job: Job): Item[] => takeoff(job, designJob(job));
