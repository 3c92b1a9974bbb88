import { type AnyEntry, type BookEntry, type EntryKind, type EntryOf, isKnown } from '../../model/book/entry.ts';

/** An entry as a book keeps it. */
export interface KeptEntry {
  entry: AnyEntry;
  /** Its number in the book of the server, and when it came there; null while it waits on a device. */
  seq: number | null;
  receivedAt: string | null;
}

/** An entry with what became of it. */
export interface BookItem extends KeptEntry {
  /** When it was written, ms since 1970, a wrong clock set right as far as can be told. */
  time: number;
  /** How far the device's clock was off, ms; 0 where it was right, or nobody can tell. */
  clockOff: number;
  /** The entry that stands in its place now, where it was corrected; null where it stands itself. */
  replacedBy: string | null;
  /** Earlier entries it puts right, the latest first. */
  replaces: string[];
  /** Why it no longer holds; null where it does. */
  withdrawn: string | null;
  /** Two people put the same entry right without seeing each other's. */
  contested: boolean;
}

export interface Book {
  /** The latest first. */
  items: BookItem[];
  byId: Map<string, BookItem>;
}

/** A device may be ahead of the server by so much, ms, before its clock is called wrong. */
const CLOCK_AHEAD = 10 * 60_000;

/** Order of two entries: by time; on one device by the order it wrote them in. */
const later = (a: BookItem, b: BookItem): number => {
  if (a.entry.device === b.entry.device) return b.entry.order - a.entry.order;
  return b.time - a.time || (a.entry.id < b.entry.id ? 1 : -1);
};

/**
 * A book from its entries in whatever order they came: what corrects and withdraws what, and when each was written.
 * @param madeAt when the job was made, ms since 1970: nothing was written before
 */
export function bookOf(kept: readonly KeptEntry[], madeAt: number): Book {
  const unique = new Map(kept.map((each) => [each.entry.id, each]));
  const off = clocksOff([...unique.values()], madeAt);
  const items = [...unique.values()].map((each): BookItem => {
    const clockOff = off.get(each.entry.id) ?? 0;
    return {
      ...each,
      time: Date.parse(each.entry.at) - clockOff,
      clockOff,
      replacedBy: null,
      replaces: [],
      withdrawn: null,
      contested: false,
    };
  });
  const byId = new Map(items.map((item) => [item.entry.id, item]));
  const corrections = new Map<string, BookItem[]>();
  for (const item of items) {
    const root = rootOf(byId, item);
    if (root !== item.entry.id) corrections.set(root, [...(corrections.get(root) ?? []), item]);
    if (item.entry.kind === 'withdraw' && isKnown(item.entry)) {
      const target = byId.get((item.entry as EntryOf<'withdraw'>).target);
      if (target) target.withdrawn = (item.entry as EntryOf<'withdraw'>).why;
    }
  }
  for (const [root, tree] of corrections) {
    const first = byId.get(root);
    // What was withdrawn no longer stands for anything.
    const ordered = tree.filter(({ withdrawn }) => withdrawn === null).sort(later);
    const newest = ordered[0];
    if (!newest) continue;
    const all = [...tree, ...(first ? [first] : [])];
    for (const each of all) if (each !== newest) each.replacedBy = newest.entry.id;
    newest.replaces = all
      .filter((each) => each !== newest)
      .sort(later)
      .map(({ entry }) => entry.id);
    newest.contested = tree.some((a) =>
      tree.some((b) => a !== b && a.entry.corrects === b.entry.corrects && a.entry.device !== b.entry.device),
    );
  }
  return { items: items.sort((a, b) => b.time - a.time || later(a, b)), byId };
}

/** The first entry of a chain of corrections. */
function rootOf(byId: ReadonlyMap<string, BookItem>, item: BookItem): string {
  const seen = new Set<string>();
  let here = item.entry;
  while (here.corrects !== null && !seen.has(here.id)) {
    seen.add(here.id);
    const before = byId.get(here.corrects)?.entry;
    if (!before) return here.corrects;
    here = before;
  }
  return here.id;
}

/**
 * How far clocks were off, by entry: ahead of the server that received it, or before the job was there. What came in one go keeps its
 * distances, and the last of it was written about when it came.
 */
function clocksOff(kept: readonly KeptEntry[], madeAt: number): Map<string, number> {
  const batches = new Map<string, KeptEntry[]>();
  for (const each of kept) {
    if (each.receivedAt === null) continue;
    const key = `${each.entry.device} ${each.receivedAt}`;
    batches.set(key, [...(batches.get(key) ?? []), each]);
  }
  const off = new Map<string, number>();
  for (const batch of batches.values()) {
    const received = Date.parse(batch[0]?.receivedAt ?? '');
    const last = Math.max(...batch.map(({ entry }) => Date.parse(entry.at)));
    for (const { entry } of batch) {
      const at = Date.parse(entry.at);
      if (at > received + CLOCK_AHEAD || at < madeAt - CLOCK_AHEAD) off.set(entry.id, last - received);
    }
  }
  return off;
}

/** Whether an item stands as it is: neither corrected nor withdrawn, and of a kind this program knows. */
export const stands = ({ replacedBy, withdrawn }: BookItem): boolean => replacedBy === null && withdrawn === null;

/** Entries of a kind that stand, the latest first. */
export const standing = <K extends EntryKind>({ items }: Book, kind: K): (BookItem & { entry: EntryOf<K> })[] =>
  items.filter(
    (item): item is BookItem & { entry: EntryOf<K> } =>
      stands(item) && isKnown(item.entry) && (item.entry as BookEntry).kind === kind,
  );

/** Photos of a place that stand, the latest first. */
export const photosOf = ({ items }: Book, place: string): string[] =>
  items.filter((item) => stands(item) && item.entry.place === place).flatMap(({ entry }) => entry.photos);
