import type { Job } from '../../../model/job.ts';
import { dewPointOf } from '../../fluid/moist-air.ts';
import type { ColdSide } from '../../plan/cold-side.ts';
import { rulebookOf } from '../../rules/rulebooks.ts';
import type { SummerLoop } from './summer-room.ts';

/** A guard that has shut a circuit lets it go again once it is so much drier, K, and no sooner than so many seconds. */
const BAND = 0.5;
const LEAST_TIME = 600;

/** A circuit with cold water and what keeps it above the dew point. */
export class GuardedCircuit {
  readonly id: string;
  readonly name: string;
  readonly mixed: boolean;
  /** Water wanted, degrees C. */
  readonly wanted: number;
  readonly sealed: boolean;
  /** Whether anything of it meets the air of a room without a tray. */
  readonly surfaces: boolean;
  /** Rooms it cools, by their number. */
  readonly rooms: readonly number[];
  private readonly guard: ColdSide['circuits'][number]['cooling']['guard'];
  private readonly limit: number;
  private readonly warms: boolean;
  private readonly margin: number;
  private shutFor: number | null = null;
  /** Least water that stays dry by what the guard knows, degrees C. */
  private least = Number.NEGATIVE_INFINITY;

  constructor(job: Job, { id, name, connection, cooling }: ColdSide['circuits'][number], loops: readonly SummerLoop[]) {
    const own = loops.filter(({ circuitId }) => circuitId === id);
    this.id = id;
    this.name = name;
    this.mixed = connection === 'mixed';
    this.wanted = cooling.flowTemperature;
    this.sealed = cooling.sealed;
    this.surfaces = own.some(({ strip }) => strip > 0);
    this.rooms = [...new Set(own.map(({ room }) => room))];
    this.guard = cooling.guard;
    this.limit = cooling.limit;
    this.warms = cooling.onDamp === 'warm' && this.mixed;
    this.margin = rulebookOf(job).rules.dewPointMargin.limit;
  }

  get shut(): boolean {
    return this.shutFor !== null;
  }

  /**
   * Looks at the air. A fixed limit knows nothing of it; a guard that warms never shuts.
   * @param dews dew point of each room @param outside kg/kg of the air outdoors @param step seconds
   */
  look(dews: readonly number[], outside: number, step: number): void {
    const dew = this.dewKnown(dews, outside);
    this.least = this.guard === 'fixed' ? this.limit : dew === null ? Number.NEGATIVE_INFINITY : dew + this.margin;
    if (this.shutFor !== null) this.shutFor += step;
    if (this.guard === 'none' || this.warms) this.shutFor = null;
    else if (this.wanted < this.least) this.shutFor ??= 0;
    else if (this.shutFor !== null && this.shutFor >= LEAST_TIME && this.wanted > this.least + BAND) this.shutFor = null;
  }

  /** Water that goes into it with so cold water at the bars, degrees C. */
  sent(bar: number): number {
    return this.mixed ? Math.max(bar, this.wanted, this.warms ? this.least : Number.NEGATIVE_INFINITY) : bar;
  }

  /** Whether its guard holds it back just now. */
  heldBack(sent: number): boolean {
    return this.shut || (this.warms && sent > this.wanted + 0.05 && this.least > this.wanted);
  }

  /** The dew point that the guard goes by: at the manifold and in the rooms that of the dampest, by the weather that outdoors. */
  private dewKnown(dews: readonly number[], outside: number): number | null {
    if (this.guard === 'dew-point' || this.guard === 'room') return Math.max(...this.rooms.map((r) => dews[r] as number));
    return this.guard === 'weather' ? dewPointOf(outside) : null;
  }
}
