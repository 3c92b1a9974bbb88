import { type Evidence, madeAlready, stateKey } from './evidence.ts';
import type { HiddenFault } from './hidden-fault.ts';
import type { Next, NextAsked } from './next.ts';
import { nextReadings } from './next-reading.ts';
import type { Library } from './predict.ts';
import type { Ranking } from './rank.ts';
import { secondFault } from './second-fault.ts';

/** A step of the way the program itself would take through a hidden fault. */
export interface OwnStep {
  next: Next;
  evidence: Evidence;
  minutes: number;
}

/** Steps after which a second fault is thought of, and the chance of the first from which on it is looked beside. */
const THINK_OF_TWO = 4;
const LEAST_FIRST = 0.35;

/** What it would do next where there may be two faults: once the first is likely, it asks for what tells of another beside it. */
export function stepWithTwo(
  library: Library,
  evidence: Evidence,
  ranking: Ranking,
  asked: NextAsked,
  hidden: Pick<HiddenFault, 'read' | 'look'>,
): OwnStep | null {
  const steps = evidence.readings.length + evidence.seen.length;
  const beside = steps >= THINK_OF_TWO ? secondFault(library, evidence, ranking) : null;
  if (!beside || beside.first.chance < LEAST_FIRST) return stepWith(library, evidence, ranking, asked, hidden);
  return stepWith(beside.library, evidence, beside.ranking, asked, hidden);
}

/**
 * What it would do next, and what comes of it: the best reading or look, made on the hidden plant. A state once changed to is the one
 * that stands.
 * @returns null where nothing is left that tells anything
 */
export function stepWith(
  library: Library,
  evidence: Evidence,
  ranking: Ranking,
  asked: NextAsked,
  hidden: Pick<HiddenFault, 'read' | 'look'>,
): OwnStep | null {
  const last = evidence.readings.at(-1)?.state;
  const states = last ? [last, ...asked.states.filter((state) => stateKey(state) !== stateKey(last))] : asked.states;
  for (const next of nextReadings(library, evidence, ranking, { ...asked, states, without: madeAlready(evidence) })) {
    if (next.gain <= 0) return null;
    const { minutes } = next;
    if (next.kind === 'look') {
      const so = hidden.look(next.fault.place, next.look.id);
      return {
        next,
        minutes,
        evidence: { ...evidence, seen: [...evidence.seen, { fault: next.fault.id, look: next.look.id, so }] },
      };
    }
    if (next.kind === 'looks') {
      const { look, faults } = next;
      const made = faults.map((fault) => ({ fault: fault.id, look: look.id, so: hidden.look(fault.place, look.id) }));
      return { next, minutes, evidence: { ...evidence, seen: [...evidence.seen, ...made] } };
    }
    const { state } = next;
    const made = (next.kind === 'round' ? next.keys : [next.key]).flatMap((key) => {
      const read = hidden.read(key, state);
      return read ? [{ key, ...read, state }] : [];
    });
    if (made.length > 0) return { next, minutes, evidence: { ...evidence, readings: [...evidence.readings, ...made] } };
  }
  return null;
}
