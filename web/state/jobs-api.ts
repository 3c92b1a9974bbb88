import type { Display } from '../../model/job.ts';
import type { JobsFound } from '../../model/job-list.ts';
import { keepList, keptList } from '../offline/kept-jobs.ts';
import { ApiProblem, asJson, call, callTwice } from './http.ts';

/** Jobs, and when they were kept on this device, where the server is away. */
export async function listJobs(asked: {
  find: string;
  skip: number;
  deleted: boolean;
}): Promise<JobsFound & { keptAt?: number }> {
  const query = new URLSearchParams();
  if (asked.find) query.set('find', asked.find);
  if (asked.skip) query.set('skip', String(asked.skip));
  if (asked.deleted) query.set('deleted', 'yes');
  try {
    const found = (await (await call('GET', `/jobs${query.size > 0 ? `?${query}` : ''}`)).json()) as JobsFound;
    if (query.size === 0) void keepList(found);
    return found;
  } catch (error) {
    const away = error instanceof ApiProblem && (error.status === 0 || error.status >= 500);
    const kept = away && !asked.deleted && asked.skip === 0 ? await keptList() : undefined;
    if (!kept) throw error;
    const wanted = asked.find.toLowerCase();
    const jobs = kept.jobs.filter(({ name, place }) => `${name} ${place}`.toLowerCase().includes(wanted));
    return { jobs, total: jobs.length, keptAt: kept.keptAt };
  }
}
export const startJob = async (name: string, display: Display): Promise<{ id: string }> =>
  (await callTwice('POST', '/jobs', ...asJson({ name, display, id: crypto.randomUUID() }))).json();
export const importJob = async (text: string): Promise<{ id: string }> =>
  (await callTwice('POST', `/jobs/import?id=${crypto.randomUUID()}`, text, 'application/json')).json();
export const duplicateJob = async (id: string): Promise<{ id: string }> =>
  (await callTwice('POST', `/jobs/${id}/duplicate?id=${crypto.randomUUID()}`)).json();
export const deleteJob = async (id: string): Promise<void> => void (await call('DELETE', `/jobs/${id}`));
export const restoreJob = async (id: string): Promise<void> => void (await call('POST', `/jobs/${id}/restore`));

/** An example job as the program brings it along. */
export interface ExampleSummary {
  id: string;
  name: string;
  about: string;
  rooms: number;
}

/** Files that stand beside the program, not behind its API. */
const beside = async (path: string): Promise<Response> => {
  const answer = await fetch(path);
  if (!answer.ok) throw new Error('The examples could not be fetched. Try again when the server answers.');
  return answer;
};

export const listExamples = async (): Promise<ExampleSummary[]> => (await beside('/examples/list.json')).json();
/** Opens a copy of an example as a job of one's own. */
export const openExample = async (id: string): Promise<{ id: string }> =>
  importJob(await (await beside(`/examples/${id}.json`)).text());
