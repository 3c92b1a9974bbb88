import type { FurtherSource } from '../../model/job.ts';

/** What a source beside the first is called. */
export const nameOf = (source: FurtherSource): string => source.name || 'Further source';

/** Output of the sources that run together with the first, W. */
export const beside = (sources: readonly FurtherSource[]): number =>
  sources.reduce((sum, each) => sum + (each.order === 'together' ? each.capacity : 0), 0);
