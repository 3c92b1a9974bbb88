import { Worker } from 'node:worker_threads';
import { PAPER_SET_IDS, type PaperSetId } from '../../core/paper/sets/set-list.ts';
import { wholeBook } from '../book/entries.ts';
import { asked } from '../database/asked.ts';
import type { Database } from '../database/tables.ts';
import { readStoredJob } from '../jobs/jobs.ts';
import type { PaperWork } from './paper-worker.ts';
import type { PaperOrdered } from './queue.ts';

/** Most memory of a thread, MB. */
const MOST_MEMORY = 600;
/** As it is translated while it runs, or as it was built. */
const isBuilt = import.meta.url.endsWith('.js');
const PROGRAM = new URL(isBuilt ? './paper-worker.js' : './from-source.mjs', import.meta.url);

export const isPaper = (paper: string): paper is PaperSetId => (PAPER_SET_IDS as string[]).includes(paper);

/** A paper made in a thread of its own, so that requests are answered meanwhile; the thread ends with it. */
function inThread(work: PaperWork): Promise<Uint8Array> {
  return new Promise((done, failed) => {
    const thread = new Worker(PROGRAM, {
      workerData: work,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY },
    });
    thread.once('message', (bytes: Uint8Array) => done(bytes));
    thread.once('error', failed);
    thread.once('exit', (code) => failed(new Error(`the thread ended with ${code} before the paper was made`)));
  });
}

/** Makes a paper that was ordered and keeps it, on behalf of who ordered it: whoever may not read the job by now gets none. */
export async function makePaper(
  database: Database,
  address: string,
  { firm, person, job: id, paper }: PaperOrdered,
): Promise<void> {
  if (!isPaper(paper)) return;
  const asker = { as: 'member', person, firm } as const;
  const { job, revision, book } = await asked(database, asker, async (by) => ({
    ...(await readStoredJob(by, id)),
    book: await wholeBook(by, id),
  }));
  const made = new Date();
  const bytes = Buffer.from(
    await inThread({ job, paper, revision, book, made: made.toISOString(), address: `${address}/jobs/${id}` }),
  );
  const values = { job_name: job.name, revision, bytes, made_at: made };
  await asked(database, asker, ({ rows }) =>
    rows
      .insertInto('papers')
      .values({ job_id: id, paper, ...values })
      .onConflict((conflict) => conflict.columns(['job_id', 'paper']).doUpdateSet(values))
      .execute(),
  );
}
