import type { Job } from '../../model/job.ts';
import type { JobEdit } from '../../model/place.ts';
import type { StationKindId } from './plan.ts';

/** What the entries of a job call each kind of station between source and circuits. */
const CALLED: Partial<Record<StationKindId, Job['separation']['kind']>> = {
  bars: 'none',
  header: 'low-loss-header',
  ring: 'closely-spaced-tees',
  tank: 'buffer',
  plates: 'plate-exchanger',
};

/** Where the station between source and circuits is decided. */
export const BETWEEN = 'separation/kind';

/** Makes the station between source and circuits another kind. What both kinds know stays. */
export const betweenAs = (kind: StationKindId): JobEdit[] => [{ at: BETWEEN, value: CALLED[kind] ?? 'none' }];
