import type { Source, SourceKind } from '../../model/job.ts';

/** How a source stops and starts. Kelvin, seconds, starts an hour. */
export interface Firing {
  /** It stops so far above what is wanted at its sensor, and starts again so far below. */
  stopsAbove: number;
  startsBelow: number;
  /** Its limiter stops it so far above what is wanted at its own outlet, whatever else holds. */
  limitAbove: number;
  /** Once started its controls keep it on for so long, once stopped off for so long. */
  forcedRun: number;
  leastPause: number;
  /** From the call to the first heat: purging, igniting, a compressor coming up. */
  startTime: number;
  /** Starts an hour from which it wears. */
  mostStarts: number;
  /** How long one charge burns at full output; only a fire lit by hand knows it. */
  burnTime: number;
}

const PLAIN: Firing = {
  stopsAbove: 5,
  startsBelow: 5,
  limitAbove: 15,
  forcedRun: 0,
  leastPause: 0,
  startTime: 0,
  mostStarts: 6,
  burnTime: 9000,
};
const MODULATING: Firing = { ...PLAIN, leastPause: 180, startTime: 30 };
const COMPRESSOR: Firing = { ...PLAIN, forcedRun: 180, leastPause: 300, startTime: 60, mostStarts: 3 };

/** By kind: common practice, figures from memory; the data sheet is better. */
export const USUAL_FIRING_OF: Record<SourceKind, Firing> = {
  'condensing-boiler': MODULATING,
  'combination-unit': MODULATING,
  boiler: { ...PLAIN, startTime: 20 },
  'heat-pump': COMPRESSOR,
  'ground-heat-pump': COMPRESSOR,
  electric: PLAIN,
  'solid-fuel': { ...PLAIN, limitAbove: 40 },
  'water-heater': { ...PLAIN, startTime: 20 },
  'instantaneous-heater': { ...PLAIN, startTime: 10 },
  solar: PLAIN,
  district: PLAIN,
  'waste-heat': PLAIN,
  other: PLAIN,
};

/** How the source of a job stops and starts: as entered, else as is usual for its kind. */
export function firingOf({ kind, firing }: Pick<Source, 'kind' | 'firing'>): Firing {
  const usual = USUAL_FIRING_OF[kind];
  const entered = Object.entries(firing).filter(([, value]) => value !== 'auto');
  return { ...usual, ...Object.fromEntries(entered) };
}

/** Kelvin between stopping and starting again: what the water may swing by at the sensor. */
export const bandOf = ({ stopsAbove, startsBelow }: Pick<Firing, 'stopsAbove' | 'startsBelow'>): number =>
  stopsAbove + startsBelow;

/** Hours of starts as often as its maker allows that a day may hold: common practice, so that the day is worth four busy hours. */
const BUSY_HOURS = 4;
/** Starts a day from which a source is said to cycle. */
export const mostStartsADay = ({ mostStarts }: Pick<Firing, 'mostStarts'>): number => BUSY_HOURS * mostStarts;

/** How far starts are beyond what counts as cycling: above 1 they are too many. @param busiest starts in the hour that had most */
export const cyclingExcess = (starts: number, busiest: number, firing: Pick<Firing, 'mostStarts'>): number =>
  Math.max(starts / mostStartsADay(firing), busiest / firing.mostStarts);
