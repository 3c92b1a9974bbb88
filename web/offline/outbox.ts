import { type AnyEntry, BOOK_VERSION, type BookEntry, readEntry } from '../../model/book/entry.ts';
import type { BookPage } from '../../model/book/sync.ts';
import { bookDatabase, type EntryRow, type PhotoRow } from './book-database.ts';
import { localTime, newId } from './uuid.ts';

/** Fields of an entry that the device fills in itself. */
type Filled = 'id' | 'v' | 'at' | 'device' | 'order';
export type NewEntry = BookEntry extends infer E ? (E extends BookEntry ? Omit<E, Filled> : never) : never;

/** Why something could not be kept on this device, as a sentence. */
export class NotKept extends Error {}

const FULL =
  'This browser has no room left, so this was not kept. Send what waits, or free some space on the phone; then try again. It is still in the form.';
const AWAY =
  'This browser keeps nothing: a private window, perhaps. Write it down on paper, or open the book in an ordinary window.';

const isFull = (error: unknown): boolean => error instanceof DOMException && error.name === 'QuotaExceededError';
const notKept = (error: unknown): NotKept => (error instanceof NotKept ? error : new NotKept(isFull(error) ? FULL : AWAY));

/** What changed of a job's book is told to whoever shows it; without rows it is read anew. */
type Listener = (job: string, rows?: readonly EntryRow[]) => void;
const listeners = new Set<Listener>();
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('book');
if (channel)
  channel.onmessage = ({ data }) => {
    for (const listener of listeners) listener(String(data));
  };
