import type { Job } from '../../model/job.ts';
import { changeBetween, doAgain, type JobChange, takeBack } from './job-change.ts';
import type { Draft } from './job-session.ts';

/**
 * What was changed since the version on the server, written at once with each change: a tab may be closed before the browser's own
 * database has taken the whole draft. Small, and gone as soon as it has.
 */
export interface LateChange {
  revision: number;
  change: JobChange;
}

const prefix = (jobId: string) => `late:${jobId}:`;

export function noteLate(jobId: string, tab: string, draft: Draft): void {
  if (!draft.dirty || !draft.base) {
    dropLate(jobId, tab);
    return;
  }
  const late: LateChange = { revision: draft.revision, change: changeBetween(draft.base, draft.job, '') };
  try {
    localStorage.setItem(prefix(jobId) + tab, JSON.stringify(late));
  } catch {
    // Full, or no storage: the draft itself is on its way.
  }
}

export function dropLate(jobId: string, tab: string): void {
  try {
    localStorage.removeItem(prefix(jobId) + tab);
  } catch {
    // Nothing is kept where nothing can be read.
  }
}

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const isLate = (value: unknown): value is LateChange =>
  isPlain(value) &&
  typeof value.revision === 'number' &&
  isPlain(value.change) &&
  isPlain(value.change.values) &&
  isPlain(value.change.lists);

/** Late changes of a job by the tab that wrote them. */
export function lateChanges(jobId: string): Map<string, LateChange> {
  const found = new Map<string, LateChange>();
  try {
    for (const key of Object.keys(localStorage)) {
      if (!key.startsWith(prefix(jobId))) continue;
      const late: unknown = JSON.parse(localStorage.getItem(key) ?? 'null');
      if (isLate(late)) found.set(key.slice(prefix(jobId).length), late);
    }
  } catch {
    // As above.
  }
  return found;
}

/**
 * The draft that a late change stands for.
 * @param beside the version on the server, or what the tab had kept: all that the change does not touch. What it touches is as it was
 *   before and after, so that another's change to the same is found out when the two meet.
 */
export function draftOf({ revision, change }: LateChange, beside: Job, kept: Draft | null): Draft {
  const base = takeBack(beside, change);
  return { revision, base, job: doAgain(base, change), dirty: true, past: kept?.past ?? [], future: kept?.future ?? [] };
}
