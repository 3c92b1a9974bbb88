import { type Chains, findChains } from './chains.ts';
import { type Elimination, planElimination } from './elimination.ts';
import { SymmetricFactor } from './factor.ts';
import { type LawOptions, LinkLaws } from './link-laws.ts';
import type { Network } from './network.ts';
import { floatPool, intPool } from './pool.ts';
import type { PumpMode } from './pump-law.ts';

/** Relative errors at which a solution stands: of each pressure balance, and of the flow it still asks for. */
export const TOLERANCE = 1e-9;
const PRESSURE_FLOOR = 1e-7;
const FLOW_FLOOR = 1e-12;
const MOST_ITERATIONS = 80;
/** From here on a step that overshoots is shortened. */
const CAREFUL_AFTER = 12;
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
 * Links in a row are solved as one chain. Inside, the ends of chains stand in the order of elimination, those of fixed
 * pressure last, and pressures are counted from the first fixed one, which keeps their differences exact. The solver
 * keeps its last answer: the next `solve` starts there.
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
  private readonly plan: Elimination;
  private readonly factor: SymmetricFactor;
  /** Place inside of each node that ends a chain, -1 for the others, and of the two ends of each chain. */
  private readonly placeOf: Int32Array;
  private readonly fromPlace: Int32Array;
  private readonly toPlace: Int32Array;
  /** Entry of the matrix between the two ends of each chain; the spare one where an end is fixed. */
  private readonly entryOf: Int32Array;
  /** Chains with one end at a fixed pressure other than the base. */
  private readonly boundary: number[] = [];
  private readonly inside: Float64Array;
  private readonly insideInflow: Float64Array;
  private readonly rightSide: Float64Array;
  private readonly base: number;
  private readonly chainFlow: Float64Array;
  private readonly chainHead: Float64Array;
  private readonly chainSlope: Float64Array;
  private readonly conductance: Float64Array;
  private readonly before: Float64Array;
  private readonly closed: Uint8Array;
  /** Closed links in each chain, 1 while it is held shut by what is behind it, and 1 for either. */
  private readonly closedIn: Int32Array;
  private readonly held: Uint8Array;
  private readonly shut: Uint8Array;
  private readonly way: Int8Array;
  private readonly oneWay: number[] = [];
  private readonly flips: Int32Array;
  private componentsKnown = false;
  private solved = false;
  private worstChain = -1;
  /** Which part each place belongs to, as a forest; what is put into each part. */
  private readonly parent: Int32Array;
  private readonly partInflow: Float64Array;
  private pins: number[] = [];
  private cutOff = -1;

  constructor(network: Network, options: LawOptions = {}) {
    this.network = network;
    const links = network.links.length;
    const nodes = network.nodeIds.length;
    const chains = findChains(network);
    this.chains = chains;
    this.laws = new LinkLaws(network, chains, options);
    const cut = floatPool(links + 5 * nodes + 5 * chains.count);
    const whole = intPool(3 * nodes + 8 * chains.count);
    this.flow = cut(links);
    this.pressure = cut(nodes);
    this.floating = new Uint8Array(nodes);
    this.closed = new Uint8Array(links);
    this.chainFlow = cut(chains.count);
    this.chainHead = cut(chains.count);
    this.chainSlope = cut(chains.count);
    this.conductance = cut(chains.count);
    this.before = cut(chains.count);
    this.closedIn = whole(chains.count);
    this.flips = whole(chains.count);
    this.held = new Uint8Array(chains.count);
    this.shut = new Uint8Array(chains.count);
    this.way = new Int8Array(chains.count);

    const { fixed, fixedPressure, inflow } = network;
    const unknownOf = whole(nodes).fill(-1);
    const isInner = new Uint8Array(nodes);
    for (let i = 0; i < links - chains.count; i++) isInner[chains.inner[i]!] = 1;
    let unknowns = 0;
    let ends = 0;
    for (let n = 0; n < nodes; n++) {
      if (isInner[n]) continue;
      ends++;
      if (!fixed[n]) unknownOf[n] = unknowns++;
    }
    const edgeFrom = whole(chains.count);
    const edgeTo = whole(chains.count);
    const edgeOf = whole(chains.count).fill(-1);
    let edges = 0;
    for (let g = 0; g < chains.count; g++) {
      const a = unknownOf[chains.from[g]!]!;
      const b = unknownOf[chains.to[g]!]!;
      if (a < 0 || b < 0) continue;
      edgeFrom[edges] = a;
      edgeTo[edges] = b;
      edgeOf[g] = edges++;
    }
    this.plan = planElimination(unknowns, edgeFrom.subarray(0, edges), edgeTo.subarray(0, edges));
    this.factor = new SymmetricFactor(this.plan, ends - unknowns);
    this.inside = cut(ends);
    this.rightSide = cut(ends);
    this.insideInflow = cut(ends);
    this.partInflow = cut(ends);
    this.parent = whole(ends);
    this.placeOf = whole(nodes).fill(-1);
    let base: number | null = null;
    let next = unknowns;
    for (let n = 0; n < nodes; n++) {
      if (isInner[n]) continue;
      const place = fixed[n] ? next++ : this.plan.place[unknownOf[n]!]!;
      this.placeOf[n] = place;
      this.insideInflow[place] = inflow[n]!;
      if (!fixed[n]) continue;
      base ??= fixedPressure[n]!;
      this.inside[place] = fixedPressure[n]! - base;
    }
    this.base = base ?? 0;
    const spare = this.plan.row.length;
    this.entryOf = whole(chains.count);
    this.fromPlace = whole(chains.count);
    this.toPlace = whole(chains.count);
    for (let g = 0; g < chains.count; g++) {
      this.entryOf[g] = edgeOf[g]! < 0 ? spare : this.plan.edgeEntry[edgeOf[g]!]!;
      const a = this.placeOf[chains.from[g]!]!;
      const b = this.placeOf[chains.to[g]!]!;
      this.fromPlace[g] = a;
      this.toPlace[g] = b;
      if (a >= unknowns !== b >= unknowns && this.inside[Math.max(a, b)] !== 0) this.boundary.push(g);
    }
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
    const g = this.chains.chainOf[link]!;
    this.closedIn[g]! += closed ? 1 : -1;
    this.chainFlow[g] = 0;
    this.componentsKnown = false;
  }

  /** Turns a valve. @param kv m3/h, above 0; see `setClosed` for a shut one */
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
      this.componentsKnown = false;
    }
    for (let g = 0; g < shut.length; g++) shut[g] = held[g] || closedIn[g] ? 1 : 0;
    this.flips.fill(0);
    for (let iteration = 0; iteration <= MOST_ITERATIONS; iteration++) {
      if (cold && iteration === 0) laws.linesThroughRest(this.chainHead, this.chainSlope);
      else laws.at(chainFlow, this.chainHead, this.chainSlope);
      if (iteration > CAREFUL_AFTER) this.shortenStep();
      if (!this.componentsKnown) this.findComponents();
      const balanced = this.assemble();
      if (iteration > 0 && balanced) {
        if (!this.flipOneWay(true)) return this.finish(iteration);
        this.findComponents();
        this.assemble();
      }
      if (!this.step()) return this.fail(iteration, 'The equations have no single answer', -1);
      this.flipOneWay(false);
    }
    return this.fail(MOST_ITERATIONS, 'The flows did not settle', this.worstChain);
  }

  /** Halfway back when the last step went past the least total loss, so that it cannot swing for ever. */
  private shortenStep(): void {
    const { chainFlow, before, chainHead, chainSlope, shut, inside, fromPlace, toPlace } = this;
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
   * @returns whether every pressure balance closes already, and the flow that would still be corrected is nothing
   */
  private assemble(): boolean {
    const { rightSide, chainFlow, conductance, shut, inside, fromPlace, toPlace, entryOf } = this;
    const { chainHead, chainSlope } = this;
    const { diagonal, entry } = this.factor;
    diagonal.fill(0);
    entry.fill(0);
    rightSide.set(this.insideInflow);
    let most = 0;
    let total = 0;
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
      correction += residual * Math.abs(c);
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
    return worst <= TOLERANCE * most + PRESSURE_FLOOR && correction <= TOLERANCE * total + FLOW_FLOOR * chainFlow.length;
  }

  /** Solves the equations for the pressures, then moves the flows to those that belong to them. */
  private step(): boolean {
    const { factor, rightSide, chainFlow, before, conductance, shut, inside, fromPlace, toPlace, chainHead } = this;
    const { diagonal } = factor;
    const unknowns = this.plan.size;
    for (const g of this.boundary) {
      if (shut[g]) continue;
      const a = fromPlace[g]!;
      const b = toPlace[g]!;
      rightSide[Math.min(a, b)]! += conductance[g]! * inside[Math.max(a, b)]!;
    }
    // One pressure of a part that nothing holds is free: choosing it changes no flow.
    for (const place of this.pins) diagonal[place]! += diagonal[place]! > 0 ? diagonal[place]! : 1;
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
    const { chainFlow, chainHead, chainSlope, held, way, closedIn, inside, fromPlace, toPlace } = this;
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
      } else by = (-direction * chainFlow[g]! - FLOW_FLOOR) * Math.abs(chainSlope[g]!);
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
    if (changed) this.componentsKnown = false;
    return changed;
  }

  private flip(g: number): void {
    this.flips[g]!++;
    this.held[g] = this.held[g] ? 0 : 1;
    this.shut[g] = this.held[g]!;
    this.chainFlow[g] = 0;
  }

  /** Finds the parts that hang together; one point of each that no fixed pressure holds is pinned. */
  private findComponents(): void {
    const { shut, parent, partInflow, fromPlace, toPlace, insideInflow } = this;
    const unknowns = this.plan.size;
    const ends = parent.length;
    for (let n = 0; n < ends; n++) parent[n] = n < unknowns ? n : ends - 1;
    for (let g = 0; g < shut.length; g++) {
      if (shut[g]) continue;
      const a = rootOf(parent, fromPlace[g]!);
      const b = rootOf(parent, toPlace[g]!);
      // The later place wins, so that a part with a fixed pressure is known by its root.
      if (a < b) parent[a] = b;
      else parent[b] = a;
    }
    this.pins = [];
    this.cutOff = -1;
    partInflow.fill(0);
    for (let n = 0; n < unknowns; n++) partInflow[rootOf(parent, n)]! += insideInflow[n]!;
    for (let n = 0; n < unknowns; n++) {
      if (parent[n] !== n) continue;
      this.pins.push(n);
      if (Math.abs(partInflow[n]!) > FLOW_FLOOR) this.cutOff = n;
    }
    this.componentsKnown = true;
  }

  private finish(iterations: number): HydraulicResult {
    const { pressure, floating, inside, placeOf, base, flow, chainFlow, parent } = this;
    const { chainOf, sign } = this.chains;
    const unknowns = this.plan.size;
    this.solved = true;
    for (let l = 0; l < flow.length; l++) flow[l] = sign[l]! * chainFlow[chainOf[l]!]! + 0;
    let cutOff: string | null = null;
    for (let n = 0; n < pressure.length; n++) {
      const place = placeOf[n]!;
      if (place < 0) continue;
      floating[n] = rootOf(parent, place) < unknowns ? 1 : 0;
      pressure[n] = floating[n] ? 0 : inside[place]! + base;
      if (place === this.cutOff) cutOff = this.network.nodeIds[n]!;
    }
    this.fillChains();
    if (cutOff === null) return { converged: true, iterations };
    const reason = `Water is put in or taken out in a part that is shut off, at ${cutOff}. Open a way to it.`;
    return { converged: false, iterations, reason, link: null };
  }

  /** Pressures inside the chains: from each end up to what is shut between. */
  private fillChains(): void {
    const { pressure, floating, shut } = this;
    const { start, inner, from, count } = this.chains;
    const { headInChain } = this.laws;
    for (let g = 0; g < count; g++) {
      const first = start[g]!;
      const last = start[g + 1]! - 1;
      if (first === last) continue;
      if (shut[g]) {
        this.fillShutChain(g);
        continue;
      }
      const floats = floating[from[g]!]!;
      let here = pressure[from[g]!]!;
      for (let i = first; i < last; i++) {
        const node = inner[i - g]!;
        here -= headInChain[i]!;
        pressure[node] = floats ? 0 : here;
        floating[node] = floats;
      }
    }
  }

  private fillShutChain(g: number): void {
    const { pressure, floating, closed } = this;
    const { start, inner, links, from, to } = this.chains;
    const { headInChain } = this.laws;
    const first = start[g]!;
    const last = start[g + 1]! - 1;
    const stops = (i: number) => closed[links[i]!] === 1 || this.network.oneWay[links[i]!] === 1;
    const fill = (i: number, here: number, head: number): number => {
      const node = inner[i - g]!;
      floating[node] = floating[here]!;
      pressure[node] = floating[here] ? 0 : pressure[here]! - head;
      return node;
    };
    let reached = first;
    for (let here = from[g]!; reached < last && !stops(reached); reached++) here = fill(reached, here, headInChain[reached]!);
    let back = last;
    for (let here = to[g]!; back > reached && !stops(back); back--) here = fill(back - 1, here, -headInChain[back]!);
    for (let between = reached; between < back; between++) {
      pressure[inner[between - g]!] = 0;
      floating[inner[between - g]!] = 1;
    }
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

/** The point that stands for the part a point belongs to, the way there shortened for the next search. */
function rootOf(parent: Int32Array, of: number): number {
  let at = of;
  while (parent[at] !== at) {
    parent[at] = parent[parent[at]!]!;
    at = parent[at]!;
  }
  return at;
}
