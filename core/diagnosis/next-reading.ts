import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import { instrumentFor, readingError } from '../commission/instruments.ts';
import type { Cause, Fault } from '../fault/fault.ts';
import type { Look } from '../fault/looks.ts';
import { type Evidence, stateKey } from './evidence.ts';
import { Chain, NORMAL_FIVE } from './gauss.ts';
import type { Library, Predicted } from './predict.ts';
import { LOOK_RIGHT, LOOK_WRONG } from './priors.ts';
import { covariance, elseSpread, type Hypothesis, type Ranking, type Row, rowOf, UNLIKE } from './rank.ts';
import { Sensitivities } from './sensitivities.ts';

/** Minutes that a reading of each kind usually takes, and a change of state until the water has settled. The user's to change. */
export const USUAL_MINUTES: Readonly<Record<ReadingQuantity | 'settle', number>> = {
  supply: 1,
  back: 1,
  air: 2,
  flow: 1,
  pressure: 0.5,
  head: 4,
  power: 0.5,
  glycol: 5,
  settle: 20,
};

/** Something that could be read or looked at next. */
export type Next = {
  /** Nats of doubt that it takes away on average, and the minutes it costs. */
  gain: number;
  minutes: number;
} & (
  | { kind: 'reading'; key: string; quantity: ReadingQuantity; state: StateNote }
  | { kind: 'look'; fault: Fault; look: Look; causes: Cause[] }
);

export interface NextAsked {
  /** States that a reading could be taken in; the first is the one that stands. */
  states: readonly StateNote[];
  /** Quantities there is an instrument for. */
  quantities: ReadonlySet<ReadingQuantity>;
  minutes?: Partial<Record<ReadingQuantity | 'settle', number>>;
  /** Readings and looks that are not to be offered: those made, and those that cannot be. */
  without?: (next: { key: string; state: StateNote } | { fault: string; look: string }) => boolean;
  /** Whether looks are offered. */
  looks?: boolean;
}

/** Hypotheses beyond these say little about what to read. */
const MOST_HYPOTHESES = 40;
const LEAST_CHANCE = 1e-3;
/** Readings that are worked out exactly; the rest are left by a quick sum. */
const MOST_EXACT = 24;
/** Minutes that everything takes beside itself: to think, to write it down. */
const HANDLING = 0.5;

/**
 * What to read or look at next, the best first: what takes away most doubt for its minutes. Doubt is the entropy over the faults, for
 * looks over their causes; a reading is worked out by five-point quadrature over what it may show.
 */
export function nextReadings(library: Library, evidence: Evidence, ranking: Ranking, asked: NextAsked): Next[] {
  const { states, quantities, without } = asked;
  const minutes = { ...USUAL_MINUTES, ...asked.minutes };
  const [now] = states;
  const predicted = new Map<string, Predicted>();
  for (const state of [...states, ...evidence.readings.map((each) => each.state)]) {
    const of = library.predicted(state);
    if (of) predicted.set(stateKey(state), of);
  }
  const likely = likeliest(ranking, library, predicted);
  const sensitivities = new Sensitivities(predicted);
  const known = likely.map((each) => knownOf(each, evidence, predicted, sensitivities));
  const candidates: { next: Next & { kind: 'reading' }; quick: number; seen: (Seen | null)[] }[] = [];
  for (const state of states) {
    const of = predicted.get(stateKey(state));
    if (!of) continue;
    const settle = state === now || (now && stateKey(now) === stateKey(state)) ? 0 : minutes.settle;
    for (const key of of.sound.readings.keys()) {
      const quantity = key.slice(key.indexOf('#') + 1) as ReadingQuantity;
      if (!quantities.has(quantity) || without?.({ key, state })) continue;
      const seen = likely.map((each, h) => expectedNext(each, known[h] as Known, key, of, state, sensitivities));
      const next = { kind: 'reading', key, quantity, state, gain: 0, minutes: minutes[quantity] + settle } as const;
      candidates.push({ next, quick: spread(likely, seen), seen });
    }
  }
  candidates.sort((a, b) => b.quick / (b.next.minutes + HANDLING) - a.quick / (a.next.minutes + HANDLING));
  const readings = candidates
    .slice(0, MOST_EXACT)
    .map(({ next, seen }): Next => ({ ...next, gain: informationOf(likely, seen) }));
  const looks = asked.looks === false ? [] : looksOf(ranking, asked);
  return [...readings, ...looks].sort((a, b) => worth(b) - worth(a));
}

