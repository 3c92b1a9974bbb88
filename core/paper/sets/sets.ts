import type { Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import { commissionerSet } from './commissioner-set.ts';
import { electricianSet } from './electrician-set.ts';
import { floorSet } from './floor-set.ts';
import { labelsSet } from './labels-set.ts';
import { merchantSet } from './merchant-set.ts';
import { ownerSet } from './owner-set.ts';
import { recordSet } from './record-set.ts';
import { wallSet } from './wall-set.ts';

/** The sets of papers, by whom each is for; a new one is a file of its own and a line here. */
export const PAPER_SETS = {
  wall: { title: 'For the plant-room wall', gist: 'The drawing, settings and how they were left', make: wallSet },
  merchant: { title: 'For the merchant', gist: 'What to buy by nominal size, coils, pumps by duty', make: merchantSet },
  floor: { title: 'For the floor layer', gist: 'Floors, loops, coils to cut, labels', make: floorSet },
  electrician: { title: 'For the electrician', gist: 'Supplies, wiring by terminal, sequence, calls', make: electricianSet },
  commissioner: { title: 'For the commissioner', gist: 'Filling, settings, what every gauge shall show', make: commissionerSet },
  record: { title: 'For the record', gist: 'Design, rules, findings, assumptions, runs', make: recordSet },
  owner: { title: 'For the owner', gist: 'What there is, the gauge, topping up, service', make: ownerSet },
  labels: { title: 'Labels to tie on', gist: 'Circuits, pumps, valves, gauges, loops; a code to each page', make: labelsSet },
} as const satisfies Record<string, { title: string; gist: string; make: (input: PaperInput) => Paper }>;
export type PaperSetId = keyof typeof PAPER_SETS;
export const PAPER_SET_IDS = Object.keys(PAPER_SETS) as PaperSetId[];
