import { type Branch, type LinkBranch, type Plan, type SourceBranch, type Station, stationOf } from '../plan/plan.ts';
import type { Traits } from '../station/kind.ts';
import { KINDS } from '../station/kinds.ts';
import { Drives } from './drives.ts';

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

  /** The link whose pump moves the water of all that hangs behind it; null where nothing does. */
  get sharedLink(): LinkBranch | null {
    const found = this.plan.branches.find((each): each is LinkBranch => {
      const to = each.kind === 'link' && each.pump ? this.station(stationOf(each.to)) : undefined;
      return to !== undefined && !KINDS[to.kind].traits.decouples;
    });
    return found ?? null;
  }
}
