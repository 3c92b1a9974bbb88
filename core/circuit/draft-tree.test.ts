import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Circuit } from '../../model/job.ts';
import { draftTree, roomsOf } from './draft-tree.ts';
import { pipeTree } from './pipe-tree.ts';

describe('a drafted tree', () => {
  it('has a trunk for each storey and takes in every room of the circuit once', () => {
    for (const circuit of thistleMill.circuits) {
      const sections = draftTree(thistleMill, circuit);
      expect(sections.flatMap((section) => section.rooms).sort()).toEqual(roomsOf(thistleMill, circuit.id).sort());
      expect(pipeTree(sections).astray).toEqual([]);
    }
    const upper = draftTree(thistleMill, thistleMill.circuits[1] as Circuit);
    // Five rooms of the upper floor in two pieces, and the towel rail of the shower below.
    expect(upper.map((section) => section.name)).toEqual(['Ground 1', 'Upper 1', 'Upper 2']);
    expect(upper[2]?.from).toBe(upper[1]?.id);
  });
});
