import type { Circuit, Job } from '../../model/job.ts';

/** Whether a job is a plant that is there with something new on it. */
export const isAddition = ({ source, circuits }: Job): boolean =>
  source.phase === 'there' && circuits.some(({ phase }) => phase === 'there') && circuits.some(({ phase }) => phase === 'new');

/** The circuits that come to a plant that is there; none where nothing is there. */
export const addedCircuits = (job: Job): Circuit[] =>
  isAddition(job) ? job.circuits.filter(({ phase }) => phase === 'new') : [];
