import type { Branch, LinkBranch, Plan, PortRef } from '../plan/plan.ts';
import { stationOf } from '../plan/plan.ts';
import type { Level, Port, Through } from '../station/kind.ts';
import { topologyOf } from '../station/kinds.ts';
import { Groups, portOfPlan } from './waters.ts';

/** A piece of the plant without a pump that some pump has to drive: a branch, or a way through plates or a coil. */
export type Stretch = { branch: Branch } | { through: Through };

/** What a pump drives beside the branch it stands in. */
export interface Driven {
  /** One behind the other, towards the sources: the way its water closes. */
  beyond: Stretch[];
  /** Side by side, away from the sources; behind each what hangs on it. */
  loads: Load[];
}

export interface Load {
  stretch: Stretch;
  behind: Load[];
}

/** Levels of a station that joined neighbours make one. */
function joinedLevels(plan: Plan): Groups<Level> {
  const groups = new Groups<Level>();
  for (const station of plan.stations) for (const [a, b] of topologyOf(station).joined) groups.join(a, b);
  return groups;
}

/** Who drives what, asked of one plan. */
export class Drives {
  readonly #plan: Plan;
  readonly #joined: Groups<Level>;

  constructor(plan: Plan) {
    this.#plan = plan;
    this.#joined = joinedLevels(plan);
  }

  /**
   * What the pump of a branch drives. A stretch ends where two joined levels meet, at the two sides of an exchanger, and at the next
   * pump: a pump drives its branch; a branch without one is driven by the nearest pump towards the sources, and where there is none by
   * each nearest pump towards the loads.
   */
  of(branch: Branch): Driven {
    if (!branch.pump) return { beyond: [], loads: [] };
    if (branch.kind === 'source') return { beyond: [], loads: this.#loadsAt(branch.at, branch) };
    const beyond = this.#closing(branch.at, new Set(), (feed) => !feed.pump);
    return { beyond, loads: branch.kind === 'link' ? this.#loadsAt(branch.to, branch) : [] };
  }

  /** Branches whose pumps drive one that has none; empty where nothing moves its water, and for a branch with a pump. */
  driversOf(branch: Branch): Branch[] {
    if (branch.pump) return [];
    const drives = (load: Load): boolean =>
      ('branch' in load.stretch && load.stretch.branch === branch) || load.behind.some(drives);
    return this.#plan.branches.filter((each) => {
      const { beyond, loads } = this.of(each);
      return beyond.some((stretch) => 'branch' in stretch && stretch.branch === branch) || loads.some(drives);
    });
  }

  /** Whether a port's two levels are one body of water, so that no pump on it is felt by another. */
  parts(port: Port): boolean {
    return this.#joined.of(port.flow) === this.#joined.of(port.back);
  }

  /** Whether what two branches do is felt by each other: whether they share a stretch of pipe or plates. */
  share(a: Branch, b: Branch): boolean {
    return this.#partOf(a) === this.#partOf(b);
  }

  #parts: Groups<Branch> | null = null;

  #partOf(branch: Branch): Branch {
    if (!this.#parts) {
      this.#parts = new Groups<Branch>();
      const first = new Map<PortRef, Branch>();
      for (const each of this.#plan.branches) {
        for (const ref of each.kind === 'link' ? [each.at, each.to] : [each.at]) {
          const port = portOfPlan(this.#plan, ref);
          if (!port || this.parts(port)) continue;
          const known = first.get(ref);
          if (known) this.#parts.join(known, each);
          else first.set(ref, each);
        }
      }
    }
    return this.#parts.of(branch);
  }

  #port(ref: PortRef): Port | undefined {
    return portOfPlan(this.#plan, ref);
  }

  #throughAt(ref: PortRef): Through | undefined {
    const station = this.#plan.stations.find((each) => each.id === stationOf(ref));
    return station && topologyOf(station).through.find((each) => each.port === ref);
  }

  /**
   * What lies between a branch and the next joined levels towards the sources, whoever drives it: what its flow and that of its
   * neighbours change the pressure of.
   */
  towardsSources(branch: Branch): Stretch[] {
    return this.#closing(branch.at, new Set(), () => true);
  }

  /** How the water of a pump at a port finds back to where it was taken, towards the sources. */
  #closing(ref: PortRef, seen: Set<PortRef>, goesOn: (feed: Branch) => boolean): Stretch[] {
    const port = this.#port(ref);
    if (!port || seen.has(ref) || this.parts(port)) return [];
    seen.add(ref);
    const through = this.#throughAt(ref);
    if (through) return [{ through }];
    // Feeds side by side are one way: the one that has no pump of its own is the one that is pushed through.
    const feeds = this.#feedsAt(ref).filter(goesOn);
    const feed = feeds.find((each) => !each.pump) ?? feeds[0];
    if (!feed) return [];
    return [{ branch: feed }, ...(feed.kind === 'link' ? this.#closing(feed.at, seen, goesOn) : [])];
  }

  #feedsAt(ref: PortRef): Branch[] {
    return this.#plan.branches.filter((each) =>
      each.kind === 'source' ? each.at === ref : each.kind === 'link' && each.to === ref,
    );
  }

  #loadsAt(ref: PortRef, from: Branch, seen = new Set<PortRef>()): Load[] {
    const port = this.#port(ref);
    if (!port || seen.has(ref) || this.parts(port)) return [];
    seen.add(ref);
    const through = this.#throughAt(ref);
    if (through) return [{ stretch: { through }, behind: [] }];
    return this.#plan.branches
      .filter((each): each is LinkBranch | (Branch & { kind: 'circuit' }) => each.kind !== 'source')
      .filter((each) => each !== from && each.at === ref && !each.pump)
      .map((each) => ({
        stretch: { branch: each },
        behind: each.kind === 'link' ? this.#loadsAt(each.to, each, seen) : [],
      }));
  }
}
