import { boreArea } from '../pipe/friction.ts';
import { joiningTee, partingTee } from '../pipe/tee-loss.ts';
import type { Chains } from './chains.ts';
import type { Network, TeeSpec } from './network.ts';

/** Least share of the combined flow by which a leg's loss is divided for its slope. */
const LEAST_SHARE = 0.1;
/** A leg with less than this share of the combined flow all but stands still. */
const STILL_SHARE = 0.02;
/** Below this nothing flows at all, kg/s. */
const AT_REST = 1e-12;

/**
 * Coefficient of a leg that meets another head on, both going into the branch: 1 + a (1 + 3 (s^2 - s)), a = (area of the
 * branch / straight area)^2. Source: Idelchik's form for the symmetrical tee, from memory.
 */
const headOn = (share: number, boreRatio: number): number => 1 + boreRatio ** 4 * (1 + 3 * (share * share - share));

/** A tee among the chains: what its three legs take follows from how the water splits there. */
export class TeeLaw {
  /** Chains of the two straight legs and of the branch, and 1 where a chain runs towards the tee, -1 away from it. */
  private readonly chain: [number, number, number];
  private readonly towards: [number, number, number];
  /** Links of the legs. */
  readonly legs: readonly number[];
  private readonly area: number;
  private readonly boreRatio: number;
  /** What each leg takes for the dynamic pressure of the combined flow: against its water, and counted towards the tee. */
  private readonly resists: [number, number, number] = [0, 0, 0];
  private readonly signed: [number, number, number] = [0, 0, 0];

  constructor(network: Network, chains: Chains, spec: TeeSpec) {
    const node = network.nodeIndex.get(spec.node)!;
    const legs = [...spec.straight, spec.branch].map((id) => network.linkIndex.get(id)!);
    this.legs = legs;
    this.chain = legs.map((l) => chains.chainOf[l]!) as [number, number, number];
    this.towards = legs.map((l) => (network.to[l] === node ? 1 : -1) * chains.sign[l]!) as [number, number, number];
    this.area = boreArea(spec.bore);
    this.boreRatio = spec.branchBore / spec.bore;
  }

  /**
   * Adds what the legs take to the losses of their chains.
   * @param hold keeps the coefficients of the last time, so that a split between two cases cannot chatter for ever
   */
  add(
    flow: Float64Array,
    density: number,
    hold: boolean,
    head: Float64Array,
    slope: Float64Array,
    note: (leg: number, loss: number) => void,
  ): void {
    const { chain, towards, resists, signed } = this;
    const into = (leg: number) => towards[leg]! * flow[chain[leg]!]!;
    const inflow: [number, number, number] = [into(0), into(1), into(2)];
    const whole = Math.max(Math.abs(inflow[0]), Math.abs(inflow[1]), Math.abs(inflow[2]));
    if (whole < AT_REST) return;
    if (!hold) this.split(inflow, whole);
    const dynamic = (whole / this.area) ** 2 / (2 * density);
    for (let leg = 0; leg < 3; leg++) {
      const loss = towards[leg]! * signed[leg]! * dynamic;
      head[chain[leg]!]! += loss;
      slope[chain[leg]!]! += (2 * Math.max(resists[leg]!, 0) * dynamic) / Math.max(Math.abs(inflow[leg]!), LEAST_SHARE * whole);
      note(leg, loss);
    }
  }

  /**
   * Finds the leg with the combined flow, and what the others lose for it. Where a leg all but stands still the other two
   * carry the same and either may be taken for the combined one: the two answers are then mixed, so that rounding does not
   * choose between them.
   */
  private split(into: [number, number, number], whole: number): void {
    const size = (leg: number) => Math.abs(into[leg]!);
    let still = 0;
    for (let leg = 1; leg < 3; leg++) if (size(leg) < size(still)) still = leg;
    const [a, b] = [still === 0 ? 1 : 0, still === 2 ? 1 : 2] as const;
    const lead = Math.min(Math.max((size(a) - size(b)) / (STILL_SHARE * whole), -1), 1);
    this.resists.fill(0);
    this.signed.fill(0);
    this.addCase(a, into, whole, (1 + lead) / 2);
    this.addCase(b, into, whole, (1 - lead) / 2);
  }

  /** Adds what the other legs lose where one carries the combined flow, by the weight of that case. */
  private addCase(combined: number, into: [number, number, number], whole: number, weight: number): void {
    if (weight === 0) return;
    const { boreRatio } = this;
    const joining = into[combined]! < 0;
    const share = (leg: number) => Math.min(Math.abs(into[leg]!) / whole, 1);
    const put = (leg: number, coefficient: number) => {
      this.resists[leg]! += weight * coefficient;
      // Joining waters lose on their way to the tee, parting ones on their way from it.
      this.signed[leg]! += (joining ? weight : -weight) * coefficient;
    };
    if (combined === 2) {
      for (const leg of [0, 1]) {
        // Referred to the straight bore, as all the others: parting at the foot of the branch both turn a corner.
        put(
          leg,
          joining
            ? headOn(share(leg), boreRatio) / boreRatio ** 4
            : partingTee(share(leg), 1 / boreRatio).branch / boreRatio ** 4,
        );
      }
      return;
    }
    const { run: straight, branch } = (joining ? joiningTee : partingTee)(share(2), boreRatio);
    put(1 - combined, straight);
    put(2, branch);
  }
}
