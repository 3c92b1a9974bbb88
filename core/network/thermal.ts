import { planElimination } from './elimination.ts';
import { GeneralFactor } from './factor.ts';
import { counterflowEffectiveness, emitterOutlet, type HeatSpec } from './heat.ts';
import type { Network } from './network.ts';
import { coilOutlet } from './wet-coil.ts';

/** Below this a link stands still, kg/s. */
const STANDS_STILL = 1e-9;
const MOST_ITERATIONS = 160;
/** Change in K below which temperatures stand. */
const SETTLED = 1e-8;
/** Pull of a point towards what it was, as a share of its flow: a ring without heat has no temperature of its own. */
const INERTIA = 1e-9;
/** Newton's steps that may pass before the plant is let settle as in time, by heavy steps, and tried again. */
const NEWTON_STEPS = 8;
const SETTLING_STEPS = 8;
const HEAVY = 0.4;

export type ThermalResult = { converged: true; iterations: number } | { converged: false; iterations: number; reason: string };

/**
 * Temperatures in a network whose flows are known. Water entering a point mixes there; each link changes what passes
 * through it. Emitters and limits bend, so the equations are drawn straight and solved again until nothing moves.
 *
 * One specific heat for each link; where water mixes it has to be the same, so that heat is neither made nor lost.
 */
export class ThermalSolver {
  /** Degrees C by node. */
  readonly temperature: Float64Array;
  /** Temperature at each link's outlet, and the heat in W it gives off (a source's is negative). */
  readonly outlet: Float64Array;
  readonly heat: Float64Array;
  private readonly specs: (HeatSpec | null)[];
  private boundsKnown = false;
  readonly specificHeat: Float64Array;
  private readonly network: Network;
  private readonly factor: GeneralFactor;
  private readonly rightSide: Float64Array;
  private readonly next: Float64Array;
  private readonly slope: Float64Array;
  private readonly base: Float64Array;
  private readonly still: number;
  private readonly moving: Uint8Array;
  private coldest = 0;
  private hottest = 0;
  private started = false;
  /** Share of the other side's inlet in an exchanger's outlet. */
  private readonly cross: Float64Array;
  private readonly otherOf: Int32Array;
  /** First of the four edges that couple the two sides of an exchanger. */
  private readonly crossEdge: Int32Array;

  /** @param specificHeat of all links, or of each, J/(kg K) @param still temperature of points where nothing flows, degrees C */
  constructor(network: Network, specs: readonly (HeatSpec | null)[], specificHeat: number | readonly number[], still: number) {
    this.network = network;
    const links = network.links.length;
    const nodes = network.nodeIds.length;
    this.specs = [...specs];
    this.still = still;
    this.moving = new Uint8Array(nodes);
    this.specificHeat =
      typeof specificHeat === 'number' ? new Float64Array(links).fill(specificHeat) : Float64Array.from(specificHeat);
    this.temperature = new Float64Array(nodes).fill(still);
    this.outlet = new Float64Array(links).fill(still);
    this.heat = new Float64Array(links);
    this.next = new Float64Array(nodes);
    this.rightSide = new Float64Array(nodes);
    this.slope = new Float64Array(links);
    this.base = new Float64Array(links);
    this.cross = new Float64Array(links);
    this.otherOf = new Int32Array(links).fill(-1);
    this.crossEdge = new Int32Array(links).fill(-1);
    const from = [...network.from];
    const to = [...network.to];
    specs.forEach((spec, l) => {
      if (spec?.kind !== 'exchanger') return;
      const other = network.linkIndex.get(spec.other);
      if (other === undefined) return;
      this.otherOf[l] = other;
      this.crossEdge[l] = from.length;
      for (const own of [network.from[l]!, network.to[l]!]) {
        for (const theirs of [network.from[other]!, network.to[other]!]) {
          from.push(own);
          to.push(theirs);
        }
      }
    });
    this.factor = new GeneralFactor(planElimination(nodes, from, to));
  }

  specOf(link: number): HeatSpec | null {
    return this.specs[link] ?? null;
  }

  /** Changes what a link does to the heat of its water. */
  setSpec(link: number, spec: HeatSpec | null): void {
    this.specs[link] = spec;
    this.boundsKnown = false;
  }

