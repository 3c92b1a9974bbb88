import type { Chains } from './chains.ts';

/** What the pressures inside chains follow from, and where they are written. */
interface Solved {
  chains: Chains;
  /** Pa that each link takes along its chain, in the order of the chains. */
  headInChain: Float64Array;
  /** 1 by chain that passes no water, and by link that can stop a chain. */
  shut: Uint8Array;
  canStop: Uint8Array;
  /** Pa gauge and 1 where nothing holds it, by node: known at the ends of chains. */
  pressure: Float64Array;
  floating: Uint8Array;
}

/** Fills in the pressures inside the chains: from each end, in a shut chain up to what is shut. */
export function fillChainPressures(solved: Solved): void {
  const { chains, headInChain, shut, pressure, floating } = solved;
  const { start, inner, from, count } = chains;
  for (let g = 0; g < count; g++) {
    const first = start[g]!;
    const last = start[g + 1]! - 1;
    if (first === last) continue;
    if (shut[g]) {
      fillShutChain(solved, g);
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

function fillShutChain({ chains, headInChain, canStop, pressure, floating }: Solved, g: number): void {
  const { start, inner, from, to } = chains;
  const first = start[g]!;
  const last = start[g + 1]! - 1;
  let reached = first;
  let here = from[g]!;
  for (; reached < last && !canStop[chains.links[reached]!]; reached++) {
    const node = inner[reached - g]!;
    floating[node] = floating[here]!;
    pressure[node] = floating[here] ? 0 : pressure[here]! - headInChain[reached]!;
    here = node;
  }
  let back = last;
  here = to[g]!;
  for (; back > reached && !canStop[chains.links[back]!]; back--) {
    const node = inner[back - 1 - g]!;
    floating[node] = floating[here]!;
    pressure[node] = floating[here] ? 0 : pressure[here]! + headInChain[back]!;
    here = node;
  }
  for (let between = reached; between < back; between++) {
    pressure[inner[between - g]!] = 0;
    floating[inner[between - g]!] = 1;
  }
}
