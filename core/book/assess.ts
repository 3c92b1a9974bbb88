import type { Job } from '../../model/job.ts';
import { expectedReadings } from '../commission/expected-readings.ts';
import { flowFromHead } from '../commission/gauges.ts';
import { type Grade, judgeReadings, type TakenReading } from '../commission/judge-readings.ts';
import { type FlowProof, proofOfFlow } from '../commission/proof-of-flow.ts';
import { keyOf } from '../commission/reading-points.ts';
import { causeWords, readingWords } from '../commission/reading-words.ts';
import type { SitePlant } from '../commission/site-plant.ts';
import type { Design } from '../design/design.ts';
import { gaugeAtRest } from '../design/gauge-names.ts';
import { atSpeed, findCirculator } from '../plant/circulator.ts';
import { say } from '../quantity/format.ts';
import type { BookRound } from './rounds.ts';

/** What a reading of the book means. */
export interface ReadingMeans {
  grade: Grade;
  expected: number | null;
  sigma: number;
  /** In standard deviations. */
  off: number;
  words: string;
}

/** What the readings of a book mean, by the id of their entries, and what rounds say as a whole. */
export interface Assessed {
  readings: Record<string, ReadingMeans>;
  rounds: { from: number; to: number; words: string[] }[];
  /** What each gauge shows too much, Pa, by its point: learned at rest. */
  offsets: Record<string, number>;
}

/** A gauge off by less than this at rest says nothing of itself, Pa. */
const OFFSET_WORTH = 3000;

/**
 * What each gauge shows too much, learned at rest: there they differ by the column of water between them and nothing else. What all of
 * them show alike is the filling, and no gauge's fault.
 * @param rounds the latest first
 */
export function gaugeOffsets(rounds: readonly BookRound[], job: Job, design: Pick<Design, 'vessel'>): Map<string, number> {
  const rest = rounds.find(
    ({ note, readings }) => !note.running && readings.filter(({ quantity }) => quantity === 'pressure').length > 1,
  );
  if (!rest) return new Map();
  const off = rest.readings.flatMap(({ key, quantity, value }) => {
    const point = key.slice(0, key.indexOf('#'));
    const shown = quantity === 'pressure' ? gaugeAtRest(job, design, point) : null;
    return shown === null ? [] : [{ point, off: value - shown }];
  });
  const sorted = off.map((each) => each.off).sort((a, b) => a - b);
  const middle =
    sorted.length % 2
      ? (sorted[(sorted.length - 1) / 2] as number)
      : ((sorted[sorted.length / 2 - 1] as number) + (sorted[sorted.length / 2] as number)) / 2;
  return new Map(off.filter((each) => Math.abs(each.off - middle) > OFFSET_WORTH).map((each) => [each.point, each.off - middle]));
}

/** A reading less what its gauge shows too much. */
export const withoutOffset = (reading: TakenReading, offsets: ReadonlyMap<string, number>): TakenReading =>
  reading.quantity === 'pressure'
    ? { ...reading, value: reading.value - (offsets.get(reading.key.slice(0, reading.key.indexOf('#'))) ?? 0) }
    : reading;

/** Holds every reading of a book against the plant in the state it was taken in. @param rounds the latest first */
export function assessBook(site: SitePlant, rounds: readonly BookRound[]): Assessed {
  const { job, design } = site;
  const { display } = job;
  const offsets = gaugeOffsets(rounds, job, design);
  const readings: Record<string, ReadingMeans> = {};
  const said = rounds.map(({ note, readings: raw, from, to }) => {
    const taken = raw.map((reading) => withoutOffset(reading, offsets));
    if (!note.running) {
      for (const reading of raw) readings[reading.id] = atRest(reading, offsets, job, design);
      return { from, to, words: [] };
    }
    const expected = expectedReadings(site, note);
    if (!expected) {
      for (const { id, error } of taken)
        readings[id] = {
          grade: 'unknown',
          expected: null,
          sigma: error,
          off: 0,
          words: 'The plant finds no state like this: look at what was said to call. The reading is kept.',
        };
      return { from, to, words: [] };
    }
    const { judged, causes } = judgeReadings(taken, expected);
    judged.forEach((each, i) => {
      const { grade, expected: value, sigma, off, id } = each;
      readings[id] = { grade, expected: value, sigma, off, words: readingWords(each, taken[i] as TakenReading, display) };
    });
    return { from, to, words: causes.map((cause) => causeWords(cause, display)) };
  });
  return { readings, rounds: said.filter(({ words }) => words.length > 0), offsets: Object.fromEntries(offsets) };
}

