import { type Book, bookOf } from '../../core/book/book.ts';
import type { BookEntry } from '../../model/book/entry.ts';
import type { EntryRow, PhotoRow } from '../offline/book-database.ts';
import { entriesOf, keepEntriesMakingRoom, type NewEntry, onBookChange, readUpTo, waitingOf } from '../offline/outbox.ts';
import { readOn, sendSoon } from '../offline/sender.ts';
import { listenToNews } from '../state/news.ts';

export interface BookState {
  /** Whether what this device keeps is there. */
  ready: boolean;
  book: Book;
  rows: ReadonlyMap<string, EntryRow>;
  /** What has not reached the server from this device. */
  waiting: { entries: number; photos: number; refused: number };
  /** Why this device keeps nothing; null where it does. */
  trouble: string | null;
}

const EMPTY: Book = { items: [], byId: new Map() };

/** The book of one job as this device has it; told anew with each entry, sent or received. */
class BookStore {
  state: BookState = {
    ready: false,
    book: EMPTY,
    rows: new Map(),
    waiting: { entries: 0, photos: 0, refused: 0 },
    trouble: null,
  };
  private readonly listeners = new Set<() => void>();
  private rows = new Map<string, EntryRow>();
  /** When the job was made, ms since 1970; 0 while this device does not know. */
  madeAt = 0;
  private stop: (() => void)[] = [];
  readonly job: string;

  constructor(job: string) {
    this.job = job;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    if (this.listeners.size === 1) this.start();
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size > 0) return;
      for (const end of this.stop) end();
      this.stop = [];
    };
  };

  /** Keeps entries on this device, then sends them. @throws NotKept with what to do */
  async add(entries: readonly NewEntry[], photos: readonly PhotoRow[] = []): Promise<BookEntry[]> {
    const kept = await keepEntriesMakingRoom(this.job, entries, photos);
    sendSoon();
    return kept;
  }

  private start(): void {
    const wake = () => {
      sendSoon();
      void readOn(this.job);
    };
    const visible = () => document.visibilityState === 'visible' && wake();
    window.addEventListener('online', wake);
    document.addEventListener('visibilitychange', visible);
    this.stop = [
      onBookChange((job, rows) => job === this.job && void (rows ? this.merge(rows) : this.load())),
      listenToNews((news) => {
        if (news.of === 'again' || (news.of === 'book' && news.job === this.job)) void readOn(this.job);
      }),
      () => window.removeEventListener('online', wake),
      () => document.removeEventListener('visibilitychange', visible),
    ];
    void this.load().then(wake);
  }

  private async load(): Promise<void> {
    try {
      const [rows, { madeAt }] = await Promise.all([entriesOf(this.job), readUpTo(this.job)]);
      this.rows = new Map(rows.map((row) => [row.id, row]));
      this.madeAt = madeAt;
      await this.show(null);
    } catch {
      await this.show(
        'This browser keeps nothing here: a private window, perhaps. Entries would be lost; open the book in an ordinary window.',
      );
    }
  }

  private async merge(rows: readonly EntryRow[]): Promise<void> {
    for (const row of rows) this.rows.set(row.id, row);
    if (this.madeAt === 0) this.madeAt = (await readUpTo(this.job)).madeAt;
    await this.show(this.state.trouble);
  }

  /** Shows what there is at once, and how many photos wait as soon as that is counted. */
  private async show(trouble: string | null): Promise<void> {
    const kept = [...this.rows.values()].map(({ entry, seq, receivedAt }) => ({ entry, seq, receivedAt }));
    const entries = [...this.rows.values()].filter(({ sending }) => sending === 'waiting').length;
    const waiting = { ...this.state.waiting, entries };
    this.put({ ready: true, book: bookOf(kept, this.madeAt), rows: new Map(this.rows), waiting, trouble });
    const counted = await waitingOf(this.job).catch(() => waiting);
    const { photos, refused } = this.state.waiting;
    if (counted.photos !== photos || counted.refused !== refused)
      this.put({ ...this.state, waiting: { ...this.state.waiting, photos: counted.photos, refused: counted.refused } });
  }

  private put(state: BookState): void {
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}

const stores = new Map<string, BookStore>();

/** The book of a job; one for all that show it. */
export function bookStoreOf(job: string): BookStore {
  const known = stores.get(job);
  if (known) return known;
  const store = new BookStore(job);
  stores.set(job, store);
  return store;
}
