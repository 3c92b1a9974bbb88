import type { Circuit } from '../../model/job.ts';
import type { StraightCurve } from '../control/weather-curve.ts';
import { partOfLoop } from '../plan/parts-of-job.ts';
import { type CircuitBook, flowsAtShare } from './flow-book.ts';
import type { Drawn } from './plant-water.ts';
import type { CircuitMoment } from './run.ts';
import { inOrderOfWater, outletLine, type RunEmitter, type RunZone } from './zone.ts';

/** Change of the water, K, from which an emitter's line is worked out anew: its own curve makes the rest small. */
const BENT = 0.4;
/** Change of a flow, as a share, from which it is. */
const OTHER_FLOW = 1e-3;

/** Share of a circuit's water that has to be new, or cooled, in a round for its temperature to follow from that. */
const LEAST_NEW = 1e-9;

/** A loop and what it feeds: the line its water leaves by, above what it heats, and about which excess and flow that was drawn. */
interface Loop {
  zone: number;
  emitter: RunEmitter;
  excess: number;
  carries: number;
  slope: number;
  bent: number;
  /** The same line in degrees C, and W/K through it, just now. */
  base: number;
  through: number;
  /** Loops whose water it gets, none when fed from the manifold, and whether another gets its. */
  ahead: readonly Loop[];
  feedsNext: boolean;
  /** What enters it and what leaves it, as straight lines over what enters the circuit. */
  inSlope: number;
  inBase: number;
  outSlope: number;
  outBase: number;
}

/** What a zone's emitters find just now: room and floor in degrees C, and how far its thermostatic valves are open. */
export interface ZoneSink {
  room: number;
  floor: number;
  open: number;
}

/**
 * A circuit as the plant's water sees it: its valve turned to what it wants, its loops as straight lines about the water that
 * enters them, so that what comes back follows from what goes out.
 */
export class CircuitSide {
  readonly id: string;
  readonly decided: Circuit;
  readonly curve: StraightCurve | null;
  readonly loops: readonly Loop[];
  /** What it draws in this step. */
  readonly drawn: Drawn;
  private readonly shares = new Map<CircuitBook, Float64Array>();
  /** W/K to the manifold; its water as share * supply + rest. */
  private carries = 0;
  private mixShare = 1;
  private mixRest = 0;
  private travel = 0;
  supply: number;
  /** Line of all loops together. */
  private slope = 1;
  private base = 0;

  /** @param at number of the take-off it hangs on */
  constructor(decided: Circuit, curve: StraightCurve | null, zones: readonly RunZone[], at = 0) {
    this.id = decided.id;
    this.drawn = { at, hot: 0, round: 0, slope: 1, base: 0 };
    this.decided = decided;
    this.curve = curve;
    this.supply = decided.flowTemperature;
    this.loops = loopsIn(decided.id, zones);
  }

  /**
   * Sets it for a step.
   * @param booked its flows; undefined while nothing moves in it @param supply degrees C on the bar
   * @param wanted of its mix, degrees C; infinity where it takes what comes @param specificHeat J/(kg K)
   */
  set(booked: CircuitBook | undefined, supply: number, wanted: number, sinks: readonly ZoneSink[], specificHeat: number): void {
    const { drawn, loops } = this;
    const shares = booked ? this.sharesIn(booked) : null;
    let open = 0;
    for (let k = 0; k < loops.length; k++) {
      const loop = loops[k] as Loop;
      loop.through = shares ? (shares[k] as number) * (sinks[loop.zone] as ZoneSink).open : 0;
      if (loop.ahead.length === 0) open += loop.through;
    }
    const whole = booked?.along[booked.along.length - 1];
    if (!booked || !whole || open <= 0 || whole.flow <= 0) {
      this.rest();
      return;
    }
    const enters = Math.min(supply, wanted);
    this.lines(enters, sinks, whole.flow * specificHeat, open);
    let now = { ...whole, travel: 1 };
    if (supply > wanted) {
      const back = this.slope * enters + this.base;
      const share = supply - back > 1e-6 ? Math.min(Math.max((wanted - back) / (supply - back), 0), 1) : 0;
      now = flowsAtShare(booked, share);
      if (now.flow !== whole.flow) this.lines(enters, sinks, now.flow * specificHeat, open);
    }
    const hotShare = now.flow > 0 ? now.hot / now.flow : 0;
    // T_mix = f T + (1 - f) T_back and T_back = slope T_mix + base.
    const behind = 1 - this.slope * (1 - hotShare);
    this.carries = now.flow * open * specificHeat;
    this.travel = now.travel;
    if (behind < LEAST_NEW) {
      // It goes round and gives nothing, the rooms being as warm: its water stays as it was.
      this.mixShare = 0;
      this.mixRest = this.supply;
    } else {
      this.mixShare = hotShare / behind;
      this.mixRest = ((1 - hotShare) * this.base) / behind;
    }
    drawn.hot = hotShare * this.carries;
    drawn.round = now.round * specificHeat;
    drawn.slope = this.slope * this.mixShare;
    drawn.base = this.slope * this.mixRest + this.base;
    for (const loop of loops) loop.through *= now.flow * specificHeat;
  }

