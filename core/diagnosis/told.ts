import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import type { Display, Job } from '../../model/job.ts';
import type { Licensed, SoundPlant } from '../fault/fault.ts';
import { faultsOf } from '../fault/faults.ts';
import { inUnits } from '../quantity/in-units.ts';
import { type Evidence, madeAlready } from './evidence.ts';
import type { Next, NextAsked } from './next.ts';
import { nextReadings } from './next-reading.ts';
import { Library } from './predict.ts';
import { type FaultRank, rank } from './rank.ts';
import { secondFault } from './second-fault.ts';
import { readingNamer, type Verdict, verdictOf } from './verdict.ts';

/** A cause as it is told. */
export interface ToldCause {
  id: string;
  label: string;
  cure: string;
  licensed: Licensed | null;
  chance: number;
}

/** A fault as it is told. */
export interface ToldFault {
  id: string;
  label: string;
  place: string;
  magnitude: number;
  chance: number;
  /** Chance that it acts like this by none of these causes. */
  unlisted: number;
  causes: ToldCause[];
}

/** What could be read or looked at, as it is told. */
export type ToldNext = { minutes: number; gain: number } & (
  | { kind: 'reading'; key: string; where: string; what: string; calls: StateNote['calls'] }
  | { kind: 'round'; id: string; where: string; what: string; keys: readonly string[]; calls: StateNote['calls'] }
  | { kind: 'looks'; id: string; where: string; look: string; ask: string; seen: string; at: { fault: string; where: string }[] }
  | { kind: 'look'; fault: string; of: string; look: string; ask: string; seen: string }
);

/** A diagnosis as plain data: it can be sent to another thread or written as JSON. */
export interface Told {
  verdict: Verdict;
  faults: ToldFault[];
  /** Chances that nothing is wrong with water and heat, and that it is something not on the list. */
  sound: number;
  something: number;
  next: ToldNext[];
  /** How many faults this plant can have. */
  known: number;
}

/** Faults and next readings that are told. */
const MOST_FAULTS = 20;
const MOST_NEXT = 10;

/** A plant with everything worked out of its faults so far. */
export const libraryOf = (plant: SoundPlant): Library => new Library(plant, faultsOf(plant));

/**
 * What explains the evidence, how sure that is, and what to read next. What was read or looked at already is not asked for again.
 * @param told hears of the share that is done @returns null where the plant finds no state even with nothing wrong
 */
export function tell(
  library: Library,
  evidence: Evidence,
  asked: Pick<NextAsked, 'states' | 'quantities' | 'minutes'>,
  told?: (done: number) => void,
): Told | null {
  const ranking = rank(library, evidence, told);
  if (!ranking) return null;
  const next = nextReadings(library, evidence, ranking, { ...asked, without: madeAlready(evidence) }).filter(
    ({ gain }) => gain > LEAST_TOLD,
  );
  const namer = readingNamer(library.plant);
  return {
    verdict: verdictOf(library.plant, evidence, ranking, next),
    faults: ranking.faults.slice(0, MOST_FAULTS).map((each) => toldFault(each, library.plant.job.display)),
    sound: ranking.sound,
    something: ranking.something,
    next: next.slice(0, MOST_NEXT).map((each) => toldNext(each, namer, library.plant.job)),
    known: library.faults.length,
  };
}

const toldFault = ({ fault, chance, magnitude, causes, unlisted }: FaultRank, display: Display): ToldFault => ({
  id: fault.id,
  label: fault.label,
  place: fault.place,
  magnitude,
  chance,
  unlisted,
  causes: causes.map(({ cause, chance: of }) => ({
    id: cause.id,
    label: cause.label,
    cure: inUnits(cause.cure, display),
    licensed: cause.licensed ?? null,
    chance: of,
  })),
});

/** What tells less than this is not worth naming, nats. */
const LEAST_TOLD = 1e-3;

/** What is to be read or looked at, and where, in one line. */
export function nextWords(next: ToldNext): string {
  if (next.kind === 'look') return `${next.of}: ${next.ask}`;
  if (next.kind === 'looks') return `${next.where}, each loop: ${next.ask}`;
  return `${next.where}, ${next.what.charAt(0).toLowerCase()}${next.what.slice(1)}`;
}

/** What a round of a manifold is called. */
const roundWords = (quantity: ReadingQuantity): string =>
  quantity === 'flow' ? 'All meters of the manifold' : 'All return temperatures at the manifold';

function toldNext(next: Next, namer: ReturnType<typeof readingNamer>, job: Job): ToldNext {
  const { minutes, gain } = next;
  if (next.kind === 'look') {
    const { fault, look } = next;
    return { kind: 'look', minutes, gain, fault: fault.id, of: fault.label, look: look.id, ask: look.ask, seen: look.seen };
  }
  const manifold = ({ circuitId, number }: { circuitId: string; number: number | null }): string => {
    const circuit = job.circuits.find(({ id }) => id === circuitId)?.name || circuitId;
    return number === null ? circuit : `${circuit}, manifold ${number}`;
  };
  if (next.kind === 'looks') {
    const { look, faults } = next;
    const at = faults.map((fault) => ({ fault: fault.id, where: namer(`${fault.place}#flow`).where }));
    return {
      kind: 'looks',
      minutes,
      gain,
      id: `${next.id} ${look.id}`,
      where: manifold(next),
      look: look.id,
      ask: look.ask,
      seen: look.seen,
      at,
    };
  }
  if (next.kind === 'round') {
    const { round, keys, state } = next;
    const what = roundWords(round.quantity);
    return { kind: 'round', minutes, gain, id: round.id, where: manifold(round), what, keys, calls: state.calls };
  }
  const { where, what } = namer(next.key);
  return { kind: 'reading', minutes, gain, key: next.key, where, what, calls: next.state.calls };
}

/** Everything that there is commonly an instrument for. */
export const ALL_QUANTITIES: ReadonlySet<ReadingQuantity> = new Set([
  'supply',
  'back',
  'air',
  'flow',
  'pressure',
  'head',
  'power',
]);

/** Whether a second fault stands beside the likeliest, as it is told. */
export interface ToldBeside {
  first: string;
  /** Chance that it is the only one. */
  alone: number;
  seconds: ToldFault[];
  /** What to read or look at that tells of another beside the first, the best first. */
  next: ToldNext[];
}

/** Others told beside the first. */
const MOST_SECONDS = 3;

/** @returns null where no fault is likely enough to look beside */
export function tellBeside(
  library: Library,
  evidence: Evidence,
  asked: Pick<NextAsked, 'states' | 'quantities' | 'minutes'>,
): ToldBeside | null {
  const ranking = rank(library, evidence);
  const beside = ranking && secondFault(library, evidence, ranking);
  if (!beside) return null;
  const without = madeAlready(evidence);
  const next = nextReadings(beside.library, evidence, beside.ranking, { ...asked, without });
  const namer = readingNamer(library.plant);
  return {
    first: beside.first.fault.label,
    alone: beside.alone,
    seconds: beside.seconds.slice(0, MOST_SECONDS).map((each) => toldFault(each, library.plant.job.display)),
    next: next
      .filter(({ gain }) => gain > LEAST_TOLD)
      .slice(0, MOST_SECONDS)
      .map((each) => toldNext(each, namer, library.plant.job)),
  };
}
