import type { LinkSpec, NetworkSpec, NodeSpec } from '../core/network/network.ts';
import { seededNumbers } from '../core/quantity/seeded.ts';

export const SHAPES = ['tree', 'looped', 'closed'] as const;
export type Shape = (typeof SHAPES)[number];

const BORES = [0.012, 0.0162, 0.02, 0.026, 0.0326, 0.04, 0.051, 0.068];
const ROUGHNESS = [1.5e-6, 7e-6, 45e-6];
/** High enough that no point is under vacuum: the reference engine prints warnings for those. */
const RESERVOIR = { head: 2000, density: 1000, gravity: 9.81456 };

interface Options {
  shape: Shape;
  links: number;
  /** Share of links with a check valve; share of the links that only close loops which are shut. */
  checkValves?: number;
  shut?: number;
  extraPumps?: number;
}

/**
 * A network drawn at random: a tree or a mesh fed from one fixed point with water taken out at its points, or a closed
 * plant of two rails with branches between them and its own pump.
 */
export function randomNetwork(seed: number, options: Options): NetworkSpec {
  const random = seededNumbers(seed);
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)] as T;
  const pipe = (id: string, from: string, to: string, bores: readonly number[]): LinkSpec => {
    const bore = pick(bores);
    return {
      id,
      from,
      to,
      pipe: { length: 0.5 + 30 * random() ** 2, bore, roughness: pick(ROUGHNESS) },
      ...(random() < 0.4 ? { fittings: { zeta: Math.round(60 * random() ** 2) / 4, bore } } : {}),
      ...(random() < (options.checkValves ?? 0) ? { oneWay: { opening: 0 } } : {}),
    };
  };
  const pump = (id: string, from: string, to: string, head: number, flow: number): LinkSpec => ({
    id,
    from,
    to,
    pump: {
      curve: { kind: 'power', shutOff: head, coefficient: head / 3 / flow ** 2, exponent: 2 },
      mode: { kind: 'speed', speed: 1 },
    },
    oneWay: { opening: 0 },
  });
  const fixed: NodeSpec = { id: 'n0', pressure: RESERVOIR.head * RESERVOIR.density * RESERVOIR.gravity };
  return options.shape === 'closed' ? closedPlant() : fedNetwork();

  function fedNetwork(): NetworkSpec {
    const nodes: NodeSpec[] = [fixed, { id: 'n1' }];
    const links: LinkSpec[] = [];
    const chords = options.shape === 'looped' ? Math.floor(options.links / 4) : 0;
    const treeLinks = Math.max(2, options.links - 1 - chords);
    let demand = 0;
    for (let i = 2; i <= treeLinks; i++) {
      const wanted = random() < 0.5 ? 0.002 + 0.02 * random() : 0;
      demand += wanted;
      nodes.push({ id: `n${i}`, ...(wanted > 0 ? { inflow: -wanted } : {}) });
      // Mostly near neighbours, as pipes run; sometimes far.
      const parent = Math.max(1, i - 1 - Math.floor((random() < 0.85 ? 6 : 40) * random()));
      links.push(pipe(`p${i}`, `n${parent}`, `n${i}`, BORES.slice(3)));
    }
    // Water has to be able to get everywhere, so the tree itself holds no check valve against it.
    for (const link of links) delete (link as { oneWay?: unknown }).oneWay;
    links.unshift(pump('pump0', 'n0', 'n1', 6 + 6 * random(), Math.max(demand / 1000, 1e-4)));
    for (let i = 0; i < chords; i++) {
      const a = 1 + Math.floor(random() * (treeLinks - 1));
      const b = Math.min(treeLinks, a + 2 + Math.floor(random() * 20));
      if (a === b) continue;
      const id = `c${i}`;
      if (i < (options.extraPumps ?? 0)) {
        nodes.push({ id: `m${i}` });
        links.push(pump(`pump${i + 1}`, `n${a}`, `m${i}`, 1 + 4 * random(), 2e-4), pipe(id, `m${i}`, `n${b}`, BORES.slice(0, 4)));
      } else {
        const chord = pipe(id, `n${a}`, `n${b}`, BORES);
        links.push(random() < (options.shut ?? 0) ? { ...chord, closed: true } : chord);
      }
    }
    return { nodes, links };
  }

  function closedPlant(): NetworkSpec {
    const nodes: NodeSpec[] = [fixed, { id: 's0' }];
    const links: LinkSpec[] = [];
    const rungs = Math.max(2, Math.floor((options.links - 2) / 5));
    let flow = 0;
    let last = ['s0', 'n0'] as [string, string];
    for (let i = 1; i <= rungs; i++) {
      const [supply, back] = [`s${i}`, `r${i}`];
      nodes.push({ id: supply }, { id: back }, { id: `a${i}` }, { id: `b${i}` });
      links.push(pipe(`ps${i}`, last[0], supply, BORES.slice(5)), pipe(`pr${i}`, back, last[1], BORES.slice(5)));
      links.push(
        pipe(`x${i}`, supply, `a${i}`, BORES.slice(0, 3)),
        pipe(`y${i}`, `a${i}`, `b${i}`, BORES.slice(0, 3)),
        pipe(`z${i}`, `b${i}`, back, BORES.slice(0, 3)),
      );
      flow += 5e-5;
      // Every so often the rails start again from the plant, so that they do not get longer without end.
      last = i % 12 === 0 ? ['s0', 'n0'] : [supply, back];
    }
    for (const link of links) if (!link.id.startsWith('z')) delete (link as { oneWay?: unknown }).oneWay;
    links.unshift(pump('pump0', 'n0', 's0', 3 + 5 * random(), flow));
    return {
      nodes,
      links: links.map((link) => (link.id.startsWith('z') && random() < (options.shut ?? 0) ? { ...link, closed: true } : link)),
    };
  }
}
