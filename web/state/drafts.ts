import { del, get, set } from 'idb-keyval';
import { readJob } from '../../model/read-job.ts';
import type { Draft } from './job-session.ts';

const key = (jobId: string) => `draft:${jobId}`;

/** The work on a job kept in this browser, or null; what cannot be read any more is left alone and not used. */
export async function readDraft(jobId: string): Promise<Draft | null> {
  const kept = await get<Draft>(key(jobId)).catch(() => undefined);
  if (!kept) return null;
  const read = readJob(kept.job);
  return read.ok ? { ...kept, job: read.job } : null;
}

/** Writes drafts one after the other, always ending with the newest. */
export function draftKeeper(jobId: string): (draft: Draft) => void {
  let next: Draft | null = null;
  let writing = false;
  const write = async () => {
    writing = true;
    while (next) {
      const draft = next;
      next = null;
      // A browser without storage (private windows) still works; it only cannot survive a crash.
      await set(key(jobId), draft).catch(() => {});
    }
    writing = false;
  };
  return (draft) => {
    next = draft;
    if (!writing) void write();
  };
}

export const dropDraft = (jobId: string): Promise<void> => del(key(jobId)).catch(() => {});
