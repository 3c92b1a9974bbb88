import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dealEvenly, dealLoop, dealtOf, manifoldsOf } from './manifolds.ts';

const loops = (storey: string, ...perRoom: number[]) =>
  perRoom.flatMap((count, room) =>
    Array.from({ length: count }, (_, i) => ({
      place: `rooms/${storey}${room}/loop${i + 1}`,
      roomId: `${storey}${room}`,
      storey,
    })),
  );

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

  it('dealt by hand stand as dealt, hold every loop once, and take what nobody dealt', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 1, max: 4 }),
        fc.array(fc.tuple(fc.nat(40), fc.nat(5)), { maxLength: 8 }),
        (rooms, count, moves) => {
          const all = loops('G', ...rooms);
          let dealt = dealEvenly(all, count);
          for (const [loop, to] of moves)
            dealt = dealLoop(dealt, all[loop % all.length]?.place ?? '', Math.min(to, dealt.length));
          const got = manifoldsOf(all, 12, dealt);
          expect(got.flatMap((each) => each.loops).sort((a, b) => a - b)).toEqual(all.map((_, i) => i));
          expect(manifoldsOf(all, 12, dealtOf(all, got))).toEqual(got);
          const more = [...all, { place: 'rooms/new/loop1', roomId: 'new', storey: 'G' }];
          expect(manifoldsOf(more, 12, dealt).flatMap((each) => each.loops)).toHaveLength(more.length);
        },
      ),
    );
  });

  it('are dealt nine and nine, rooms whole and in their order', () => {
    const all = loops('Ground', 2, 2, 2, 2, 1, 2, 2, 2, 2, 1);
    const dealt = dealEvenly(all, 2, ['Hall', 'Kitchen']);
    expect(dealt.map((each) => [each.name, each.loops.length])).toEqual([
      ['Hall', 9],
      ['Kitchen', 9],
    ]);
    expect(manifoldsOf(all, 12, dealt).map((each) => each.name)).toEqual(['Hall', 'Kitchen']);
  });
});
