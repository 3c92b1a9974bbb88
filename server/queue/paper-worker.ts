import { parentPort, workerData } from 'node:worker_threads';
import type { PaperSetId } from '../../core/paper/sets/set-list.ts';
import { makePapers, type PaperOrder } from '../../exchange/pdf/make-papers.ts';
import { paperFonts } from '../../exchange/pdf/paper-fonts.ts';
import type { Job } from '../../model/job.ts';

/** What a thread is given to make one paper. */
export interface PaperWork {
  job: Job;
  paper: PaperSetId;
  revision: number;
  /** ISO date and time */
  made: string;
  address: string;
  book: NonNullable<PaperOrder['book']>;
}

const { job, paper, revision, made, address, book } = workerData as PaperWork;
const [file] = await makePapers(
  job,
  {
    sets: [paper],
    paper: job.display.system === 'us' ? 'letter' : 'A4',
    tint: 'colour',
    sums: false,
    prices: false,
    labels: 'A4, 3 × 8 of 70 × 37 mm',
    revision,
    changed: false,
    made,
    address,
    book,
  },
  await paperFonts(),
);
parentPort?.postMessage(file?.bytes);
