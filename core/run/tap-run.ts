import type { Source } from '../../model/job.ts';
import { water } from '../fluid/water.ts';
import { TAP_FLOW } from './hot-store.ts';

/** What a source made for the taps in a step: J, seconds the tap ran, and seconds of these with water cooler than wanted. */
export interface Tapped {
  heat: number;
  ran: number;
  lukewarm: number;
}

/** Nearer than this to what is wanted counts as warm, K. */
const NEARLY = 0.5;

/**
 * Hot water that a source makes while a tap runs: its flow is limited by what it can make, not by what is stored, and the heating waits
 * so long. Source: energy balance, Q = rho c V (T_tap - T_cold).
 */
export class TapRun {
  /** m3 at the tap still to come. */
  private due = 0;
  private readonly taps: NonNullable<Source['taps']>;
  /** W that a tap wants. */
  private readonly wanted: number;

  constructor(taps: NonNullable<Source['taps']>) {
    this.taps = taps;
    const { density, specificHeat } = water((taps.coldTemperature + taps.tapTemperature) / 2);
    this.wanted = TAP_FLOW * density * specificHeat * Math.max(taps.tapTemperature - taps.coldTemperature, 0);
  }

  /** Somebody opens a tap. @param volume m3 at the tap */
  ask(volume: number): void {
    this.due += volume;
  }

  /** Draws for a step what is due. @param seconds of it */
  draw(seconds: number): Tapped {
    const ran = Math.min(this.due / TAP_FLOW, seconds);
    this.due -= ran * TAP_FLOW;
    const { output, tapTemperature, coldTemperature } = this.taps;
    const given = Math.min(this.wanted, output);
    const short = this.wanted > 0 ? (1 - given / this.wanted) * (tapTemperature - coldTemperature) : 0;
    return { heat: given * ran, ran, lukewarm: short > NEARLY ? ran : 0 };
  }
}
