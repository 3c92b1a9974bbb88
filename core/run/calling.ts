import type { HotWater } from '../../model/job.ts';

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
/** Water above the temperature of a hygiene cycle that it takes to reach it, K: common practice. */
export const HYGIENE_EXCESS = 5;

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

  /** Temperature the store is brought to just now, degrees C. */
  get target(): number {
    const { hygieneTemperature, storeTemperature } = this.cylinder;
    return this.hygieneSince !== null && hygieneTemperature !== null
      ? Math.max(hygieneTemperature, storeTemperature)
      : storeTemperature;
  }

  /** Water wanted for it, degrees C. */
  get flowTemperature(): number {
    const { flowTemperature } = this.cylinder;
    return this.hygieneSince === null ? flowTemperature : Math.max(flowTemperature, this.target + HYGIENE_EXCESS);
  }

  /** @param time seconds from the start @param store degrees C @param heating whether any thermostat calls */
  next(time: number, store: number, heating: boolean): Turn {
    this.hygiene(time, store);
    if (store < this.target - (this.hygieneSince === null ? this.swing : 0)) this.charging = true;
    else if (store >= this.target) this.charging = false;
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

  private hygiene(time: number, store: number): void {
    if (this.cylinder.hygieneTemperature === null) return;
    const day = Math.floor(time / 86_400);
    const hour = (time / 3600) % 24;
    if (this.hygieneSince === null && day % 7 === HYGIENE_DAY && hour >= HYGIENE_HOUR && this.hygieneDone !== day) {
      this.hygieneSince = time;
      this.hygieneDone = day;
    }
    if (this.hygieneSince === null) return;
    if (store >= this.target - 1e-6) {
      this.reached++;
      this.hygieneSince = null;
    } else if (time - this.hygieneSince > HYGIENE_PATIENCE) this.hygieneSince = null;
  }
}

/** Time at rest after which pumps are moved, and how long, s: common practice. */
const REST = 7 * 86_400;
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
