import type { Piping } from '../piping/piping.ts';
import { type PortRef, stationOf } from '../plan/plan.ts';
import { KINDS } from '../station/kinds.ts';

/** A pair of pipes on a port, and what takes its water there: all of it is one water going out and one coming home. */
export interface TakeOff {
  at: PortRef;
  /** Places of the circuits, and of the way to the cylinder where it hangs here. */
  places: readonly string[];
}

/** Where circuits and the cylinder take their water: by port in the order of the plan. */
export function takeOffsOf({ plan, lead }: Piping): TakeOff[] {
  const ends = plan.branches.filter(
    (branch) => branch.kind === 'circuit' || (branch.kind === 'link' && isStore(plan.stations, branch.to)),
  );
  const ports = new Set<PortRef>(ends.length > 0 ? ends.map(({ at }) => at) : [lead.at]);
  return [...ports].map((at) => ({ at, places: ends.filter((end) => end.at === at).map(({ place }) => place) }));
}

/** A cylinder: its coil ends the plant's water. */
function isStore(stations: Piping['plan']['stations'], to: PortRef): boolean {
  const station = stations.find(({ id }) => id === stationOf(to));
  return station !== undefined && KINDS[station.kind].traits.drinking;
}
