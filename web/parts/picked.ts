import type { Job } from '../../model/job.ts';
import { applyEdits, type Place, valueAt } from '../../model/place.ts';

/** What is chosen now, once what was picked and dropped on a list as it was shown is done to it. */
export const picked = (now: readonly string[], shown: readonly string[], after: readonly string[]): string[] => [
  ...now.filter((id) => after.includes(id) || !shown.includes(id)),
  ...after.filter((id) => !shown.includes(id) && !now.includes(id)),
];

/**
 * A pick on a list of the job, done to the list as it is by then: of two quick ones the second still sees the list before the first, and
 * must not undo it.
 */
export const pickedAt =
  (place: Place, shown: readonly string[], after: readonly string[]) =>
  (job: Job): Job =>
    applyEdits(job, [{ at: place, value: picked(valueAt(job, place) as string[], shown, after) }]);
