import type { Separation } from '../../model/job.ts';
import type { Figure } from '../figure/figure.ts';
import type { FilledState } from './context.ts';
import type { SizedPipe } from './pipe-design.ts';
import type { Taker } from './takers.ts';

/** What brings water to a station: the source with its pipe, or a link. */
export interface StationFeed {
  load: Figure;
  massFlow: Figure;
  volumeFlow: Figure;
  fluid: FilledState;
  run: SizedPipe;
  /** What it takes back. */
  back: Figure;
}

/** A station to be sized: its entries and where they stand, and what comes to it and is taken from it. */
export interface StationAsked {
  /** Start of the ids of its figures, and the place of its entries. */
  id: string;
  place: string;
  label: string;
  entry: Separation;
  feed: StationFeed;
  takers: readonly Taker[];
  /** Flow drawn from it, kg/s, and the mix of what comes back. */
  drawn: Figure;
  drawnBack: Figure;
}
