import { seededNumbers } from '../quantity/seeded.ts';
import type { Plant } from './operate.ts';
import type { PlantState } from './plant-state.ts';

/** Up to this many zones every combination of calls is run; above it a sample of as many. */
export const MOST_ZONES = 12;
const SAMPLE = 2 ** MOST_ZONES;
const SAMPLE_SEED = 20_240_117;

/** One combination of calls, with what matters on a map of them. Plain data. */
export interface Combination {
  /** One letter for each zone in their order: 1 calls, 0 does not. */
  calls: string;
  converged: boolean;
  /** Flow in m3/s and head in m of each pump by its place; zeros where it does not run. */
  pumps: Record<string, { flow: number; head: number }>;
  /** Degrees C leaving the source and coming back to it; W it gives, or takes where it cools; W of all pumps. */
  supply: number;
  back: number;
  heat: number;
  power: number;
  /** Heat that comes, or cold, over what is wanted in the calling zones: the least of them. */
  leastShare: number;
}

/** How many combinations will be run for a number of zones. */
export const combinationCount = (zones: number): number => (zones > MOST_ZONES ? SAMPLE : 2 ** zones);

/**
 * The calls of combination number i: neighbours differ in one zone (Gray code), so that each solve starts near its
 * answer. Above `MOST_ZONES` zones: all, each alone, all but each, then combinations drawn at random from a fixed seed.
 */
export function callsOf(zones: number, count: number): string[] {
  if (zones <= MOST_ZONES) {
    return Array.from({ length: count }, (_, i) => {
      const gray = i ^ (i >> 1);
      return Array.from({ length: zones }, (__, z) => ((gray >> z) & 1 ? '1' : '0')).join('');
    });
  }
  const single = (of: number, at: string, rest: string) => rest.repeat(of) + at + rest.repeat(zones - of - 1);
  const list = ['0'.repeat(zones), '1'.repeat(zones)];
  for (let z = 0; z < zones && list.length + 1 < count; z++) list.push(single(z, '1', '0'), single(z, '0', '1'));
  const random = seededNumbers(SAMPLE_SEED);
  while (list.length < count) list.push(Array.from({ length: zones }, () => (random() < 0.5 ? '1' : '0')).join(''));
  return list.slice(0, count);
}

/** Runs combinations `from` up to `to` one after the other; the caller stops whenever it likes. */
export function* combinations(plant: Plant, from: number, to: number): Generator<Combination> {
  const { zones } = plant.assembly;
  yield* runCombinations(plant, callsOf(zones.length, combinationCount(zones.length)).slice(from, to));
}

/** Up to so many zones all combinations are telling; above it all, none, each alone, and all but each. */
const FEW_ZONES = 6;

/** The telling combinations of a plant, few enough for a page. */
export function fewCombinations(plant: Plant): Combination[] {
  const { length } = plant.assembly.zones;
  if (length <= FEW_ZONES) return [...combinations(plant, 0, 2 ** length)];
  const single = (of: number, at: string, rest: string) => rest.repeat(of) + at + rest.repeat(length - of - 1);
  const each = Array.from({ length }, (_, z) => [single(z, '1', '0'), single(z, '0', '1')]).flat();
  return [...runCombinations(plant, ['1'.repeat(length), '0'.repeat(length), ...each])];
}

function* runCombinations(plant: Plant, words: readonly string[]): Generator<Combination> {
  const { zones, circuits } = plant.assembly;
  const wanted = new Map(circuits.flatMap((circuit) => circuit.loops.map((loop) => [loop.place, loop.load] as const)));
  for (const calls of words) {
    const state = plant.run(zones.filter((_, z) => calls[z] === '1').map((zone) => zone.id));
    yield summary(calls, state, wanted);
  }
}

function summary(calls: string, state: PlantState, wanted: ReadonlyMap<string, number>): Combination {
  const pumps = [
    ...state.circuits.map((circuit) => [`circuits/${circuit.id}/pump`, circuit.pump] as const),
    ...state.circuits.map((circuit) => [`circuits/${circuit.id}/injection`, circuit.injection] as const),
    ['source/pump', state.source.pump] as const,
    ['distribution/pump', state.shared] as const,
    ...state.further.map((each) => [`furtherSources/${each.id}/pump`, each.pump] as const),
  ].flatMap(([place, pump]) => (pump ? [{ place, pump }] : []));
  let leastShare = 1;
  for (const circuit of state.circuits) {
    if (!circuit.running) continue;
    for (const loop of circuit.loops) {
      // What takes no part in summer wants nothing.
      if (loop.flow <= 1e-8 || wanted.get(loop.place) === 0) continue;
      leastShare = Math.min(leastShare, Math.abs(loop.heat) / (wanted.get(loop.place) || Number.POSITIVE_INFINITY));
    }
  }
  return {
    calls,
    converged: state.converged,
    pumps: Object.fromEntries(
      pumps.map(({ place, pump }) => [place, pump.speed > 0 ? { flow: pump.flow, head: pump.head } : { flow: 0, head: 0 }]),
    ),
    supply: state.source.supply,
    back: state.source.back,
    heat: state.cools ? 0 - state.source.heat : state.source.heat,
    power: pumps.reduce((sum, { pump }) => sum + pump.power, 0),
    leastShare,
  };
}

/** The zones that call in a word of ones and zeros, as a person writes it into an address; null when it fits no plant. */
export function readCalls(word: string | null, zones: readonly { id: string }[]): string[] | null {
  if (word === null || word.length !== zones.length || !/^[01]*$/.test(word)) return null;
  return zones.filter((_, z) => word[z] === '1').map((zone) => zone.id);
}
