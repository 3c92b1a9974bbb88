import { DESIGN_DAY } from '../../core/commission/book-state.ts';
import { instrumentFor, readingError } from '../../core/commission/instruments.ts';
import type { Evidence } from '../../core/diagnosis/evidence.ts';
import type { HiddenFault } from '../../core/diagnosis/hidden-fault.ts';
import type { NextAsked } from '../../core/diagnosis/next.ts';
import { stepWith, stepWithTwo } from '../../core/diagnosis/own-path.ts';
import type { Library } from '../../core/diagnosis/predict.ts';
import { type Ranking, rank } from '../../core/diagnosis/rank.ts';
import { secondFault } from '../../core/diagnosis/second-fault.ts';
import { ALL_QUANTITIES } from '../../core/diagnosis/told.ts';
import type { Fault } from '../../core/fault/fault.ts';
import type { Said } from '../../core/fault/words.ts';
import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';

/** One way to go about a hidden fault. */
export interface Way {
  name: string;
  asked: Omit<NextAsked, 'states'>;
  steps: number;
  /** How much more unlike its drawing the plant is than usual. */
  factor: number;
  random?: boolean;
}

const CLAMPS: ReadonlySet<ReadingQuantity> = new Set(['supply', 'back', 'air', 'power']);

export const waysOf = (steps: number): Way[] => [
  { name: 'words only', asked: { quantities: ALL_QUANTITIES, looks: false }, steps: 0, factor: 1 },
  { name: `${steps} readings and looks it chose`, asked: { quantities: ALL_QUANTITIES }, steps, factor: 1 },
  { name: `${steps} readings it chose`, asked: { quantities: ALL_QUANTITIES, looks: false }, steps, factor: 1 },
  { name: `${steps} readings at random`, asked: { quantities: ALL_QUANTITIES, looks: false }, steps, factor: 1, random: true },
  { name: 'clamps and pump watts', asked: { quantities: CLAMPS }, steps, factor: 1 },
  { name: 'plant 1.7 times more unlike', asked: { quantities: ALL_QUANTITIES }, steps, factor: 1.7 },
];

/** What came of going through a hidden fault. */
export interface Gone {
  ranking: Ranking;
  evidence: Evidence;
  minutes: number;
  /** Steps and minutes until a fault was told at 80 %; null where none was. */
  sure: { steps: number; minutes: number } | null;
  /** ms that each ranking took. */
  rankings: number[];
}

/** Reads and looks as a way says. */
export function goThrough(
  library: Library,
  states: readonly StateNote[],
  hidden: HiddenFault,
  way: Way,
  random: () => number,
  said: readonly Said[] = hidden.said(),
): Gone {
  let evidence: Evidence = { readings: [], said, seen: [] };
  let ranking = rank(library, evidence) as Ranking;
  let minutes = 0;
  let sure: Gone['sure'] = null;
  const rankings: number[] = [];
  for (let k = 0; k < way.steps; k++) {
    const step = way.random
      ? stepAtRandom(library, states[0] ?? DESIGN_DAY, evidence, hidden, random)
      : stepWith(library, evidence, ranking, { ...way.asked, states }, hidden);
    if (!step) break;
    evidence = step.evidence;
    minutes += step.minutes;
    const start = performance.now();
    ranking = rank(library, evidence) as Ranking;
    rankings.push(performance.now() - start);
    if (!sure && (ranking.faults[0]?.chance ?? 0) > 0.8) sure = { steps: k + 1, minutes };
  }
  return { ranking, evidence, minutes, sure, rankings };
}

/** What is told surely enough to be cured. */
const CURE_FROM = 0.7;

/**
 * Goes about two faults at once as people do: what is told surely enough is cured, which is a step too, and what people still complain of
 * then is looked into anew. Where nothing is, a second is sought beside the first.
 * @returns the faults that are named in the end
 */
export function goThroughTwo(library: Library, states: readonly StateNote[], both: HiddenFault, steps: number): Set<Fault> {
  let hidden = both;
  let evidence: Evidence = { readings: [], said: hidden.said(), seen: [] };
  let ranking = rank(library, evidence) as Ranking;
  const named = new Set<Fault>();
  for (let k = 0; k < steps; k++) {
    const first = ranking.faults[0];
    if (named.size === 0 && first && first.chance > CURE_FROM) {
      named.add(first.fault);
      hidden = hidden.after(first.fault);
      evidence = { readings: [], said: hidden.said(), seen: [] };
    } else {
      const step = stepWithTwo(library, evidence, ranking, { quantities: ALL_QUANTITIES, states }, hidden);
      if (!step) break;
      evidence = step.evidence;
    }
    ranking = rank(library, evidence) as Ranking;
  }
  if (named.size > 0) return ranking.faults[0] ? named.add(ranking.faults[0].fault) : named;
  const beside = secondFault(library, evidence, ranking);
  return new Set([beside?.first ?? ranking.faults[0], beside?.seconds[0]].flatMap((each) => (each ? [each.fault] : [])));
}

/** One reading of the state that stands, whichever chance picks. */
function stepAtRandom(library: Library, state: StateNote, evidence: Evidence, hidden: HiddenFault, random: () => number) {
  const keys = [...(library.predicted(state)?.sound.readings.keys() ?? [])];
  const key = keys[Math.floor(random() * keys.length)] as string;
  const read = hidden.read(key, state);
  return read && { evidence: { ...evidence, readings: [...evidence.readings, { key, ...read, state }] }, minutes: 1 };
}

/** Readings of a list that is the same for every call: the source, then the circuit and the room that is complained of. */
function checklist({ plant }: Library, said: readonly Said[]): string[] {
  const { circuits } = plant.assembly;
  const of = said.find((each) => each.of !== null)?.of ?? null;
  const circuit = circuits.find(({ id, loops }) => id === of || loops.some(({ roomId }) => roomId === of)) ?? circuits[0];
  const loop = circuit?.loops.find(({ roomId }) => roomId === of) ?? circuit?.loops[0];
  return [
    'source#supply',
    'source#back',
    ...(circuit ? [`${circuit.place}#supply`, `${circuit.place}#back`] : []),
    ...(loop ? [`${loop.place}#back`, `${loop.place}#flow`] : []),
  ];
}

/**
 * What plain comparison makes of a list of readings that is always the same: the fault whose readings lie nearest, in errors of the
 * instruments.
 * @returns faults, the nearest first
 */
export function nearestSignature(library: Library, hidden: HiddenFault): Fault[] {
  const day = library.designDay();
  if (!day) return [];
  const readings = checklist(library, hidden.said()).flatMap((key) => {
    const read = hidden.read(key, DESIGN_DAY);
    return read ? [{ key, ...read }] : [];
  });
  const far = day.faults.flatMap(({ fault, shown }) =>
    shown.flatMap((each) =>
      each
        ? [
            {
              fault,
              off: readings.reduce((sum, { key, value }) => {
                const mean = each.readings.get(key);
                const error = readingError(instrumentFor(key.slice(key.indexOf('#') + 1) as ReadingQuantity, null, []), value);
                return mean === undefined ? sum + 25 : sum + Math.min(((value - mean) / error) ** 2, 400);
              }, 0),
            },
          ]
        : [],
    ),
  );
  return [...new Set(far.sort((a, b) => a.off - b.off).map(({ fault }) => fault))];
}
