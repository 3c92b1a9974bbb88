import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newFloor } from '../../model/new-emitter.ts';
import { downwardLoss, floorTransfer, outputAtSurface, SURFACE_LIMIT, surfaceTemperature, wetFloorTransfer } from './floor.ts';

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
