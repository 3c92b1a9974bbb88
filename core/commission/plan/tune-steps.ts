import type { Job } from '../../../model/job.ts';
import { curveFollowers, curveOf } from '../../control/curve-followers.ts';
import type { Design } from '../../design/design.ts';
import { formatNumber } from '../../quantity/format.ts';
import { balancingOrder } from '../balancing-order.ts';
import { TUNING_PRECONDITIONS } from '../tune-curve.ts';
import type { PlanStep } from './step.ts';

/** Each weather curve, once what it feeds is balanced. */
export function tuneSteps(job: Job, design: Design): PlanStep[] {
  const order = balancingOrder(job, design);
  return curveFollowers(job).flatMap((follower): PlanStep[] => {
    const curve = curveOf(job, design, follower);
    if (!curve) return [];
    return [
      {
        id: `tune/${follower.place}`,
        phase: 'tune',
        place: follower.place,
        placeLabel: follower.name,
        title: `${follower.name}: tune its weather curve, from slope ${formatNumber(curve.slope, 2)}`,
        why: `${TUNING_PRECONDITIONS.join(' ')} One change at a time, two days between.`,
        tools: ['room thermometer', 'patience'],
        target: { kind: 'tuning', follower: follower.place },
        after: order
          .filter(({ circuitId }) => follower.place === 'source' || follower.place === `circuits/${circuitId}`)
          .map(({ place }) => `balance/${place}`),
      },
    ];
  });
}
