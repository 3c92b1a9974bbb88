import type { Job } from '../../model/job.ts';
import { atSpeed, findCirculator, OWN_PUMP } from '../plant/circulator.ts';
import { allPumps } from './all-pumps.ts';
import type { Design } from './design.ts';

/** Where a pump that is on the wall already would serve. */
export interface Reuse {
  pumpId: string;
  label: string;
  /** Each place that needs a pump, the one it fits best first. */
  places: {
    place: string;
    label: string;
    /** Head in m it has at the flow wanted there, and the head wanted. */
    head: number;
    wanted: number;
    serves: boolean;
  }[];
}

/**
 * Existing pumps against every place that needs one: at the flow wanted there, is the head enough? Among the places it
 * serves the one that wastes least of its head comes first; then those it is too weak for, the least short first.
 */
export function pumpReuse(job: Job, design: Design): Reuse[] {
  const needed = allPumps(design);
  return job.ownPumps
    .filter((pump) => pump.existing)
    .map((pump) => {
      const model = findCirculator(`${OWN_PUMP}${pump.id}`, job.ownPumps);
      const places = needed.map(({ place, label, designFlow, wantedHead }) => {
        const head = model ? atSpeed(model, 1).headAt(designFlow.value) : 0;
        return { place, label, head, wanted: wantedHead.value, serves: head >= wantedHead.value };
      });
      const rank = (each: (typeof places)[number]) => (each.serves ? each.head - each.wanted : 1e6 + each.wanted - each.head);
      return { pumpId: pump.id, label: pump.label, places: places.sort((a, b) => rank(a) - rank(b)) };
    });
}
