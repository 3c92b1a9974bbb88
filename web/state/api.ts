import type { Display, Job } from '../../model/job.ts';
import type { OwnEntry, StoredEntry } from '../../model/own-entry.ts';
import type { UnitSystem } from '../../model/quantities.ts';
import { readJob } from '../../model/read-job.ts';
import type { SaveAnswer, Stored } from './job-session.ts';

export interface JobRow {
  id: string;
  name: string;
  place: string;
  roomCount: number;
  heatLoad: number;
  system: UnitSystem;
  revision: number;
  updatedAt: string;
  /** When a deleted job is taken out for good; null for one at work. */
  goneOn: string | null;
}

/** A page of a list of jobs. */
export interface JobsPageRows {
  jobs: JobRow[];
  /** How many there are in all. */
  total: number;
}

export interface RevisionRow {
  revision: number;
  savedAt: string;
  author: string;
  summary: string;
}

/** The server said no, with a sentence for the person. `status` 0 means it did not answer at all. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly body: Record<string, unknown>;
  constructor(status: number, detail: string, body: Record<string, unknown> = {}) {
    super(detail);
    this.status = status;
    this.body = body;
  }
}

const AWAY = 'The server does not answer. Check that it runs where it was started.';
const HANGS = 'The server took longer than half a minute and was not waited for. It is asked again.';
const FAILED = 'The server could not save this. It is tried again.';
/** Longest time a call is waited for, ms. */
const LONGEST_CALL = 30_000;
/** Bad gateway, not available, gateway time-out, no space left: away, and back without a change of the job. */
const AWAY_STATUS: readonly number[] = [502, 503, 504, 507];

async function call(method: string, path: string, body?: BodyInit, type?: string): Promise<Response> {
  const answer = await fetch(`/api${path}`, {
    method,
    body,
    headers: type ? { 'Content-Type': type } : {},
    signal: AbortSignal.timeout(LONGEST_CALL),
  }).catch((error) => {
    throw new ApiProblem(0, error instanceof DOMException && error.name === 'TimeoutError' ? HANGS : AWAY);
  });
  if (answer.ok) return answer;
  const problem = (await answer.json().catch(() => ({}))) as Record<string, unknown>;
  throw new ApiProblem(answer.status, typeof problem.detail === 'string' ? problem.detail : AWAY, problem);
}

const asJson = (value: unknown): [string, string] => [JSON.stringify(value), 'application/json'];

function stored(body: { revision: number; job: unknown }): Stored {
  const read = readJob(body.job);
  if (!read.ok) throw new ApiProblem(500, read.problems.join(' '));
  return { revision: body.revision, job: read.job };
}

export async function listJobs(asked: { find: string; skip: number; deleted: boolean }): Promise<JobsPageRows> {
  const query = new URLSearchParams();
  if (asked.find) query.set('find', asked.find);
  if (asked.skip) query.set('skip', String(asked.skip));
  if (asked.deleted) query.set('deleted', 'yes');
  return (await call('GET', `/jobs${query.size > 0 ? `?${query}` : ''}`)).json();
}
export const startJob = async (name: string, display: Display): Promise<{ id: string }> =>
  (await call('POST', '/jobs', ...asJson({ name, display }))).json();
export const importJob = async (text: string): Promise<{ id: string }> =>
  (await call('POST', '/jobs/import', text, 'application/json')).json();
export const duplicateJob = async (id: string): Promise<{ id: string }> => (await call('POST', `/jobs/${id}/duplicate`)).json();
export const deleteJob = async (id: string): Promise<void> => void (await call('DELETE', `/jobs/${id}`));
export const restoreJob = async (id: string): Promise<void> => void (await call('POST', `/jobs/${id}/restore`));
export const openJob = async (id: string): Promise<Stored> => stored(await (await call('GET', `/jobs/${id}`)).json());
/** Saves of a job, newest first; only those before a revision where one is given. */
export const jobHistory = async (id: string, before?: number): Promise<RevisionRow[]> =>
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
    const answer = await call('PUT', `/jobs/${id}`, ...asJson({ revision, job, summary }));
    return { kind: 'saved', revision: ((await answer.json()) as { revision: number }).revision };
  } catch (error) {
    if (!(error instanceof ApiProblem)) return { kind: 'failed', detail: FAILED };
    if (error.status === 409) return conflictOf(error);
    // No answer, and a server that says it is away, pass by themselves; 4xx needs a change in the job.
    if (error.status === 0 || AWAY_STATUS.includes(error.status)) return { kind: 'offline', detail: error.message };
    return { kind: error.status >= 500 ? 'failed' : 'refused', detail: error.message };
  }
}
