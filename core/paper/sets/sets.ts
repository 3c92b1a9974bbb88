import type { Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import { additionSet } from './addition-set.ts';
import { commissionerSet } from './commissioner-set.ts';
import { electricianSet } from './electrician-set.ts';
import { floorSet } from './floor-set.ts';
import { labelsSet } from './labels-set.ts';
import { merchantSet } from './merchant-set.ts';
import { ownerSet } from './owner-set.ts';
import { recordSet } from './record-set.ts';
import type { PaperSetId } from './set-list.ts';
import { wallSet } from './wall-set.ts';

/** What makes each set; a new one is a file of its own, a line here, and its title in the list. */
export const PAPER_MAKERS: Record<PaperSetId, (input: PaperInput) => Paper> = {
  wall: wallSet,
  merchant: merchantSet,
  floor: floorSet,
  electrician: electricianSet,
  commissioner: commissionerSet,
  record: recordSet,
  owner: ownerSet,
  labels: labelsSet,
  addition: additionSet,
};
