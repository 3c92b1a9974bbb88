import type { Job } from '../../../model/job.ts';
import { isAddition } from '../../plan/addition.ts';

/** The sets of papers, by whom each is for; what makes them is in `sets.ts`. */
export const PAPER_SETS = {
  wall: { title: 'For the plant-room wall', gist: 'The drawing, settings and how they were left' },
  merchant: { title: 'For the merchant', gist: 'What to buy by nominal size, coils, pumps by duty' },
  floor: { title: 'For the floor layer', gist: 'Floors, loops, coils to cut, labels' },
  electrician: { title: 'For the electrician', gist: 'Supplies, wiring by terminal, sequence, calls' },
  commissioner: { title: 'For the commissioner', gist: 'Filling, settings, what every gauge shall show' },
  record: { title: 'For the record', gist: 'Design, rules, findings, assumptions, runs' },
  owner: { title: 'For the owner', gist: 'What there is, the gauge, topping up, service' },
  labels: { title: 'Labels to tie on', gist: 'Circuits, pumps, valves, gauges, loops; a code to each page' },
  addition: { title: 'For the addition', gist: 'The new zone alone: what the plant has left, parts, settings' },
} as const satisfies Record<string, { title: string; gist: string }>;
export type PaperSetId = keyof typeof PAPER_SETS;
/** The sets that a job has: what is added stands apart only where something is added to a plant that is there. */
export const setsOf = (job: Job): PaperSetId[] => PAPER_SET_IDS.filter((id) => id !== 'addition' || isAddition(job));
export const PAPER_SET_IDS = Object.keys(PAPER_SETS) as PaperSetId[];
