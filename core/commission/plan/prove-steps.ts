import type { Job } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import { say } from '../../quantity/format.ts';
import { keyOf } from '../reading-points.ts';
import type { PlanStep } from './step.ts';

/** Flow of each pump proved before anything is throttled. */
export function proofSteps(job: Job, design: Design): PlanStep[] {
  const { display } = job;
  return design.circuits.flatMap(({ id, name, sized }): PlanStep[] => {
    const pump = sized?.pump;
    if (!pump?.duty) return [];
    return [
      {
        id: `prove/circuits/${id}`,
        phase: 'prove',
        place: `circuits/${id}/pump`,
        placeLabel: name,
        title: `${name}: prove ${say(pump.designFlow.value, 'volumeFlow', display)} with every valve wide open`,
        why: 'Head across the pump through its curve, or the meters added up. On the flat part of the curve a gauge proves nothing: use the meters, or a speed where the curve falls. What is found tells what lies in the wall as well.',
        tools: ['two gauges, or meters'],
        target: { kind: 'reading', keys: [keyOf(`circuits/${id}/pump`, 'head'), keyOf(`circuits/${id}`, 'flow')] },
        after: ['strainers'],
      },
    ];
  });
}
