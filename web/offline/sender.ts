import { MOST_ENTRIES_AT_ONCE } from '../../model/book/entry.ts';
import type { BookPage, EntryAnswer, PhotoState } from '../../model/book/sync.ts';
import { ApiProblem, asJson, call } from '../state/http.ts';
import { bookDatabase, type EntryRow, type PhotoRow } from './book-database.ts';
import { noteAnswers, notePhoto, readUpTo, takePage } from './outbox.ts';

/** Waits between tries while the server is away, ms. */
const AGAIN_AFTER = [2000, 5000, 15_000, 60_000];
/** Characters of one batch, and bytes of one piece of a photo after a whole one broke off. */
const MOST_BATCH = 2_000_000;
const PIECE = 128_000;
/** One page of this browser sends; the others leave it to that one. */
const LOCK = 'book-sending';

let tries = 0;
let timer: ReturnType<typeof setTimeout> | null = null;
let running: Promise<boolean> | null = null;
let again = false;

/** Sends what waits, now; and later again as long as something is left that may go through then. */
export function sendSoon(): void {
  if (timer) clearTimeout(timer);
  timer = null;
  if (running) {
    again = true;
    return;
  }
  running = sendAll()
    .catch(() => false)
    .then((done) => {
      running = null;
      tries = done ? 0 : tries + 1;
      if (again) {
        again = false;
        sendSoon();
      } else if (!done) timer = setTimeout(sendSoon, AGAIN_AFTER[Math.min(tries, AGAIN_AFTER.length) - 1]);
      return done;
    });
}

/** Whether the server was away when something was last sent. */
export const serverIsAway = (): boolean => tries > 0;

/** @returns whether nothing is left that waits */
async function sendAll(): Promise<boolean> {
  if (!navigator.locks) return sendWaiting();
  return navigator.locks.request(LOCK, { ifAvailable: true }, (lock) => (lock ? sendWaiting() : true));
}

async function sendWaiting(): Promise<boolean> {
  const database = await bookDatabase();
  for (;;) {
    const rows = await database.getAllFromIndex('entries', 'bySending', waiting(), MOST_ENTRIES_AT_ONCE);
    const batch = batchOf(rows);
    if (batch.length === 0) break;
    if (!(await sendEntries(batch))) return false;
  }
  for (;;) {
    const photo = await database.getFromIndex('photos', 'bySending', waiting());
    if (!photo) return true;
    if (!(await sendPhoto(photo))) return false;
  }
}

const waiting = () => IDBKeyRange.bound(['waiting', ''], ['waiting', '\uffff']);

/** The first entries of one job, in the order they were written, no more than one request carries. */
function batchOf(rows: readonly EntryRow[]): EntryRow[] {
  const own = rows.filter(({ job }) => job === rows[0]?.job).sort((a, b) => a.entry.order - b.entry.order);
  let size = 0;
  return own.filter(({ entry }) => {
    size += JSON.stringify(entry).length;
    return size < MOST_BATCH;
  });
}

/** No answer, signed out, or a server that is away: they pass by themselves. */
const passes = (error: unknown): boolean =>
  !(error instanceof ApiProblem) || error.status === 0 || error.status === 401 || error.status >= 500 || error.status === 429;

async function sendEntries(batch: readonly EntryRow[]): Promise<boolean> {
  const { job } = batch[0] as EntryRow;
  try {
    const answer = await call('POST', `/jobs/${job}/book`, ...asJson({ entries: batch.map(({ entry }) => entry) }));
    const { answers } = (await answer.json()) as { answers: EntryAnswer[] };
    await noteAnswers(job, answers);
    return true;
  } catch (error) {
    if (passes(error)) return false;
    // The job is gone, or this person may not write: each entry is kept here with the reason.
    await noteAnswers(
      job,
      batch.map(({ id }) => ({ id, outcome: 'refused', problem: (error as ApiProblem).message })),
    );
    return true;
  }
}

async function sendPhoto({ id, job, bytes, sha256 }: PhotoRow): Promise<boolean> {
  const size = bytes.byteLength;
  try {
    let from = 0;
    let broke = false;
    const state = (await call('GET', `/jobs/${job}/photos/${id}/state`).catch((error) => {
      if (error instanceof ApiProblem && error.status === 404) return null;
      throw error;
    })) as Response | null;
    if (state) {
      const known = (await state.json()) as PhotoState;
      from = known.received;
      broke = from > 0;
    }
    while (from < size) {
      const piece = bytes.slice(from, broke ? Math.min(from + PIECE, size) : size);
      const answer = await call(
        'PUT',
        `/jobs/${job}/photos/${id}?from=${from}&size=${size}&sha256=${sha256}`,
        piece,
        'application/octet-stream',
      );
      const after = (await answer.json()) as PhotoState;
      if (after.done) break;
      from = after.received;
      broke = true;
    }
    await notePhoto(job, id, { sending: 'sent', problem: undefined });
    return true;
  } catch (error) {
    if (passes(error)) return false;
    await notePhoto(job, id, { sending: 'refused', problem: (error as ApiProblem).message });
    return true;
  }
}

const reading = new Map<string, Promise<void>>();

/** Reads what the book of a job has beyond what this device knows; quietly nothing where the server is away. */
export function readOn(job: string): Promise<void> {
  const under = reading.get(job);
  if (under) return under;
  const work = readPages(job)
    .catch(() => {})
    .finally(() => reading.delete(job));
  reading.set(job, work);
  return work;
}

async function readPages(job: string): Promise<void> {
  for (;;) {
    const { head } = await readUpTo(job);
    const page = (await (await call('GET', `/jobs/${job}/book?after=${head}&limit=${MOST_ENTRIES_AT_ONCE}`)).json()) as BookPage;
    await takePage(job, page);
    if (page.entries.length === 0 || (page.entries.at(-1)?.seq ?? 0) >= page.head) return;
  }
}
