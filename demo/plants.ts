import type { Job } from '../model/job.ts';
import { coilAndStores } from './coil-and-stores.ts';
import { glycolAndTank } from './glycol-and-tank.ts';
import { cascade, combinationUnit, heaterAndPlates, inStages, oldFloors, railAndFloor, threeStoreys } from './more-plants.ts';
import { ringMain } from './ring-main.ts';
import { woodAndRing } from './wood-and-ring.ts';

/** Plants of more than one sentence, by what they are about. */
export const PLANTS: Readonly<Record<string, Job>> = {
  'ring main': ringMain(),
  'wood, tank and ring main': woodAndRing(),
  'glycol, plates and tank': glycolAndTank(),
  'water heater, plates and one pump': heaterAndPlates(),
  'diverting valve and three storeys': threeStoreys(),
  'combination unit': combinationUnit(),
  'coil in a tank': coilAndStores(),
  'floors under old decks': oldFloors(),
  'floors behind a towel rail and a panel': railAndFloor(),
  'two boilers in turn on one pipe': cascade(),
  'a barn in stages': inStages(),
};
