import type { HotWater } from '../../model/job.ts';
import { HYGIENE_EXCESS } from '../plant/cylinder.ts';
import { DAY } from '../quantity/spans.ts';

/** A set-back by the clock: lowered by so many K from one hour to another. */
export interface Setback {
  from: number;
  to: number;
  by: number;
}

/** Whether an hour of the day lies between two others, over midnight too. */
export const within = (hour: number, from: number, to: number): boolean =>
  from <= to ? hour >= from && hour < to : hour >= from || hour < to;

/** Hour and day of the week of the cycle against germs, and the longest it is tried, s: common practice. */
const HYGIENE_HOUR = 2;
const HYGIENE_DAY = 6;
const HYGIENE_PATIENCE = 4 * 3600;

export type Turn = 'heating' | 'cylinder' | 'both' | 'none';

/**
 * Who gets the heat: the stat of the cylinder with its swing, the weekly cycle against germs, and the priority with an end to
 * it: where the heating has waited as long as it may, it has its turn for as long.
 */
export class CylinderCall {
  /** Times the priority came to its end, and cycles that were reached. */
  ended = 0;
  reached = 0;
  charging = false;
  private hygieneSince: number | null = null;
  private hygieneDone = -1;
  private waitedSince: number | null = null;
  private turnUntil = 0;
  private readonly cylinder: HotWater;
  private readonly swing: number;
  private readonly timeout: number | null;

  /** @param swing K below its temperature at which it is charged @param timeout longest wait of the heating, s */
  constructor(cylinder: HotWater, swing: number, timeout: number | null) {
    this.cylinder = cylinder;
    this.swing = swing;
    this.timeout = timeout;
  }

  /** Whether the cycle against germs is on. */
  get cleaning(): boolean {
    return this.hygieneSince !== null;
  }

  private get hygieneTemperature(): number {
    const { hygieneTemperature, storeTemperature } = this.cylinder;
    return Math.max(hygieneTemperature ?? 0, storeTemperature);
  }

  /** Temperature its coil brings the store to just now, degrees C: an immersion heater does its own cycle. */
  get target(): number {
    return this.cleaning && this.cylinder.hygieneBy === 'source' ? this.hygieneTemperature : this.cylinder.storeTemperature;
  }

  /** Water wanted for it, degrees C. */
  get flowTemperature(): number {
    const { flowTemperature, hygieneBy } = this.cylinder;
    return this.cleaning && hygieneBy === 'source' ? Math.max(flowTemperature, this.target + HYGIENE_EXCESS) : flowTemperature;
  }

  /** W of the immersion heater just now: it does the cycle where it is left to it. */
  immersion(coldest: number): number {
    const { immersion, hygieneBy } = this.cylinder;
    return this.cleaning && hygieneBy === 'immersion' && coldest < this.hygieneTemperature ? (immersion ?? 0) : 0;
  }

  /**
   * @param time seconds from the start @param store what its sensor finds, and the coldest of it, degrees C
   * @param heating whether any thermostat calls
   */
  next(time: number, store: number, heating: boolean, coldest = store): Turn {
    this.hygiene(time, coldest);
    const cycle = this.cleaning && this.cylinder.hygieneBy === 'source';
    const found = cycle ? coldest : store;
    if (found < this.target - (cycle ? 0 : this.swing)) this.charging = true;
    else if (found >= this.target) this.charging = false;
    if (!this.charging) {
      this.waitedSince = null;
      return heating ? 'heating' : 'none';
    }
    if (this.cylinder.charging === 'parallel') return heating ? 'both' : 'cylinder';
    if (!heating) {
      this.waitedSince = null;
      return 'cylinder';
    }
    if (time < this.turnUntil) return 'heating';
    this.waitedSince ??= time;
    if (this.timeout !== null && time - this.waitedSince >= this.timeout) {
      this.turnUntil = time + this.timeout;
      this.waitedSince = null;
      this.ended++;
      return 'heating';
    }
    return 'cylinder';
  }

  private hygiene(time: number, coldest: number): void {
    if (this.cylinder.hygieneTemperature === null) return;
    const day = Math.floor(time / DAY);
    const hour = (((time / 3600) % 24) + 24) % 24;
    if (!this.cleaning && day % 7 === HYGIENE_DAY && hour >= HYGIENE_HOUR && this.hygieneDone !== day) {
      this.hygieneSince = time;
      this.hygieneDone = day;
    }
    if (this.hygieneSince === null) return;
    if (coldest >= this.hygieneTemperature - 1e-6) {
      this.reached++;
      this.hygieneSince = null;
    } else if (time - this.hygieneSince > HYGIENE_PATIENCE) this.hygieneSince = null;
  }

  /** Counts from here on. */
  clear(): void {
    this.ended = 0;
    this.reached = 0;
  }
}

/** Time at rest after which pumps are moved, and how long, s: common practice. */
const REST = 7 * DAY;
export const EXERCISE_TIME = 60;

/** Moves pumps that have stood for a week. */
export class PumpExercise {
  times = 0;
  private still = 0;
  /** @returns whether pumps are moved in this step, which brought nothing else to move them */
  next(running: boolean, step: number): boolean {
    this.still = running ? 0 : this.still + step;
    if (this.still < REST) return false;
    this.still = 0;
    this.times++;
    return true;
  }
}
