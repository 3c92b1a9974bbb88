import { DESIGN_DAY } from '../../core/commission/book-state.ts';
import { type Evidence, stateKey } from '../../core/diagnosis/evidence.ts';
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
import type { Costs } from '../../core/diagnosis/reading-costs.ts';
import { statesToTry } from '../../core/diagnosis/states.ts';
import { libraryOf, type Told, type ToldBeside, tell, tellBeside } from '../../core/diagnosis/told.ts';
import { designWithPlant } from '../../core/job/design-job.ts';
import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';

export interface DiagnosisAsked {
  /** The state the plant stands in. */
  state: StateNote;
  /** What there is an instrument for. */
  quantities: ReadingQuantity[];
  /** Whether thermostats may be turned for a reading. */
  turns: boolean;
  /** Minutes that are other than usual. */
  minutes: Partial<Costs>;
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

/** ms of work between two words of how far it is. */
const SLICE = 60;

export async function diagnosisOf(
  job: Job,
  evidence: Evidence,
  { state, quantities, turns, minutes }: DiagnosisAsked,
  onProgress: (share: number) => Promise<void>,
): Promise<Told | null> {
  const library = libraryFor(job);
  if (!library) return null;
  const read = [DESIGN_DAY, state, ...evidence.readings.map((each) => each.state)];
  const states = [...new Map(read.map((each) => [stateKey(each), each])).values()].filter((each) => !library.knows(each));
  for (const [i, each] of states.entries())
    await inSlices(library.work(each), (share) => onProgress((i + share) / states.length));
  const others = turns ? statesToTry(library.plant.assembly, state) : [state];
  return tell(library, evidence, { states: others, quantities: new Set(quantities), minutes });
}

/** Goes through a piece of work, resting after each slice of it: what is asked meanwhile gets its turn. */
async function inSlices(work: Generator<number>, rest: (share: number) => Promise<void>): Promise<void> {
  let rested = performance.now();
  for (let step = work.next(); !step.done; step = work.next()) {
    if (performance.now() - rested < SLICE) continue;
    await rest(step.value);
    rested = performance.now();
  }
}

/** Works out the design day before anybody complains. @returns how many faults were worked out */
export async function readyFor(job: Job): Promise<number> {
  const library = libraryFor(job);
  if (!library) return 0;
  await inSlices(library.work(DESIGN_DAY), () => new Promise((done) => setTimeout(done)));
  return library.faults.length;
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

export function besideOf(job: Job, evidence: Evidence, { state, quantities, minutes }: DiagnosisAsked): ToldBeside | null {
  const library = libraryFor(job);
  return library && tellBeside(library, evidence, { states: [state], quantities: new Set(quantities), minutes });
}
