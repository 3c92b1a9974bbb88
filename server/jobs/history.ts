import type { Kysely } from 'kysely';
import type { Job } from '../../model/job.ts';
import type { Revision } from '../../model/job-list.ts';
import type { AskedByMember } from '../database/asked.ts';
import type { Tables } from '../database/tables.ts';
import { Problem } from '../problem.ts';
import { type Difference, goBack, wayBack } from './differences.ts';
import { notFound, parseStored } from './stored-job.ts';

/** Who saved it, where that person was taken out of the books since. */
const FORMER = 'a former member';
/** Every so many revisions one is kept whole, so that no way back is longer and no fault of one reaches further. */
const WHOLE_EVERY = 200;
/** Most revisions of one answer. */
export const HISTORY_PAGE = 100;

/**
 * Notes a revision that the job itself holds for now; its author is who asks.
 * @param saveId what the sender calls the save
 */
export async function noteRevision(
  rows: Kysely<Tables>,
  job: string,
  revision: number,
  summary: string,
  saveId: string | null,
): Promise<void> {
  await rows
    .insertInto('revisions')
    .values({ job_id: job, revision, document: null, back: null, summary, save_id: saveId })
    .execute();
}

/** The revision a save became, told by what its sender called it; null where it never came. */
export async function savedAs(rows: Kysely<Tables>, job: string, saveId: string): Promise<number | null> {
  const row = await rows
    .selectFrom('revisions')
    .select('revision')
    .where('job_id', '=', job)
    .where('save_id', '=', saveId)
    .executeTakeFirst();
  return row?.revision ?? null;
}

/**
 * Keeps a revision the job has just gone on from: as the way back to it, or whole where that is due.
 * @param older its document
 * @param newer the document of the revision after it
 */
export async function keepOlder(
  rows: Kysely<Tables>,
  job: string,
  revision: number,
  older: object,
  newer: object,
): Promise<void> {
  const back = revision % WHOLE_EVERY === 0 ? null : wayBack(newer, older);
  await rows
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
export async function historyOf({ rows }: AskedByMember, id: string, before?: number): Promise<Revision[]> {
  let found = rows
    .selectFrom('revisions')
    .leftJoin('people', 'people.id', 'revisions.author_id')
    .select(['revision', 'people.name as author', 'summary', 'saved_at'])
    .where('job_id', '=', id)
    .orderBy('revision', 'desc')
    .limit(HISTORY_PAGE);
  if (before !== undefined) found = found.where('revision', '<', before);
  const saves = await found.execute();
  if (saves.length === 0 && before === undefined) throw notFound();
  return saves.map((row) => ({
    revision: row.revision,
    savedAt: row.saved_at.toISOString(),
    author: row.author || FORMER,
    summary: row.summary,
  }));
}

/**
 * A job as it was saved once. Its reads have to be of one moment (`snapshot` of `asked`): a save between them would move what the way
 * back starts from.
 * @throws Problem 404 when the job has no such revision
 */
export async function readRevision({ rows }: AskedByMember, id: string, revision: number): Promise<Job> {
  const missing = () => new Problem(404, 'No such revision', `The job has no revision ${revision}. Choose one from its history.`);
  const ofJob = rows.selectFrom('revisions').where('job_id', '=', id);
  const whole = await ofJob
    .select(['revision', 'document'])
    .where('revision', '>=', revision)
    .where('document', 'is not', null)
    .orderBy('revision')
    .limit(1)
    .executeTakeFirst();
  const job = whole ?? (await rows.selectFrom('jobs').select(['revision', 'document']).where('id', '=', id).executeTakeFirst());
  if (!job?.document || job.revision < revision) throw missing();
  const back = await ofJob
    .select(['revision', 'back'])
    .where('revision', '>=', revision)
    .where('revision', '<', job.revision)
    .orderBy('revision', 'desc')
    .execute();
  if (back.length < job.revision - revision) throw missing();
  return parseStored(
    goBack(
      job.document,
      back.map((row) => (row.back ?? {}) as Difference),
    ),
  );
}
