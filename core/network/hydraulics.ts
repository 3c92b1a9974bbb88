import { fillChainPressures } from './chain-pressures.ts';
import { type Chains, findChains } from './chains.ts';
import { ConnectedParts } from './connected-parts.ts';
import { SymmetricFactor } from './factor.ts';
import { type Layout, layOut } from './layout.ts';
import { type LawOptions, LinkLaws } from './link-laws.ts';
import type { Network } from './network.ts';
import { floatPool } from './pool.ts';
import type { PumpMode } from './pump-law.ts';

/** Relative errors at which a solution stands: of each pressure balance, and of the flow it still asks for. */
const TOLERANCE = 1e-9;
const PRESSURE_FLOOR = 1e-7;
const FLOW_FLOOR = 1e-12;
/** Share of two pressures that their difference may be off by. */
const ROUNDING = 2 * Number.EPSILON;
const MOST_ITERATIONS = 120;
/** From here on a step that overshoots is shortened. */
const CAREFUL_AFTER = 12;
/** From here on tees keep their coefficients. */
const HOLD_TEES_AFTER = 40;
/** A one-way chain may change its mind this often before only the worst one at a time may. */
const FREE_FLIPS = 3;
/** Which way a chain lets water pass: its own way, against it, both, or none (two check valves face to face). */
const ALONG = 1;
const AGAINST = -1;
const BOTH = 0;
const NEITHER = 2;

export type HydraulicResult =
  | { converged: true; iterations: number }
  | {
      converged: false;
      iterations: number;
      /** Why, and where to look, as a sentence. */
      reason: string;
      /** Id of the link that is furthest from balance, where one is. */
      link: string | null;
    };

/**
 * Steady flow and pressure in a network by the global gradient algorithm (Todini & Pilati 1988).
 *
 * Each link obeys p_from - p_to = loss(m) - rise(m) - rho g (z_from - z_to), each node keeps its mass. Newton's method
 * on both gives a symmetric system for the pressures alone. One-way links open and shut in between.
 *
 * Links in a row are solved as one chain. The solver keeps its last answer: the next `solve` starts there.
 */
export class HydraulicSolver {
  readonly network: Network;
  readonly laws: LinkLaws;
  /** Mass flow in kg/s by link. */
  readonly flow: Float64Array;
  /** Gauge pressure in Pa by node; 0 in a part without a fixed pressure (see `floating`). */
  readonly pressure: Float64Array;
  /** 1 by node in a part that nothing holds under pressure. */
  readonly floating: Uint8Array;
  private readonly chains: Chains;
  private readonly layout: Layout;
  private readonly parts: ConnectedParts;
  private readonly factor: SymmetricFactor;
  private readonly rightSide: Float64Array;
  private readonly chainFlow: Float64Array;
  private readonly chainHead: Float64Array;
  private readonly chainSlope: Float64Array;
  private readonly conductance: Float64Array;
  private readonly before: Float64Array;
  private readonly closed: Uint8Array;
  /** 1 by link that is closed, or passes water one way only. */
  private readonly canStop: Uint8Array;
  /** Closed links in each chain, 1 while it is held shut by what is behind it, and 1 for either. */
  private readonly closedIn: Int32Array;
  private readonly held: Uint8Array;
  private readonly shut: Uint8Array;
  private readonly way: Int8Array;
  private readonly oneWay: number[] = [];
  private readonly flips: Int32Array;
  private partsKnown = false;
  private solved = false;
  private worstChain = -1;
  /** kg/s, of all chains. */
  private largestFlow = 0;

