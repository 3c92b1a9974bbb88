import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { AnyEntry } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';
import type { JobSummary } from '../../model/job-list.ts';

/** How far something has come on its way to the server; `held` by a form that is not in the book yet. */
export type Sending = 'held' | 'waiting' | 'sent' | 'refused';

/** An entry as this device keeps it. */
export interface EntryRow {
  job: string;
  id: string;
  entry: AnyEntry;
  seq: number | null;
  receivedAt: string | null;
  sending: Sending;
  /** Why the server did not take it. */
  problem?: string;
}

/** A photo taken on this device. */
export interface PhotoRow {
  id: string;
  job: string;
  bytes: ArrayBuffer;
  type: string;
  sha256: string;
  sending: Sending;
  problem?: string;
  /** The form that holds it. */
  form?: string;
  addedAt: number;
}

/** A job as it was when it was last opened with the server there. */
export interface KeptJob {
  id: string;
  revision: number;
  job: Job;
  keptAt: number;
}

interface Schema extends DBSchema {
  entries: { key: [string, string]; value: EntryRow; indexes: { bySending: [Sending, string]; byJob: string } };
  photos: { key: [string, string]; value: PhotoRow; indexes: { bySending: [Sending, string]; byJob: string } };
  /** `device` of this browser, and by job how far its book was read. */
  meta: { key: string; value: { device?: string; order?: number; head?: number; madeAt?: string } };
  jobs: { key: string; value: KeptJob };
  lists: { key: string; value: { jobs: JobSummary[]; total: number; keptAt: number } };
}
export type BookDatabase = IDBPDatabase<Schema>;

/** Versions only ever add: an older program, still open beside a newer one, goes on with what it knows. */
const VERSION = 1;
let opened: Promise<BookDatabase> | null = null;

/** The one database of this browser for what it keeps of books and jobs. */
export async function bookDatabase(): Promise<BookDatabase> {
  opened ??= open();
  return opened;
}

const open = (): Promise<BookDatabase> =>
  openDB<Schema>('warm-book', VERSION, {
    upgrade(database) {
      const entries = database.createObjectStore('entries', { keyPath: ['job', 'id'] });
      entries.createIndex('bySending', ['sending', 'job']);
      entries.createIndex('byJob', 'job');
      const photos = database.createObjectStore('photos', { keyPath: ['job', 'id'] });
      photos.createIndex('bySending', ['sending', 'job']);
      photos.createIndex('byJob', 'job');
      database.createObjectStore('meta');
      database.createObjectStore('jobs', { keyPath: 'id' });
      database.createObjectStore('lists');
    },
    blocking(_now, _next, event) {
      (event.target as unknown as IDBDatabase).close();
      opened = null;
    },
    terminated() {
      opened = null;
    },
  }).catch((error) => {
    opened = null;
    throw error;
  });

/** A photo of a job that this device keeps; undefined where it keeps none of that id. */
export const keptPhoto = async (job: string, id: string): Promise<PhotoRow | undefined> =>
  (await bookDatabase()).get('photos', [job, id]);