/** A reading at rest: a gauge shows the filling less the column up to it. */
function atRest(
  { key, value, error, quantity }: TakenReading,
  offsets: ReadonlyMap<string, number>,
  job: Job,
  design: Design,
): ReadingMeans {
  const point = key.slice(0, key.indexOf('#'));
  const shown = quantity === 'pressure' ? gaugeAtRest(job, design, point) : null;
  if (shown === null)
    return {
      grade: 'unknown',
      expected: null,
      sigma: error,
      off: 0,
      words: 'Nothing is expected here at rest. The reading is kept.',
    };
  const own = offsets.get(point) ?? 0;
  const off = (value - shown) / Math.hypot(error, 10_000);
  const kept = say(shown, 'pressure', job.display);
  if (own !== 0)
    return {
      grade: 'doubtful',
      expected: shown,
      sigma: error,
      off,
      words: `This gauge shows ${say(Math.abs(own), 'pressure', job.display)} too ${own > 0 ? 'much' : 'little'} beside the others at rest. That is learned, and taken off what it shows later.`,
    };
  const grade: Grade = Math.abs(off) <= 2 ? 'as expected' : 'out';
  return {
    grade,
    expected: shown,
    sigma: error,
    off,
    words:
      grade === 'as expected'
        ? `As filled: ${kept} here.`
        : `${kept} was to stand here at rest. ${off < 0 ? 'Top up, and write down the litres' : 'Let some out, or look at the vessel’s gas side'}.`,
  };
}

/** What flows in a circuit, as far as its readings tell. */
export interface CircuitProof extends FlowProof {
  circuitId: string;
  /** Entry it follows from. */
  entry: string;
  by: 'head' | 'meter';
  flow: number;
  sigma: number;
  needed: number;
  words: string;
}

/** Proof of flow of each circuit whose pump or meter was read while it ran. @param rounds the latest first */
export function flowProofs(rounds: readonly BookRound[], job: Job, design: Design): CircuitProof[] {
  return design.circuits.flatMap(({ id, sized }): CircuitProof[] => {
    const pump = sized?.pump;
    if (!pump?.duty) return [];
    const place = `circuits/${id}/pump`;
    const needed = pump.designFlow.value;
    for (const { note, readings } of rounds) {
      if (!note.running) continue;
      const meter = readings.find(({ key }) => key === keyOf(`circuits/${id}`, 'flow'));
      const head = readings.find(({ key }) => key === keyOf(place, 'head'));
      const model = findCirculator(pump.duty.modelId, job.ownPumps);
      const speed = model && atSpeed(model, note.speeds[place] ?? pump.duty.speed);
      const found = meter
        ? { flow: meter.value, sigma: meter.error }
        : head && speed
          ? flowFromHead(speed.headAt, speed.mostFlow, head.value, head.error)
          : undefined;
      if (found === undefined) continue;
      const entry = (meter ?? head)?.id ?? '';
      const by = meter ? 'meter' : 'head';
      if (found === null)
        return [
          {
            circuitId: id,
            entry,
            by,
            flow: 0,
            sigma: 0,
            needed,
            margin: -1,
            odds: 0,
            verdict: 'short',
            doubt: Number.POSITIVE_INFINITY,
            words: 'This head lies above the pump’s curve: nothing flows, or the gauges lie. Read both at rest first.',
          },
        ];
      const proof = proofOfFlow(found, needed);
      return [{ circuitId: id, entry, by, ...found, needed, ...proof, words: proofWords(job, found, needed, proof) }];
    }
    return [];
  });
}

function proofWords(
  { display }: Job,
  { flow, sigma }: { flow: number; sigma: number },
  needed: number,
  { verdict, odds, margin, doubt }: FlowProof,
): string {
  const found = `${say(flow, 'volumeFlow', display)}, give or take ${say(2 * sigma, 'volumeFlow', display)}, against ${say(needed, 'volumeFlow', display)} needed`;
  const percent = Math.round(100 * Math.abs(margin));
  if (verdict === 'proved')
    return `Proved: ${found}. That is ${percent} % ${margin < 0 ? 'short at the likeliest' : 'to spare'}.`;
  if (verdict === 'short')
    return `Short: ${found}. Look at strainers, valves that are shut, and air; then at what lies in the wall.`;
  return doubt > 0.2
    ? `No proof: ${found}, ${Math.round(100 * odds)} chances in a hundred. The curve is flat here: read the meters, or at a speed where the head is lower.`
    : `No proof yet: ${found}, ${Math.round(100 * odds)} chances in a hundred. Read it again, closer.`;
}
