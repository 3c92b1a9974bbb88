import type { Evidence } from '../../core/diagnosis/evidence.ts';
import type { Library } from '../../core/diagnosis/predict.ts';
import { libraryOf, type Told, tell } from '../../core/diagnosis/told.ts';
import { designWithPlant } from '../../core/job/design-job.ts';
import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';

export interface DiagnosisAsked {
  /** States a reading could be taken in; the first is the one that stands. */
  states: StateNote[];
  /** What there is an instrument for. */
  quantities: ReadingQuantity[];
}

/** The plant asked last: each reading asks the same one again. */
let last: { text: string; library: Library | null } | null = null;

function libraryFor(job: Job): Library | null {
  const text = JSON.stringify(job);
  if (last?.text === text) return last.library;
  const { design, plant } = designWithPlant(job);
  last = { text, library: plant && libraryOf({ job, design, assembly: plant.assembly }) };
  return last.library;
}

export function diagnosisOf(job: Job, evidence: Evidence, { states, quantities }: DiagnosisAsked): Told | null {
  const library = libraryFor(job);
  return library && tell(library, evidence, { states, quantities: new Set(quantities) });
}
