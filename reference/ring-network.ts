import type { LinkSpec, NetworkSpec, NodeSpec } from '../core/network/network.ts';
import { seededNumbers } from '../core/quantity/seeded.ts';

/** A ring main with pairs of closely spaced tees, drawn at random: a pump on the ring, one in each circuit, some of them shut. */
export function ringNetwork(seed: number, pairs: number): NetworkSpec {
  const random = seededNumbers(seed);
  const bore = 0.0256 + 0.01 * random();
  const pipe = (id: string, from: string, to: string, length: number, of = bore, closed = false): LinkSpec => ({
    id,
    from,
    to,
    pipe: { length, bore: of, roughness: 1.5e-6 },
    ...(closed ? { closed } : {}),
  });
  const pump = (id: string, from: string, to: string, head = 2 + 3 * random()): LinkSpec => ({
    id,
    from,
    to,
    pump: {
      curve: { kind: 'power', shutOff: head, coefficient: 3e6 + 4e6 * random(), exponent: 2 },
      mode: { kind: 'speed', speed: 1 },
    },
  });
  const links: LinkSpec[] = [
    pipe('home', `b${pairs}`, 's', 6),
    pump('ring', 's', 't', 0.4 + 3 * random()),
    pipe('out', 't', 'f1', 6),
  ];
  const nodes: NodeSpec[] = [
    { id: 's', pressure: 150_000, elevation: 0 },
    { id: 't', elevation: 0 },
  ];
  for (let i = 1; i <= pairs; i++) {
    const own = 0.013 + 0.012 * random();
    const shut = random() < 0.25;
    nodes.push(...['f', 'b', 'p', 'e'].map((letter) => ({ id: `${letter}${i}`, elevation: 0 })));
    links.push(
      pipe(`across${i}`, `f${i}`, `b${i}`, 4 * bore),
      pump(`pump${i}`, `f${i}`, `p${i}`),
      pipe(`flow${i}`, `p${i}`, `e${i}`, 4 + 20 * random(), own, shut),
      pipe(`return${i}`, `e${i}`, `b${i}`, 4 + 20 * random(), own),
    );
    if (i < pairs) links.push(pipe(`next${i}`, `b${i}`, `f${i + 1}`, 0.4 + 2 * random()));
  }
  return { nodes, links };
}
