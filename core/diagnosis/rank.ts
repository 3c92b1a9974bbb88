import type { Cause, Fault } from '../fault/fault.ts';
import { type Evidence, type Measured, stateKey } from './evidence.ts';
import { Chain, logStudent, logSum } from './gauss.ts';
import type { Library, Predicted } from './predict.ts';
import { Priors } from './priors.ts';
import { Sensitivities } from './sensitivities.ts';
import type { Shown } from './shown.ts';
import { logSaid, logSaidOfElse } from './word-chances.ts';

/** What no plant is ever nearer to its drawing than: K, Pa, share of a flow, m, W. Judgement, from trials with the twin itself. */
const FLOOR = { temperature: 0.3, pressure: 700, flow: 0.02, head: 0.05, power: 1 } as const;
/** Share of a pump's power that its curve is off. */
const POWER_OFF = 0.03;
/** Share of what its air is off, by which a room may fall less or more than walls and neighbours usually let it. */
const AIR_OFF = 0.4;
/** K by which a pipe that stands may be warmer or colder than the room. */
const STANDING = 3;
/** m3/s below which water stands. */
const STILL = 3e-8;
/** How much more unlike its drawing a plant may be than usual, and how often. */
const UNLIKE: readonly (readonly [factor: number, chance: number])[] = [
  [1, 0.6],
  [1.5, 0.25],
  [2.2, 0.15],
];
/** Spacing of strengths that a fault really has about each it is worked out at, in steps. */
const BETWEEN = 0.4;
/** Spread of a reading when it is something nobody thought of: K, Pa, shares. */
const ELSE = { temperature: 8, pressure: 30_000, flow: 0.6, head: 0.5, power: 0.5 } as const;
/** Share of its value, and beyond, that a reading of an instrument that lies may be off by. */
const LIES = 12;
/** Nothing is told more surely by readings of one state alone. */
const MOST_SURE = 0.9;

/** One thing that may be so: a fault of one strength, or none, or something else. */
export interface Hypothesis {
  fault: Fault | null;
  magnitude: number;
  kind: 'fault' | 'sound' | 'else' | 'lies';
  /** Logarithm of what its readings say, for each factor of unlikeness. */
  chains: readonly Chain[];
  /** Of each cause, logarithm of prior, words and looks together; one for what has no causes. */
  causes: readonly { cause: Cause | null; log: number }[];
  /** What it shows in each state, by its key. */
  shown: ReadonlyMap<string, Shown>;
  /** What another strength next to it moves, by state and reading. */
  beside: ReadonlyMap<string, Shown>;
  /** Index of the reading that lies; -1 without. */
  lies: number;
}

/** What may have done it with how sure that is. */
export interface CauseRank {
  cause: Cause;
  chance: number;
}

/** A fault with how sure it is, its strengths and causes together. */
export interface FaultRank {
  fault: Fault;
  chance: number;
  /** The strength that explains most. */
  magnitude: number;
  causes: CauseRank[];
  /** Chance that the plant does what it would with this fault, by none of its causes: the place is sure, the cause is not on the list. */
  unlisted: number;
}

/** What the evidence says. Chances add up to 1. */
export interface Ranking {
  /** The likeliest first, with what acts like it. */
  faults: FaultRank[];
  sound: number;
  /** Something that is not on the list, that which acts like a fault among it. */
  something: number;
  /** Chance that each reading was wrong, by its index; in the order of the evidence. */
  lies: number[];
  hypotheses: readonly Hypothesis[];
  /** Of each hypothesis. */
  chances: readonly number[];
  predicted: ReadonlyMap<string, Predicted>;
  /** Logarithm of how likely all of the evidence is, whatever is so. */
  log: number;
}

type Quantity = keyof typeof FLOOR;
const quantityOf = (key: string): Quantity => {
  const quantity = key.slice(key.indexOf('#') + 1);
  return quantity === 'flow' || quantity === 'pressure' || quantity === 'head' || quantity === 'power' ? quantity : 'temperature';
};

/** What a reading of a hypothesis is made of: what it should be, what it moves with, and its own spread. */
export interface Row {
  mean: number;
  /** Its number among the sensitivities, and how much stronger than in the sound plant it moves. */
  at: number;
  scale: number;
  /** What another strength moves it by. */
  beside: number;
  /** Variance of its own, of which the instrument is part. */
  own: number;
}