  private lines(enters: number, sinks: readonly ZoneSink[], carries: number, open: number): void {
    let slope = 0;
    let base = 0;
    for (const loop of this.loops) {
      if (loop.through === 0) continue;
      const { room, floor } = sinks[loop.zone] as ZoneSink;
      comesIn(loop);
      lineOf(loop, loop.inSlope * enters + loop.inBase, loop.emitter.inFloor ? floor : room, loop.through * carries);
      loop.outSlope = loop.slope * loop.inSlope;
      loop.outBase = loop.slope * loop.inBase + loop.base;
      if (loop.feedsNext) continue;
      slope += (loop.through / open) * loop.outSlope;
      base += (loop.through / open) * loop.outBase;
    }
    this.slope = slope;
    this.base = base;
  }

  private rest(): void {
    this.carries = 0;
    this.travel = 0;
    this.drawn.hot = 0;
    this.drawn.round = 0;
    this.drawn.slope = 1;
    this.drawn.base = 0;
    for (const loop of this.loops) loop.through = 0;
  }

  private sharesIn(book: CircuitBook): Float64Array {
    let shares = this.shares.get(book);
    if (!shares) {
      shares = Float64Array.from(this.loops, (loop) => book.shares.get(loop.emitter.place) ?? 0);
      this.shares.set(book, shares);
    }
    return shares;
  }

  /**
   * After a step: shares what its water lost among its loops.
   * @param heat W @param supply degrees C on the bar @param into J that reached each zone, added to
   * @param moment what it did, written over
   */
  after(
    heat: number,
    supply: number,
    specificHeat: number,
    seconds: number,
    into: readonly { floor: number; other: number }[],
    moment: CircuitMoment,
  ): void {
    const { carries, loops } = this;
    if (carries > 0) this.supply = this.mixShare * supply + this.mixRest;
    const enters = this.supply;
    let all = 0;
    for (const loop of loops) all += loop.through * fallIn(loop, enters);
    if (all !== 0)
      for (const loop of loops) {
        if (loop.through <= 0) continue;
        const given = (heat * seconds * loop.through * fallIn(loop, enters)) / all;
        const zone = into[loop.zone] as { floor: number; other: number };
        if (loop.emitter.inFloor) zone.floor += given;
        else zone.other += given;
      }
    moment.flow = carries / specificHeat;
    moment.supply = enters;
    moment.back = carries > 0 ? enters - heat / carries : enters;
    moment.heat = heat;
    moment.travel = this.travel;
  }
}

/** The loops of a circuit in the order its water meets them. */
function loopsIn(circuitId: string, zones: readonly RunZone[]): Loop[] {
  const here = zones.flatMap((zone, z) =>
    zone.circuitId === circuitId ? inOrderOfWater(zone.emitters).map((emitter) => ({ zone: z, emitter })) : [],
  );
  const loops: Loop[] = [];
  for (const each of here) {
    const isAhead = ({ emitter }: Pick<Loop, 'emitter'>) => partOfLoop(emitter.place) === each.emitter.behind;
    loops.push({
      ...each,
      excess: Number.NaN,
      carries: Number.NaN,
      slope: 1,
      bent: 0,
      base: 0,
      through: 0,
      ahead: each.emitter.behind === null ? [] : loops.filter(isAhead),
      feedsNext: here.some(({ emitter }) => emitter.behind !== null && emitter.behind === partOfLoop(each.emitter.place)),
      inSlope: 1,
      inBase: 0,
      outSlope: 1,
      outBase: 0,
    });
  }
  return loops;
}

/** What enters a loop behind others: what these leave, mixed as much as each carries. */
function comesIn(loop: Loop): void {
  if (loop.ahead.length === 0) return;
  let [through, slope, base] = [0, 0, 0];
  for (const each of loop.ahead) {
    through += each.through;
    slope += each.through * each.outSlope;
    base += each.through * each.outBase;
  }
  loop.inSlope = through > 0 ? slope / through : 1;
  loop.inBase = through > 0 ? base / through : 0;
}

/** K that the water falls in a loop. @param enters degrees C into the circuit */
const fallIn = (loop: Loop, enters: number): number =>
  loop.ahead.length === 0
    ? enters - (loop.slope * enters + loop.base)
    : (loop.inSlope - loop.outSlope) * enters + loop.inBase - loop.outBase;

/** Works the line of a loop out anew where its water, what it heats or its flow has moved. */
function lineOf(loop: Loop, water: number, sink: number, carries: number): void {
  const excess = water - sink;
  const near = excess > 0 && Math.abs(excess - loop.excess) < BENT && Math.abs(carries - loop.carries) < OTHER_FLOW * carries;
  if (!near) {
    const { slope, base } = outletLine(loop.emitter, excess, carries);
    loop.excess = excess;
    loop.carries = carries;
    loop.slope = slope;
    loop.bent = base;
  }
  loop.base = loop.bent + sink * (1 - loop.slope);
}
