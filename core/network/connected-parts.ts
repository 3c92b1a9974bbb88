import { rootOf } from './forest.ts';
import type { Layout } from './layout.ts';

/** Water put into a part that is shut off, below which it counts as none, kg/s. */
const NO_FLOW = 1e-12;

/**
 * Which parts of a network hang together while some chains are shut. A part that no fixed pressure holds has one
 * pressure free: one of its points is pinned.
 */
export class ConnectedParts {
  /** One place of each part that nothing holds under pressure. */
  pins: number[] = [];
  /** Place in a part that is shut off and has water put in or taken out; -1 when there is none. */
  cutOff = -1;
  /** A forest: the root of a place stands for its part. All fixed places share one. */
  private readonly parent: Int32Array;
  private readonly inflow: Float64Array;
  private readonly layout: Layout;

  constructor(layout: Layout) {
    this.layout = layout;
    this.parent = new Int32Array(layout.ends);
    this.inflow = new Float64Array(layout.ends);
  }

  /** Whether a place is in a part that no fixed pressure holds. */
  floats(place: number): boolean {
    return rootOf(this.parent, place) < this.layout.unknowns;
  }

  /** @param shut 1 by chain that passes no water */
  find(shut: Uint8Array): void {
    const { parent, inflow } = this;
    const { unknowns, ends, fromPlace, toPlace } = this.layout;
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
    inflow.fill(0);
    for (let n = 0; n < unknowns; n++) inflow[rootOf(parent, n)]! += this.layout.inflow[n]!;
    for (let n = 0; n < unknowns; n++) {
      if (parent[n] !== n) continue;
      this.pins.push(n);
      if (Math.abs(inflow[n]!) > NO_FLOW) this.cutOff = n;
    }
  }
}
