import type { FurtherSource } from '../../model/job.ts';
import { traitsOf } from './source-kinds.ts';

/** What a source beside the first is called. */
export const nameOf = (source: FurtherSource): string => source.name || 'Further source';

/** Output that can be relied on, on the design night, of the sources that run together with the first, W: the sun gives none. */
export const beside = (sources: readonly FurtherSource[]): number =>
  sources.reduce((sum, each) => sum + (each.order === 'together' && !traitsOf(each).bySun ? each.capacity : 0), 0);
