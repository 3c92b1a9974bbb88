import type { Job } from '../model/job.ts';
import { glycolAndTank } from './glycol-and-tank.ts';
import { ringMain } from './ring-main.ts';
import { woodAndRing } from './wood-and-ring.ts';

/** Plants of more than one sentence, by what they are about. */
export const PLANTS: Readonly<Record<string, Job>> = {
  'ring main': ringMain(),
  'wood, tank and ring main': woodAndRing(),
  'glycol, plates and tank': glycolAndTank(),
};