/** The row of one reading under one hypothesis; null where nothing is known to be shown there. */
export function rowOf(
  key: string,
  error: number,
  { shown, beside }: Pick<Hypothesis, 'shown' | 'beside'>,
  predicted: Predicted,
  state: string,
  sensitivities: Sensitivities,
): Row | null {
  const readings = shown.get(state)?.readings;
  const mean = readings?.get(key);
  const sound = predicted.sound.readings.get(key);
  if (mean === undefined || sound === undefined) return null;
  const quantity = quantityOf(key);
  const share = quantity === 'flow' ? FLOOR.flow * Math.abs(mean) : FLOOR[quantity];
  const curve = quantity === 'power' ? POWER_OFF * Math.abs(mean) : 0;
  const flow = quantity === 'temperature' ? readings?.get(`${key.slice(0, key.indexOf('#'))}#flow`) : undefined;
  const standing = flow !== undefined && Math.abs(flow) < STILL ? STANDING : 0;
  const next = beside.get(state)?.readings.get(key);
  const air = key.endsWith('#air') ? AIR_OFF * (mean - sound) : 0;
  return {
    mean,
    at: sensitivities.at(state, key),
    // A smaller flow is uncertain by less: what moves it is told in shares.
    scale: quantity === 'flow' ? Math.min(Math.abs(mean) / Math.max(Math.abs(sound), 1e-9), 3) : 1,
    beside: next === undefined ? 0 : BETWEEN * (next - mean),
    own: error * error + share * share + curve * curve + standing * standing + air * air,
  };
}

/** Covariance of two readings under one hypothesis. @param factor by which the plant is more unlike its drawing than usual */
export const covariance = (a: Row, b: Row, factor: number, sensitivities: Sensitivities): number =>
  sensitivities.of(a.at, b.at) * a.scale * b.scale * factor * factor + a.beside * b.beside;

/**
 * What the evidence says of every fault that a plant can have: readings by the plant solved with each, uncertain as plants are; words and
 * looks by their chances.
 * @param told hears of the share that is done
 */
export function rank(library: Library, evidence: Evidence, told?: (done: number) => void): Ranking | null {
  const day = library.designDay();
  if (!day) return null;
  const { faults } = library;
  const predicted = new Map<string, Predicted>();
  for (const { state } of evidence.readings) {
    const key = stateKey(state);
    if (predicted.has(key)) continue;
    const of = library.predicted(state, told);
    if (of) predicted.set(key, of);
  }
  const sensitivities = new Sensitivities(predicted);
  const readings = evidence.readings.filter(({ state }) => predicted.has(stateKey(state)));
  const prior = new Priors(faults, { known: library.known, complained: evidence.said.length > 0 });
  const soundShown = new Map([...predicted].map(([key, of]) => [key, of.sound]));
  const complaints = library.complaints();
  const soundLog = logSaid(evidence.said, complaints.all, complaints.known) + prior.logSeen(evidence.seen, null, null);
  const hypotheses: Hypothesis[] = [
    {
      fault: null,
      magnitude: 0,
      kind: 'sound',
      chains: chainsOf(readings, { shown: soundShown, beside: NOTHING, lies: -1 }, predicted, sensitivities),
      causes: [{ cause: null, log: Math.log(prior.sound) + soundLog }],
      shown: soundShown,
      beside: NOTHING,
      lies: -1,
    },
    ...readings.map(
      (_, lies): Hypothesis => ({
        fault: null,
        magnitude: 0,
        kind: 'lies',
        chains: chainsOf(readings, { shown: soundShown, beside: NOTHING, lies }, predicted, sensitivities),
        causes: [{ cause: null, log: Math.log(prior.lies / readings.length) + soundLog }],
        shown: soundShown,
        beside: NOTHING,
        lies,
      }),
    ),
    {
      fault: null,
      magnitude: 0,
      kind: 'else',
      chains: elseChains(readings, predicted),
      causes: [
        { cause: null, log: Math.log(prior.something) + logSaidOfElse(evidence.said) + prior.logSeen(evidence.seen, null, null) },
      ],
      shown: soundShown,
      beside: NOTHING,
      lies: -1,
    },
  ];
  day.faults.forEach(({ fault, shown: onDay }, f) => {
    fault.magnitudes.forEach((magnitude, m) => {
      const dayShown = onDay[m];
      const at = (strength: number): Map<string, Shown> | null => {
        const map = new Map<string, Shown>();
        for (const [key, of] of predicted) {
          const here = of.faults[f]?.shown[strength];
          if (!here) return null;
          map.set(key, here);
        }
        return map;
      };
      const shown = at(m);
      // A fault with which the plant finds no state is not what was read.
      if (!dayShown || !shown) return;
      const next = m + 1 < fault.magnitudes.length ? m + 1 : m - 1;
      const beside = (next >= 0 ? at(next) : null) ?? NOTHING;
      hypotheses.push({
        fault,
        magnitude,
        kind: 'fault',
        chains: chainsOf(readings, { shown, beside, lies: -1 }, predicted, sensitivities),
        causes: [...fault.causes, null].map((cause, c) => ({
          cause,
          log:
            Math.log(prior.of(fault, cause) / fault.magnitudes.length) +
            logSaid(evidence.said, complaints.all, complaints.of(f, m, c)) +
            prior.logSeen(evidence.seen, fault, cause),
        })),
        shown,
        beside,
        lies: -1,
      });
    });
  });
  return ranked(hypotheses, readings.length, predicted, evidence);
}

const NOTHING: ReadonlyMap<string, Shown> = new Map();

