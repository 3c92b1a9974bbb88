import type { Job } from '../../model/job.ts';
import type { Assessed } from '../book/assess.ts';
import type { Book } from '../book/book.ts';
import type { Design } from '../design/design.ts';
import type { Plant } from '../design/operate.ts';
import type { PaperHead } from '../drawing/paper/drawing.ts';
import type { PaperSize } from '../drawing/paper/paper-size.ts';
import type { LabelSize } from './block.ts';

/** What papers are made of. */
export interface PaperInput {
  job: Job;
  design: Design;
  /** The plant itself, to be asked what it does in a state; null where there is nothing to run. */
  plant: Plant | null;
  head: PaperHead;
  paper: PaperSize;
  /** Every figure with its sum, in the record. */
  sums: boolean;
  /** Own prices and their sum, in the list of what to buy. */
  prices: boolean;
  labels: LabelSize;
  /** Address of the job's pages, `http://host/jobs/7`, for the codes on labels; null where there is none. */
  address: string | null;
  /** The site book with what its readings mean; null where there is none. */
  book: { book: Book; assessed: Assessed | null } | null;
}
