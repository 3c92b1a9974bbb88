import type { Comment } from '../../model/comment.ts';
import type { AskedByMember } from '../database/asked.ts';
import { Problem } from '../problem.ts';
import { jobIsThere } from './jobs.ts';
import { notFound } from './stored-job.ts';

/** Most comments of one job. */
const MOST = 500;
const FORMER = 'a former member';

/** The comments of a job, the oldest first, those that ended among them. */
export async function listComments({ rows }: AskedByMember, job: string): Promise<Comment[]> {
  const found = await rows
    .selectFrom('comments')
    .leftJoin('people as author', 'author.id', 'comments.author_id')
    .leftJoin('people as ender', 'ender.id', 'comments.ended_by')
    .select(['comments.id', 'thing', 'label', 'body', 'written_at', 'ended_at'])
    .select(['author.name as author', 'ender.name as ender'])
    .where('job_id', '=', job)
    .orderBy('written_at')
    .limit(MOST)
    .execute();
  return found.map((row) => ({
    id: row.id,
    thing: row.thing,
    label: row.label,
    body: row.body,
    author: row.author || FORMER,
    writtenAt: row.written_at.toISOString(),
    endedAt: row.ended_at?.toISOString() ?? null,
    endedBy: row.ended_at ? row.ender || FORMER : null,
  }));
}

/**
 * Writes a comment; one sent twice is there once.
 * @throws Problem 404 without such a job, 422 where there are too many
 */
export async function writeComment(
  { rows }: AskedByMember,
  job: string,
  comment: Pick<Comment, 'id' | 'thing' | 'label' | 'body'>,
): Promise<void> {
  if (!(await jobIsThere(rows, job))) throw notFound();
  const { count } = await rows
    .selectFrom('comments')
    .select(({ fn }) => fn.countAll<string>().as('count'))
    .where('job_id', '=', job)
    .executeTakeFirstOrThrow();
  if (Number(count) >= MOST)
    throw new Problem(422, 'Many comments', `This job has ${MOST} comments, the most it takes. Write it into the job instead.`);
  await rows
    .insertInto('comments')
    .values({ ...comment, job_id: job, ended_at: null, ended_by: null })
    .onConflict((conflict) => conflict.column('id').doNothing())
    .execute();
}

/** Ends a comment, or opens it again. @throws Problem 404 without such a comment */
export async function endComment({ rows, asker }: AskedByMember, job: string, id: string, ended: boolean): Promise<void> {
  const done = await rows
    .updateTable('comments')
    .set({ ended_at: ended ? new Date() : null, ended_by: ended ? asker.person : null })
    .where('job_id', '=', job)
    .where('id', '=', id)
    .executeTakeFirst();
  if (done.numUpdatedRows === 0n) throw new Problem(404, 'No such comment', 'This comment is not here; load the page again.');
}
