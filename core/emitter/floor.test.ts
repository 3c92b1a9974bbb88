import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Floor } from '../../model/emitter.ts';
import { newFloor } from '../../model/new-emitter.ts';
import { coolingOf } from './cooling.ts';
import { mostOutput } from './emitter.ts';
import {
  downwardLoss,
  edgeLoss,
  fieldTransfer,
  floorTransfer,
  outputAtSurface,
  overClosest,
  SURFACE_LIMIT,
  surfaceTemperature,
  wetFloorTransfer,
  withDownwards,
} from './floor.ts';
import { fieldLength } from './floor-loops.ts';

describe('a wet floor', () => {
  // Source: EN 1264-2 with the standard's tables, pipe 16 mm, screed of 1.2 W/(m K); values worked out apart, from memory.
  it.each([
    [0.1, 0, 0.045, 6.43],
    [0.15, 0, 0.045, 5.54],
    [0.15, 0.1, 0.045, 3.37],
    [0.15, 0, 0.065, 4.96],
    [0.15, 0, 0.03, 6.02],
  ])('at %f m spacing, covering %f m2K/W, cover %f m gives %f W/(m2 K)', (spacing, covering, cover, expected) => {
    expect(wetFloorTransfer({ spacing, covering, cover, conductivity: 1.2, outside: 0.016 })).toBeCloseTo(expected, 2);
  });

  it('gives less with every step of spacing, covering and cover, more with a better wall', () => {
    const base = { spacing: 0.15, covering: 0.05, cover: 0.045, conductivity: 1.2, outside: 0.016 };
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.35, noNaN: true }),
        fc.double({ min: 0, max: 0.14, noNaN: true }),
        fc.double({ min: 0.02, max: 0.1, noNaN: true }),
        (spacing, covering, cover) => {
          const here = wetFloorTransfer({ ...base, spacing, covering, cover });
          expect(here).toBeGreaterThan(0);
          expect(wetFloorTransfer({ ...base, spacing: spacing + 0.01, covering, cover })).toBeLessThan(here);
          expect(wetFloorTransfer({ ...base, spacing, covering: covering + 0.01, cover })).toBeLessThan(here);
          expect(wetFloorTransfer({ ...base, spacing, covering, cover: cover + 0.005 })).toBeLessThan(here);
          const metal = { thickness: 0.001, conductivity: 50 };
          expect(wetFloorTransfer({ ...base, spacing, covering, cover, wall: metal })).toBeGreaterThan(here);
        },
      ),
    );
  });
});

describe('the surface of a floor', () => {
  // Source: EN 1264-2: 9 K over the room is 100 W/m2, 15 K in an edge band 175 W/m2.
  it('carries 100 W/m2 at 29 °C and 175 W/m2 at 35 °C in a room of 20 °C', () => {
    expect(outputAtSurface(29, 20)).toBeCloseTo(100, 0);
    expect(outputAtSurface(35, 20)).toBeCloseTo(175, 0);
    expect(surfaceTemperature(100, 20)).toBeCloseTo(29, 1);
    expect(outputAtSurface(SURFACE_LIMIT.bathroom, 24)).toBeCloseTo(100, 0);
  });

  // Common practice in the US: about 2 BTU/(h ft2) for each °F of the surface over the room, 11.4 W/(m2 K).
  it('gives about 2 BTU/(h ft2) for each °F over the room', () => {
    for (const surface of [24, 26, 29]) expect(outputAtSurface(surface, 20) / (surface - 20) / 11.36).toBeCloseTo(1, 0);
    expect(outputAtSurface(29, 20) / 9 / 11.36).toBeGreaterThan(0.9);
  });
});

