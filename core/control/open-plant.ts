import type { Job } from '../../model/job.ts';

/** Whether nothing shuts and the water goes by the weather alone: the open school, once its source has a curve. */
export const runsOpen = ({ rulebook, source }: Pick<Job, 'rulebook' | 'source'>): boolean =>
  rulebook === 'open-low-temperature' && source.curve !== null;
