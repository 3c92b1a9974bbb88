import { LAMINAR } from '../pipe/friction.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import type { Chains } from './chains.ts';
import type { FrictionLaw, FrictionTable } from './friction-table.ts';
import type { Network } from './network.ts';
import { floatPool } from './pool.ts';
import { PumpLaw } from './pump-law.ts';
import { TeeLaw } from './tee.ts';

/** Cold water, until a link is told its own. */
const COLD = { density: 999.7, kinematicViscosity: 1.306e-6 };
/** Below this mass flow (kg/s) a purely quadratic loss turns linear, so that it has a slope at rest: 0.036 L/h. */
const AT_REST = 1e-5;
/** Loss of a link that has none of its own, Pa per kg/s: a header that costs nothing still needs one pressure drop. */
const LEAST_RESISTANCE = 1;
/** Friction factor to start with. */
const USUAL_FRICTION = 0.03;

/**
 * How hard a valve that holds its flow throttles: this pressure at a tenth more than it is set to. Data sheets give five
 * to ten per cent over the range they work in (common practice, no source).
 */
const HOLDING = { pressure: 2e5, excess: 0.1 };

export interface LawOptions {
  /** `swamee-jain` is the law of the reference engine the solver is compared with. */
  friction?: FrictionLaw;
  gravity?: number;
}

/** Numbers kept for each link, side by side: the loops over all links run through one piece of memory. */
const ROOM = 5;
const QUADRATIC = 0;
const DARCY = 1;
const REYNOLDS_PER_FLOW = 2;
const LINEAR = 3;
/** Opening pressure of a one-way link less the weight of its water column. */
const OFFSET = 4;

/**
 * The laws of all links as numbers: what each loses at a flow, and how steeply. Losses in Pa, mass flows in kg/s.
 *
 * loss = linear m + quadratic m |m| + Darcy-Weisbach friction - rise of a pump + opening pressure - weight.
 * Inside, links stand in the order of their chains.
 */
export class LinkLaws {
  /** Weight of the water column in each link, Pa, by link. */
  readonly drive: Float64Array;
  readonly density: Float64Array;
  readonly pumps: (PumpLaw | null)[];
  /** Takes a pump whose pressure grows with its flow as flat: slower, but sure where several such share a pipe. */
  cautious = false;
  /** Keeps what the legs of tees were last found to take. */
  holdTees = false;
  private readonly tees: readonly TeeLaw[];
  private readonly network: Network;
  private readonly chains: Chains;
  private readonly gravity: number;
  private readonly coefficients: Float64Array;
  private readonly slot: Int32Array;
  private readonly tables: readonly (FrictionTable | null)[];
  private readonly kv: Float64Array;
  /** Friction and fittings of each link as a multiple of what its shape says; 1 as drawn. */
  private readonly roughened: Float64Array;
  readonly viscosity: Float64Array;
  /** Pressure that each link took at the flows last asked about, in the order of the chains and along them, Pa. */
  readonly headInChain: Float64Array;

  constructor(network: Network, chains: Chains, options: LawOptions) {
    this.network = network;
    this.chains = chains;
    this.gravity = options.gravity ?? GRAVITY;
    const links = network.links.length;
    const cut = floatPool((6 + ROOM) * links);
    this.drive = cut(links);
    this.density = cut(links).fill(COLD.density);
    this.viscosity = cut(links).fill(COLD.kinematicViscosity);
    this.kv = cut(links);
    this.kv.set(network.kv);
    this.roughened = cut(links).fill(1);
    this.headInChain = cut(links);
    this.coefficients = cut(ROOM * links);
    this.slot = new Int32Array(links);
    this.pumps = new Array(links).fill(null);
    const tables = network.friction[options.friction ?? 'colebrook'];
    const ordered = new Array<FrictionTable | null>(links);
    for (let i = 0; i < links; i++) {
      const l = chains.links[i]!;
      this.slot[l] = i;
      ordered[i] = tables[l]!;
    }
    this.tables = ordered;
    for (const l of network.pumpLinks) this.pumps[l] = new PumpLaw(network.links[l]!.pump!, this.gravity);
    this.tees = network.tees.map((tee) => new TeeLaw(network, chains, tee));
    for (let l = 0; l < links; l++) this.setCoefficients(l);
  }

