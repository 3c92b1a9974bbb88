import { useCallback, useSyncExternalStore } from 'react';
import { useParams } from 'react-router';
import type { Assessed } from '../../core/book/assess.ts';
import type { Book } from '../../core/book/book.ts';
import { type BookRound, roundsOf } from '../../core/book/rounds.ts';
import type { BookEntry, StateNote } from '../../model/book/entry.ts';
import type { PhotoRow } from '../offline/book-database.ts';
import type { NewEntry } from '../offline/outbox.ts';
import { useJob, useSession } from '../state/job-context.tsx';
import { useMay, useWho } from '../state/who.ts';
import { useWork } from '../worker/use-work.ts';
import { type BookState, bookStoreOf } from './book-store.ts';

/** The book of the open job as this device has it. */
export function useBook(): BookState {
  const { id = '' } = useParams();
  const store = bookStoreOf(id);
  return useSyncExternalStore(store.subscribe, () => store.state);
}

/** Fields that each new entry gets from where it is written. */
type Around = 'who' | 'designRevision' | 'corrects' | 'note' | 'photos';
export type Written = NewEntry extends infer E
  ? E extends NewEntry
    ? Omit<E, Around> & Partial<Pick<E, Around>>
    : never
  : never;

const WHO = 'book-who';
/** The name entries are signed with: of who is signed in, else as it was last typed on this device. */
export function useWriter(): { name: string; setName: (name: string) => void; fixed: boolean } {
  const who = useWho();
  const kept = useSyncExternalStore(onName, readName);
  if (who.state === 'in') return { name: who.member.name, setName: () => undefined, fixed: true };
  return { name: kept, setName: writeName, fixed: false };
}
const nameListeners = new Set<() => void>();
const onName = (listener: () => void) => {
  nameListeners.add(listener);
  return () => nameListeners.delete(listener);
};
let nameHere = '';
const readName = (): string => {
  try {
    return localStorage.getItem(WHO) ?? nameHere;
  } catch {
    return nameHere;
  }
};
function writeName(name: string): void {
  nameHere = name;
  try {
    localStorage.setItem(WHO, name);
  } catch {
    // Typed again the next time.
  }
  for (const listener of nameListeners) listener();
}

/** Adds entries to the book: on this device at once, on the server when it answers. */
export function useAddEntries(): (entries: readonly Written[], photos?: readonly PhotoRow[]) => Promise<BookEntry[]> {
  const { id = '' } = useParams();
  const session = useSession();
  const { name } = useWriter();
  return useCallback(
    (entries, photos = []) => {
      const whole = entries.map((entry) => ({
        who: name.trim() || 'nobody named',
        designRevision: session.state.revision,
        corrects: null,
        note: '',
        photos: [],
        ...entry,
      })) as NewEntry[];
      return bookStoreOf(id).add(whole, photos);
    },
    [id, session, name],
  );
}

/** Whether who is here may write the book. */
export const useWrites = (): boolean => useMay('write book');

const rounds = new WeakMap<Book, BookRound[]>();
/** Rounds of readings in the book, the latest first; found once for all that ask. */
export function useRounds(): BookRound[] {
  const { book } = useBook();
  const known = rounds.get(book);
  if (known) return known;
  const found = roundsOf(book);
  rounds.set(book, found);
  return found;
}

/** What every reading of the book means, worked out beside the page; the last answer stands while the next is worked out. */
export function useAssessed(): Assessed | null {
  const job = useJob();
  const rounds = useRounds();
  return useWork('assessed', [job, rounds], (work) => work.assess(job, rounds), { enabled: rounds.length > 0 }).data;
}

/** What every point shows in a state, with its band; null while that is worked out, or where nothing runs in it. */
export function useExpected(note: StateNote) {
  const job = useJob();
  const worked = useWork('expected', [job, JSON.stringify(note)], (work) => work.expected(job, note));
  return { expected: worked.data, working: !worked.fresh && worked.failed === null };
}
