import { rootOf } from './forest.ts';
import type { Network, NetworkProblem } from './network.ts';

/**
 * What a person should know of a closed plant before it is run: parts that nothing holds under pressure or that two
 * things hold, rings that nothing drives, and pumps whose water has no way round. It runs all the same.
 */
export function inspectNetwork(network: Network): NetworkProblem[] {
  return [...pressurePoints(network), ...drives(network), ...deadEnds(network)];
}

/** The part each point belongs to while links that are shut, and one more, are taken out. */
function partsOf({ from, to, closed, nodeIds }: Network, without = -1): (node: number) => number {
  const parent = Int32Array.from(nodeIds, (_, n) => n);
  const root = (n: number) => rootOf(parent, n);
  for (let l = 0; l < from.length; l++) if (!closed[l] && l !== without) parent[root(from[l]!)] = root(to[l]!);
  return root;
}

function pressurePoints(network: Network): NetworkProblem[] {
  const { fixed, nodeIds, from, closed } = network;
  const root = partsOf(network);
  const holders = new Map<number, string[]>();
  for (let l = 0; l < from.length; l++) if (!closed[l]) holders.set(root(from[l]!), []);
  for (let n = 0; n < fixed.length; n++) if (fixed[n]) holders.get(root(n))?.push(nodeIds[n]!);
  const problems: NetworkProblem[] = [];
  for (const [part, held] of holders) {
    const at = nodeIds[part]!;
    if (held.length === 0) {
      problems.push({
        kind: 'no-pressure-point',
        at,
        message: `Nothing holds the pressure in the part at ${at}; join it to the rest or give it an expansion vessel of its own.`,
      });
    } else if (held.length > 1) {
      problems.push({
        kind: 'two-pressure-points',
        at: held[1]!,
        message: `The pressure is held at ${held.join(' and at ')}; water would run from one vessel to the other. Keep one of them.`,
      });
    }
  }
  return problems;
}

function drives(network: Network): NetworkProblem[] {
  const { from, closed, links, nodeIds, elevation, inflow, to } = network;
  const root = partsOf(network);
  const parts = new Map<number, { links: number; nodes: number; driven: boolean }>();
  for (let n = 0; n < nodeIds.length; n++) {
    const part = parts.get(root(n)) ?? { links: 0, nodes: 0, driven: false };
    part.nodes++;
    if (inflow[n] !== 0) part.driven = true;
    parts.set(root(n), part);
  }
  for (let l = 0; l < from.length; l++) {
    if (closed[l]) continue;
    const part = parts.get(root(from[l]!))!;
    part.links++;
    // A pump drives it, and so may the weight of water where it rises and falls.
    if (links[l]!.pump || elevation[from[l]!] !== elevation[to[l]!]) part.driven = true;
  }
  return [...parts].flatMap(([n, part]): NetworkProblem[] =>
    part.driven || part.links < part.nodes
      ? []
      : [
          {
            kind: 'no-drive',
            at: nodeIds[n]!,
            message: `Nothing drives the water round the ring at ${nodeIds[n]}; put a pump in, or open a valve to one.`,
          },
        ],
  );
}

function deadEnds(network: Network): NetworkProblem[] {
  const { from, to, pumpLinks, links, closed, linkIds } = network;
  return pumpLinks.flatMap((l): NetworkProblem[] => {
    if (closed[l] || links[l]!.pump!.mode.kind === 'off') return [];
    const root = partsOf(network, l);
    if (root(from[l]!) === root(to[l]!)) return [];
    return [
      {
        kind: 'dead-end',
        at: linkIds[l]!,
        message: `${linkIds[l]} pumps against closed valves; open a way round, put in a bypass, or let it stop.`,
      },
    ];
  });
}
