import { type Branch, type Plan, type PortRef, stationOf } from '../plan/plan.ts';
import type { Level, Port } from '../station/kind.ts';
import { topologyOf } from '../station/kinds.ts';

/** The port of a plan by its name; undefined where something hangs on nothing. */
export function portOfPlan(plan: Plan, ref: PortRef): Port | undefined {
  const station = plan.stations.find((each) => each.id === stationOf(ref));
  return station && topologyOf(station).ports.find((each) => each.ref === ref);
}

/** Things that are put together, each known by the first of its kind. */
export class Groups<T> {
  readonly #above = new Map<T, T>();

  of(one: T): T {
    let here = one;
    for (let above = this.#above.get(here); above !== undefined; above = this.#above.get(here)) here = above;
    return here;
  }

  join(one: T, other: T): void {
    const [a, b] = [this.of(one), this.of(other)];
    if (a !== b) this.#above.set(b, a);
  }
}

/** The ways a branch leads water on: through a source or emitters from the flow to the return, through a link to the other end. */
function wetWays(plan: Plan, branch: Branch): [Level, Level][] {
  const at = portOfPlan(plan, branch.at);
  if (!at) return [];
  if (branch.kind !== 'link') return [[at.flow, at.back]];
  const to = portOfPlan(plan, branch.to);
  return to
    ? [
        [at.flow, to.flow],
        [at.back, to.back],
      ]
    : [];
}

/** One water: everything that touches it, with all valves open. Plates and coils part waters. */
export interface Water {
  /** Places of the branches it fills, and ids of the stations it stands in, in the order of the plan. */
  branches: string[];
  stations: string[];
  /** Those of them that hold it: round a coil it is the water of the tank. */
  holds: string[];
  /** Ports whose two levels it is. */
  ports: PortRef[];
}

/**
 * The waters of a plant: each has a fluid, a vessel and a filling of its own.
 * Wet contact: joined levels, ways through plates and coils, and every branch from end to end.
 */
export function watersOf(plan: Plan): Water[] {
  const groups = new Groups<Level>();
  const topologies = plan.stations.map((station) => ({ station, topology: topologyOf(station) }));
  for (const { topology } of topologies) {
    for (const [a, b] of topology.joined) groups.join(a, b);
    for (const { from, to } of topology.through) groups.join(from, to);
  }
  for (const branch of plan.branches) for (const [a, b] of wetWays(plan, branch)) groups.join(a, b);
  const waters = new Map<Level, Water>();
  const waterOf = (level: Level): Water => {
    const key = groups.of(level);
    const water = waters.get(key) ?? { branches: [], stations: [], holds: [], ports: [] };
    waters.set(key, water);
    return water;
  };
  for (const branch of plan.branches) {
    const at = portOfPlan(plan, branch.at);
    if (at) waterOf(at.flow).branches.push(branch.place);
  }
  for (const { station, topology } of topologies) {
    for (const water of new Set(topology.levels.map(waterOf))) water.stations.push(station.id);
    const [upper] = topology.levels;
    if (upper) waterOf(upper).holds.push(station.id);
    for (const { ref, flow } of topology.ports) waterOf(flow).ports.push(ref);
  }
  return [...waters.values()];
}
