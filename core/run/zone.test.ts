import { describe, expect, it } from 'vitest';
import { logMean } from '../network/heat.ts';
import { outletLine, type RunZone, thermostatCalls, thermostaticShare, type ZoneState, zoneAfter, zoneStep } from './zone.ts';

const zone: RunZone = {
  id: 'z',
  label: 'Zone',
  circuitId: 'c1',
  thermostat: 'z',
  setPoint: 20,
  loss: 100,
  capacity: 100 * 50 * 3600,
  floor: null,
  lag: 1800,
  emitters: [{ behind: null, place: 'p', coefficient: 40, exponent: 1, inFloor: false }],
  follows: null,
  opensIn: 0,
  load: 3000,
  facing: [],
};
const screed: RunZone = { ...zone, floor: { capacity: 2e6 * 0.065 * 40, toRoom: 10.8 * 40 } };

/** A zone through a time in steps of one length, with steady inputs. */
function through(
  of: RunZone,
  from: Partial<ZoneState>,
  hours: number,
  step: number,
  inputs = { floor: 0, other: 0, gains: 0, outdoor: -10 },
) {
  const by = zoneStep(of, step);
  let state: ZoneState = { room: 20, floor: 20, stored: 0, calls: false, open: true, turning: 0, ...from };
  let delivered = 0;
  for (let t = 0; t < hours * 3600 - 1e-6; t += step) {
    const next = zoneAfter(of, by, state, inputs.floor, inputs.other, inputs.gains, inputs.outdoor, step);
    delivered += next.delivered * step;
    state = { ...next, calls: false, open: true, turning: 0 };
  }
  return { ...state, delivered };
}

describe('a zone of one mass beside its exact solution', () => {
  it('cools by e^(-t/RC): after 50 h to 1/e of what it stood above outdoors, however long the steps', () => {
    for (const step of [60, 900, 7200]) expect(through(zone, {}, 50, step).room).toBeCloseTo(-10 + 30 / Math.E, 6);
  });

  it('comes to rest where heat and loss are equal: outdoors plus Q over UA', () => {
    const rest = through(zone, { room: 10 }, 2000, 3600, { floor: 0, other: 2500, gains: 300, outdoor: -5 });
    expect(rest.room).toBeCloseTo(-5 + 2800 / 100, 6);
  });

  it('gives out in the end what went into its emitters, late by their lag', () => {
    const heated = through(zone, {}, 1, 60, { floor: 0, other: 2000, gains: 0, outdoor: 20 });
    const later = through(zone, heated, 11, 60, { floor: 0, other: 0, gains: 0, outdoor: 20 });
    expect(heated.delivered + later.delivered).toBeCloseTo(2000 * 3600, -1);
    // A store of first order has let go 1/e of a steady input after one lag, counted over that time.
    const first = zoneAfter(
      zone,
      zoneStep(zone, 1800),
      { room: 20, floor: 20, stored: 0, calls: true, open: true, turning: 0 },
      0,
      1000,
      0,
      20,
      1800,
    );
    expect(first.delivered / 1000).toBeCloseTo(1 - (1 - Math.exp(-1)), 9);
  });
});

describe('a zone of two masses: rooms, and the floor that heats them', () => {
  it('is the same in long steps and in short ones', () => {
    const inputs = { floor: 1800, other: 0, gains: 200, outdoor: -3 };
    const [fine, coarse] = [10, 3600].map((step) => through(screed, { room: 16, floor: 17 }, 9, step, inputs));
    expect(coarse?.room).toBeCloseTo(fine?.room ?? 0, 9);
    expect(coarse?.floor).toBeCloseTo(fine?.floor ?? 0, 9);
  });

  it('follows its two equations: their right sides are the slopes', () => {
    const state: ZoneState = { room: 18.4, floor: 24.1, stored: 0, calls: true, open: true, turning: 0 };
    const step = 0.5;
    const next = zoneAfter(screed, zoneStep(screed, step), state, 1500, 0, 250, -4, step);
    const { toRoom, capacity } = screed.floor as { toRoom: number; capacity: number };
    expect((next.floor - state.floor) / step).toBeCloseTo((1500 - toRoom * (24.1 - 18.4)) / capacity, 7);
    expect((next.room - state.room) / step).toBeCloseTo((toRoom * (24.1 - 18.4) + 250 - 100 * (18.4 + 4)) / screed.capacity, 7);
  });

  it('keeps heat: what entered is in floor, rooms and outdoors', () => {
    const by = zoneStep(screed, 60);
    let state: ZoneState = { room: 20, floor: 22, stored: 0, calls: true, open: true, turning: 0 };
    let lost = 0;
    for (let i = 0; i < 600; i++) {
      const next = zoneAfter(screed, by, state, 2000, 0, 0, 0, 60);
      lost += 100 * ((state.room + next.room) / 2) * 60;
      state = { ...next, calls: true, open: true, turning: 0 };
    }
    const held = screed.capacity * (state.room - 20) + (screed.floor?.capacity ?? 0) * (state.floor - 22);
    // The loss was summed by trapezoids.
    expect((held + lost) / (2000 * 600 * 60)).toBeCloseTo(1, 4);
  });

  it('comes to rest with the floor above the room by q over its conductance', () => {
    const rest = through(screed, {}, 3000, 3600, { floor: 2500, other: 0, gains: 0, outdoor: -5 });
    expect(rest.room).toBeCloseTo(20, 6);
    expect(rest.floor - rest.room).toBeCloseTo(2500 / 432, 6);
  });
});

describe('what leaves an emitter', () => {
  it('of exponent 1 gives C (1 - e^(-K/C)) of the excess', () => {
    const carries = 0.02 * 4181;
    const emitter = { coefficient: 40, exponent: 1 };
    const { slope, base } = outletLine(emitter, 30, carries);
    expect(slope * 30 + base).toBeCloseTo(30 * Math.exp(-40 / carries), 6);
    const heat = carries * (30 - (slope * 30 + base));
    expect(40 * logMean(30, slope * 30 + base)).toBeCloseTo(heat, 6);
  });

  it('is what entered where the water is no warmer than the room, or stands', () => {
    expect(outletLine({ coefficient: 40, exponent: 1.3 }, -2, 80)).toEqual({ slope: 1, base: 0 });
    expect(outletLine({ coefficient: 40, exponent: 1.3 }, 30, 0)).toEqual({ slope: 1, base: 0 });
  });
});

describe('who calls', () => {
  it('a thermostat has a band', () => {
    expect(thermostatCalls(19.6, 20, false)).toBe(true);
    expect(thermostatCalls(20.4, 20, true)).toBe(false);
    expect([thermostatCalls(20.1, 20, true), thermostatCalls(20.1, 20, false)]).toEqual([true, false]);
  });

  it('a thermostatic valve is open up to its set point, half a quarter of its band above, shut half a band above', () => {
    expect([19, 20, 20.5, 21, 22].map((room) => thermostaticShare(room, 20, 2))).toEqual([1, 1, 0.5, 0, 0]);
  });
});