  constructor(network: Network, options: LawOptions = {}) {
    this.network = network;
    const links = network.links.length;
    const nodes = network.nodeIds.length;
    const chains = findChains(network);
    this.chains = chains;
    this.laws = new LinkLaws(network, chains, options);
    this.layout = layOut(network, chains);
    this.parts = new ConnectedParts(this.layout);
    this.factor = new SymmetricFactor(this.layout.plan, this.layout.ends - this.layout.unknowns);
    const cut = floatPool(links + nodes + this.layout.ends + 5 * chains.count);
    this.flow = cut(links);
    this.pressure = cut(nodes);
    this.rightSide = cut(this.layout.ends);
    this.chainFlow = cut(chains.count);
    this.chainHead = cut(chains.count);
    this.chainSlope = cut(chains.count);
    this.conductance = cut(chains.count);
    this.before = cut(chains.count);
    this.floating = new Uint8Array(nodes);
    this.closed = new Uint8Array(links);
    this.canStop = network.oneWay.slice();
    this.closedIn = new Int32Array(chains.count);
    this.flips = new Int32Array(chains.count);
    this.held = new Uint8Array(chains.count);
    this.shut = new Uint8Array(chains.count);
    this.way = new Int8Array(chains.count);
    for (let l = 0; l < links; l++) {
      if (network.closed[l]) this.setClosed(l, true);
      if (!network.oneWay[l]) continue;
      const g = chains.chainOf[l]!;
      const way = chains.sign[l]! > 0 ? ALONG : AGAINST;
      if (this.way[g] === BOTH) this.oneWay.push(g);
      this.way[g] = this.way[g] === BOTH || this.way[g] === way ? way : NEITHER;
      if (this.way[g] === NEITHER) this.held[g] = 1;
    }
  }

  setClosed(link: number, closed: boolean): void {
    if ((this.closed[link] === 1) === closed) return;
    this.closed[link] = closed ? 1 : 0;
    this.canStop[link] = closed || this.network.oneWay[link] ? 1 : 0;
    const g = this.chains.chainOf[link]!;
    this.closedIn[g]! += closed ? 1 : -1;
    this.chainFlow[g] = 0;
    this.partsKnown = false;
  }

  /** Turns a valve. @param kv m3/h; 0 where none is there, and see `setClosed` for a shut one */
  setKv(link: number, kv: number): void {
    const g = this.chains.chainOf[link]!;
    const more = this.laws.setKv(link, kv) * 2 * Math.abs(this.chainFlow[g]!);
    // A start nearer to the new flow: what the chain as a whole would pass at the same pressure.
    const slope = this.chainSlope[g]!;
    if (slope > 0 && slope + more > 0) this.chainFlow[g]! *= Math.sqrt(slope / (slope + more));
  }

  /** Gives a link its own water. @param density kg/m3 @param kinematicViscosity m2/s */
  setFluid(link: number, density: number, kinematicViscosity: number): void {
    this.laws.setFluid(link, density, kinematicViscosity);
  }

  /** Gives a link more or less friction than its shape says. @param factor of pipe and fittings, above 0; 1 as drawn */
  setFriction(link: number, factor: number): void {
    this.laws.setFriction(link, factor);
  }

  setPump(link: number, mode: PumpMode): void {
    this.laws.pumps[link]?.setMode(mode);
  }

  /** Whether water can pass where a link stands, just now. */
  isOpen(link: number): boolean {
    return !this.shut[this.chains.chainOf[link]!];
  }

  /** Pressure in Pa lost between the two ends of a link apart from the weight of its water; a pump's is negative. */
  lossOf(link: number): number {
    const { from, to } = this.network;
    return this.pressure[from[link]!]! - this.pressure[to[link]!]! + this.laws.drive[link]!;
  }

  /**
   * Finds flow and pressure.
   * @param start `cold` forgets the last answer; `warm` begins with it, which is faster after a small change
   */
  solve(start: 'cold' | 'warm' = 'warm'): HydraulicResult {
    const { laws, chainFlow, held, shut, closedIn, way } = this;
    const cold = start === 'cold' || !this.solved;
    if (cold) {
      chainFlow.fill(0);
      for (const g of this.oneWay) held[g] = way[g] === NEITHER ? 1 : 0;
      this.partsKnown = false;
    }
    for (let g = 0; g < shut.length; g++) shut[g] = held[g] || closedIn[g] ? 1 : 0;
    this.flips.fill(0);
    for (let iteration = 0; iteration <= MOST_ITERATIONS; iteration++) {
      if (cold && iteration === 0) laws.linesThroughRest(this.chainHead, this.chainSlope);
      else {
        laws.cautious = iteration > CAREFUL_AFTER;
        laws.holdTees = iteration > HOLD_TEES_AFTER;
        laws.at(chainFlow, this.chainHead, this.chainSlope);
      }
      if (iteration > CAREFUL_AFTER) this.shortenStep();
      if (!this.partsKnown) this.findParts();
      const balanced = this.assemble();
      if (iteration > 0 && balanced) {
        if (!this.flipOneWay(true)) return this.finish(iteration);
        this.findParts();
        this.assemble();
      }
      if (!this.step()) return this.fail(iteration, 'The equations have no single answer', -1);
      this.flipOneWay(false);
    }
    return this.fail(MOST_ITERATIONS, 'The flows did not settle', this.worstChain);
  }

