import type { Job } from '../model/job.ts';

/** A place of a job from a pattern: the first of each list; null where the job has nothing there. */
export function placeIn(job: Job, pattern: string): string | null {
  let here: unknown = job;
  const path: string[] = [];
  for (const step of pattern.split('/')) {
    if (step === '*') {
      const first = Array.isArray(here) ? (here[0] as { id: string } | undefined) : undefined;
      if (!first) return null;
      here = first;
      path.push(first.id);
    } else {
      if (typeof here !== 'object' || here === null || !Object.hasOwn(here, step)) return null;
      here = (here as Record<string, unknown>)[step];
      path.push(step);
    }
  }
  return path.join('/');
}
