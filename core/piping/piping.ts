import { type Branch, type LinkBranch, type Plan, portIdOf, type SourceBranch, type Station, stationOf } from '../plan/plan.ts';
import type { Traits } from '../station/kind.ts';
import { KINDS } from '../station/kinds.ts';
import { Drives } from './drives.ts';

/** Where the one pump of all circuits stands. */
const SHARED = 'distribution';

/** A plan with the questions asked of it: what stands between, and who drives. */
export class Piping {
  readonly plan: Plan;
  readonly drives: Drives;
  #lead: SourceBranch | null = null;
  readonly #between = new Map<SourceBranch, Station & { traits: Traits }>();

  constructor(plan: Plan) {
    this.plan = plan;
    this.drives = new Drives(plan);
  }

  /** @throws RangeError where nothing hangs at that place */
  branch(place: string): Branch {
    const found = this.plan.branches.find((each) => each.place === place);
    if (!found) throw new RangeError(`nothing of the plant stands at ${place}`);
    return found;
  }

  /** The source that goes first. @throws RangeError for a plant without one */
  get lead(): SourceBranch {
    const found =
      this.#lead ?? this.plan.branches.find((each): each is SourceBranch => each.kind === 'source' && each.order === 'lead');
    if (!found) throw new RangeError('the plant has no source');
    this.#lead = found;
    return found;
  }

  station(id: string): Station | undefined {
    return this.plan.stations.find((each) => each.id === id);
  }

  /** The station a source hangs on, and what it does: what stands between the source and all else. */
  between(source: SourceBranch = this.lead): Station & { traits: Traits } {
    const seen = this.#between.get(source);
    if (seen) return seen;
    const station = this.station(stationOf(source.at));
    if (!station) throw new RangeError(`${source.place} hangs on nothing`);
    const found = { ...station, traits: KINDS[station.kind].traits };
    this.#between.set(source, found);
    return found;
  }

  /** The link whose pump moves the water of all circuits that have a valve in place of one; null where each has its own. */
  get sharedLink(): LinkBranch | null {
    return this.links.find(({ place }) => place === SHARED) ?? null;
  }

  /** The tank of the plant's water that the source's sensor sits in, the first in the order of the plan; null without one. */
  get tank(): Station | null {
    const found = this.plan.stations.find(({ kind }) => KINDS[kind].traits.stores && !KINDS[kind].traits.drinking);
    return found ?? null;
  }

  private get links(): LinkBranch[] {
    return this.plan.branches.filter((each): each is LinkBranch => each.kind === 'link');
  }

  /** Stations that a source feeds; one on a pair of tees stands among what draws. */
  get fedBySources(): string[] {
    return this.plan.branches.flatMap((each) => {
      if (each.kind !== 'source') return [];
      const id = stationOf(each.at);
      return this.station(id)?.kind === 'ring' && portIdOf(each.at) !== 'feed' ? [] : [id];
    });
  }

  /** Links to further stations, from the sources outwards; one that closes a ring with those before it is left out. */
  get linksOutwards(): LinkBranch[] {
    const found: LinkBranch[] = [];
    const reached = new Set(this.fedBySources);
    for (let more = true; more; ) {
      more = false;
      for (const link of this.links) {
        if (found.includes(link) || !isEntered(link) || !reached.has(stationOf(link.at)) || reached.has(stationOf(link.to)))
          continue;
        found.push(link);
        reached.add(stationOf(link.to));
        more = true;
      }
    }
    return found;
  }

  /** What hangs on a station or behind it, away from its feed. */
  behind(link: LinkBranch, seen: ReadonlySet<string> = new Set()): Branch[] {
    const id = stationOf(link.to);
    if (seen.has(id)) return [];
    const next = new Set([...seen, id]);
    return this.plan.branches.flatMap((each) => {
      if (each === link || stationOf(each.at) !== id || each.kind === 'source') return [];
      return each.kind === 'link' ? [each, ...this.behind(each, next)] : [each];
    });
  }

  /**
   * Whether a pump on a branch is not felt at any source: a station on the way parts the two, joined waters, or plates where those
   * count.
   * @param wet whether only joined waters do: plates part the waters, and all that draws through them shares their loss
   */
  partedFromSource(branch: Branch, wet = false): boolean {
    const parts = (id: string) => {
      const station = this.station(id);
      const traits = station && KINDS[station.kind].traits;
      return traits?.decouples === true && !(wet && traits.partsWater);
    };
    let here: string | undefined = stationOf(branch.at);
    const seen = new Set<string>();
    while (here !== undefined && !seen.has(here)) {
      if (parts(here)) return true;
      seen.add(here);
      const feed = this.feedOf(here);
      here = feed && stationOf(feed.at);
    }
    return false;
  }

  /** Whether the pump of the first source moves the water of circuits that have a valve in place of one. */
  get sourceMovesCircuits(): boolean {
    const { lead } = this;
    return lead.pump && this.plan.branches.some((each) => each.kind === 'circuit' && !each.pump && each.at === lead.at);
  }

  /** Sources that do not stand beside the first one: each heats a water of its own. */
  get elsewhere(): SourceBranch[] {
    const { lead } = this;
    return this.plan.branches.filter((each): each is SourceBranch => each.kind === 'source' && each.at !== lead.at);
  }

  /** The link that feeds a station; undefined for one that a source hangs on, or that nothing feeds. */
  feedOf(id: string): LinkBranch | undefined {
    return this.links.find(({ to }) => stationOf(to) === id);
  }

  /** What hangs on a station and draws from it: circuits and links, not what feeds it. */
  drawing(id: string): Branch[] {
    return this.plan.branches.filter((each) => each.kind !== 'source' && stationOf(each.at) === id);
  }
}

/** Whether a link has entries of its own, and is no pipe to the cylinder or to the bars behind one pump. */
export const isEntered = ({ place }: LinkBranch): boolean => place.startsWith('links/');