describe('floors of other kinds', () => {
  it('lose by the air gap, by poor contact and by their covering', () => {
    const of = (fields: Parameters<typeof newFloor>[2]) => floorTransfer(newFloor('e1', 10, { covering: 0, ...fields }), 0.2);
    expect(of({ system: 'plates-below' })).toBeGreaterThan(2 * of({ system: 'joist-space' }));
    expect(of({ system: 'plates-below', contact: 0.5 })).toBeCloseTo(0.5 * of({ system: 'plates-below' }), 9);
    expect(of({ system: 'grooved-panel' })).toBeGreaterThan(of({ system: 'plates-below' }));
    // 3.3 W/(m2 K) under 0.1 m2K/W: 1 / (1 / 3.3 + 0.1).
    expect(of({ system: 'grooved-panel', covering: 0.1 })).toBeCloseTo(1 / (1 / 3.3 + 0.1), 6);
    expect(of({ system: 'wet', heatTransfer: 4.2 })).toBe(4.2);
  });

  // Source: EN 1264-3 by hand: R_o = 1 / 10.8 + 0.02 + 0.045 / 1.2 = 0.1501; R_u = 0.75 + 0.17; room and cellar 20 and 10 °C.
  it('lose downwards what insulation and the temperature below let through', () => {
    const floor = newFloor('e1', 10, { below: 10 });
    expect(downwardLoss(floor, 60, 20)).toBeCloseTo((0.1501 * 60 + 10) / 0.92, 1);
    expect(downwardLoss({ ...floor, insulation: 3 }, 60, 20)).toBeLessThan(0.35 * downwardLoss(floor, 60, 20));
  });
});

describe('rows in pairs', () => {
  it('take area over the mean gap of pipe, and are warmest where they are closest', () => {
    const floor = newFloor('e1', 12, { spacing: 0.1, otherGap: 0.3, covering: 0 });
    expect(fieldLength(floor)).toBeCloseTo(12 / 0.2, 9);
    const [close, wide] = [floorTransfer(floor, 0.1), floorTransfer(floor, 0.3)];
    expect(fieldTransfer(floor)).toBeCloseTo((0.1 * close + 0.3 * wide) / 0.4, 9);
    expect(overClosest(floor, 60)).toBeCloseTo((60 * close) / fieldTransfer(floor), 9);
    // The close rows end the output before the mean of the floor reaches 29 °C.
    expect(mostOutput(floor, 20)).toBeCloseTo((outputAtSurface(29, 20) / close) * fieldTransfer(floor) * 12, 6);
    expect(mostOutput(floor, 20)).toBeLessThan(mostOutput({ ...floor, otherGap: null }, 20));
    const cooled = (of: Floor) => coolingOf(of, { flow: 18, rise: 3 }, { temperature: 26, humidity: 0.5 });
    expect(cooled({ ...floor, otherGap: null })?.sensible).toBeGreaterThan(cooled(floor)?.sensible ?? 0);
    // Coldest over the close rows, as if all were so close.
    expect(cooled(floor)?.coldest).toBe(cooled({ ...floor, otherGap: null })?.coldest);
  });
});

describe('the open edge of a slab', () => {
  // By hand: 10 m of edge, 2 x 0.05 + 0.016 m high; 50 W/m2 over 1 / 10.8 + 0.02 + 0.05 / 1.2 = 0.1543 m2K/W: 7.71 K; 1.4 + 0.04 m2K/W before it.
  it('loses by its height and what it is warmer than the room', () => {
    const floor = newFloor('e1', 20, { cover: 0.05, openEdge: 10, edgeInsulation: 1.4 });
    expect(edgeLoss(floor, 50)).toBeCloseTo((10 * 0.116 * 7.713) / 1.44, 2);
    expect(withDownwards(floor, 1000, 20) - withDownwards({ ...floor, openEdge: 0 }, 1000, 20)).toBeCloseTo(
      edgeLoss(floor, 50),
      9,
    );
    // A slab over its plates is as high as itself; a deck on joists is no slab.
    const slab = { ...floor, system: 'plates-under-slab', cover: 0.14, conductivity: 1.8 } as const;
    expect(edgeLoss(slab, 50)).toBeCloseTo((10 * 0.14 * 50 * (1 / 10.8 + 0.02 + 0.07 / 1.8)) / 1.44, 6);
    expect(edgeLoss({ ...floor, system: 'tracks-below' }, 50)).toBe(0);
  });
});

describe('pipes further apart than the tables know', () => {
  it('give no more each than at the widest spacing: half of it at twice the distance', () => {
    const plates = newFloor('e1', 10, { system: 'plates-below', covering: 0 });
    expect(floorTransfer(plates, 0.6)).toBeCloseTo(floorTransfer(plates, 0.3) / 2, 9);
    expect(floorTransfer(plates, 0.4)).toBeLessThan(floorTransfer(plates, 0.3));
    const wet = newFloor('e1', 10, { covering: 0 });
    // EN 1264-2: beyond 0.375 m the output goes with 0.375 / T, from memory.
    expect(floorTransfer(wet, 0.75)).toBeCloseTo(floorTransfer(wet, 0.375) / 2, 9);
  });
});
