import { PARTS_WATER } from '../../../model/station.ts';
import type { CoolingDesign } from '../../design/cooling-design.ts';
import { fluidOf, fluidState } from '../../fluid/fluid.ts';
import { type ColdSide, coldFlowOf } from '../../plan/cold-side.ts';
import type { SettledJob } from '../../plan/settled-job.ts';
import { type ColdMachine, coldMachineAt, GROUND_WATER_EER, ownMachine, turnedRound } from '../../plant/cold-machine.ts';
import { firingOf } from '../../plant/firing.ts';
import { traitsOf } from '../../plant/source-kinds.ts';
import type { ColdFlows } from './cold-book.ts';

/** Seconds of a step of the water, in which what comes into it stands. */
const STEP = 30;
/** Band of a tank of cold water where none is entered, and of water that goes straight to circuits, K: common practice. */
const TANK_BAND = 4;
const WATER_BAND = 2;
/** Least output of a chiller as a share of its capacity: common practice. */
const LEAST_SHARE = 0.3;
/** Seconds a chiller of its own should run once it starts: common practice for a compressor, to bring its oil back. */
const LEAST_RUN = 360;
/** Water of a tank that nobody sized, m3. */
const USUAL_TANK = 0.2;

/** The cold water of a plant as one body, and the machine that cools it by its band. */
export class ColdWater {
  /** Degrees C of the tank, or of what comes home. */
  temperature: number;
  /** J/K. */
  readonly capacity: number;
  readonly specificHeat: number;
  on = false;
  private standing = Number.POSITIVE_INFINITY;
  /** Seconds on just now, and how long it should run once it starts. */
  private running = 0;
  private readonly wantedRun: number;
  private readonly sent: number;
  private readonly tank: boolean;
  /** K by which a coil or plates in the tank send warmer water than it holds. */
  private readonly approach: number;
  private readonly stopsAt: number;
  private readonly startsAt: number;
  private readonly machine: ColdMachine;
  private readonly most: number;
  private readonly least: number;
  private readonly free: boolean;
  private readonly pause: number;

  /** @param content water of the plant, m3 */
  constructor(job: SettledJob, side: ColdSide, design: NonNullable<CoolingDesign['source']>, content: number) {
    const { tank, source } = side;
    const sent = coldFlowOf(side);
    const fluid = fluidState(fluidOf(job.fluid), sent);
    const volume = tank === null ? 0 : tank.volume === 'auto' ? USUAL_TANK : tank.volume;
    this.specificHeat = fluid.specificHeat;
    this.capacity = (content + volume) * fluid.density * fluid.specificHeat;
    this.temperature = sent + 3;
    this.sent = sent;
    this.tank = tank !== null;
    this.approach = tank && PARTS_WATER.has(tank.kind) ? tank.approach : 0;
    this.stopsAt = tank ? sent : sent - WATER_BAND;
    this.startsAt = sent + (tank === null ? WATER_BAND : tank.band === 'auto' ? TANK_BAND : tank.band);
    const capacity = design.capacity.value;
    this.most = capacity;
    this.free = design.free;
    if (source.kind === 'own') {
      this.machine = ownMachine(source.chiller, job.site.summerOutdoor);
      this.least = LEAST_SHARE * capacity;
      this.pause = 300;
      this.wantedRun = LEAST_RUN;
    } else {
      const { leastOutput } = source.source.cooling;
      this.machine = turnedRound(source.source, capacity, job.site.summerOutdoor);
      this.least = leastOutput === 'auto' ? traitsOf(source.source).leastShare * capacity : leastOutput;
      this.pause = firingOf(job.source).leastPause;
      this.wantedRun = job.source.leastRunTime;
    }
  }

  /** Cold water at the bars: the tank's, or what the machine sends and what comes home make together. */
  barsAt(flows: ColdFlows, outdoor: number, may: boolean): number {
    if (this.tank) return this.temperature + this.approach;
    if (!this.wants(may)) return this.temperature;
    const passes = flows.source * this.specificHeat;
    if (passes <= 0) return this.temperature;
    const sent = this.temperature - this.outputAt(outdoor, passes) / passes;
    let drawn = 0;
    for (const flow of flows.circuits.values()) drawn += flow;
    const secondary = drawn * this.specificHeat;
    return secondary <= passes ? sent : (passes * sent + (secondary - passes) * this.temperature) / secondary;
  }

  /**
   * Moves the water through a step.
   * @param into W that come in @param calls whether anything calls @param may whether the machine is free to cool
   * @returns W taken on average, starts, and runs that ended before their least time
   */
  move(
    into: number,
    flows: ColdFlows,
    outdoor: number,
    calls: boolean,
    may: boolean,
    step: number,
  ): { taken: number; starts: number; shortRuns: number } {
    const passes = this.tank ? Number.POSITIVE_INFINITY : flows.source * this.specificHeat;
    const count = Math.max(1, Math.round(step / STEP));
    const length = step / count;
    let taken = 0;
    let starts = 0;
    let shortRuns = 0;
    for (let k = 0; k < count; k++) {
      const wants = this.wants(may && (calls || this.tank));
      const runs = wants && (this.on || this.standing >= this.pause);
      if (runs && !this.on) starts++;
      if (!runs && this.on && this.running < this.wantedRun) shortRuns++;
      this.running = runs ? this.running + length : 0;
      this.standing = runs ? 0 : this.standing + length;
      this.on = runs;
      const output = runs && passes > 0 ? this.outputAt(outdoor, passes) : 0;
      this.temperature += ((into - output) * length) / this.capacity;
      taken += output / count;
    }
    return { taken, starts, shortRuns };
  }

  /** Cold over electricity just now. */
  eerAt(outdoor: number): number {
    return this.free ? GROUND_WATER_EER : coldMachineAt(this.machine, outdoor, this.sent).eer;
  }

  /** Whether the machine runs by the water it gets: on above its band, off below, as before within. */
  private wants(may: boolean): boolean {
    return may && (this.on ? this.temperature > this.stopsAt : this.temperature > this.startsAt);
  }

  /** W it takes just now: what brings the water to what is sent, between its least and its most. */
  private outputAt(outdoor: number, passes: number): number {
    const most = this.free ? this.most : Math.min(coldMachineAt(this.machine, outdoor, this.sent).output, 1.5 * this.most);
    const wanted = this.tank ? most : Math.max(passes * (this.temperature - this.sent), 0);
    return Math.min(Math.max(wanted, Math.min(this.least, most)), most);
  }
}
