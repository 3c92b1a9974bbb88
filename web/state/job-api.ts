import type { Job } from '../../model/job.ts';
import type { Revision } from '../../model/job-list.ts';
import type { OwnEntry, StoredEntry } from '../../model/own-entry.ts';
import { readJob } from '../../model/read-job.ts';
import { ApiProblem, asJson, call } from './http.ts';
import type { SaveAnswer, Stored } from './job-session.ts';

const FAILED = 'The server could not save this. It is tried again.';
/** Signed out, bad gateway, not available, gateway time-out, no space left: away, and back without a change of the job. */
const AWAY_STATUS: readonly number[] = [401, 502, 503, 504, 507];

function stored(body: { revision: number; job: unknown }): Stored {
  const read = readJob(body.job);
  if (!read.ok) throw new ApiProblem(500, read.problems.join(' '));
  return { revision: body.revision, job: read.job };
}

export const openJob = async (id: string): Promise<Stored> => stored(await (await call('GET', `/jobs/${id}`)).json());
/** The job where the server has a later revision than the one known; null where it has not. */
export async function openJobAfter(id: string, known: number): Promise<Stored | null> {
  const answer = await call('GET', `/jobs/${id}?newer=${known}`);
  return answer.status === 204 ? null : stored(await answer.json());
}
/** Saves of a job, newest first; only those before a revision where one is given. */
export const jobHistory = async (id: string, before?: number): Promise<Revision[]> =>
  (await call('GET', `/jobs/${id}/history${before === undefined ? '' : `?before=${before}`}`)).json();
export const openRevision = async (id: string, revision: number): Promise<Job> =>
  stored({ revision, job: await (await call('GET', `/jobs/${id}/history/${revision}`)).json() }).job;

export const ownEntries = async (): Promise<StoredEntry[]> => (await call('GET', '/own-entries')).json();
export const keepEntry = async (entry: OwnEntry): Promise<StoredEntry> =>
  (await call('POST', '/own-entries', ...asJson(entry))).json();
export const deleteEntry = async (id: string): Promise<void> => void (await call('DELETE', `/own-entries/${id}`));

/** What the other version is; one this program cannot read is told as such and overwrites nothing. */
function conflictOf({ body }: ApiProblem): SaveAnswer {
  try {
    return { kind: 'conflict', theirs: stored(body.theirs as { revision: number; job: unknown }) };
  } catch {
    return {
      kind: 'refused',
      detail:
        'This job was changed elsewhere, by a newer program it seems: its version cannot be read here. Save this one as a job file, then load the page again.',
    };
  }
}

/** Saves and says what came of it; never throws. */
export async function saveJob(id: string, revision: number, job: Job, summary: string): Promise<SaveAnswer> {
  try {
    const answer = await call('PUT', `/jobs/${id}`, ...asJson({ revision, job, summary, saveId: crypto.randomUUID() }));
    return { kind: 'saved', revision: ((await answer.json()) as { revision: number }).revision };
  } catch (error) {
    if (!(error instanceof ApiProblem)) return { kind: 'failed', detail: FAILED };
    if (error.status === 409) return conflictOf(error);
    // No answer, and a server that says it is away, pass by themselves; 4xx needs a change in the job.
    if (error.status === 0 || AWAY_STATUS.includes(error.status)) return { kind: 'offline', detail: error.message };
    return { kind: error.status >= 500 ? 'failed' : 'refused', detail: error.message };
  }
}
