import type { Chains } from './chains.ts';
import { type Elimination, planElimination } from './elimination.ts';
import type { Network } from './network.ts';
import { floatPool, intPool } from './pool.ts';

/**
 * Where everything stands inside a solver: the ends of chains in the order of elimination, those of fixed pressure last,
 * and pressures counted from the first fixed one, which keeps their differences exact.
 */
export interface Layout {
  plan: Elimination;
  /** Ends whose pressure is unknown, and all ends. */
  unknowns: number;
  ends: number;
  /** Place of each node that ends a chain, -1 for the others; of the two ends of each chain. */
  placeOf: Int32Array;
  fromPlace: Int32Array;
  toPlace: Int32Array;
  /** Entry of the matrix between the two ends of each chain; the spare one behind all others where an end is fixed. */
  entryOf: Int32Array;
  /** Chains with one end at a fixed pressure other than the base. */
  boundary: number[];
  /** Pressure by place above the base, known where it is fixed; water put in by place. */
  pressure: Float64Array;
  inflow: Float64Array;
  /** Pressure of the first fixed point, Pa gauge. */
  base: number;
}

export function layOut(network: Network, chains: Chains): Layout {
  const { fixed, fixedPressure, inflow } = network;
  const nodes = fixed.length;
  const whole = intPool(2 * nodes + 6 * chains.count);
  const unknownOf = whole(nodes).fill(-1);
  const isInner = new Uint8Array(nodes);
  for (let i = 0; i < network.links.length - chains.count; i++) isInner[chains.inner[i]!] = 1;
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
  const plan = planElimination(unknowns, edgeFrom.subarray(0, edges), edgeTo.subarray(0, edges));
  const cut = floatPool(2 * ends);
  const layout: Layout = {
    plan,
    unknowns,
    ends,
    placeOf: whole(nodes).fill(-1),
    fromPlace: whole(chains.count),
    toPlace: whole(chains.count),
    entryOf: whole(chains.count),
    boundary: [],
    pressure: cut(ends),
    inflow: cut(ends),
    base: 0,
  };
  let base: number | null = null;
  let next = unknowns;
  for (let n = 0; n < nodes; n++) {
    if (isInner[n]) continue;
    const place = fixed[n] ? next++ : plan.place[unknownOf[n]!]!;
    layout.placeOf[n] = place;
    layout.inflow[place] = inflow[n]!;
    if (!fixed[n]) continue;
    base ??= fixedPressure[n]!;
    layout.pressure[place] = fixedPressure[n]! - base;
  }
  layout.base = base ?? 0;
  const spare = plan.row.length;
  for (let g = 0; g < chains.count; g++) {
    layout.entryOf[g] = edgeOf[g]! < 0 ? spare : plan.edgeEntry[edgeOf[g]!]!;
    const a = layout.placeOf[chains.from[g]!]!;
    const b = layout.placeOf[chains.to[g]!]!;
    layout.fromPlace[g] = a;
    layout.toPlace[g] = b;
    if (a >= unknowns !== b >= unknowns && layout.pressure[Math.max(a, b)] !== 0) layout.boundary.push(g);
  }
  return layout;
}
