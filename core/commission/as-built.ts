import type { StateNote } from '../../model/book/entry.ts';
import type { PlantState } from '../design/plant-state.ts';
import { DESIGN_DAY } from './book-state.ts';
import { type ExpectedReadings, expectedReadings } from './expected-readings.ts';
import type { TakenReading } from './judge-readings.ts';
import type { SitePlant } from './site-plant.ts';
import { solveSymmetric } from './solve-symmetric.ts';
import { type UncertainThing, uncertainThings } from './uncertain-things.ts';

/** Readings of one state. */
export interface Round {
  note: StateNote;
  readings: TakenReading[];
}

/** How far something was found from its drawing. */
export interface FoundThing {
  id: string;
  what: UncertainThing['what'];
  label: string;
  loops: string[];
  circuitId: string | null;
  /** In standard deviations of what is usual, and what is left of that doubt. */
  by: number;
  sigma: number;
  /** K or Pa beside the drawing, or a factor of it. */
  amount: number;
  kelvin: boolean;
  /** Whether the readings tell it: its doubt has shrunk by a third. Otherwise it stands as drawn. */
  told: boolean;
}

export interface AsBuilt {
  things: FoundThing[];
  /** By id, in standard deviations; all that was found, to bend a plant by. */
  bends: Map<string, number>;
  /** The plant as found, every zone calling on the design day; null where it finds no state. */
  state: PlantState | null;
  /** What each thermometer and meter shows then, by key. */
  shown: Map<string, number>;
}

/** Steps of Gauss and Newton, the largest move of one thing in each, and when it stands. */
const MOST_STEPS = 12;
const MOST_MOVE = 4;
const SETTLED = 0.01;
/** A reading this far out loses weight, from the step on when what explains it has had its turn. */
const ROBUST_BEYOND = 3;
const ROBUST_FROM = 5;
/**
 * A loop can be far off without being a misreading: its prior has long tails (Student's t of three degrees of freedom), so a valve
 * left half shut is believed before a thermometer that lies by ten times its error.
 */
const TAIL = 3;
/** A thing is told once its doubt has shrunk by a third. */
const TOLD_BELOW = 2 / 3;

const wildWeight = (by: number): number => Math.min(1, (TAIL + 1) / (TAIL + by * by));

/**
 * The plant as it was built, from what was read on it: every uncertain thing of the drawing is sought that makes the readings likely,
 * with what is usual as its prior (Gauss-Newton on the whole plant, readings of all rounds together).
 * @param onStep told after each step; an error thrown there ends the work
 * @returns null without a reading that the plant shows
 */
export function fitAsBuilt(
  site: SitePlant,
  rounds: readonly Round[],
  onStep: (share: number) => void = () => undefined,
): AsBuilt | null {
  const running = rounds.filter(({ note, readings }) => note.running && readings.length > 0);
  if (running.length === 0) return null;
  const things = uncertainThings(site, DESIGN_DAY);
  const index = new Map(things.map(({ id }, i) => [id, i]));
  const z = things.map(() => 0);
  const at = () => new Map(things.map(({ id }, i) => [id, z[i] as number]));
  let covariance: number[][] = [];
  let used = 0;
  for (let step = 0; step < MOST_STEPS; step++) {
    const matrix = things.map((thing, i) => things.map((_, k) => (i === k ? (thing.wild ? wildWeight(z[i] as number) : 1) : 0)));
    const right = things.map((_, i) => -(matrix[i]?.[i] as number) * (z[i] as number));
    used = 0;
    for (const { note, readings } of running) {
      const expected = expectedReadings(site, note, { as: at() });
      if (!expected) continue;
      for (const reading of readings) used += addReading(matrix, right, index, expected, reading, step >= ROBUST_FROM);
    }
    if (used === 0) break;
    const { mean, covariance: found } = solveSymmetric(matrix, right);
    covariance = found;
    let most = 0;
    mean.forEach((move, i) => {
      const bounded = Math.min(Math.max(move, -MOST_MOVE), MOST_MOVE);
      z[i] = (z[i] as number) + bounded;
      most = Math.max(most, Math.abs(bounded));
    });
    onStep((step + 1) / MOST_STEPS);
    if (most < SETTLED && step > ROBUST_FROM) break;
  }
  if (used === 0) {
    for (const thing of things) thing.bend(site, 0);
    return null;
  }
  const bends = at();
  const whole = expectedReadings(site, DESIGN_DAY, { as: bends });
  // Whoever asks the plant next gets it as it was drawn.
  for (const thing of things) thing.bend(site, 0);
  return {
    things: things.map(({ id, what, label, loops, circuitId, amount, kelvin }, i): FoundThing => {
      const sigma = Math.sqrt(covariance[i]?.[i] ?? 1);
      const by = z[i] as number;
      // A thing with long tails may be told although it is far from usual and not known closely.
      return {
        id,
        what,
        label,
        loops,
        circuitId,
        by,
        sigma,
        amount: amount(by),
        kelvin,
        told: sigma < TOLD_BELOW || Math.abs(by) > 3 * sigma,
      };
    }),
    bends,
    state: whole?.state ?? null,
    shown: new Map([...(whole?.readings ?? [])].map(([key, { value }]) => [key, value])),
  };
}

/** Adds one reading to the normal equations. @returns 1, or 0 where the plant shows nothing there */
function addReading(
  matrix: number[][],
  right: number[],
  index: ReadonlyMap<string, number>,
  { readings, moves }: ExpectedReadings,
  { key, value, error }: TakenReading,
  robust: boolean,
): number {
  const shown = readings.get(key);
  if (!shown) return 0;
  const gap = value - shown.value;
  const off = Math.abs(gap) / error;
  const weight = (robust && off > ROBUST_BEYOND ? ROBUST_BEYOND / off : 1) / (error * error);
  const row: [number, number][] = [];
  for (const [id, of] of moves) {
    const move = of.get(key);
    const i = index.get(id);
    if (move && i !== undefined) row.push([i, move]);
  }
  for (const [i, move] of row) {
    right[i] = (right[i] as number) + weight * move * gap;
    const line = matrix[i] as number[];
    for (const [k, other] of row) line[k] = (line[k] as number) + weight * move * other;
  }
  return 1;
}
