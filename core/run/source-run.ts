import type { Job } from '../../model/job.ts';
import { boilerEfficiency } from '../plant/boiler-efficiency.ts';
import { heatPumpAt } from '../plant/heat-pump-map.ts';
import { carnotCop } from '../plant/source-gain.ts';
import { traitsOf } from '../plant/source-kinds.ts';

/** Water above what was wanted at which a source stops, and below at which it starts again, K: common practice. */
export const STOPS_ABOVE = 5;
export const STARTS_BELOW = 5;
/** The same at its own outlet where a sensor in a buffer leads it, K: its limiter, common practice. */
const LIMITED_ABOVE = 15;

/** The source through the run: it follows what is wanted between its least and its most, and stops and starts beyond that. */
export class SourceRun {
  firing = false;
  cycles = 0;
  /** Seconds. */
  running = 0;
  shortestRun: number | null = null;
  /** Runs that ended before their least time. */
  shortRuns = 0;
  private ranFor = 0;
  /** Seconds since it stopped. */
  private restedFor = Number.POSITIVE_INFINITY;
  private readonly least: number;
  private readonly leastTime: number;

  /** @param least output it can hold, W @param leastTime it should run for, s */
  constructor(least: number, leastTime: number) {
    this.least = least;
    this.leastTime = leastTime;
  }

  /**
   * Stops or starts it.
   * @param led water that its sensor finds @param sent water at its outlet @param called whether anything asks for heat
   */
  decide(led: number, sent: number, wanted: number, called: boolean): void {
    const tooHot = led > wanted + STOPS_ABOVE || sent > wanted + LIMITED_ABOVE;
    if (this.firing && (!called || (tooHot && this.ranFor > 0))) {
      this.firing = false;
      this.restedFor = 0;
      if (this.ranFor < this.leastTime) this.shortRuns++;
      this.shortestRun = Math.min(this.shortestRun ?? Number.POSITIVE_INFINITY, this.ranFor);
    } else if (!this.firing && called && !tooHot && led < wanted - (this.cycles === 0 ? 0 : STARTS_BELOW)) {
      this.firing = true;
      this.ranFor = 0;
      this.cycles++;
    }
  }

  /** What it gives for water that comes to `idle` without it and to `idle + perWatt` for each watt, W. */
  output(wanted: number, idle: number, perWatt: number, most: number): number {
    if (!this.firing) return 0;
    return Math.min(Math.max((wanted - idle) / perWatt, Math.min(this.least, most)), most);
  }

  /** Whether its pump turns where it runs with the source alone: while it fires, and on for its overrun, s. */
  pumps(overrun: number): boolean {
    return this.firing || this.restedFor < overrun;
  }

  after(step: number): void {
    this.restedFor += step;
    if (!this.firing) return;
    this.ranFor += step;
    this.running += step;
  }
}

/** What it can give just now, W: a heat pump by its data points, any other what it is rated for. */
export const mostOutput = (job: Job, rated: number, outdoor: number, flow: number): number =>
  traitsOf(job.source).heatPump ? (heatPumpAt(job.source.points, airOf(job, outdoor), flow)?.output ?? rated) : rated;

/** Temperature a heat pump draws on: the air, or the ground, which stays about so all winter (common practice). */
const airOf = (job: Job, outdoor: number): number => (traitsOf(job.source).defrosts ? outdoor : 0);

/** What a source runs on. */
export function carrierOf({ source }: Job): 'electricity' | 'fuel' | null {
  const { heatPump, electric, flame } = traitsOf(source);
  return heatPump || electric ? 'electricity' : flame ? 'fuel' : null;
}

/** Heat for each joule bought, at the temperatures of the moment; null where nothing is bought. */
export function heatForEach(job: Job, outdoor: number, flow: number, back: number): number | null {
  const { heatPump, electric, flame } = traitsOf(job.source);
  if (heatPump) {
    const drawnFrom = airOf(job, outdoor);
    return Math.max(heatPumpAt(job.source.points, drawnFrom, flow)?.cop ?? carnotCop(flow, drawnFrom) ?? 1, 1);
  }
  if (electric) return 1;
  return flame ? (job.energy.efficiency ?? boilerEfficiency(job.source.kind, back)) : null;
}
