import type { Job } from '../../model/job.ts';
import type { JobEdit } from '../../model/place.ts';

/**
 * What changing the flow temperature of a circuit means for the job: a mixed circuit has its own, a direct one takes
 * what the source sends, so the source and every other direct circuit go with it.
 */
export function flowTemperatureEdits(job: Job, circuitId: string, value: number): JobEdit[] {
  const circuit = job.circuits.find((each) => each.id === circuitId);
  if (circuit?.connection === 'mixed') return [{ at: `circuits/${circuitId}/flowTemperature`, value }];
  const direct = job.circuits.filter((each) => each.connection === 'direct');
  return [
    ...direct.map((each) => ({ at: `circuits/${each.id}/flowTemperature`, value })),
    { at: 'source/flowTemperature', value },
  ];
}
