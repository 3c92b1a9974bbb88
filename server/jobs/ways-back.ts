import { setTimeout as sleep } from 'node:timers/promises';
import { sql } from 'kysely';
import type { AskedByMember } from '../database/asked.ts';
import { wayBack } from './differences.ts';

/** Every so many revisions one stays whole, so that no way back is longer and no fault of one reaches further. */
const WHOLE_EVERY = 200;
/** Revisions are put by as ways back each time so many have come together: it takes time, and a save does not wait for it. */
export const PUT_BY_EVERY = 20;
/** Pause between two of them, so that requests are answered in between, ms. */
const PAUSE = 20;

/**
 * Puts the oldest revision of a job that is still whole by as the way back to it from the one after it.
 * @returns whether there was one
 */
export async function putOneBy({ rows }: AskedByMember, job: string): Promise<boolean> {
  const found = await sql<{ revision: number; older: object; newer: object }>`
    select r.revision, r.document as older, coalesce(n.document, j.document) as newer
    from jobs j
    join revisions r on r.job_id = j.id and r.revision < j.revision and r.document is not null and r.revision % ${WHOLE_EVERY} <> 0
    left join revisions n on n.job_id = j.id and n.revision = r.revision + 1
    where j.id = ${job} and r.back is null and (n.document is not null or j.revision = r.revision + 1)
    order by r.revision limit 1`.execute(rows);
  const [row] = found.rows;
  if (!row) return false;
  const back = wayBack(row.newer, row.older);
  // One whose way back does not lead there exactly stays whole; an empty way back beside it says that it was tried.
  const kept = back ? { back: JSON.stringify(back), document: null } : { back: '{}' };
  await rows.updateTable('revisions').set(kept).where('job_id', '=', job).where('revision', '=', row.revision).execute();
  return true;
}

/** The job whose turn it is; the others wait, so that many at once do not keep requests waiting. What an end of this process leaves undone is done with the next lot of that job. */
let turn: Promise<void> = Promise.resolve();

/**
 * Puts all by that can be, one after the other, once those asked for before are done.
 * @param one does one of them as a piece of work of its own
 * @returns settles in any case
 */
export function putAllBy(one: () => Promise<boolean>): Promise<void> {
  turn = turn
    .then(async () => {
      while (await one()) await sleep(PAUSE);
    })
    .catch(() => {});
  return turn;
}
