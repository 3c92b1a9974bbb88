import type { Kysely } from 'kysely';
import type { Job } from '../../model/job.ts';
import type { Revision } from '../../model/job-list.ts';
import type { AskedByMember } from '../database/asked.ts';
import type { Tables } from '../database/tables.ts';
import { Problem } from '../problem.ts';
import { type Difference, goBack } from './differences.ts';
import { notFound, parseStored } from './stored-job.ts';

/** Who saved it, where that person was taken out of the books since. */
const FORMER = 'a former member';
/** Most revisions of one answer. */
export const HISTORY_PAGE = 100;

/** Notes the first revision of a job, which the job itself holds for now; its author is who asks. */
export async function noteFirst(rows: Kysely<Tables>, job: string, summary: string): Promise<void> {
  await rows
    .insertInto('revisions')
    .values({ job_id: job, revision: 1, document: null, back: null, summary, save_id: null })
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
