import { describe, expect, it } from 'vitest';
import { HydraulicSolver } from './hydraulics.ts';
import { inspectNetwork } from './inspect.ts';
import { compileNetwork, type LinkSpec, type NodeSpec } from './network.ts';

const vessel: NodeSpec = { id: 'vessel', pressure: 1.5e5 };
const pump = (id: string, from: string, to: string): LinkSpec => ({
  id,
  from,
  to,
  pump: { curve: { kind: 'points', flows: [0, 5e-4], heads: [4, 0] }, mode: { kind: 'speed', speed: 1 } },
});
const valve = (id: string, from: string, to: string, closed = false): LinkSpec => ({ id, from, to, kv: 1, closed });

/** What is said of a network, after making sure that it can be run all the same. */
function saidOf(nodes: (NodeSpec | string)[], links: LinkSpec[]): string[] {
  const network = compileNetwork({ nodes: nodes.map((node) => (typeof node === 'string' ? { id: node } : node)), links });
  const result = new HydraulicSolver(network).solve('cold');
  expect(result.converged).toBe(true);
  return inspectNetwork(network).map(({ kind, at, message }) => {
    expect(message).toMatch(/^.{20,}[;,.].*\.$/);
    return `${kind} ${at}`;
  });
}

describe('before a plant is run', () => {
  it('has nothing to say of a whole one', () => {
    expect(saidOf([vessel, 'out'], [pump('p', 'vessel', 'out'), valve('v', 'out', 'vessel')])).toEqual([]);
  });

  it('names a part without a vessel, also one that only shut valves join to the rest', () => {
    const links = [pump('p', 'vessel', 'out'), valve('v', 'out', 'vessel'), pump('q', 'x', 'y'), valve('w', 'y', 'x')];
    expect(saidOf([vessel, 'out', 'x', 'y'], links)).toEqual([expect.stringMatching(/^no-pressure-point [xy]$/)]);
    expect(saidOf([vessel, 'out', 'x', 'y'], [...links, valve('shut', 'out', 'x', true)])).toHaveLength(1);
    expect(saidOf([vessel, 'out', 'x', 'y'], [...links, valve('open', 'out', 'x')])).toEqual([]);
  });

  it('names the second of two vessels', () => {
    expect(
      saidOf([vessel, { id: 'second', pressure: 1.2e5 }], [pump('p', 'vessel', 'second'), valve('v', 'second', 'vessel')]),
    ).toEqual(['two-pressure-points second']);
  });

  it('names a ring without a pump, unless weight may drive it', () => {
    const ring = (top: NodeSpec) => saidOf([vessel, top], [valve('a', 'vessel', 'top'), valve('b', 'top', 'vessel')]);
    expect(ring({ id: 'top' })).toEqual([expect.stringMatching(/^no-drive /)]);
    expect(ring({ id: 'top', elevation: 3 })).toEqual([]);
  });

  it('names a pump against closed valves', () => {
    expect(saidOf([vessel, 'out'], [pump('p', 'vessel', 'out'), valve('v', 'out', 'vessel', true)])).toEqual(['dead-end p']);
    const off = { ...pump('p', 'vessel', 'out') };
    expect(
      saidOf([vessel, 'out'], [{ ...off, pump: { ...off.pump!, mode: { kind: 'off' } } }, valve('v', 'out', 'vessel', true)]),
    ).toEqual([]);
  });
});
