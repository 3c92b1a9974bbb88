import type { Job } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import { balanceSteps } from './balance-steps.ts';
import { buildSteps } from './build-steps.ts';
import { fillSteps } from './fill-steps.ts';
import { handOverSteps, liveSteps } from './hand-over-steps.ts';
import { proofSteps } from './prove-steps.ts';
import { startSteps } from './start-steps.ts';
import type { PlanStep } from './step.ts';
import { tuneSteps } from './tune-steps.ts';

/** Everything that is done between the design and the plant in use, in the order of the work. Empty while there is no plant. */
export function commissioningPlan(job: Job, design: Design): PlanStep[] {
  if (!design.source || !design.solved) return [];
  const steps = [
    ...buildSteps(job, design),
    ...fillSteps(job, design),
    ...startSteps(job, design),
    ...proofSteps(job, design),
    ...balanceSteps(job, design),
    ...tuneSteps(job, design),
    ...handOverSteps(),
    ...liveSteps(job),
  ];
  // A step waits only for what this plan holds.
  const ids = new Set(steps.map(({ id }) => id));
  return steps.map((step) => ({ ...step, after: step.after.filter((id) => ids.has(id)) }));
}