function tell(job: string, rows?: readonly EntryRow[]): void {
  for (const listener of listeners) listener(job, rows);
  channel?.postMessage(job);
}
export function onBookChange(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/**
 * Keeps entries on this device, all or none, each under the next number of this device. They are there when this settles, whatever
 * happens to the page, the network or the server afterwards.
 * @param photos that belong to them
 * @throws NotKept where the browser takes nothing, or the entry cannot be
 */
async function keepEntries(job: string, given: readonly NewEntry[], photos: readonly PhotoRow[] = []): Promise<BookEntry[]> {
  try {
    const database = await bookDatabase();
    const work = database.transaction(['entries', 'photos', 'meta'], 'readwrite', { durability: 'strict' });
    const meta = work.objectStore('meta');
    const known = (await meta.get('device')) ?? {};
    const device = known.device ?? newId();
    let order = known.order ?? 0;
    const kept: BookEntry[] = [];
    const rows: EntryRow[] = [];
    for (const each of given) {
      order++;
      const entry = { ...each, id: newId(), v: BOOK_VERSION, at: localTime(), device, order } as BookEntry;
      const read = readEntry(entry);
      if (!read.ok) {
        work.abort();
        await work.done.catch(() => {});
        throw new NotKept(read.problem);
      }
      const row: EntryRow = { job, id: entry.id, entry, seq: null, receivedAt: null, sending: 'waiting' };
      kept.push(entry);
      rows.push(row);
      await work.objectStore('entries').put(row);
    }
    for (const { form: _, ...photo } of photos) await work.objectStore('photos').put({ ...photo, sending: 'waiting' });
    await meta.put({ device, order }, 'device');
    await work.done;
    tell(job, rows);
    return kept;
  } catch (error) {
    throw notKept(error);
  }
}

/**
 * Where there is no room for an entry, photos that the server has already give way to it.
 * @throws NotKept where even that makes no room
 */
export async function keepEntriesMakingRoom(
  job: string,
  given: readonly NewEntry[],
  photos: readonly PhotoRow[] = [],
): Promise<BookEntry[]> {
  try {
    return await keepEntries(job, given, photos);
  } catch (error) {
    if (!(error instanceof NotKept) || error.message !== FULL || (await dropSentPhotos()) === 0) throw error;
    return keepEntries(job, given, photos);
  }
}

/** Drops photos that are on the server. @returns how many */
async function dropSentPhotos(): Promise<number> {
  const database = await bookDatabase();
  const work = database.transaction('photos', 'readwrite');
  let dropped = 0;
  for (let at = await work.store.openCursor(); at; at = await at.continue()) {
    if (at.value.sending !== 'sent') continue;
    await at.delete();
    dropped++;
  }
  await work.done;
  return dropped;
}

/** All entries of a job that this device knows, in no order. */
export const entriesOf = async (job: string): Promise<EntryRow[]> =>
  (await bookDatabase()).getAllFromIndex('entries', 'byJob', job);

/** How much of a job, or of all, has not reached the server. */
export async function waitingOf(job?: string): Promise<{ entries: number; photos: number; refused: number }> {
  const database = await bookDatabase();
  const range = (sending: 'waiting' | 'refused') =>
    job === undefined ? IDBKeyRange.bound([sending, ''], [sending, '\uffff']) : IDBKeyRange.only([sending, job]);
  const [entries, photos, refused, refusedPhotos] = await Promise.all([
    database.countFromIndex('entries', 'bySending', range('waiting')),
    database.countFromIndex('photos', 'bySending', range('waiting')),
    database.countFromIndex('entries', 'bySending', range('refused')),
    database.countFromIndex('photos', 'bySending', range('refused')),
  ]);
  return { entries, photos, refused: refused + refusedPhotos };
}

/** Puts what came from the server beside what is here. What waits here and came back from there has arrived. */
export async function takePage(job: string, page: BookPage): Promise<void> {
  const database = await bookDatabase();
  const work = database.transaction(['entries', 'meta'], 'readwrite');
  const entries = work.objectStore('entries');
  const rows: EntryRow[] = [];
  for (const { seq, receivedAt, entry } of page.entries) {
    const read = readEntry(entry);
    if (!read.ok) continue;
    const row: EntryRow = { job, id: read.entry.id, entry: read.entry as AnyEntry, seq, receivedAt, sending: 'sent' };
    rows.push(row);
    await entries.put(row);
  }
  const key = `book:${job}`;
  const before = (await work.objectStore('meta').get(key)) ?? {};
  const head = page.entries.at(-1)?.seq ?? before.head ?? 0;
  await work.objectStore('meta').put({ head: Math.max(before.head ?? 0, head), madeAt: page.madeAt }, key);
  await work.done;
  tell(job, rows);
}

/** How far the book of a job was read, and when the job was made as far as this device knows. */
export async function readUpTo(job: string): Promise<{ head: number; madeAt: number }> {
  const meta = await (await bookDatabase()).get('meta', `book:${job}`);
  return { head: meta?.head ?? 0, madeAt: meta?.madeAt ? Date.parse(meta.madeAt) : 0 };
}

/** Notes what became of entries that were sent. Those whose number was taken get a new device and number, and wait again. */
export async function noteAnswers(
  job: string,
  answers: readonly ({ id: string } & (
    | { seq: number; outcome: string }
    | { problem: string; renumber?: boolean; outcome: string }
  ))[],
): Promise<void> {
  const database = await bookDatabase();
  const work = database.transaction(['entries', 'meta'], 'readwrite', { durability: 'strict' });
  const entries = work.objectStore('entries');
  const rows: EntryRow[] = [];
  const put = async (row: EntryRow) => {
    rows.push(row);
    await entries.put(row);
  };
  let device: { device: string; order: number } | null = null;
  for (const answer of answers) {
    const row = await entries.get([job, answer.id]);
    if (!row || row.sending === 'sent') continue;
    if ('seq' in answer) await put({ ...row, sending: 'sent', problem: undefined });
    else if (answer.renumber) {
      device ??= { device: newId(), order: 0 };
      device.order++;
      await put({ ...row, entry: { ...row.entry, device: device.device, order: device.order }, sending: 'waiting' });
    } else await put({ ...row, sending: 'refused', problem: answer.problem });
  }
  if (device) await work.objectStore('meta').put(device, 'device');
  await work.done;
  tell(job, rows);
}

export async function notePhoto(job: string, id: string, change: Partial<PhotoRow>): Promise<void> {
  const database = await bookDatabase();
  const work = database.transaction('photos', 'readwrite');
  const row = await work.store.get([job, id]);
  if (row) await work.store.put({ ...row, ...change });
  await work.done;
  if (row) tell(row.job, []);
}
