import type { Job } from '../../model/job.ts';
import type { JobsFound } from '../../model/job-list.ts';
import { bookDatabase, type KeptJob } from './book-database.ts';

/** Jobs that are kept; beyond this the one that was opened longest ago goes. */
const MOST_JOBS = 30;

/** Keeps a job as it was opened, so that it opens without the server. A browser that keeps nothing is no fault here. */
export async function keepJob(id: string, revision: number, job: Job): Promise<void> {
  try {
    const database = await bookDatabase();
    await database.put('jobs', { id, revision, job, keptAt: Date.now() });
    const all = await database.getAll('jobs');
    if (all.length <= MOST_JOBS) return;
    all.sort((a, b) => a.keptAt - b.keptAt);
    for (const { id: old } of all.slice(0, all.length - MOST_JOBS)) await database.delete('jobs', old);
  } catch {
    // It then needs the server, as before.
  }
}

export const keptJob = async (id: string): Promise<KeptJob | undefined> =>
  (await bookDatabase().catch(() => null))?.get('jobs', id).catch(() => undefined);

export async function forgetJob(id: string): Promise<void> {
  await (await bookDatabase().catch(() => null))?.delete('jobs', id).catch(() => {});
}

const FIRST_PAGE = 'first page';
/** Keeps the first page of the list of jobs. */
export async function keepList({ jobs, total }: JobsFound): Promise<void> {
  await (await bookDatabase().catch(() => null))?.put('lists', { jobs, total, keptAt: Date.now() }, FIRST_PAGE).catch(() => {});
}
export const keptList = async (): Promise<(JobsFound & { keptAt: number }) | undefined> =>
  (await bookDatabase().catch(() => null))?.get('lists', FIRST_PAGE).catch(() => undefined);

/** Takes out what is on the server anyway, when somebody signs out here: whoever comes next need not find it. */
export async function forgetAll(): Promise<void> {
  try {
    const database = await bookDatabase();
    const work = database.transaction(['jobs', 'lists', 'entries', 'photos', 'meta'], 'readwrite');
    await work.objectStore('jobs').clear();
    await work.objectStore('lists').clear();
    for (const name of ['entries', 'photos'] as const) {
      const store = work.objectStore(name);
      for (let at = await store.openCursor(); at; at = await at.continue()) if (at.value.sending === 'sent') await at.delete();
    }
    const meta = work.objectStore('meta');
    for (let at = await meta.openCursor(); at; at = await at.continue())
      if (String(at.key).startsWith('book:')) await at.delete();
    await work.done;
  } catch {
    // What could not be kept needs no forgetting.
  }
}
