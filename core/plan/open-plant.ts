import type { Job } from '../../model/job.ts';

/**
 * Whether nothing shuts and the water goes by the weather alone: the open school, where it is also piped so. A plant with mixed
 * circuits or thermostats in rooms is run by those, whatever its rulebook says of it.
 */
export const runsOpen = ({
  rulebook,
  source,
  separation,
  circuits,
}: Pick<Job, 'rulebook' | 'source' | 'separation' | 'circuits'>): boolean =>
  rulebook === 'open-low-temperature' &&
  source.curve !== null &&
  separation.kind === 'none' &&
  circuits.every(
    ({ connection, zones, loopValves }) => connection === 'direct' && zones === 'circuit' && loopValves !== 'thermostatic',
  );
