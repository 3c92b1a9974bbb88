import type { Evidence } from '../../core/diagnosis/evidence.ts';
import type { Level } from '../../core/diagnosis/practice.ts';
import {
  type Board,
  boardOf,
  type Outcome,
  practiceEnd,
  practiceLook,
  practiceReading,
} from '../../core/diagnosis/practice-board.ts';
import type { Library } from '../../core/diagnosis/predict.ts';
import { libraryOf, type Told, type ToldBeside, tell, tellBeside } from '../../core/diagnosis/told.ts';
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

/** A practice in the plant of a job: the same number hides the same fault for everybody. */
export interface PracticeOf {
  level: Level;
  seed: number;
}

export function boardFor(job: Job, { level, seed }: PracticeOf): Board | null {
  const library = libraryFor(job);
  return library && boardOf(library, level, seed);
}

export function readIn(job: Job, { level, seed }: PracticeOf, key: string): { read: string; expected: string } | null {
  const library = libraryFor(job);
  return library && practiceReading(library, level, seed, key);
}

export function lookIn(job: Job, { level, seed }: PracticeOf, place: string, look: string): boolean {
  const library = libraryFor(job);
  return library !== null && practiceLook(library, level, seed, place, look);
}

export function endOf(
  job: Job,
  { level, seed }: PracticeOf,
  guess: { fault: string; cause: string },
  minutes: number,
): Outcome | null {
  const library = libraryFor(job);
  return library && practiceEnd(library, level, seed, guess, minutes);
}

export function besideOf(job: Job, evidence: Evidence): ToldBeside | null {
  const library = libraryFor(job);
  return library && tellBeside(library, evidence);
}
