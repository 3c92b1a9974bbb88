import type { Firing } from '../plant/firing.ts';

/** Nearer than this to an edge of its band a source is at it, K. */
const EDGE = 0.02;

/** A source through the run: it follows what is wanted between its least and its most, and stops and starts beyond that. */
export class SourceRun {
  /** Whether it is on; heat comes once its start is over. */
  on = false;
  cycles = 0;
  /** Seconds. */
  running = 0;
  shortestRun: number | null = null;
  /** Runs that ended before their least time. */
  shortRuns = 0;
  /** The first start waits for no band. */
  protected everStarted = false;
  /** Seconds on, or off, just now. */
  protected ranFor = 0;
  protected restedFor = Number.POSITIVE_INFINITY;
  protected readonly firing: Firing;
  /** Least output it can hold just now, W. */
  least: number;
  private readonly wantedRun: number;

  /** @param least output it can hold, W @param wantedRun seconds it should run for */
  constructor(firing: Firing, least: number, wantedRun: number) {
    this.firing = firing;
    this.least = least;
    this.wantedRun = wantedRun;
  }

  /** Whether it gives heat. */
  get hot(): boolean {
    return this.on && this.ranFor >= this.firing.startTime;
  }

  /**
   * Stops or starts it.
   * @param led water that its sensor finds @param sent water at its outlet @param called whether anything asks for its heat
   */
  decide(led: number, sent: number, wanted: number, called: boolean): void {
    const { stopsAbove, startsBelow, limitAbove, forcedRun, leastPause } = this.firing;
    const limited = sent > wanted + limitAbove;
    const tooHot = led > wanted + stopsAbove - EDGE || limited;
    if (this.on) {
      const forced = this.ranFor < forcedRun;
      if ((limited && this.ranFor > 0) || (!forced && (!called || (tooHot && this.ranFor > 0)))) this.stop();
    } else if (called && !tooHot && this.restedFor >= leastPause && led < wanted - (this.everStarted ? startsBelow : 0) + EDGE) {
      this.start();
    }
  }

  protected start(): void {
    this.on = true;
    this.everStarted = true;
    this.ranFor = 0;
    this.cycles++;
  }

  protected stop(): void {
    this.on = false;
    this.restedFor = 0;
    if (this.ranFor < this.wantedRun) this.shortRuns++;
    this.shortestRun = Math.min(this.shortestRun ?? Number.POSITIVE_INFINITY, this.ranFor);
  }

  /** What it gives of what is asked, W. @param most it can give just now */
  output(asked: number, most: number): number {
    if (!this.hot) return 0;
    return Math.min(Math.max(asked, Math.min(this.least, most)), most);
  }

  /** Where its sensor makes it change next, degrees C. */
  edge(wanted: number): number {
    return this.on ? wanted + this.firing.stopsAbove : wanted - this.firing.startsBelow;
  }

  /** Seconds to the end of a start, a forced run or a pause; infinity where none is on. */
  get untilTimer(): number {
    const { startTime, forcedRun, leastPause } = this.firing;
    const left = (this.on ? [startTime - this.ranFor, forcedRun - this.ranFor] : [leastPause - this.restedFor]).filter(
      (each) => each > 0,
    );
    return left.length > 0 ? Math.min(...left) : Number.POSITIVE_INFINITY;
  }

  /** Kelvin above what is wanted at its outlet from which its limiter stops it. */
  get limit(): number {
    return this.firing.limitAbove;
  }

  /** Whether its pump turns where it runs with the source alone: while it is on, and on for its overrun, s. */
  pumps(overrun: number): boolean {
    return this.on || this.restedFor < overrun;
  }

  /** Counts from here on: what is on stays on. */
  clear(): void {
    this.cycles = 0;
    this.running = 0;
    this.shortestRun = null;
    this.shortRuns = 0;
  }

  after(step: number): void {
    if (!this.on) {
      this.restedFor += step;
      return;
    }
    this.ranFor += step;
    this.running += step;
  }
}
