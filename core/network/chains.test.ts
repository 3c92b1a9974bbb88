import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomNetwork, SHAPES } from '../../reference/random-network.ts';
import { findChains } from './chains.ts';
import { compileNetwork, type NetworkSpec } from './network.ts';

const build = (links: [string, string][], pressureAt?: string): ReturnType<typeof compileNetwork> => {
  const ids = [...new Set(links.flat())];
  const spec: NetworkSpec = {
    nodes: ids.map((id) => (id === pressureAt ? { id, pressure: 0 } : { id })),
    links: links.map(([from, to], l) => ({ id: `l${l}`, from, to, kv: 1 })),
  };
  return compileNetwork(spec);
};

describe('chains', () => {
  it('are links in a row, whichever way each is named', () => {
    const chains = findChains(
      build(
        [
          ['a', 'b'],
          ['c', 'b'],
          ['c', 'd'],
          ['d', 'a'],
          ['d', 'a'],
        ],
        'a',
      ),
    );
    const long = [0, 1, 2].map((l) => chains.chainOf[l]);
    expect(new Set(long).size).toBe(1);
    const along = [chains.sign[0], chains.sign[1], chains.sign[2]];
    expect(along[0]).toBe(along[2]);
    expect(along[1]).toBe(-(along[0] as number));
    expect(chains.count).toBe(3);
  });

  it('end where water is put in, where a pressure is held, and where three links meet', () => {
    const network = build(
      [
        ['a', 'b'],
        ['b', 'c'],
        ['c', 'd'],
      ],
      'b',
    );
    expect(findChains(network).count).toBe(2);
    network.inflow[network.nodeIndex.get('c')!] = 0.1;
    expect(findChains(network).count).toBe(3);
  });

  it('cut rings that meet nothing else, and loops that come back to their start', () => {
    for (const links of [
      [
        ['a', 'b'],
        ['b', 'c'],
        ['c', 'a'],
      ],
      [
        ['x', 'a'],
        ['a', 'b'],
        ['b', 'c'],
        ['c', 'a'],
      ],
      [
        ['a', 'b'],
        ['b', 'a'],
      ],
    ] as [string, string][][]) {
      const chains = findChains(build(links));
      for (let g = 0; g < chains.count; g++) expect(chains.from[g]).not.toBe(chains.to[g]);
      expect([...chains.chainOf].every((g) => g >= 0)).toBe(true);
    }
  });

  it('hold every link once, in a row from end to end, with their inner points between', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.constantFrom(...SHAPES),
        fc.integer({ min: 6, max: 200 }),
        (seed, shape, count) => {
          const network = compileNetwork(randomNetwork(seed, { shape, links: count, extraPumps: 2 }));
          const chains = findChains(network);
          expect([...chains.links].sort((a, b) => a - b)).toEqual(network.links.map((_, l) => l));
          for (let g = 0; g < chains.count; g++) {
            let here = chains.from[g]!;
            for (let i = chains.start[g]!; i < chains.start[g + 1]!; i++) {
              const l = chains.links[i]!;
              expect(chains.sign[l]! > 0 ? network.from[l] : network.to[l]).toBe(here);
              here = (chains.sign[l]! > 0 ? network.to[l] : network.from[l])!;
              if (i < chains.start[g + 1]! - 1) expect(chains.inner[i - g]).toBe(here);
            }
            expect(here).toBe(chains.to[g]);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
