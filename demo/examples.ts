import type { Job } from '../model/job.ts';
import { ringMain } from './ring-main.ts';
import { summerMill } from './summer-mill.ts';
import { SYSTEMS } from './systems.ts';
import { woodAndRing } from './wood-and-ring.ts';

/** A whole job to learn from or to start with, for a school of piping. */
export interface Example {
  id: string;
  /** What it shows, in a line. */
  about: string;
  job: Job;
}

const system = (n: keyof typeof SYSTEMS): Job => SYSTEMS[n] as Job;

/** Seven invented jobs, one for each way of thinking. */
export const EXAMPLES: readonly Example[] = [
  { id: 'retrofit', about: 'A heat pump on old copper: the pipe tree decides', job: system(18) },
  { id: 'open-floor', about: 'A floor on a heat pump: one pump, nothing that closes, two manifolds', job: system(6) },
  {
    id: 'ring-main',
    about: 'A ring main with pairs of tees, in US units: the hottest need first',
    job: { ...ringMain(), display: { system: 'us', units: {} }, rulebook: 'us-primary-secondary' },
  },
  { id: 'two-tanks', about: 'A warm and a cold tank: heating in winter, cooling in summer', job: system(8) },
  { id: 'both-modes', about: 'Floors and fan units on a heat pump that is turned round in summer', job: summerMill },
  { id: 'wood-first', about: 'Wood before electricity, a loading valve and a tank', job: woodAndRing() },
  { id: 'board', about: 'A board of mixed and direct circuits on a header', job: system(20) },
];
