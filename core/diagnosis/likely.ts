import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import { instrumentFor, readingError } from '../commission/instruments.ts';
import { type Evidence, stateKey } from './evidence.ts';
import { Chain } from './gauss.ts';
import type { Library, Predicted } from './predict.ts';
import { covariance, elseSpread, type Hypothesis, type Ranking, type Row, rowOf, UNLIKE } from './rank.ts';
import type { Sensitivities } from './sensitivities.ts';

/** A hypothesis that is still likely, with all that is known of its readings. */
export interface Likely extends Hypothesis {
  chance: number;
  /** What it is one of: the fault, nothing, or something else. */
  sort: string;
  /** Factor of unlikeness that its readings ask for. */
  factor: number;
  chain: Chain;
}

/** The likeliest hypotheses, as they show in every state. @param most of them @param least chance that one has */
export function likeliest(
  ranking: Ranking,
  library: Library,
  predicted: ReadonlyMap<string, Predicted>,
  most: number,
  least: number,
): Likely[] {
  const order = ranking.hypotheses
    .map((hypothesis, h) => ({ hypothesis, chance: ranking.chances[h] as number }))
    .filter(({ chance }) => chance > least)
    .sort((a, b) => b.chance - a.chance)
    .slice(0, most);
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

/** Readings made so far under one hypothesis. */
export interface Known {
  rows: Row[];
  chain: Chain;
}

export function knownOf(
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

/** What a reading would show. */
export interface Foreseen {
  mean: number;
  sigma: number;
}

/** What a reading would show under a hypothesis, with all that is known. */
export function expectedNext(
  hypothesis: Likely,
  known: Known,
  key: string,
  of: Predicted,
  state: StateNote,
  sensitivities: Sensitivities,
): Foreseen | null {
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

/** Doubt over which sort it is, nats. */
export function entropyOf(likely: readonly Likely[]): number {
  const sorts = new Map<string, number>();
  for (const { sort, chance } of likely) sorts.set(sort, (sorts.get(sort) ?? 0) + chance);
  return [...sorts.values()].reduce((sum, chance) => (chance > 0 ? sum - chance * Math.log(chance) : sum), 0);
}
