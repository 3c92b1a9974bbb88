import type { Cause, Fault } from '../fault/fault.ts';
import type { Seen } from './evidence.ts';
import { logSum } from './gauss.ts';

/** How often nothing is wrong, something nobody thought of, and an instrument that lies, in a call to a plant that does not work. */
const SOUND = 0.12;
const SOMETHING = 0.05;
const LIES = 0.03;
/** How often nothing is wrong where nobody complains and a plant is only looked over. */
const SOUND_UNASKED = 0.6;
/** Share of what acts like a fault that has none of its known causes. */
const UNLISTED = 0.1;
/** How often one fault is the only one, once it is known. */
const ALONE = 0.7;

/** Chance that a look shows what it should where it is so, and where it is not: judgement. */
export const LOOK_RIGHT = 0.92;
export const LOOK_WRONG = 0.04;

/** How common everything is before anything is read: judgement of practice, no source. */
export class Priors {
  readonly sound: number;
  readonly something = SOMETHING;
  readonly lies = LIES;
  private readonly places = new Map<string, number>();
  private readonly byId: ReadonlyMap<string, Fault>;
  private readonly whole: number;

  /** @param known faults that are known to be there already @param complained whether anybody complains */
  constructor(faults: readonly Fault[], { known, complained }: { known: number; complained: boolean }) {
    this.sound = known > 0 ? ALONE : complained ? SOUND : SOUND_UNASKED;
    this.byId = new Map(faults.map((fault) => [fault.id, fault]));
    for (const { kind } of faults) this.places.set(kind, (this.places.get(kind) ?? 0) + 1);
    this.whole = faults.reduce(
      (sum, fault) => sum + this.share(fault) * fault.causes.reduce((all, { prior }) => all + prior, 0),
      0,
    );
  }

  /** Faults are as common as their causes; those at many places less so at each. */
  private share({ kind }: Fault): number {
    return 1 / Math.sqrt(this.places.get(kind) as number);
  }

  /** Chance of one cause of one fault; null for one that is not on the list, where the plant does what it would with that fault. */
  of(fault: Fault, cause: Cause | null): number {
    const faults = 1 - this.sound - this.something - this.lies;
    const prior = cause ? (1 - UNLISTED) * cause.prior : UNLISTED * fault.causes.reduce((sum, each) => sum + each.prior, 0);
    return (faults * this.share(fault) * prior) / this.whole;
  }

  /** Logarithm of what was seen, if a cause of a fault is the one; with neither, if none is. */
  logSeen(seen: readonly Seen[], fault: Fault | null, cause: Cause | null): number {
    let log = 0;
    for (const { fault: id, look, so } of seen) {
      // The same look at the same place tells of every cause it would show.
      const place = this.byId.get(id)?.place;
      const shows = fault !== null && fault.place === place && cause?.look?.id === look;
      const chance = shows ? LOOK_RIGHT : LOOK_WRONG;
      log += Math.log(so ? chance : 1 - chance);
    }
    return log;
  }

  /** Logarithm of the chance of a fault by how common it is and by what was looked at, whatever its cause. */
  logOf(fault: Fault, seen: readonly Seen[]): number {
    return logSum([...fault.causes, null].map((cause) => Math.log(this.of(fault, cause)) + this.logSeen(seen, fault, cause)));
  }
}
