import { boreArea } from '../pipe/friction.ts';
import { joiningTee, partingTee } from '../pipe/tee-loss.ts';
import type { Chains } from './chains.ts';
import type { Network, TeeSpec } from './network.ts';

/** Least share of the combined flow by which a leg's loss is divided for its slope. */
const LEAST_SHARE = 0.1;

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
  /** Which leg carries the combined flow, and the coefficient of each leg, as last found. */
  private combined = 0;
  private readonly coefficient: [number, number, number] = [0, 0, 0];

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
    const { chain, towards, coefficient } = this;
    const into = (leg: number) => towards[leg]! * flow[chain[leg]!]!;
    if (!hold) this.split([into(0), into(1), into(2)]);
    const { combined } = this;
    const whole = Math.abs(into(combined));
    const dynamic = (whole / this.area) ** 2 / (2 * density);
    // Joining waters lose on their way to the tee, parting ones on their way from it.
    const joining = into(combined) < 0 ? 1 : -1;
    for (let leg = 0; leg < 3; leg++) {
      if (leg === combined || dynamic === 0) continue;
      const loss = coefficient[leg]! * dynamic;
      head[chain[leg]!]! += joining * towards[leg]! * loss;
      slope[chain[leg]!]! += (2 * Math.max(loss, 0)) / Math.max(Math.abs(into(leg)), LEAST_SHARE * whole);
      note(leg, joining * towards[leg]! * loss);
    }
  }

  /** Finds the leg with the combined flow, and what the others lose for it. */
  private split(into: [number, number, number]): void {
    const { coefficient, boreRatio } = this;
    let combined = 0;
    for (let leg = 1; leg < 3; leg++) if (Math.abs(into[leg]!) > Math.abs(into[combined]!)) combined = leg;
    this.combined = combined;
    const whole = Math.abs(into[combined]!);
    const joining = into[combined]! < 0;
    const share = (leg: number) => (whole > 0 ? Math.min(Math.abs(into[leg]!) / whole, 1) : 0);
    if (combined === 2) {
      for (const leg of [0, 1]) {
        // Referred to the straight bore, as all the others: parting at the foot of the branch both turn a corner.
        coefficient[leg] = joining
          ? headOn(share(leg), boreRatio) / boreRatio ** 4
          : partingTee(share(leg), 1 / boreRatio).branch / boreRatio ** 4;
      }
      return;
    }
    const run = 1 - combined;
    const { run: straight, branch } = (joining ? joiningTee : partingTee)(share(2), boreRatio);
    coefficient[run] = straight;
    coefficient[2] = branch;
  }
}
