import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { manifoldsOf } from './manifolds.ts';

const loops = (storey: string, ...perRoom: number[]) =>
  perRoom.flatMap((count, room) => Array.from({ length: count }, () => ({ roomId: `${storey}${room}`, storey })));

describe('manifolds', () => {
  it('stand on each storey, and are as many as the ports ask', () => {
    const got = manifoldsOf([...loops('Ground', 3, 2, 4, 3, 2), ...loops('Upper', 2, 2)], 12);
    expect(got.map((each) => [each.storey, each.loops.length])).toEqual([
      ['Ground', 9],
      ['Ground', 5],
      ['Upper', 4],
    ]);
  });

  // Two manifolds of nine where eighteen loops lie on one storey: common practice.
  it('share loops evenly', () => {
    expect(manifoldsOf(loops('Ground', ...Array.from({ length: 18 }, () => 1)), 12).map((each) => each.loops.length)).toEqual([
      9, 9,
    ]);
  });

  it('hold every loop once, and never more than they have ports', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 20 }), { maxLength: 12 }),
        fc.integer({ min: 2, max: 24 }),
        (rooms, ports) => {
          const all = loops('G', ...rooms);
          const got = manifoldsOf(all, ports);
          expect(got.flatMap((each) => each.loops).sort((a, b) => a - b)).toEqual(all.map((_, i) => i));
          for (const each of got) expect(each.loops.length).toBeLessThanOrEqual(ports);
        },
      ),
    );
  });
});