  /** Halfway back when the last step went past the least total loss, so that it cannot swing for ever. */
  private shortenStep(): void {
    const { chainFlow, before, chainHead, chainSlope, shut } = this;
    const { pressure: inside, fromPlace, toPlace } = this.layout;
    let past = 0;
    let wanted = 0;
    for (let g = 0; g < chainFlow.length; g++) {
      if (shut[g]) continue;
      const change = chainFlow[g]! - before[g]!;
      past += (chainHead[g]! - inside[fromPlace[g]!]! + inside[toPlace[g]!]!) * change;
      wanted += chainSlope[g]! * change * change;
    }
    if (!(past > 0.2 * wanted)) return;
    for (let g = 0; g < chainFlow.length; g++) if (!shut[g]) chainFlow[g] = 0.5 * (chainFlow[g]! + before[g]!);
    this.laws.at(chainFlow, chainHead, chainSlope);
  }

  /**
   * Writes the equations of one step of Newton's method, the laws taken as straight lines.
   * @returns whether every pressure balance closes already, and the flow that would still be corrected is nothing; where that does not
   * come about soon, but for what is rounding
   */
  private assemble(): boolean {
    const slow = this.laws.cautious;
    const { rightSide, chainFlow, conductance, shut, chainHead, chainSlope } = this;
    const { pressure: inside, fromPlace, toPlace, entryOf, inflow } = this.layout;
    const { diagonal, entry } = this.factor;
    // Plain loops: for a plant of some dozen points the built-in fills cost more than they save.
    for (let n = 0; n < diagonal.length; n++) diagonal[n] = 0;
    for (let e = 0; e < entry.length; e++) entry[e] = 0;
    for (let n = 0; n < rightSide.length; n++) rightSide[n] = inflow[n]!;
    let most = 0;
    let total = 0;
    let largest = 0;
    let correction = 0;
    let worst = 0;
    let worstChain = -1;
    for (let g = 0; g < chainFlow.length; g++) {
      if (shut[g]) continue;
      const c = 1 / chainSlope[g]!;
      const head = chainHead[g]!;
      const flow = chainFlow[g]!;
      const a = fromPlace[g]!;
      const b = toPlace[g]!;
      const difference = inside[a]! - inside[b]!;
      const residual = Math.abs(head - difference);
      most = Math.max(most, Math.abs(difference));
      total += Math.abs(flow);
      largest = Math.max(largest, Math.abs(flow));
      // Wide pipes pass much water for what is rounding of the pressures at their ends.
      const rounding = slow ? ROUNDING * (Math.abs(inside[a]!) + Math.abs(inside[b]!)) : 0;
      if (residual > rounding) correction += (residual - rounding) * Math.abs(c);
      if (!(residual <= worst)) {
        worst = residual;
        worstChain = g;
      }
      const known = flow - head * c;
      conductance[g] = c;
      diagonal[a]! += c;
      diagonal[b]! += c;
      entry[entryOf[g]!]! -= c;
      rightSide[a]! -= known;
      rightSide[b]! += known;
    }
    this.worstChain = worstChain;
    this.largestFlow = largest;
    return worst <= TOLERANCE * most + PRESSURE_FLOOR && correction <= TOLERANCE * total + FLOW_FLOOR * chainFlow.length;
  }

  /** Solves the equations for the pressures, then moves the flows to those that belong to them. */
  private step(): boolean {
    const { factor, rightSide, chainFlow, before, conductance, shut, chainHead } = this;
    const { pressure: inside, fromPlace, toPlace, boundary, unknowns } = this.layout;
    const { diagonal } = factor;
    for (const g of boundary) {
      if (shut[g]) continue;
      const a = fromPlace[g]!;
      const b = toPlace[g]!;
      rightSide[Math.min(a, b)]! += conductance[g]! * inside[Math.max(a, b)]!;
    }
    // One pressure of a part that nothing holds is free: choosing it changes no flow.
    for (const place of this.parts.pins) diagonal[place]! += diagonal[place]! > 0 ? diagonal[place]! : 1;
    if (!factor.factor()) return false;
    factor.solve(rightSide);
    let sum = 0;
    for (let n = 0; n < unknowns; n++) {
      inside[n] = rightSide[n]!;
      sum += rightSide[n]!;
    }
    if (!Number.isFinite(sum)) return false;
    for (let g = 0; g < chainFlow.length; g++) {
      if (shut[g]) continue;
      before[g] = chainFlow[g]!;
      chainFlow[g]! -= (chainHead[g]! - inside[fromPlace[g]!]! + inside[toPlace[g]!]!) * conductance[g]!;
    }
    return true;
  }

