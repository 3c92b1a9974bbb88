import { sql } from 'kysely';
import type { KeptEntry } from '../../core/book/book.ts';
import { digestOf } from '../../exchange/book/digest.ts';
import { type AnyEntry, MOST_ENTRIES_AT_ONCE, readEntry } from '../../model/book/entry.ts';
import type { BookPage, EntryAnswer } from '../../model/book/sync.ts';
import type { GuestPart } from '../../model/rights.ts';
import type { AskedByMember } from '../database/asked.ts';
import { jobIsThere } from '../jobs/jobs.ts';
import { notFound } from '../jobs/stored-job.ts';

/**
 * Adds entries to the book of a job. Each is answered for itself: one that is refused keeps none of the others out, and one that is
 * there already is had. Entries of a batch are numbered while the book is held, so that who reads on from a number misses none.
 * @throws Problem 404 without such a job
 */
export async function addEntries(
  { rows }: AskedByMember,
  job: string,
  given: readonly unknown[],
): Promise<{ answers: EntryAnswer[]; head: number; taken: number }> {
  if (!(await jobIsThere(rows, job))) throw notFound();
  const read = await Promise.all(
    given.map(async (each) => {
      const result = readEntry(each);
      return result.ok ? { ...result, digest: await digestOf(result.entry) } : result;
    }),
  );
  const good = read.flatMap((each) => (each.ok ? [each] : []));
  await rows
    .insertInto('books')
    .values({ job_id: job, head: 0 })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  const { head } = await rows.selectFrom('books').select('head').where('job_id', '=', job).forUpdate().executeTakeFirstOrThrow();
  const had = new Map<string, { digest: string; seq: number }>();
  const orders = new Set<string>();
  if (good.length > 0) {
    const known = await rows
      .selectFrom('book_entries')
      .select(['id', 'digest', 'seq', 'device', 'device_order'])
      .where('job_id', '=', job)
      .where((row) =>
        row.or([
          row(
            'id',
            'in',
            good.map(({ entry }) => entry.id),
          ),
          row(
            sql`(device, device_order)`,
            'in',
            sql`(select * from unnest(${good.map(({ entry }) => entry.device)}::uuid[], ${good.map(({ entry }) => entry.order)}::int[]))`,
          ),
        ]),
      )
      .execute();
    for (const row of known) {
      had.set(row.id, { digest: row.digest, seq: Number(row.seq) });
      orders.add(`${row.device} ${row.device_order}`);
    }
  }
  let next = Number(head);
  const fresh: { entry: AnyEntry; digest: string; seq: number }[] = [];
  const answers = read.map((each, i): EntryAnswer => {
    if (!each.ok) return { id: idOfGiven(given[i]), outcome: 'refused', problem: each.problem };
    const { entry, digest } = each;
    const there = had.get(entry.id);
    if (there)
      return there.digest === digest
        ? { id: entry.id, outcome: 'had', seq: there.seq }
        : { id: entry.id, outcome: 'refused', problem: 'Another entry has this id. Write it again as a new one.' };
    const order = `${entry.device} ${entry.order}`;
    if (orders.has(order))
      return {
        id: entry.id,
        outcome: 'refused',
        problem:
          'This device has numbered two entries alike, as after a backup was put back. Load the page; it is sent under a new number.',
        renumber: true,
      };
    next++;
    had.set(entry.id, { digest, seq: next });
    orders.add(order);
    fresh.push({ entry, digest, seq: next });
    return { id: entry.id, outcome: 'taken', seq: next };
  });
  if (fresh.length > 0) {
    await rows
      .insertInto('book_entries')
      .values(
        fresh.map(({ entry, digest, seq }) => ({
          job_id: job,
          id: entry.id,
          seq,
          device: entry.device,
          device_order: entry.order,
          digest,
          document: JSON.stringify(entry),
        })),
      )
      .execute();
    await rows.updateTable('books').set({ head: next }).where('job_id', '=', job).execute();
  }
  return { answers, head: next, taken: fresh.length };
}

/** Parts of the job that live links show, as far as who asks may know of them. */
export async function partsShown({ rows }: AskedByMember, job: string): Promise<GuestPart[]> {
  const found = await rows
    .selectFrom('guest_links')
    .select('part')
    .distinct()
    .where('job_id', '=', job)
    .where('revoked_at', 'is', null)
    .where('ends_at', '>', new Date())
    .execute();
  return found.map(({ part }) => part);
}

/** What a refused entry calls itself, so that its sender knows which one it was. */
const idOfGiven = (given: unknown): string => {
  const { id } = (typeof given === 'object' && given !== null ? given : {}) as { id?: unknown };
  return typeof id === 'string' ? id.slice(0, 36) : '';
};

/** Entries after a number, a page of them. @throws Problem 404 without such a job */
export async function readBook({ rows }: AskedByMember, job: string, after: number, limit: number): Promise<BookPage> {
  const made = await rows
    .selectFrom('jobs')
    .select('created_at')
    .where('id', '=', job)
    .where('deleted_at', 'is', null)
    .executeTakeFirst();
  if (!made) throw notFound();
  const found = await rows
    .selectFrom('book_entries')
    .select(['seq', 'received_at', 'document'])
    .where('job_id', '=', job)
    .where('seq', '>', String(after) as never)
    .orderBy('seq')
    .limit(limit)
    .execute();
  const book = await rows.selectFrom('books').select('head').where('job_id', '=', job).executeTakeFirst();
  return {
    madeAt: made.created_at.toISOString(),
    head: Number(book?.head ?? 0),
    entries: found.map(({ seq, received_at, document }) => ({
      seq: Number(seq),
      receivedAt: received_at.toISOString(),
      entry: document as unknown,
    })),
  };
}

/** All of a book, for papers. */
export async function wholeBook(asked: AskedByMember, job: string): Promise<{ entries: KeptEntry[]; madeAt: number }> {
  const entries: KeptEntry[] = [];
  for (let after = 0; ; ) {
    const page = await readBook(asked, job, after, MOST_ENTRIES_AT_ONCE);
    after = page.entries.at(-1)?.seq ?? after;
    for (const { entry, ...rest } of page.entries) {
      const read = readEntry(entry);
      if (read.ok) entries.push({ entry: read.entry, ...rest });
    }
    if (page.entries.length < MOST_ENTRIES_AT_ONCE) return { entries, madeAt: Date.parse(page.madeAt) };
  }
}
