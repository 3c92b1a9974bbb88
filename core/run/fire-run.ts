import type { Firing } from '../plant/firing.ts';
import { within } from './calling.ts';
import { SourceRun } from './source-run.ts';

/** Hours between which somebody is about to light a fire: common practice. */
const LIT_FROM = 6;
const LIT_TO = 22;
/** Water above this is led into the heat dump, degrees C: common practice. */
export const DUMPS_ABOVE = 95;

/**
 * A fire lit by hand: a charge burns down between its least and its full output, and no switch puts it out. It is lit by day, when
 * somebody is about, once heat is asked for and the water is cool.
 */
export class FireRun extends SourceRun {
  /** J left of the charge. */
  private left = 0;
  private readonly charge: number;
  private hour = 12;

  constructor(firing: Firing, least: number, full: number, wantedRun: number) {
    super(firing, least, wantedRun);
    this.charge = full * firing.burnTime;
  }

  /** The hour of the day, for whoever lights it. */
  at(hour: number): void {
    this.hour = hour;
  }

  override decide(led: number, _sent: number, wanted: number, called: boolean): void {
    if (this.on) {
      if (this.left <= 0) this.stop();
    } else if (called && within(this.hour, LIT_FROM, LIT_TO) && led < wanted - (this.everStarted ? this.firing.startsBelow : 0)) {
      this.left = this.charge;
      this.start();
    }
  }

  override output(asked: number, most: number): number {
    return this.on ? Math.min(Math.max(asked, Math.min(this.least, most)), most) : 0;
  }

  /** What burned in a step, J. */
  burn(joules: number): void {
    this.left -= joules;
  }

  override edge(): number {
    return Number.NaN;
  }

  override get untilTimer(): number {
    return Number.POSITIVE_INFINITY;
  }
}
