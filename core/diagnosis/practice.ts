import type { StateNote } from '../../model/book/entry.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import type { Cause, Fault } from '../fault/fault.ts';
import type { Said } from '../fault/words.ts';
import { seededNumbers } from '../quantity/seeded.ts';
import type { Evidence } from './evidence.ts';
import { HiddenFault } from './hidden-fault.ts';
import { stepWith } from './own-path.ts';
import type { Library } from './predict.ts';
import { rank } from './rank.ts';
import { ALL_QUANTITIES } from './told.ts';

/** How hard a practice is: what is met every week, everything that people feel, the same with a plant further from its drawing. */
export const LEVELS = {
  apprentice: { label: 'What is met every week', factor: 0.6 },
  journeyman: { label: 'Everything that people feel', factor: 1 },
  master: { label: 'A plant far from its drawing', factor: 1.7 },
} as const;
export type Level = keyof typeof LEVELS;

/** Kinds of faults that are met every week: common practice. */
const EVERY_WEEK: ReadonlySet<string> = new Set([
  'loop-shut',
  'circuit-shut',
  'circuit-blocked',
  'pump-stands',
  'pump-slow',
  'mixing-stuck',
  'source-cool',
  'source-off',
  'emitter-weak',
]);

/** A fault hidden in a plant to learn on: the same number hides the same fault for everybody. */
export interface Practice {
  fault: Fault;
  cause: Cause;
  hidden: HiddenFault;
  said: Said[];
}

/** Tries until one is found that somebody feels. */
const MOST_TRIES = 200;

/**
 * Hides a fault that people feel.
 * @param seed a whole number; the same number gives the same fault, plant and readings @returns null where a plant has none such
 */
export function hide(library: Library, level: Level, seed: number): Practice | null {
  const random = seededNumbers(seed);
  const faults = library.faults.filter(({ kind }) => level !== 'apprentice' || EVERY_WEEK.has(kind));
  for (let k = 0; k < MOST_TRIES && faults.length > 0; k++) {
    const fault = faults[Math.floor(random() * faults.length)] as Fault;
    const cause = byPrior(fault.causes, random());
    const hidden = new HiddenFault(library.plant, fault, cause, Math.floor(random() * 2 ** 31), LEVELS[level].factor);
    const said = hidden.said();
    if (said.length > 0) return { fault, cause, hidden, said };
  }
  return null;
}

function byPrior(causes: readonly Cause[], share: number): Cause {
  let left = share * causes.reduce((sum, { prior }) => sum + prior, 0);
  for (const cause of causes) {
    left -= cause.prior;
    if (left <= 0) return cause;
  }
  return causes.at(-1) as Cause;
}

/** What a guess was worth, and how to learn from it. */
export interface Lesson {
  /** Whether the fault, and beyond it the cause, was the one. */
  right: boolean;
  rightCause: boolean;
  fault: Fault;
  cause: Cause;
  /** The way the program itself would have taken: what it read or looked at, and the minutes of it all. */
  own: { steps: string[]; minutes: number; found: boolean };
}

/** Steps that the program takes at most. */
const MOST_STEPS = 8;
/** From here on it stops reading, or where another reading tells less than this, nats. */
const SURE = 0.9;
const LEAST_GAIN = 0.03;

/** Holds a guess against what was hidden, beside the way the program would have taken. */
export function lessonOf(library: Library, practice: Practice, guess: { fault: string; cause: string }): Lesson {
  const { fault, cause } = practice;
  return {
    right: guess.fault === fault.id,
    rightCause: guess.fault === fault.id && guess.cause === cause.id,
    fault,
    cause,
    own: ownPath(library, practice),
  };
}

function ownPath(library: Library, { hidden, said, fault }: Practice): Lesson['own'] {
  const states: StateNote[] = [DESIGN_DAY];
  let evidence: Evidence = { readings: [], said, seen: [] };
  let ranking = rank(library, evidence);
  const steps: string[] = [];
  let minutes = 0;
  for (let k = 0; k < MOST_STEPS && ranking && (ranking.faults[0]?.chance ?? 0) < SURE; k++) {
    const step = stepWith(library, evidence, ranking, { states, quantities: ALL_QUANTITIES, rounds: false }, hidden);
    if (!step || step.next.gain < LEAST_GAIN) break;
    const { next } = step;
    if (next.kind === 'look' || next.kind === 'reading')
      steps.push(next.kind === 'look' ? `${next.fault.id} ${next.look.id}` : next.key);
    minutes += step.minutes;
    evidence = step.evidence;
    ranking = rank(library, evidence);
  }
  return { steps, minutes, found: ranking?.faults[0]?.fault === fault };
}

/** Points of a practice: all for the fault by half the minutes of the program or fewer, none for another; the cause a fifth. */
export function pointsOf({ right, rightCause, own }: Lesson, minutes: number): number {
  if (!right) return 0;
  const quick = Math.min(1, (own.minutes + 2) / Math.max(minutes, 1));
  return Math.round(20 * (rightCause ? 1 : 0) + 80 * (0.4 + 0.6 * quick));
}
