import type { Display } from '../../model/job.ts';
import type { JobsFound } from '../../model/job-list.ts';
import { asJson, call, callTwice } from './http.ts';

export async function listJobs(asked: { find: string; skip: number; deleted: boolean }): Promise<JobsFound> {
  const query = new URLSearchParams();
  if (asked.find) query.set('find', asked.find);
  if (asked.skip) query.set('skip', String(asked.skip));
  if (asked.deleted) query.set('deleted', 'yes');
  return (await call('GET', `/jobs${query.size > 0 ? `?${query}` : ''}`)).json();
}
export const startJob = async (name: string, display: Display): Promise<{ id: string }> =>
  (await callTwice('POST', '/jobs', ...asJson({ name, display, id: crypto.randomUUID() }))).json();
export const importJob = async (text: string): Promise<{ id: string }> =>
  (await callTwice('POST', `/jobs/import?id=${crypto.randomUUID()}`, text, 'application/json')).json();
export const duplicateJob = async (id: string): Promise<{ id: string }> =>
  (await callTwice('POST', `/jobs/${id}/duplicate?id=${crypto.randomUUID()}`)).json();
export const deleteJob = async (id: string): Promise<void> => void (await call('DELETE', `/jobs/${id}`));
export const restoreJob = async (id: string): Promise<void> => void (await call('POST', `/jobs/${id}/restore`));
