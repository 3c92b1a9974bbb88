import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newFloor } from '../../model/new-emitter.ts';
import { water as waterAt } from '../fluid/water.ts';
import { ALIKE, equalLoops, spreadOf } from './equal-loops.ts';
import { floorLoops } from './floor-loops.ts';

const water = waterAt(35);
const floorOf = (area: number, fields = {}) => ({ floor: newFloor('e', area, { tail: 3, ...fields }), massFlow: area * 0.002 });
const lengthsOf = (floors: ReturnType<typeof floorOf>[], counts: number[]) =>
  floors.map(({ floor, massFlow }, i) => floorLoops({ ...floor, loops: counts[i] as number }, massFlow, water).length);

describe('loops of equal length', () => {
  // Source: geometry. 12 and 24 m2 at 150 mm are 80 and 160 m of pipe: one loop and two of the same length.
  it('split a floor of twice the size in two', () => {
    const floors = [floorOf(12), floorOf(24)];
    const counts = equalLoops(floors, water);
    expect(counts).toEqual([1, 2]);
    expect(spreadOf(lengthsOf(floors, counts))).toBeCloseTo(1, 9);
  });

  it('take more loops than each floor needs, where that makes them alike', () => {
    const floors = [floorOf(7), floorOf(13)];
    expect(floors.map(({ floor, massFlow }) => floorLoops(floor, massFlow, water).count)).toEqual([1, 1]);
    const counts = equalLoops(floors, water);
    expect(counts).toEqual([1, 2]);
    expect(spreadOf(lengthsOf(floors, counts))).toBeLessThan(ALIKE);
  });

  it('keep what is pinned, and are never further apart than floors split by themselves', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 2, max: 60, noNaN: true }), { minLength: 1, maxLength: 10 }), (areas) => {
        const floors = areas.map((area, i) => floorOf(area, i === 0 ? { loops: 2 } : {}));
        const counts = equalLoops(floors, water);
        expect(counts[0]).toBe(2);
        const alone = floors.map(({ floor, massFlow }) => floorLoops(floor, massFlow, water).length);
        const together = spreadOf(lengthsOf(floors, counts));
        expect(together).toBeLessThanOrEqual(Math.max(ALIKE, spreadOf(alone)) + 1e-9);
      }),
    );
    expect(equalLoops([], water)).toEqual([]);
  });
});