  /**
   * Shuts one-way chains that would run backwards and opens those that are pushed hard enough.
   * @param settled once the flows stand, only the chain furthest off changes at a time
   * @returns whether any changed
   */
  private flipOneWay(settled: boolean): boolean {
    const { chainFlow, chainHead, chainSlope, held, way, closedIn } = this;
    const { pressure: inside, fromPlace, toPlace } = this.layout;
    // A pump at the end of a dead pipe stands within rounding of rest: that is not backwards, or it would shut and open for ever.
    const rounding = FLOW_FLOOR + TOLERANCE * this.largestFlow;
    let changed = false;
    let worst = -1;
    let worstBy = 0;
    for (const g of this.oneWay) {
      const direction = way[g]!;
      if (closedIn[g] || direction === NEITHER) continue;
      let by: number;
      if (held[g]) {
        // The chain stands still, so its head is what has to be overcome before water moves.
        const rest = chainHead[g]!;
        by =
          direction * (inside[fromPlace[g]!]! - inside[toPlace[g]!]! - rest) - 10 * PRESSURE_FLOOR - TOLERANCE * Math.abs(rest);
      } else by = (-direction * chainFlow[g]! - rounding) * Math.abs(chainSlope[g]!);
      if (!(by > 0)) continue;
      if (!settled && this.flips[g]! < FREE_FLIPS) {
        this.flip(g);
        changed = true;
      } else if (settled && by > worstBy) {
        worst = g;
        worstBy = by;
      }
    }
    if (worst >= 0) {
      this.flip(worst);
      changed = true;
    }
    if (changed) this.partsKnown = false;
    return changed;
  }

  private flip(g: number): void {
    this.flips[g]!++;
    this.held[g] = this.held[g] ? 0 : 1;
    this.shut[g] = this.held[g]!;
    this.chainFlow[g] = 0;
  }

  private findParts(): void {
    this.parts.find(this.shut);
    this.partsKnown = true;
  }

  private finish(iterations: number): HydraulicResult {
    const { pressure, floating, flow, chainFlow, parts, chains, shut } = this;
    const { placeOf, pressure: inside, base } = this.layout;
    const { chainOf, sign } = chains;
    const { nodeIds } = this.network;
    this.solved = true;
    for (let l = 0; l < flow.length; l++) flow[l] = sign[l]! * chainFlow[chainOf[l]!]! + 0;
    let cutOff: string | null = null;
    for (let n = 0; n < pressure.length; n++) {
      const place = placeOf[n]!;
      if (place < 0) continue;
      floating[n] = parts.floats(place) ? 1 : 0;
      pressure[n] = floating[n] ? 0 : inside[place]! + base;
      if (place === parts.cutOff) cutOff = nodeIds[n]!;
    }
    fillChainPressures({ chains, headInChain: this.laws.headInChain, shut, canStop: this.canStop, pressure, floating });
    if (cutOff === null) return { converged: true, iterations };
    const reason = `Water is put in or taken out in a part that is shut off, at ${cutOff}. Open a way to it.`;
    return { converged: false, iterations, reason, link: null };
  }

  /** Rest everywhere rather than numbers that mean nothing. */
  private fail(iterations: number, why: string, chain: number): HydraulicResult {
    this.flow.fill(0);
    this.pressure.fill(0);
    this.solved = false;
    const id = chain >= 0 ? this.network.linkIds[this.chains.links[this.chains.start[chain]!]!]! : null;
    return {
      converged: false,
      iterations,
      reason: `${why}${id === null ? '' : `; the largest gap is at ${id}`}. Check the entries of the parts there.`,
      link: id,
    };
  }
}
