import fc from 'fast-check';
import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import { newFloor, newPanel, newRated, USUAL_COOLING } from '../../model/new-emitter.ts';
import { dewPoint } from '../fluid/moist-air.ts';
import { cooledFloorTransfer, coolingOf } from './cooling.ts';
import { floorTransfer } from './floor.ts';

const air = { temperature: 26, humidity: 0.5 };

describe('a cooled floor', () => {
  // Common practice: a tiled floor at 150 mm takes some 30 to 45 W/m2 with water of 16/19 °C in a room of 26 °C.
  it('takes what the trade expects of it', () => {
    const floor = newFloor('e1', 20, { covering: 0.01 });
    const got = coolingOf(floor, { flow: 16, rise: 3 }, air);
    expect(got?.sensible ?? 0).toBeGreaterThan(30 * 20);
    expect(got?.sensible ?? 0).toBeLessThan(45 * 20);
    expect(got?.latent).toBe(0);
    expect(got?.coldest).toBeGreaterThan(16);
  });

  // EN 1264-5: the surface passes 6.5 instead of 10.8 W/(m2 K), which is 0.0613 m2K/W more on the way.
  it('passes less than the same floor heated, as a covering of 0.061 would leave', () => {
    const floor = newFloor('e1', 20, { covering: 0 });
    const panels = newFloor('e1', 20, { covering: 0, system: 'grooved-panel', heatTransfer: 4 });
    // A floor whose transfer is known lies in series with its coverings, so the extra resistance is exact there.
    expect(cooledFloorTransfer(panels, 0.15)).toBeCloseTo(1 / (1 / 4 + 1 / 6.5 - 1 / 10.8), 9);
    expect(cooledFloorTransfer(floor, 0.15)).toBeLessThan(5.54);
  });

  // EN 1264-5: what a floor loses when it is cooled a ceiling gains; a cooled ceiling passes what a heated floor does, a wall is alike in both.
  it('takes more under the ceiling, and gives less from there', () => {
    const at = (lies: 'floor' | 'wall' | 'ceiling') => newFloor('e1', 20, { covering: 0, lies });
    expect(cooledFloorTransfer(at('ceiling'), 0.15)).toBeCloseTo(floorTransfer(at('floor'), 0.15), 9);
    expect(cooledFloorTransfer(at('wall'), 0.15)).toBeCloseTo(floorTransfer(at('wall'), 0.15), 9);
    expect(cooledFloorTransfer(at('floor'), 0.15)).toBeCloseTo(floorTransfer(at('ceiling'), 0.15), 9);
    expect(floorTransfer(at('ceiling'), 0.15)).toBeLessThan(floorTransfer(at('wall'), 0.15));
    // Common practice: a cooled ceiling takes some 50 to 80 W/m2 at 8 to 10 K.
    const got = coolingOf(
      newFloor('e1', 10, { lies: 'ceiling', spacing: 0.075, cover: 0.012, conductivity: 0.4, covering: 0 }),
      { flow: 16, rise: 2 },
      air,
    );
    expect((got?.sensible ?? 0) / 10).toBeGreaterThan(45);
    expect((got?.sensible ?? 0) / 10).toBeLessThan(80);
  });

  it('takes nothing with water as warm as the room', () => {
    expect(coolingOf(newFloor('e1', 20), { flow: 24, rise: 3 }, air)?.sensible).toBe(0);
  });
});

describe('a fan unit with cold water', () => {
  const unit = newRated('e1', 'fan-unit', { cooling: USUAL_COOLING });

  it('gives its rating at its rating', () => {
    const { flow, room, humidity } = USUAL_COOLING;
    const got = coolingOf(unit, { flow, rise: 5 }, { temperature: room, humidity });
    expect(got?.sensible).toBeCloseTo(1500, 9);
    expect(got?.latent).toBeCloseTo(500, 9);
  });

  // The usual rating: 27 °C dry and 19 °C wet bulb. Reference: psychrolib.
  it('is rated at the humidity its wet bulb means', () => {
    psychrolib.SetUnitSystem(psychrolib.SI);
    expect(psychrolib.GetRelHumFromTWetBulb(27, 19, 101_325)).toBeCloseTo(USUAL_COOLING.humidity, 2);
  });

  it('dries no air whose dew point lies below its water', () => {
    const dry = { temperature: 26, humidity: 0.3 };
    expect(dewPoint(26, 0.3)).toBeLessThan(12);
    const got = coolingOf(unit, { flow: 14, rise: 4 }, dry);
    expect(got?.latent).toBe(0);
    expect(got?.sensible).toBeGreaterThan(0);
  });

  it('does not cool without a rating, nor does a radiator', () => {
    expect(coolingOf(newRated('e1', 'fan-unit'), { flow: 7, rise: 5 }, air)).toBeNull();
    expect(coolingOf(newPanel('e1'), { flow: 7, rise: 5 }, air)).toBeNull();
  });
});

describe('anything that cools', () => {
  const emitters = [
    newFloor('e1', 20, { covering: 0.05, edgeArea: 4 }),
    newFloor('e2', 20, { system: 'plates-below', layout: 'serpentine' }),
    newRated('e3', 'air-coil', { cooling: USUAL_COOLING }),
  ];

  it('takes less with warmer water, with water that warms further, and in a cooler room', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...emitters),
        fc.double({ min: 6, max: 18, noNaN: true }),
        fc.double({ min: 1, max: 6, noNaN: true }),
        (emitter, flow, rise) => {
          const taken = (water: { flow: number; rise: number }, room = 26) => {
            const got = coolingOf(emitter, water, { temperature: room, humidity: 0.5 });
            return (got?.sensible ?? 0) + (got?.latent ?? 0);
          };
          const here = taken({ flow, rise });
          expect(here).toBeGreaterThan(0);
          expect(taken({ flow: flow + 1, rise })).toBeLessThan(here);
          expect(taken({ flow, rise: rise + 0.5 })).toBeLessThan(here);
          expect(taken({ flow, rise }, 25)).toBeLessThan(here);
        },
      ),
    );
  });

  it('keeps its coldest surface between water and room', () => {
    fc.assert(
      fc.property(fc.constantFrom(...emitters.slice(0, 2)), fc.double({ min: 4, max: 25, noNaN: true }), (emitter, flow) => {
        const coldest = coolingOf(emitter, { flow, rise: 2 }, air)?.coldest ?? Number.NaN;
        expect(coldest).toBeGreaterThan(flow);
        expect(coldest).toBeLessThan(26);
      }),
    );
  });
});