  /** Gives a link its own water. @param density kg/m3 @param kinematicViscosity m2/s */
  setFluid(link: number, density: number, kinematicViscosity: number): void {
    this.density[link] = density;
    this.viscosity[link] = kinematicViscosity;
    this.setCoefficients(link);
  }

  /**
   * Turns a valve.
   * @param kv m3/h, above 0; 0 where none is there
   * @returns by how much its quadratic coefficient has grown, Pa/(kg/s)^2
   */
  setKv(link: number, kv: number): number {
    const at = this.slot[link]! * ROOM + QUADRATIC;
    const before = this.coefficients[at]!;
    this.kv[link] = kv;
    this.setCoefficients(link);
    return this.coefficients[at]! - before;
  }

  /** Gives a link more or less friction than its shape says. @param factor of pipe and fittings, above 0; 1 as drawn */
  setFriction(link: number, factor: number): void {
    this.roughened[link] = factor;
    this.setCoefficients(link);
  }

  private setCoefficients(l: number): void {
    const { geometry, elevation, from, to, opening } = this.network;
    const { coefficients } = this;
    const roughened = this.roughened[l]!;
    const at = this.slot[l]! * ROOM;
    const density = this.density[l]!;
    const kv = this.kv[l]!;
    let quadratic = (roughened * geometry.fittings[l]!) / density;
    // EN 60534: dp = (rho / 1000) (V / Kv)^2 bar with V in m3/h.
    if (kv > 0) quadratic += (1e5 * 3600 * 3600) / (1000 * density * kv * kv);
    const darcy = (roughened * geometry.darcy[l]!) / density;
    const drive = density * this.gravity * (elevation[from[l]!]! - elevation[to[l]!]!);
    const pump = this.pumps[l]!;
    this.drive[l] = drive;
    coefficients[at + QUADRATIC] = quadratic;
    coefficients[at + DARCY] = darcy;
    coefficients[at + REYNOLDS_PER_FLOW] = geometry.reynolds[l]! / (density * this.viscosity[l]!);
    coefficients[at + LINEAR] = quadratic > 0 || darcy > 0 || pump ? 0 : LEAST_RESISTANCE;
    coefficients[at + OFFSET] = opening[l]! - drive;
    if (pump) pump.setDensity(density);
  }

  /**
   * A straight line through rest in place of each curve, at a usual flow; a pump is taken at the middle of its curve.
   * Where to start when nothing is known.
   * @param head receives Pa by chain @param slope receives Pa per kg/s by chain
   */
  linesThroughRest(head: Float64Array, slope: Float64Array): void {
    const { coefficients, density, chains } = this;
    const { usualFlow } = this.network.geometry;
    const { start, links, sign, count } = chains;
    for (let g = 0; g < count; g++) {
      let lost = 0;
      let steep = 0;
      for (let i = start[g]!; i < start[g + 1]!; i++) {
        const l = links[i]!;
        const at = i * ROOM;
        const usual = usualFlow[l]! * density[l]!;
        steep +=
          coefficients[at + LINEAR]! + (coefficients[at + QUADRATIC]! + coefficients[at + DARCY]! * USUAL_FRICTION) * usual;
        lost += sign[l]! * coefficients[at + OFFSET]!;
      }
      head[g] = lost;
      slope[g] = steep;
    }
    for (const l of this.network.pumpLinks) {
      const pump = this.pumps[l]!;
      const typical = pump.typicalMassFlow;
      pump.at(typical);
      const steep = Math.max(-pump.slope, LEAST_RESISTANCE);
      slope[chains.chainOf[l]!]! += steep;
      head[chains.chainOf[l]!]! -= sign[l]! * (pump.rise + steep * typical);
    }
  }

