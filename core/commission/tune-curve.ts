import { COUNTED_FROM } from '../control/weather-curve.ts';

/** A reading while a weather curve is being tuned: how it was set, and what came of it, degrees C. */
export interface TuningReading {
  /** Days since the first. */
  day: number;
  slope: number;
  shift: number;
  /** Means of the last day: the room that is watched, and what is wanted there. */
  room: number;
  wanted: number;
  /** Mean outdoors of the last two days: a house looks back as far. */
  outdoor: number;
}

/** What to look to before a curve can be tuned at all: common practice. */
export const TUNING_PRECONDITIONS = [
  'One master only: thermostatic valves in the room that is watched stand open.',
  'Self-learning, room influence and any set-back of the controller are off.',
  'The room that is watched has no sun, no stove and no door that stands open.',
  'The loops are balanced; no room is starved.',
] as const;

/** A first slope, the largest step, and how fine controllers take it. */
const FIRST = 0.7;
const STEP = 0.1;
const FINEST = 0.01;
const LEAST = 0.1;
/** Half a kelvin is near enough for a person; the slope is known well enough at this standard deviation. */
const KNOWN = 0.02;
/** Outdoors above this, degrees C, a day tells the shift and not the slope. */
const MILD = 10;
/** How much of what the water is hotter arrives in a room, and its standard deviation: trials on simulated houses. */
const GAIN = 0.5;
const GAIN_SPREAD = 0.15;
/** Scatter of a day's mean about what the curve alone would make of it, K: sun, guests, windows. */
const SCATTER = 0.5;
/** Days from a change until it is read, and the largest number of readings that still tell something of the house as it is. */
const WAIT_DAYS = 2;
const KEPT = 60;

export type TuningAdvice = {
  /** Slope that is likely right, and its standard deviation; null before the first reading. */
  right: number | null;
  sigma: number;
  readings: number;
  words: string;
} & ({ done: true; slope: number } | { done: false; slope: number; changed: boolean; dueInDays: number });

/**
 * The next setting of a weather curve from all readings together. With the slope off by d the room is off by g d (20 - outdoor): g and
 * the right slope are fitted by least squares with what is usual of g as its prior, so that no day is forgotten and a warm spell cannot
 * lead astray. Steps are at most a tenth; the work ends once the right slope is known to 0.02.
 * @param readings the earliest first
 */
export function tuneCurve(readings: readonly TuningReading[]): TuningAdvice {
  const cold = readings.filter(({ outdoor }) => outdoor <= MILD).slice(-KEPT);
  const last = readings.at(-1);
  if (!last)
    return {
      done: false,
      changed: true,
      slope: FIRST,
      right: null,
      sigma: Number.POSITIVE_INFINITY,
      readings: 0,
      dueInDays: WAIT_DAYS,
      words: `Start at ${FIRST} and leave it for ${WAIT_DAYS} days.`,
    };
  const { right, sigma } = likeliest(cold, last.shift);
  const count = { right, sigma, readings: readings.length };
  const rounded = Math.max(Math.round(right / FINEST) * FINEST, LEAST);
  const off = last.room - last.wanted;
  if (cold.length === 0)
    return {
      ...count,
      done: false,
      changed: false,
      slope: last.slope,
      dueInDays: 1,
      words: `Days above ${MILD} °C outdoors tell the shift and not the slope. Leave it, and read again on a colder day.`,
    };
  if (sigma < KNOWN && Math.abs(rounded - last.slope) < STEP / 2 + 1e-9)
    return {
      ...count,
      done: true,
      slope: round(rounded),
      words: `Set ${round(rounded).toFixed(2)} and leave it there: the right slope is known to ${(2 * sigma).toFixed(2)} either way.`,
    };
  const step = Math.min(Math.max(rounded - last.slope, -STEP), STEP);
  const slope = round(Math.max(last.slope + step, LEAST));
  const changed = Math.abs(slope - last.slope) >= FINEST - 1e-9;
  const how =
    Math.abs(off) < 0.05 ? 'Right on the day' : off > 0 ? `Too warm by ${off.toFixed(1)} K` : `Short by ${(-off).toFixed(1)} K`;
  return {
    ...count,
    done: false,
    changed,
    slope,
    dueInDays: changed ? WAIT_DAYS : 1,
    words: changed
      ? `${how}: ${slope < last.slope ? 'down' : 'up'} to ${slope.toFixed(2)}, and leave it for ${WAIT_DAYS} days.`
      : `${how}: leave it at ${slope.toFixed(2)} and read once more tomorrow; the slope is known to ${(2 * sigma).toFixed(2)} either way.`,
  };
}

const round = (slope: number): number => Math.round(slope * 1000) / 1000;

/**
 * The right slope by least squares: room - wanted = g ((s - right) (20 - outdoor) + shift - shift as it is now).
 * @param shiftNow the shift the slope is to be right with, K
 */
function likeliest(readings: readonly TuningReading[], shiftNow: number): { right: number; sigma: number } {
  // Prior of g; the right slope lies somewhere about 0.6, give or take half: hardly anything.
  const [usual, spread] = [0.6, 0.5];
  let [g, right] = [GAIN, usual];
  let covariance = { gg: GAIN_SPREAD ** 2, gr: 0, rr: spread ** 2 };
  for (let round = 0; round < 30; round++) {
    // Straight about the present answer: dy = (s - right) x dg - g x dright.
    let [aa, ab, bb] = [1 / GAIN_SPREAD ** 2, 0, 1 / spread ** 2];
    let [ya, yb] = [(GAIN - g) / GAIN_SPREAD ** 2, (usual - right) / spread ** 2];
    for (const { slope, shift, room, wanted, outdoor } of readings) {
      const x = COUNTED_FROM - outdoor;
      const moved = (slope - right) * x + shift - shiftNow;
      const gap = room - wanted - g * moved;
      const [da, db] = [moved, -g * x];
      const weight = 1 / SCATTER ** 2;
      aa += weight * da * da;
      ab += weight * da * db;
      bb += weight * db * db;
      ya += weight * da * gap;
      yb += weight * db * gap;
    }
    const both = aa * bb - ab * ab;
    covariance = { gg: bb / both, gr: -ab / both, rr: aa / both };
    const [dg, dr] = [(ya * bb - yb * ab) / both, (yb * aa - ya * ab) / both];
    g = Math.min(Math.max(g + dg, 0.15), 1);
    right += Math.min(Math.max(dr, -0.3), 0.3);
    if (Math.abs(dg) + Math.abs(dr) < 1e-6) break;
  }
  return { right, sigma: Math.sqrt(covariance.rr) };
}
