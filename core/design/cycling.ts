import type { JobEdit } from '../../model/place.ts';
import type { Figure } from '../figure/figure.ts';

/** What a day of an outdoor temperature makes of a source. */
export interface CyclingDay {
  outdoor: number;
  /** Starts on that day, and in the hour of the busiest set of calls that stands half an hour. */
  starts: number;
  busiest: number;
  cycles: boolean;
}

/** What stops a source from cycling, as the balances say; a run shows it before it is done. */
export interface CyclingCure {
  label: string;
  edits: JobEdit[];
}

/** What the design says of stops and starts. */
export interface CyclingDesign {
  /** Days from the design day to the end of heating, and the worst of them. */
  days: CyclingDay[];
  worst: CyclingDay;
  thermostats: number;
  /** Starts on the worst day. */
  starts: Figure;
  /** Kelvin its water rises by in one pass at least output, and may swing by. */
  pass: Figure;
  band: Figure;
  /** Tank in its return with which it no longer cycles, m3; null where no tank does that alone. */
  tank: Figure | null;
  /** Whether a buffer is there that its starts would not ask for. */
  bufferNeedless: boolean;
  /** What stops it, smallest first; empty where it does not cycle. */
  cures: CyclingCure[];
}
