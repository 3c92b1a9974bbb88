import type { Job } from '../model/job.ts';
import { PLANTS } from './plants.ts';
import { summerMill } from './summer-mill.ts';
import { SYSTEMS } from './systems.ts';
import { thistleMill } from './thistle-mill.ts';

/** Every whole plant there is to try something on, by name: the demo, plants of more than one sentence, the systems. */
export const ALL_PLANTS: readonly (readonly [name: string, job: Job])[] = [
  ['demo', thistleMill],
  ['demo in both modes', summerMill],
  ...Object.entries(PLANTS),
  ...Object.entries(SYSTEMS).map(([n, job]) => [`system ${n}`, job] as const),
];
