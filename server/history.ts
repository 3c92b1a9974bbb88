import type { Insertable, Kysely, Transaction } from 'kysely';
import type { Job } from '../model/job.ts';
import type { Revision } from '../model/job-list.ts';
import type { Database, RevisionsTable, Tables } from './database.ts';
import { type Difference, goBack, wayBack } from './differences.ts';
import { Problem } from './problem.ts';
import { notFound, parseStored } from './stored-job.ts';

/** There are no accounts: the server answers only to the computer it runs on. */
const AUTHOR = 'this computer';
/** Every so many revisions one is kept whole, so that no way back is longer and no fault of one reaches further. */
const WHOLE_EVERY = 200;
/** Most revisions of one answer. */
export const HISTORY_PAGE = 100;

/** Notes a revision that the job itself holds for now. */
export async function noteRevision(
  transaction: Transaction<Tables> | Kysely<Tables>,
  job: string,
  revision: number,
  summary: string,
): Promise<void> {
  const row: Insertable<RevisionsTable> = { job_id: job, revision, document: null, back: null, author: AUTHOR, summary };
  await transaction.insertInto('revisions').values(row).execute();
}

/**
 * Keeps a revision the job has just gone on from: as the way back to it, or whole where that is due.
 * @param older its document
 * @param newer the document of the revision after it
 */
export async function keepOlder(
  transaction: Transaction<Tables>,
  job: string,
  revision: number,
  older: object,
  newer: object,
): Promise<void> {
  const back = revision % WHOLE_EVERY === 0 ? null : wayBack(newer, older);
  await transaction
    .updateTable('revisions')
    .set(back ? { back: JSON.stringify(back), document: null } : { document: JSON.stringify(older), back: null })
    .where('job_id', '=', job)
    .where('revision', '=', revision)
    .execute();
}

/**
 * The saves of a job, newest first, as many as one answer holds.
 * @param before only those earlier than this revision
 */
export async function historyOf(database: Database, id: string, before?: number): Promise<Revision[]> {
  let rows = database
    .selectFrom('revisions')
    .select(['revision', 'author', 'summary', 'saved_at'])
    .where('job_id', '=', id)
    .orderBy('revision', 'desc')
    .limit(HISTORY_PAGE);
  if (before !== undefined) rows = rows.where('revision', '<', before);
  const found = await rows.execute();
  if (found.length === 0 && before === undefined) throw notFound();
  return found.map((row) => ({
    revision: row.revision,
    savedAt: row.saved_at.toISOString(),
    author: row.author,
    summary: row.summary,
  }));
}

/**
 * A job as it was saved once.
 * @throws Problem 404 when the job has no such revision
 */
export async function readRevision(database: Database, id: string, revision: number): Promise<Job> {
  // One state of the database: a save between the reads would move what the way back starts from.
  const read = await database
    .transaction()
    .setIsolationLevel('repeatable read')
    .execute(async (transaction) => {
      const ofJob = transaction.selectFrom('revisions').where('job_id', '=', id);
      const whole = await ofJob
        .select(['revision', 'document'])
        .where('revision', '>=', revision)
        .where('document', 'is not', null)
        .orderBy('revision')
        .limit(1)
        .executeTakeFirst();
      const job =
        whole ?? (await transaction.selectFrom('jobs').select(['revision', 'document']).where('id', '=', id).executeTakeFirst());
      if (!job?.document || job.revision < revision) return null;
      const back = await ofJob
        .select(['revision', 'back'])
        .where('revision', '>=', revision)
        .where('revision', '<', job.revision)
        .orderBy('revision', 'desc')
        .execute();
      if (back.length < job.revision - revision) return null;
      return { newest: job.document, back: back.map((row) => (row.back ?? {}) as Difference) };
    });
  if (!read) throw new Problem(404, 'No such revision', `The job has no revision ${revision}. Choose one from its history.`);
  return parseStored(goBack(read.newest, read.back));
}