/** Readings under a hypothesis, for each factor of unlikeness. */
function chainsOf(
  readings: readonly Measured[],
  hypothesis: Pick<Hypothesis, 'shown' | 'beside' | 'lies'>,
  predicted: ReadonlyMap<string, Predicted>,
  sensitivities: Sensitivities,
): Chain[] {
  const rows = readings.map(({ key, error, state }) => {
    const of = stateKey(state);
    return rowOf(key, error, hypothesis, predicted.get(of) as Predicted, of, sensitivities);
  });
  return UNLIKE.map(([factor]) => {
    const chain = new Chain();
    const taken: Row[] = [];
    readings.forEach(({ key, value, state }, i) => {
      const row = rows[i];
      if (!row) {
        // Where a fault leaves nothing known, anything may be read: that is paid for, or it would win by silence.
        const sound = predicted.get(stateKey(state))?.sound.readings.get(key) ?? value;
        chain.log += logStudent((value - sound) / elseSpread(key, sound), elseSpread(key, sound));
        return;
      }
      const own = i === hypothesis.lies ? row.own * LIES * LIES : row.own;
      chain.take(
        value - row.mean,
        taken.map((before) => covariance(row, before, factor, sensitivities)),
        own + covariance(row, row, factor, sensitivities),
      );
      taken.push(row);
    });
    return chain;
  });
}

/** Readings of something nobody thought of: anywhere about what they should be. */
function elseChains(readings: readonly Measured[], predicted: ReadonlyMap<string, Predicted>): Chain[] {
  const chain = new Chain();
  for (const { key, value, state } of readings) {
    const sound = predicted.get(stateKey(state))?.sound.readings.get(key);
    if (sound !== undefined) chain.log += logStudent((value - sound) / elseSpread(key, sound), elseSpread(key, sound));
  }
  return UNLIKE.map(() => chain);
}

/** Spread of a reading about what it should be when it is something nobody thought of. */
export function elseSpread(key: string, sound: number): number {
  const quantity = quantityOf(key);
  if (quantity === 'temperature' || quantity === 'pressure') return ELSE[quantity];
  return Math.max(ELSE[quantity] * Math.abs(sound), quantity === 'flow' ? 1e-6 : quantity === 'head' ? 0.3 : 3);
}

/** Logarithm of a hypothesis by everything that is known. */
const logOf = ({ chains, causes }: Hypothesis): number =>
  logSum(UNLIKE.map(([, chance], k) => Math.log(chance) + (chains[k] as Chain).log)) + logSum(causes.map(({ log }) => log));

function ranked(
  hypotheses: readonly Hypothesis[],
  count: number,
  predicted: ReadonlyMap<string, Predicted>,
  evidence: Evidence,
): Ranking {
  const logs = hypotheses.map(logOf);
  const all = logSum(logs);
  const chances = logs.map((log) => Math.exp(log - all));
  const faults = new Map<Fault, FaultRank & { most: number }>();
  let [sound, something] = [0, 0];
  const lies = new Array<number>(count).fill(0);
  hypotheses.forEach((hypothesis, h) => {
    const chance = chances[h] as number;
    if (hypothesis.kind === 'sound') sound += chance;
    if (hypothesis.kind === 'else') something += chance;
    if (hypothesis.kind === 'lies') lies[hypothesis.lies] = chance;
    const { fault } = hypothesis;
    if (!fault) return;
    const rank = faults.get(fault) ?? { fault, chance: 0, magnitude: hypothesis.magnitude, causes: [], unlisted: 0, most: 0 };
    if (chance > rank.most) Object.assign(rank, { most: chance, magnitude: hypothesis.magnitude });
    const ofCauses = logSum(hypothesis.causes.map(({ log }) => log));
    hypothesis.causes.forEach(({ cause, log }) => {
      const share = chance * Math.exp(log - ofCauses);
      if (!cause) {
        rank.unlisted += share;
        something += share;
        return;
      }
      rank.chance += share;
      const known = rank.causes.find((each) => each.cause === cause);
      if (known) known.chance += share;
      else rank.causes.push({ cause, chance: share });
    });
    faults.set(fault, rank);
  });
  // Readings of one state alone, with nothing looked at, make nobody surer than this.
  const settled = predicted.size > 1 || evidence.seen.some(({ so }) => so);
  const list = [...faults.values()]
    .map(({ most: _, ...rank }): FaultRank => ({ ...rank, causes: rank.causes.sort((a, b) => b.chance - a.chance) }))
    .sort((a, b) => b.chance + b.unlisted - a.chance - a.unlisted);
  const [first] = list;
  if (!settled && first && first.chance > MOST_SURE) {
    const over = first.chance - MOST_SURE;
    something += over;
    for (const cause of first.causes) cause.chance *= MOST_SURE / first.chance;
    first.chance = MOST_SURE;
  }
  return { faults: list, sound, something, lies, hypotheses, chances, predicted, log: all };
}

export { UNLIKE };
