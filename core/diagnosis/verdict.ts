import type { ReadingQuantity } from '../../model/book/entry.ts';
import { readingPoints } from '../commission/reading-points.ts';
import { kindOfReading } from '../commission/reading-words.ts';
import type { Licensed, SoundPlant } from '../fault/fault.ts';
import { COMPLAINTS, type Said } from '../fault/words.ts';
import { say } from '../quantity/format.ts';
import { type Evidence, stateKey } from './evidence.ts';
import type { Next } from './next.ts';
import type { FaultRank, Ranking } from './rank.ts';

/** From here on it is told as known; from here on as likely. */
const SURE = 0.9;
const LIKELY = 0.6;
/** Below this a fault is not named: others are nearly as likely. */
const LEAST_TOLD = 0.1;
/** Less doubt than this a minute takes away, and reading on is not worth it, nats a minute. */
const LEAST_WORTH = 0.01;

/** Who has to be called, and when: the usual caution; local codes and licensed trades decide. */
export const CALL_FIRST: Readonly<Record<Licensed, string>> = {
  gas: 'Gas and flue are for who is licensed for them. Smell of gas, soot or a headache: shut it off, open the windows, leave, and call from outside.',
  mains: 'Make it dead, lock it and prove it dead before a cover is opened; what carries mains is for who is licensed for it.',
  refrigerant: 'The refrigerant side is for who is licensed for it; nothing of it is opened here.',
};

/** One reading beside what it should be, and what it would be with the likeliest fault. */
export interface ReadRow {
  where: string;
  what: string;
  read: string;
  expected: string;
  withFault: string;
}

/** What is told of a ranking. */
export interface Verdict {
  /** One sentence. */
  headline: string;
  /** Whether more reading is worth its minutes. */
  enough: boolean;
  /** Why, as sentences. */
  reasons: string[];
  rows: ReadRow[];
  /** Licensed trades that may be the ones to call, of the likeliest faults. */
  callFirst: Licensed[];
}

/** Share of a chance in words that are read aloud. */
const chanceWords = (chance: number): string =>
  chance >= SURE
    ? 'almost surely'
    : chance >= LIKELY
      ? 'likely'
      : chance >= 0.3
        ? 'perhaps'
        : chance >= 0.1
          ? 'hardly'
          : 'no more than possible';

/** What is said of a complaint. */
export function saidWords({ complaint, of, so }: Said, { job }: SoundPlant): string {
  const { label } = COMPLAINTS[complaint];
  const name =
    of === null ? null : (job.rooms.find(({ id }) => id === of)?.name ?? job.circuits.find(({ id }) => id === of)?.name ?? of);
  return `${so ? '' : 'Not so: '}${label}${name ? `: ${name}` : ''}`;
}

/** What a reading is called on its plant, and in which kind it is said. */
export function readingNamer({ job, design }: SoundPlant) {
  const points = new Map(readingPoints(job, design).map((point) => [point.key, point]));
  return (key: string): { where: string; what: string; say: (value: number) => string } => {
    const [place = key, quantity = ''] = key.split('#');
    const point = points.get(key);
    const kind = kindOfReading({ key, quantity: quantity as ReadingQuantity });
    return { where: point?.where ?? place, what: point?.label ?? quantity, say: (value) => say(value, kind, job.display) };
  };
}

/** Rows of what was read, what should be, and what would be with a fault. */
function readRows(plant: SoundPlant, evidence: Evidence, ranking: Ranking, fault: FaultRank | undefined): ReadRow[] {
  const namer = readingNamer(plant);
  const best = ranking.hypotheses.find((each) => each.fault === fault?.fault && each.magnitude === fault?.magnitude);
  return evidence.readings.map(({ key, value, state }) => {
    const { where, what, say: told } = namer(key);
    const of = stateKey(state);
    const expected = ranking.predicted.get(of)?.sound.readings.get(key);
    const withFault = fault ? best?.shown.get(of)?.readings.get(key) : undefined;
    return {
      where,
      what,
      read: told(value),
      expected: expected === undefined ? '–' : told(expected),
      withFault: withFault === undefined ? '–' : told(withFault),
    };
  });
}

/** What the evidence comes to, in words. @param next what could be read next, the best first */
export function verdictOf(plant: SoundPlant, evidence: Evidence, ranking: Ranking, next: readonly Next[]): Verdict {
  const [first, second] = ranking.faults;
  const best = next[0];
  const settled = first !== undefined && first.chance >= SURE;
  const worthless = !best || best.gain / Math.max(best.minutes, 0.5) < LEAST_WORTH;
  const leads = Math.max(ranking.sound, ranking.something, first?.chance ?? 0);
  const lying = ranking.lies.reduce((at, chance, i) => (chance > (ranking.lies[at] ?? 0) ? i : at), 0);
  const reasons: string[] = [];
  const rows = readRows(plant, evidence, ranking, first);
  if (nothingKnown(evidence)) reasons.push('Say what is complained of, or read the first thing named below.');
  if ((ranking.lies[lying] ?? 0) > 0.2) {
    const { where, what } = readingNamer(plant)(evidence.readings[lying]?.key ?? '');
    reasons.push(
      `${where}, ${what.toLowerCase()}: one reading stands against all others. Read it once more, with another instrument.`,
    );
  }
  if (first && evidence.readings.length > 0 && ranking.something > 0.4)
    reasons.push('What was read fits nothing on the list well: believe the place more than the fault.');
  if (first && second && first.chance >= LEAST_TOLD && !settled && second.chance > 0.3 * first.chance)
    reasons.push(`Against it stands: ${lower(second.fault.label)}, ${percent(second.chance)}.`);
  if (first && first.causes.length > 1 && first.chance > LIKELY)
    reasons.push(`No reading parts its causes: ${first.causes.map(({ cause }) => lower(cause.label)).join('; ')}. A look does.`);
  const callFirst = [
    ...new Set(
      ranking.faults
        .slice(0, 3)
        .filter(({ chance }) => chance > 0.1)
        .flatMap(({ causes }) => causes.flatMap(({ cause }) => (cause.licensed ? [cause.licensed] : []))),
    ),
  ];
  const headline = nothingKnown(evidence) ? 'Nothing is known yet.' : headlineOf(ranking, first, leads);
  return { headline, enough: settled || worthless, reasons, rows, callFirst };
}

const nothingKnown = ({ readings, said, seen }: Evidence): boolean => readings.length + said.length + seen.length === 0;

function headlineOf({ sound, something }: Ranking, first: FaultRank | undefined, leads: number): string {
  if (!first || (sound === leads && sound > 0.3)) return `Nothing seems to be wrong with water and heat: ${percent(sound)}.`;
  if (something === leads && something > 0.3)
    return first && first.unlisted > 0.5 * something
      ? `It acts like this, by something that is not on the list: ${lower(first.fault.label)}. ${percent(first.unlisted)}.`
      : `It is something that is not on the list: ${percent(something)}.`;
  return first.chance < LEAST_TOLD
    ? 'Too little is known yet to tell.'
    : `${first.fault.label}: ${chanceWords(first.chance)}, ${percent(first.chance)}.`;
}

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
const percent = (chance: number): string => `${Math.round(100 * chance)} %`;
