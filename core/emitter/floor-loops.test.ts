import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newFloor } from '../../model/new-emitter.ts';
import { water as waterAt } from '../fluid/water.ts';
import { bulbTurn, fieldLength, floorLoops, MOST_LOOP_LOSS } from './floor-loops.ts';

const water = waterAt(35);

describe('the loops of a floor', () => {
  // Source: geometry, area over spacing: 145 m2 at 100 mm is 1450 m.
  it('hold area over spacing of pipe', () => {
    expect(fieldLength(newFloor('e1', 145, { spacing: 0.1 }))).toBeCloseTo(1450, 9);
    expect(fieldLength(newFloor('e1', 20, { spacing: 0.2, edgeArea: 5, edgeSpacing: 0.1 }))).toBeCloseTo(15 / 0.2 + 50, 9);
  });

  it('are split so that each keeps to the length of its bore', () => {
    const floor = newFloor('e1', 145, { spacing: 0.1, tail: 6 });
    const loops = floorLoops(floor, 5000 / (4180 * 5), water);
    // 1450 m in loops of at most 100 m with 12 m of tails: 17 loops.
    expect(loops.count).toBe(17);
    expect(loops.length).toBeCloseTo(1450 / 17 + 12, 6);
    expect(loops.content * 1000).toBeCloseTo(17 * loops.length * 0.1131, 0);
  });

  it('are more where the flow would cost too much', () => {
    const floor = newFloor('e1', 13, { spacing: 0.15 });
    expect(floorLoops(floor, 0.02, water).count).toBe(1);
    const fast = floorLoops(floor, 0.12, water);
    expect(fast.count).toBeGreaterThan(1);
    expect(fast.loss).toBeLessThanOrEqual(MOST_LOOP_LOSS);
    expect(floorLoops({ ...floor, loops: 1 }, 0.12, water).loss).toBeGreaterThan(MOST_LOOP_LOSS);
  });

  it('end for any floor, however long its tails', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1e5, noNaN: true }),
        fc.double({ min: 0.05, max: 0.4, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 1e-5, max: 50, noNaN: true }),
        (area, spacing, tail, massFlow) => {
          const loops = floorLoops(newFloor('e1', area, { spacing, tail }), massFlow, water);
          expect(loops.count).toBeGreaterThanOrEqual(1);
          expect(Number.isFinite(loops.loss)).toBe(true);
        },
      ),
    );
  });
});

describe('a turn of pipe', () => {
  it('swells where the pipe bends less tightly than it is spaced', () => {
    expect(bulbTurn(0.2, 0.08)).toBe(0);
    expect(bulbTurn(0.1, 0.08)).toBeCloseTo(0.047, 2);
    expect(bulbTurn(0.05, 0.08)).toBeGreaterThan(bulbTurn(0.1, 0.08));
    expect(floorLoops(newFloor('e1', 12, { spacing: 0.1, layout: 'serpentine' }), 0.02, water).bulbTurns).toBe(true);
    expect(floorLoops(newFloor('e1', 12, { spacing: 0.1 }), 0.02, water).bulbs).toBe(0);
  });
});
