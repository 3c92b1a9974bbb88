import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import { type Evidence, stateKey } from './evidence.ts';
import { entropyOf, expectedNext, type Foreseen, type Known, knownOf, type Likely, likeliest } from './likely.ts';
import { HANDLING, type Next, type NextAsked, worth } from './next.ts';
import { looksAlong, looksOf } from './next-looks.ts';
import type { Library, Predicted } from './predict.ts';
import type { Ranking } from './rank.ts';
import { type Costs, minutesOf, roundsOf, USUAL_MINUTES } from './reading-costs.ts';
import { informationOf, roundInformation, spread } from './reading-information.ts';
import { Sensitivities } from './sensitivities.ts';

/** Hypotheses beyond these say little about what to read; all the meters of a manifold tell of many at once. */
const MOST_HYPOTHESES = 40;
const LEAST_CHANCE = 1e-3;
const MOST_OF_ROUNDS = 120;
const LEAST_OF_ROUNDS = 1e-4;
/** Readings that are worked out exactly; the rest are left by a quick sum. */
const MOST_EXACT = 24;
/**
 * What to read or look at next, the best first: what takes away most doubt for its minutes. Doubt is the entropy over the faults, for
 * looks over their causes; a reading is worked out by five-point quadrature over what it may show. Another state is thought of only where
 * all the doubt there is would be worth its settling.
 */
export function nextReadings(library: Library, evidence: Evidence, ranking: Ranking, asked: NextAsked): Next[] {
  const minutes = { ...USUAL_MINUTES, ...asked.minutes };
  const [now, ...others] = asked.states;
  const looks = asked.looks === false ? [] : looksOf(ranking, asked.without);
  const along = asked.looks === false || asked.rounds === false ? [] : looksAlong(ranking, library.plant, asked.without);
  const found = [...looks, ...along];
  const view = now && viewOf(library, evidence, ranking, now);
  if (view) found.push(...inState(view, { ...asked, minutes }, 0));
  const best = Math.max(0, ...found.map(worth));
  for (const state of others) {
    if (view && entropyOf(view.likely) / (minutes.settle + HANDLING) <= best) break;
    const there = viewOf(library, evidence, ranking, state);
    if (there) found.push(...inState(there, { ...asked, minutes }, minutes.settle));
  }
  return found.sort((a, b) => worth(b) - worth(a));
}

/** Everything that readings in one state are worked out from. */
interface View {
  library: Library;
  ranking: Ranking;
  evidence: Evidence;
  state: StateNote;
  of: Predicted;
  predicted: ReadonlyMap<string, Predicted>;
  sensitivities: Sensitivities;
  likely: Likely[];
}

function viewOf(library: Library, evidence: Evidence, ranking: Ranking, state: StateNote): View | null {
  const predicted = new Map<string, Predicted>();
  for (const each of [state, ...evidence.readings.map((reading) => reading.state)]) {
    const of = library.predicted(each);
    if (of) predicted.set(stateKey(each), of);
  }
  const of = predicted.get(stateKey(state));
  if (!of) return null;
  const likely = likeliest(ranking, library, predicted, MOST_HYPOTHESES, LEAST_CHANCE);
  return { library, ranking, evidence, state, of, predicted, sensitivities: new Sensitivities(predicted), likely };
}

/** Readings and rounds in one state. @param settle minutes until it has settled */
function inState(view: View, asked: NextAsked & { minutes: Costs }, settle: number): Next[] {
  const { library, evidence, state, of, predicted, sensitivities, likely } = view;
  const { quantities, without, minutes } = asked;
  const known = likely.map((each) => knownOf(each, evidence, predicted, sensitivities));
  const candidates: { next: Next & { kind: 'reading' }; quick: number; seen: (Foreseen | null)[] }[] = [];
  for (const key of of.sound.readings.keys()) {
    const quantity = key.slice(key.indexOf('#') + 1) as ReadingQuantity;
    if (!quantities.has(quantity) || without?.({ key, state })) continue;
    const seen = likely.map((each, h) => expectedNext(each, known[h] as Known, key, of, state, sensitivities));
    const took = minutesOf(key, library.plant, minutes) + settle;
    candidates.push({
      next: { kind: 'reading', key, quantity, state, gain: 0, minutes: took },
      quick: spread(likely, seen),
      seen,
    });
  }
  candidates.sort((a, b) => b.quick / (b.next.minutes + HANDLING) - a.quick / (a.next.minutes + HANDLING));
  const readings = candidates
    .slice(0, MOST_EXACT)
    .map(({ next, seen }): Next => ({ ...next, gain: informationOf(likely, seen) }));
  return asked.rounds === false ? readings : [...readings, ...roundsIn(view, asked, settle)];
}

/** All the meters, or all the returns, of one manifold at once: what they tell together for little more than the minutes of one. */
function roundsIn(view: View, { quantities, without, minutes }: NextAsked & { minutes: Costs }, settle: number): Next[] {
  const { library, evidence, state, of, predicted, sensitivities, ranking } = view;
  const rounds = roundsOf(library.plant).filter(({ quantity }) => quantities.has(quantity));
  if (rounds.length === 0) return [];
  const many = likeliest(ranking, library, predicted, MOST_OF_ROUNDS, LEAST_OF_ROUNDS);
  const known = many.map((each) => knownOf(each, evidence, predicted, sensitivities));
  return rounds.flatMap((round): Next[] => {
    const keys = round.keys.filter((key) => of.sound.readings.has(key) && !without?.({ key, state }));
    if (keys.length < 2) return [];
    const seen = many.map((each, h) => keys.map((key) => expectedNext(each, known[h] as Known, key, of, state, sensitivities)));
    const took = minutes[round.quantity] + round.each * (keys.length - 1) + settle;
    return [{ kind: 'round', round, keys, state, gain: roundInformation(many, seen), minutes: took }];
  });
}
