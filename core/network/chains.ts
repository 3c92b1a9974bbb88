import type { Network } from './network.ts';
import { intPool } from './pool.ts';

/**
 * Links in a row with nothing branching off between them carry one flow: the solver sees each row as one. Most of a
 * heating plant is such rows - pipe, strainer, pump, check valve, pipe.
 */
export interface Chains {
  count: number;
  /** Links of chain g, in a row, are `links[start[g]]` up to `links[start[g + 1]]`. */
  start: Int32Array;
  links: Int32Array;
  /** Chain of each link, and 1 where the link runs with its chain, -1 where against it. */
  chainOf: Int32Array;
  sign: Int8Array;
  /** Ends of each chain: nodes. */
  from: Int32Array;
  to: Int32Array;
  /** Nodes inside a chain, one fewer than its links, from `inner[start[g] - g]` on. */
  inner: Int32Array;
}

/** Finds the chains of a network. A point is inside one when exactly two links meet there and nothing else happens. */
export function findChains(network: Network): Chains {
  const { from, to, fixed, inflow } = network;
  const nodes = fixed.length;
  const count = from.length;
  const cut = intPool(3 * (nodes + 1) + 8 * count + 1);
  const degree = cut(nodes + 1);
  for (let l = 0; l < count; l++) {
    degree[from[l]!]!++;
    degree[to[l]!]!++;
  }
  const at = cut(nodes + 1);
  for (let n = 0; n < nodes; n++) at[n + 1] = at[n]! + degree[n]!;
  const incident = cut(2 * count);
  const fill = cut(nodes + 1);
  fill.set(at);
  for (let l = 0; l < count; l++) {
    incident[fill[from[l]!]!++] = l;
    incident[fill[to[l]!]!++] = l;
  }
  const kept = new Uint8Array(nodes);
  for (let n = 0; n < nodes; n++) kept[n] = degree[n] === 2 && !fixed[n] && inflow[n] === 0 ? 0 : 1;

  const chains: Chains = {
    count: 0,
    start: cut(count + 1),
    links: cut(count),
    chainOf: cut(count).fill(-1),
    sign: new Int8Array(count),
    from: cut(count),
    to: cut(count),
    inner: cut(count),
  };
  let filled = 0;
  const walk = (node: number, first: number): void => {
    const g = chains.count++;
    chains.start[g] = filled;
    chains.from[g] = node;
    let here = node;
    let l = first;
    for (;;) {
      chains.chainOf[l] = g;
      chains.sign[l] = from[l] === here ? 1 : -1;
      chains.links[filled++] = l;
      here = from[l] === here ? to[l]! : from[l]!;
      if (kept[here]) break;
      const next = incident[at[here]!] === l ? incident[at[here]! + 1]! : incident[at[here]!]!;
      // A row that comes back to its start would be a loop of one link: it is cut in two.
      if (from[next] === node || to[next] === node) {
        kept[here] = 1;
        break;
      }
      chains.inner[filled - 1 - g] = here;
      l = next;
    }
    chains.to[g] = here;
  };
  const walkFrom = (node: number): void => {
    for (let i = at[node]!; i < at[node + 1]!; i++) if (chains.chainOf[incident[i]!]! < 0) walk(node, incident[i]!);
  };
  for (let n = 0; n < nodes; n++) if (kept[n]) walkFrom(n);
  // Rings that meet nothing else have no end to start from.
  for (let l = 0; l < count; l++) {
    if (chains.chainOf[l]! >= 0) continue;
    kept[from[l]!] = 1;
    walkFrom(from[l]!);
  }
  // A ring cut in two leaves a kept point whose other row is still to be walked.
  for (let n = 0; n < nodes; n++) if (kept[n]) walkFrom(n);
  chains.start[chains.count] = filled;
  return chains;
}