  /**
   * Finds the temperatures, starting from the last ones.
   * @param flow mass flow by link, kg/s, balanced at every point
   */
  solve(flow: Float64Array): ThermalResult {
    this.prepare(flow);
    for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration++) {
      const heavy = (iteration - 1) % (NEWTON_STEPS + SETTLING_STEPS) >= NEWTON_STEPS;
      const change = this.step(flow, heavy ? HEAVY : INERTIA);
      if (change === null) return this.fail(iteration, 'The temperatures have no single answer; check sources and loads.');
      if (change < SETTLED && !heavy) {
        this.account(flow);
        return { converged: true, iterations: iteration };
      }
    }
    return this.fail(MOST_ITERATIONS, 'The temperatures did not settle; check sources and loads.');
  }

  /**
   * One step nearer to the temperatures, for a caller whose flows still change anyway.
   * @returns the largest change in K; null when there is no answer
   */
  approach(flow: Float64Array): number | null {
    this.prepare(flow);
    const change = this.step(flow, INERTIA);
    if (change !== null) this.account(flow);
    return change;
  }

  private prepare(flow: Float64Array): void {
    if (!this.boundsKnown) this.findBounds();
    if (!this.started) {
      // From the hot end, or from the cold one where cold is made, everything is at work, so that no branch looks idle at first.
      const cold = this.specs.some((spec) => spec?.kind === 'chiller' && spec.power > 0);
      this.temperature.fill(cold ? this.coldest : this.hottest);
      this.started = true;
    }
    this.keepStill(flow);
  }

  /** @returns the largest change in K; null when the equations have no answer */
  private step(flow: Float64Array, inertia: number): number | null {
    const { temperature, next } = this;
    this.straighten(flow);
    if (!this.mix(flow, inertia)) return null;
    let change = 0;
    for (let n = 0; n < next.length; n++) {
      const bounded = Math.min(Math.max(next[n]!, this.coldest), this.hottest);
      change = Math.max(change, Math.abs(bounded - temperature[n]!));
      temperature[n] = bounded;
    }
    return Number.isFinite(change) ? change : null;
  }

  /** No point can be colder than the coldest surroundings or source that cools, or hotter than the hottest of those that heat. */
  private findBounds(): void {
    let coldest = this.still;
    let hottest = this.still;
    for (const spec of this.specs) {
      if (spec?.kind === 'source' && spec.power > 0) hottest = Math.max(hottest, spec.setPoint);
      else if (spec?.kind === 'chiller' && spec.power > 0) coldest = Math.min(coldest, spec.setPoint);
      else if (spec?.kind === 'loss') {
        coldest = Math.min(coldest, spec.ambient);
        hottest = Math.max(hottest, spec.ambient);
      } else if (spec?.kind === 'emitter') coldest = Math.min(coldest, spec.room);
      else if (spec?.kind === 'cooler') hottest = Math.max(hottest, spec.room);
      else if (spec?.kind === 'coil') hottest = Math.max(hottest, spec.air.temperature);
    }
    this.coldest = coldest;
    this.hottest = hottest;
    this.boundsKnown = true;
  }

  /** Points where nothing flows are as warm as what stands around them. */
  private keepStill(flow: Float64Array): void {
    const { from, to } = this.network;
    const { moving, temperature } = this;
    moving.fill(0);
    for (let l = 0; l < flow.length; l++) {
      if (Math.abs(flow[l]!) < STANDS_STILL) continue;
      moving[from[l]!] = 1;
      moving[to[l]!] = 1;
    }
    for (let n = 0; n < moving.length; n++) if (!moving[n]) temperature[n] = this.still;
  }

  private fail(iterations: number, reason: string): ThermalResult {
    this.temperature.fill(this.still);
    this.started = false;
    this.heat.fill(0);
    return { converged: false, iterations, reason };
  }

  private inlet(l: number, flow: number): number {
    return this.temperature[flow >= 0 ? this.network.from[l]! : this.network.to[l]!]!;
  }

  /** Draws each link's outlet as a straight line through the present temperatures. */
  private straighten(flow: Float64Array): void {
    const { specs, slope, base, cross } = this;
    for (let l = 0; l < specs.length; l++) {
      const spec = specs[l];
      const capacity = Math.abs(flow[l]!) * this.specificHeat[l]!;
      slope[l] = 1;
      base[l] = 0;
      cross[l] = 0;
      if (!spec || Math.abs(flow[l]!) < STANDS_STILL) continue;
      const entering = this.inlet(l, flow[l]!);
      switch (spec.kind) {
        case 'loss':
          slope[l] = Math.exp(-spec.conductance / capacity);
          base[l] = (1 - slope[l]!) * spec.ambient;
          break;
        case 'emitter': {
          const excess = entering - spec.room;
          if (excess <= 0 || spec.coefficient <= 0) break;
          const line = emitterOutlet(spec.coefficient, spec.exponent, capacity, excess);
          slope[l] = line.slope;
          base[l] = line.base + (1 - line.slope) * spec.room;
          break;
        }
        case 'source':
          // Exactly at its set point it still holds it: that is where the hottest bound leaves a first guess.
          if (entering > spec.setPoint || spec.power <= 0) break;
          if (entering + spec.power / capacity >= spec.setPoint) {
            slope[l] = 0;
            base[l] = spec.setPoint;
          } else base[l] = spec.power / capacity;
          break;
        case 'cooler': {
          const excess = spec.room - entering;
          if (excess <= 0 || spec.coefficient <= 0) break;
          const line = emitterOutlet(spec.coefficient, spec.exponent, capacity, excess);
          slope[l] = line.slope;
          base[l] = (1 - line.slope) * spec.room - line.base;
          break;
        }
        case 'coil': {
          if (entering >= spec.air.temperature) break;
          const line = coilOutlet(spec.coil, capacity, entering, spec.air);
          slope[l] = line.slope;
          base[l] = line.base;
          break;
        }
        case 'chiller':
          if (entering < spec.setPoint || spec.power <= 0) break;
          if (entering - spec.power / capacity <= spec.setPoint) {
            slope[l] = 0;
            base[l] = spec.setPoint;
          } else base[l] = -spec.power / capacity;
          break;
        case 'exchanger': {
          const other = this.otherOf[l]!;
          if (other < 0) break;
          const theirs = Math.abs(flow[other]!) * this.specificHeat[other]!;
          const moved = counterflowEffectiveness(spec.conductance, capacity, theirs) * Math.min(capacity, theirs);
          cross[l] = moved / capacity;
          slope[l] = 1 - cross[l]!;
          break;
        }
      }
    }
  }

  /** Solves the balance of heat at every point. */
  private mix(flow: Float64Array, inertia: number): boolean {
    const { factor, rightSide, slope, base, cross, temperature, next } = this;
    const { from, to } = this.network;
    const { place } = factor.plan;
    factor.clear();
    rightSide.fill(0);
    for (let l = 0; l < flow.length; l++) {
      const size = Math.abs(flow[l]!);
      if (size < STANDS_STILL) continue;
      const capacity = size * this.specificHeat[l]!;
      const up = flow[l]! > 0 ? from[l]! : to[l]!;
      const down = flow[l]! > 0 ? to[l]! : from[l]!;
      factor.diagonal[place[down]!]! += capacity;
      factor.add(l, down, up, -capacity * slope[l]!);
      rightSide[down]! += capacity * base[l]!;
      const other = this.otherOf[l]!;
      if (cross[l] === 0 || other < 0) continue;
      const otherForward = flow[other]! > 0;
      const edge = this.crossEdge[l]! + (flow[l]! > 0 ? 2 : 0) + (otherForward ? 0 : 1);
      factor.add(edge, down, otherForward ? from[other]! : to[other]!, -capacity * cross[l]!);
    }
    for (let n = 0; n < next.length; n++) {
      const weight = inertia * factor.diagonal[place[n]!]! || 1;
      factor.diagonal[place[n]!]! += weight;
      rightSide[n]! += weight * temperature[n]!;
    }
    if (!factor.factor()) return false;
    factor.solve(rightSide, next);
    return true;
  }

  /** Outlet and heat of every link at the temperatures found. */
  private account(flow: Float64Array): void {
    const { slope, base, cross, outlet, heat } = this;
    for (let l = 0; l < flow.length; l++) {
      const entering = this.inlet(l, flow[l]!);
      const other = this.otherOf[l]!;
      outlet[l] = slope[l]! * entering + base[l]! + (other >= 0 ? cross[l]! * this.inlet(other, flow[other]!) : 0);
      heat[l] = Math.abs(flow[l]!) < STANDS_STILL ? 0 : Math.abs(flow[l]!) * this.specificHeat[l]! * (entering - outlet[l]!);
    }
  }
}
