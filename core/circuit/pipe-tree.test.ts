import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Section } from '../../model/job.ts';
import { loadsAlong, pipeTree, sectionOfRoom, sumsAlong } from './pipe-tree.ts';

const section = (id: string, from: string | null, rooms: string[] = []): Section => ({
  id,
  name: id,
  from,
  rooms,
  material: 'copper-en1057',
  size: 'auto',
  length: 3,
  fittingsAllowance: 0,
  existing: true,
  unseen: null,
  reach: 'open',
});

describe('a tree of pipes', () => {
  // Common practice: 7 kW in, two branches of 4 and 3 kW, the first of which feeds 1.5 kW further out.
  it('adds loads up towards the plant, and losses outwards', () => {
    const tree = pipeTree([section('c', 'a'), section('a', null), section('b', null), section('d', 'c')]);
    expect(tree.sections.map((each) => each.section.id)).toEqual(['a', 'c', 'd', 'b']);
    expect(loadsAlong(tree, [1000, 1500, 1500, 3000])).toEqual([4000, 3000, 1500, 3000]);
    expect(sumsAlong(tree, [10, 20, 5, 7])).toEqual([10, 30, 35, 7]);
    expect(tree.sections[1]).toMatchObject({ parent: 0, children: [2], depth: 1 });
    expect(tree.astray).toEqual([]);
  });

  it('hangs what leads nowhere or back to itself on the run, and names it', () => {
    const tree = pipeTree([section('a', 'gone'), section('b', 'c'), section('c', 'b'), section('d', 'c'), section('e', 'e')]);
    expect(tree.astray.sort()).toEqual(['a', 'b', 'c', 'e']);
    expect(tree.sections).toHaveLength(5);
    expect(tree.sections.find((each) => each.section.id === 'd')?.depth).toBe(1);
  });

  it('keeps every section once, whatever hangs on what', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1, max: 9 }), { minLength: 1, maxLength: 10 }), (origins) => {
        const sections = origins.map((from, i) => section(`s${i}`, from < 0 ? null : `s${from}`));
        const tree = pipeTree(sections);
        expect(tree.sections.map((each) => each.section.id).sort()).toEqual(sections.map((each) => each.id).sort());
        tree.sections.forEach(({ parent }, i) => {
          expect(parent).toBeLessThan(i);
        });
        const own = sections.map((_, i) => 2 ** i);
        const roots = tree.sections.flatMap(({ parent }, i) => (parent < 0 ? [loadsAlong(tree, own)[i] as number] : []));
        expect(roots.reduce((sum, each) => sum + each, 0)).toBe(own.reduce((sum, each) => sum + each, 0));
      }),
    );
  });

  it('knows where a room hangs; the first that names it counts', () => {
    const tree = pipeTree([section('a', null, ['r1']), section('b', 'a', ['r2', 'r1'])]);
    expect([...sectionOfRoom(tree)]).toEqual([
      ['r1', 0],
      ['r2', 1],
    ]);
  });
});
