import type { Job } from '../../model/job.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { FigureBook } from '../figure/figure.ts';
import { say } from '../quantity/format.ts';
import { RULEBOOKS_BY_ID, type Rulebook } from '../review/rulebooks.ts';

/** What every step of the design has at hand. */
export interface Context {
  job: Job;
  book: FigureBook;
  rulebook: Rulebook;
  rules: Rulebook['rules'];
  /** A value in the job's units. */
  say: (value: number, kind: QuantityKind) => string;
}

export function contextOf(job: Job): Context {
  const rulebook = RULEBOOKS_BY_ID[job.rulebook];
  return {
    job,
    book: new FigureBook(),
    rulebook,
    rules: rulebook.rules,
    say: (value, kind) => say(value, kind, job.display),
  };
}
