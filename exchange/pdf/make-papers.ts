import { assessBook } from '../../core/book/assess.ts';
import { bookOf, type KeptEntry } from '../../core/book/book.ts';
import { roundsOf } from '../../core/book/rounds.ts';
import { SitePlant } from '../../core/commission/site-plant.ts';
import type { PaperHead } from '../../core/drawing/paper/drawing.ts';
import type { PaperSize } from '../../core/drawing/paper/paper-size.ts';
import { designWithPlant } from '../../core/job/design-job.ts';
import type { LabelSize, Paper } from '../../core/paper/block.ts';
import type { PaperInput } from '../../core/paper/paper-input.ts';
import type { PaperSetId } from '../../core/paper/sets/set-list.ts';
import { PAPER_MAKERS } from '../../core/paper/sets/sets.ts';
import type { Job } from '../../model/job.ts';
import type { Tint } from '../drawing/inks.ts';
import { fileNameFor } from '../job-file.ts';
import { type FontFiles, paperToPdf } from './paper-pdf.ts';

/** Which papers are wanted, and how. */
export interface PaperOrder {
  sets: readonly PaperSetId[];
  paper: PaperSize;
  tint: Tint;
  /** Every figure with its sum, in the record. */
  sums: boolean;
  /** Own prices and their sum, in the list of what to buy. */
  prices: boolean;
  labels: LabelSize;
  /** Of the saved job; null where it was never saved. */
  revision: number | null;
  /** Whether the job was changed since. */
  changed: boolean;
  /** When they are made, as an ISO date and time. */
  made: string;
  /** Address of the job's pages, for the codes on labels. */
  address: string | null;
  /** Entries of the site book, and when the job was made (ms since 1970); none without. */
  book?: { entries: readonly KeptEntry[]; madeAt: number };
}

/** A paper as a file. */
export interface PaperFile {
  id: PaperSetId;
  name: string;
  bytes: Uint8Array;
}

const LONG_DATE = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });

const headOf = (job: Job, { revision, changed, made }: Pick<PaperOrder, 'revision' | 'changed' | 'made'>): PaperHead => ({
  job: job.name,
  place: job.site.place,
  rulebook: job.rulebook,
  revision,
  changed,
  date: LONG_DATE.format(new Date(made)),
});

/** What the papers of a job are made of. */
export function inputOf(job: Job, order: Omit<PaperOrder, 'sets' | 'tint'>): PaperInput {
  const { design, plant } = designWithPlant(job);
  return {
    job,
    design,
    plant,
    head: headOf(job, order),
    paper: order.paper,
    sums: order.sums,
    prices: order.prices,
    labels: order.labels,
    address: order.address,
    book: order.book && order.book.entries.length > 0 ? bookInput(job, order.book) : null,
  };
}

/** The book with what its readings mean, on a plant of its own: the other papers ask theirs in other states. */
function bookInput(job: Job, { entries, madeAt }: NonNullable<PaperOrder['book']>): PaperInput['book'] {
  const book = bookOf(entries, madeAt);
  const rounds = roundsOf(book);
  const { design, plant } = designWithPlant(job);
  return { book, assessed: plant && rounds.length > 0 ? assessBook(new SitePlant(job, design, plant), rounds) : null };
}

/** A paper of a job, before it is written. */
export const paperOf = (id: PaperSetId, input: PaperInput): Paper => PAPER_MAKERS[id](input);

/**
 * Makes the papers of a job, one file for each set.
 * @param onPaper told before each, with how many are done
 */
export async function makePapers(
  job: Job,
  order: PaperOrder,
  fonts: FontFiles,
  onPaper: (done: number) => PromiseLike<void> | void = () => {},
): Promise<PaperFile[]> {
  const input = inputOf(job, order);
  const files: PaperFile[] = [];
  for (const [done, id] of order.sets.entries()) {
    await onPaper(done);
    const bytes = await paperToPdf(paperOf(id, input), {
      head: input.head,
      paper: order.paper,
      tint: order.tint,
      display: job.display,
      fonts,
      made: new Date(order.made),
    });
    files.push({ id, name: fileNameFor({ name: `${job.name} ${id}` }, 'pdf'), bytes });
  }
  return files;
}