/** Nats a minute. */
export const worth = ({ gain, minutes }: Next): number => gain / (minutes + HANDLING);

interface Likely extends Hypothesis {
  chance: number;
  /** What it is one of: the fault, nothing, or something else. */
  sort: string;
  /** Factor of unlikeness that its readings ask for. */
  factor: number;
  chain: Chain;
}

function likeliest(ranking: Ranking, library: Library, predicted: ReadonlyMap<string, Predicted>): Likely[] {
  const order = ranking.hypotheses
    .map((hypothesis, h) => ({ hypothesis, chance: ranking.chances[h] as number }))
    .filter(({ chance }) => chance > LEAST_CHANCE)
    .sort((a, b) => b.chance - a.chance)
    .slice(0, MOST_HYPOTHESES);
  const sum = order.reduce((all, { chance }) => all + chance, 0);
  return order.map(({ hypothesis, chance }): Likely => {
    const logs = UNLIKE.map(([, of], k) => Math.log(of) + (hypothesis.chains[k] as Chain).log);
    const best = logs.indexOf(Math.max(...logs));
    return {
      ...hypothesis,
      ...inStates(hypothesis, library, predicted),
      chance: chance / sum,
      sort: hypothesis.fault?.id ?? (hypothesis.kind === 'else' ? 'else' : 'sound'),
      factor: (UNLIKE[best] as readonly [number, number])[0],
      chain: hypothesis.chains[best] as Chain,
    };
  });
}

/** A hypothesis as it shows in states nobody has read in yet. */
function inStates(
  { fault, magnitude }: Hypothesis,
  library: Library,
  predicted: ReadonlyMap<string, Predicted>,
): Pick<Hypothesis, 'shown' | 'beside'> {
  const at = fault ? library.faults.indexOf(fault) : -1;
  const m = fault ? fault.magnitudes.indexOf(magnitude) : 0;
  const next = fault && m + 1 < fault.magnitudes.length ? m + 1 : m - 1;
  const shown: [string, Predicted['sound']][] = [];
  const beside: [string, Predicted['sound']][] = [];
  for (const [key, of] of predicted) {
    const here = fault ? of.faults[at]?.shown[m] : of.sound;
    const there = fault && next >= 0 ? of.faults[at]?.shown[next] : null;
    if (here) shown.push([key, here]);
    if (there) beside.push([key, there]);
  }
  return { shown: new Map(shown), beside: new Map(beside) };
}

interface Known {
  rows: Row[];
  chain: Chain;
}

function knownOf(
  hypothesis: Likely,
  evidence: Evidence,
  predicted: ReadonlyMap<string, Predicted>,
  sensitivities: Sensitivities,
): Known {
  const rows: Row[] = [];
  const chain = new Chain();
  for (const { key, value, error, state } of evidence.readings) {
    const of = predicted.get(stateKey(state));
    const row = of && rowOf(key, error, hypothesis, of, stateKey(state), sensitivities);
    if (!row) continue;
    chain.take(
      value - row.mean,
      rows.map((before) => covariance(row, before, hypothesis.factor, sensitivities)),
      row.own + covariance(row, row, hypothesis.factor, sensitivities),
    );
    rows.push(row);
  }
  return { rows, chain };
}

interface Seen {
  mean: number;
  sigma: number;
}

/** What a reading would show under a hypothesis, with all that is known. */
function expectedNext(
  hypothesis: Likely,
  known: Known,
  key: string,
  of: Predicted,
  state: StateNote,
  sensitivities: Sensitivities,
): Seen | null {
  const sound = of.sound.readings.get(key);
  if (hypothesis.kind === 'else') return sound === undefined ? null : { mean: sound, sigma: elseSpread(key, sound) };
  const quantity = key.slice(key.indexOf('#') + 1) as ReadingQuantity;
  const error = readingError(instrumentFor(quantity, null, []), hypothesis.shown.get(stateKey(state))?.readings.get(key) ?? 0);
  const row = rowOf(key, error, hypothesis, of, stateKey(state), sensitivities);
  if (!row) return null;
  const { move, sigma } = known.chain.next(
    known.rows.map((before) => covariance(row, before, hypothesis.factor, sensitivities)),
    row.own + covariance(row, row, hypothesis.factor, sensitivities),
  );
  return { mean: row.mean + move, sigma };
}

