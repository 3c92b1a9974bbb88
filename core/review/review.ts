import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { type Finding, worstFirst } from './finding.ts';
import { reviewCircuits } from './review-circuits.ts';
import { reviewCooling } from './review-cooling.ts';
import { reviewEmitters } from './review-emitters.ts';
import { reviewPlant } from './review-plant.ts';
import { reviewRooms } from './review-rooms.ts';
import { reviewSolved } from './review-solved.ts';

/** All findings of a design, worst first. */
export const review = (context: Context, design: UnreviewedDesign): Finding[] =>
  worstFirst([
    ...reviewRooms(context, design),
    ...reviewEmitters(context, design),
    ...reviewCircuits(context, design),
    ...reviewCooling(context, design),
    ...reviewPlant(context, design),
    ...reviewSolved(context, design),
  ]);