  /**
   * Pressure that each chain takes at the flows given, and its slope.
   * @param flow kg/s by chain
   * @param head receives Pa by chain @param slope receives Pa per kg/s by chain
   */
  at(flow: Float64Array, head: Float64Array, slope: Float64Array): void {
    const { coefficients, tables, chains, headInChain } = this;
    const { start, links, sign, count } = chains;
    let i = 0;
    for (let g = 0; g < count; g++) {
      const along = flow[g]!;
      const size = Math.abs(along);
      const end = start[g + 1]!;
      let lost = 0;
      let steep = 0;
      for (; i < end; i++) {
        const at = i * ROOM;
        // Losses oppose the flow whichever way a link is named; only its offset depends on that.
        let opposing = coefficients[at + LINEAR]!;
        steep += opposing;
        const square = coefficients[at + QUADRATIC]!;
        if (square !== 0) {
          const smooth = Math.sqrt(along * along + AT_REST * AT_REST);
          opposing += square * smooth;
          steep += (square * (2 * along * along + AT_REST * AT_REST)) / smooth;
        }
        const friction = coefficients[at + DARCY]!;
        if (friction !== 0) {
          const perFlow = coefficients[at + REYNOLDS_PER_FLOW]!;
          const reynolds = size * perFlow;
          if (reynolds <= LAMINAR) {
            const laminar = (64 * friction) / perFlow;
            opposing += laminar;
            steep += laminar;
          } else {
            const table = tables[i]!;
            const piece = table.pieceAt(reynolds);
            const { pieces } = table;
            const x = reynolds - pieces[piece]!;
            const b = pieces[piece + 2]!;
            const c = pieces[piece + 3]!;
            const d = pieces[piece + 4]!;
            const pull = friction * size;
            const factor = pieces[piece + 1]! + x * (b + x * (c + x * d));
            opposing += pull * factor;
            steep += pull * (2 * factor + reynolds * (b + x * (2 * c + 3 * x * d)));
          }
        }
        const head = opposing * along + sign[links[i]!]! * coefficients[at + OFFSET]!;
        headInChain[i] = head;
        lost += head;
      }
      head[g] = lost;
      slope[g] = steep;
    }
    for (const l of this.network.pumpLinks) {
      const pump = this.pumps[l]!;
      const g = chains.chainOf[l]!;
      pump.at(sign[l]! * flow[g]!);
      head[g]! -= sign[l]! * pump.rise;
      headInChain[this.slot[l]!]! -= sign[l]! * pump.rise;
      // A pump held at a set pressure has no slope of its own; a falling one keeps the step finite.
      slope[g]! += pump.slope < 0 ? -pump.slope : pump.slope === 0 || this.cautious ? LEAST_RESISTANCE : -pump.slope;
    }
    for (const l of this.network.limiterLinks) this.throttle(l, flow, head, slope);
    for (const tee of this.tees) {
      tee.add(flow, this.density[tee.legs[0]!]!, this.holdTees, head, slope, (leg, loss) => {
        headInChain[this.slot[tee.legs[leg]!]!]! += loss;
      });
    }
  }

  /** What a valve that holds its flow takes beyond its open Kv: nothing up to its setting, then steeply more. */
  private throttle(l: number, flow: Float64Array, head: Float64Array, slope: Float64Array): void {
    const g = this.chains.chainOf[l]!;
    const along = this.chains.sign[l]!;
    const set = this.network.links[l]!.mostFlow! * this.density[l]!;
    const over = along * flow[g]! - set;
    if (over <= 0) return;
    const stiffness = HOLDING.pressure / (HOLDING.excess * set) ** 2;
    head[g]! += along * stiffness * over * over;
    slope[g]! += 2 * stiffness * over;
    this.headInChain[this.slot[l]!]! += along * stiffness * over * over;
  }
}
