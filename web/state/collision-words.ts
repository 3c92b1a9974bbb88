import { placeWords, valueWords } from '../../core/job/entry-words.ts';
import type { Job } from '../../model/job.ts';
import type { Collision } from '../../model/merge-jobs.ts';

/** Collisions in words, in the order of the job. */
export const collisionLines = (job: Job, theirs: Job, collisions: readonly Collision[]) =>
  collisions.map(({ place, base, mine, theirs: their }) => {
    // What was deleted on one side still has its name on the other.
    const owner = mine === undefined ? theirs : job;
    return {
      place,
      title: placeWords(owner, place),
      was: valueWords(place, base, job.display),
      mine: valueWords(place, mine, job.display),
      theirs: valueWords(place, their, job.display),
    };
  });