/**
 * A quick sum of what a reading tells: the entropy of one normal distribution as wide as all hypotheses together, less the mean of their
 * own. It is never less than what the reading tells of them.
 */
function spread(likely: readonly Likely[], seen: readonly (Seen | null)[]): number {
  let [weight, mean, squares, own] = [0, 0, 0, 0];
  likely.forEach(({ chance }, h) => {
    const of = seen[h];
    if (!of) return;
    weight += chance;
    mean += chance * of.mean;
    squares += chance * (of.mean * of.mean + of.sigma * of.sigma);
    own += chance * Math.log(of.sigma * of.sigma);
  });
  if (weight <= 0) return 0;
  mean /= weight;
  return 0.5 * (Math.log(Math.max(squares / weight - mean * mean, 1e-30)) - own / weight);
}

/** Mean nats that a reading tells of which sort it is. */
function informationOf(likely: readonly Likely[], seen: readonly (Seen | null)[]): number {
  const sorts = [...new Set(likely.map(({ sort }) => sort))];
  const known = likely.flatMap(({ sort, chance }, h) => {
    const of = seen[h];
    return of ? [{ at: sorts.indexOf(sort), chance, mean: of.mean, sigma: of.sigma }] : [];
  });
  const parts = new Float64Array(sorts.length);
  for (const { at, chance } of known) parts[at] = (parts[at] as number) + chance;
  const whole = known.reduce((sum, { chance }) => sum + chance, 0);
  if (whole <= 0) return 0;
  const entropy = (sum: number): number => {
    let total = 0;
    for (const part of parts) if (part > 0) total -= (part / sum) * Math.log(part / sum);
    return total;
  };
  const before = entropy(whole);
  let after = 0;
  for (const { chance, mean, sigma } of known) {
    for (const [node, weight] of NORMAL_FIVE) {
      const value = mean + node * sigma;
      parts.fill(0);
      let sum = 0;
      for (const other of known) {
        const off = (value - other.mean) / other.sigma;
        const part = (other.chance * Math.exp(-0.5 * Math.min(off * off, 60))) / other.sigma;
        parts[other.at] = (parts[other.at] as number) + part;
        sum += part;
      }
      if (sum > 0) after += (chance / whole) * weight * entropy(sum);
    }
  }
  return Math.max(before - after, 0);
}

/** Faults whose looks are offered. */
const MOST_LOOKED_AT = 12;

/** Looks at the likeliest faults: they part causes that no reading parts. */
function looksOf({ faults }: Ranking, { without }: NextAsked): Next[] {
  const found: Next[] = [];
  for (const { fault, causes } of faults.slice(0, MOST_LOOKED_AT)) {
    const looks = new Map<string, { look: Look; causes: Cause[]; chance: number }>();
    for (const { cause, chance } of causes) {
      if (!cause.look) continue;
      const known = looks.get(cause.look.id) ?? { look: cause.look, causes: [], chance: 0 };
      known.causes.push(cause);
      known.chance += chance;
      looks.set(cause.look.id, known);
    }
    for (const { look, causes: of, chance } of looks.values()) {
      if (without?.({ fault: fault.id, look: look.id })) continue;
      found.push({ kind: 'look', fault, look, causes: of, gain: toldByLook(chance), minutes: look.minutes });
    }
  }
  return found;
}

/** Nats that a look tells of whether something of that chance is so: closed form. */
function toldByLook(chance: number): number {
  const shows = chance * LOOK_RIGHT + (1 - chance) * LOOK_WRONG;
  const h = (p: number) => (p <= 0 || p >= 1 ? 0 : -p * Math.log(p) - (1 - p) * Math.log(1 - p));
  const yes = (chance * LOOK_RIGHT) / shows;
  const no = (chance * (1 - LOOK_RIGHT)) / (1 - shows);
  return Math.max(h(chance) - shows * h(yes) - (1 - shows) * h(no), 0);
}
