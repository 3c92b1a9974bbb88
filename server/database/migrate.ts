import { createHash } from 'node:crypto';
import { type Migration, Migrator, sql } from 'kysely';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { BOOK_PHOTOS, thistleMillBook } from '../../demo/thistle-mill-book.ts';
import { addEntries } from '../book/entries.ts';
import { addPiece } from '../book/photos.ts';
import { createJob } from '../jobs/jobs.ts';
import type { AskedByMember } from './asked.ts';
import { jobs } from './migrations/001-jobs.ts';
import { ownEntries } from './migrations/002-own-entries.ts';
import { waysBack } from './migrations/003-ways-back.ts';
import { firm } from './migrations/004-firm.ts';
import { book } from './migrations/005-book.ts';
import { openDatabase } from './open.ts';
import { applyPolicies } from './policies.ts';
import type { Database } from './tables.ts';
import { THIS_COMPUTER, THIS_FIRM } from './this-computer.ts';

const MIGRATIONS: Record<string, Migration> = {
  '001-jobs': jobs,
  '002-own-entries': ownEntries,
  '003-ways-back': waysBack,
  '004-firm': firm,
  '005-book': book,
};

/** Any number that nothing else locks by. */
const FIRST_DATA = 4310_0004;

/** What comes after the steps: once, whoever else starts at this moment. */
async function firstData(owner: Database, withDemo: boolean): Promise<void> {
  await owner.transaction().execute(async (rows) => {
    await sql`select pg_advisory_xact_lock(${FIRST_DATA})`.execute(rows);
    await applyPolicies(rows);
    if (!withDemo) return;
    const first = await rows
      .insertInto('settings')
      .values({ key: 'demo-loaded', value: 'yes' })
      .onConflict((conflict) => conflict.doNothing())
      .returning('key')
      .executeTakeFirst();
    // The demo comes into a fresh database once; whoever deletes it does not get it back.
    if (!first) return;
    await sql`select set_config('warm.person', ${THIS_COMPUTER}, true), set_config('warm.firm', ${THIS_FIRM}, true)`.execute(
      rows,
    );
    const by: AskedByMember = { rows, asker: { as: 'member', person: THIS_COMPUTER, firm: THIS_FIRM }, end: async () => {} };
    const { id } = await createJob(by, thistleMill, 'Demo job');
    // Its book reaches into the weeks before: the job is as old as that.
    await sql`update jobs set created_at = now() - interval '30 days' where id = ${id}`.execute(rows);
    await addEntries(by, id, thistleMillBook(Date.now()));
    for (const { id: photo, base64 } of BOOK_PHOTOS) {
      const bytes = Buffer.from(base64, 'base64');
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      await addPiece(by, id, { photo, from: 0, size: bytes.length, sha256, bytes });
    }
  });
}

/** The database is of a newer program than this. */
export class NewerDatabase extends Error {}

/**
 * Brings the database to the newest form; safe to be done by several at once.
 * @param ownerUrl address with the role that owns the tables
 * @throws NewerDatabase, or what the database says of the step that failed, leaving the earlier form as it was
 */
export async function migrate(ownerUrl: string, { withDemo = false, withQueue = false } = {}): Promise<void> {
  const owner = openDatabase(ownerUrl, 2);
  try {
    const migrator = new Migrator({ db: owner, provider: { getMigrations: async () => MIGRATIONS } });
    const { error } = await migrator.migrateToLatest();
    if (/previously executed migration .* is missing/.test(String(error))) throw new NewerDatabase();
    if (error) throw error;
    await firstData(owner, withDemo);
    if (withQueue) await (await import('../queue/queue.ts')).prepareQueue(ownerUrl);
  } finally {
    await owner.destroy();
  }
}

/** Whether anybody signs in here. @param ownerUrl address with the role that owns the tables */
export async function hasMembers(ownerUrl: string): Promise<boolean> {
  const owner = openDatabase(ownerUrl, 1);
  try {
    return (
      (await owner.selectFrom('people').select('id').where('login', 'is not', null).limit(1).executeTakeFirst()) !== undefined
    );
  } finally {
    await owner.destroy();
  }
}
