import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { type Finding, worstFirst } from '../finding/finding.ts';
import { presentId } from '../finding/former-ids.ts';
import { reviewBuffer } from './review-buffer.ts';
import { reviewCircuits } from './review-circuits.ts';
import { reviewControls } from './review-controls.ts';
import { reviewCooling } from './review-cooling.ts';
import { reviewDistribution } from './review-distribution.ts';
import { reviewEmitters } from './review-emitters.ts';
import { reviewFittings } from './review-fittings.ts';
import { reviewHotWater } from './review-hot-water.ts';
import { reviewOpen } from './review-open.ts';
import { reviewPlacement } from './review-placement.ts';
import { reviewPlan } from './review-plan.ts';
import { reviewPlant } from './review-plant.ts';
import { reviewRooms } from './review-rooms.ts';
import { reviewSafety } from './review-safety.ts';
import { reviewSchool } from './review-school.ts';
import { reviewSolved } from './review-solved.ts';
import { reviewSources } from './review-sources.ts';

/** All findings of a design, worst first; those somebody let stand come last, with the reason. */
export function review(context: Context, design: UnreviewedDesign): Finding[] {
  const reasons = new Map(context.job.accepted.map(({ finding, reason }) => [presentId(finding), reason]));
  const found = [
    ...reviewRooms(context, design),
    ...reviewEmitters(context, design),
    ...reviewOpen(context, design),
    ...reviewCircuits(context, design),
    ...reviewCooling(context, design),
    ...reviewPlan(context),
    ...reviewPlant(context, design),
    ...reviewBuffer(context, design),
    ...reviewFittings(context, design),
    ...reviewPlacement(context, design),
    ...reviewSources(context, design),
    ...reviewDistribution(context, design),
    ...reviewControls(context, design),
    ...reviewHotWater(context, design),
    ...reviewSafety(context, design),
    ...reviewSchool(context, design),
    ...reviewSolved(context, design),
  ];
  return worstFirst(
    found.map((finding) => {
      const reason = reasons.get(finding.id);
      return reason === undefined ? finding : { ...finding, accepted: reason };
    }),
  );
}
