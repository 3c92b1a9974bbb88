import fc from 'fast-check';
import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import { humidityRatio, moistAirCapacity, saturationPressure } from '../fluid/moist-air.ts';
import { counterflowEffectiveness } from './heat.ts';
import { coilOutlet, coilState, type WetCoil } from './wet-coil.ts';

psychrolib.SetUnitSystem(psychrolib.SI);
const PRESSURE = 101_325;

const coil: WetCoil = { airFlow: 0.11, airSide: 210, waterSide: 320 };
const air = { temperature: 27, ratio: humidityRatio(27, 0.47) };

/**
 * A coil cut into slices, air and water against each other, every slice with a surface of its own that is wet or dry as it
 * comes out: the same physics without either of the short cuts.
 */
function inSlices({ airFlow, airSide, waterSide }: WetCoil, capacityFlow: number, water: number, entering: typeof air) {
  const slices = 400;
  const capacity = moistAirCapacity(entering.ratio);
  const saturated = (t: number) => {
    const vapour = saturationPressure(t);
    return (0.621945 * vapour) / (PRESSURE - vapour);
  };
  const latentHeat = 2_477_740;
  const bypass = Math.exp(-airSide / (airFlow * capacity) / slices);
  const march = (warmest: number) => {
    let [t, w, flow] = [entering.temperature, entering.ratio, warmest];
    for (let i = 0; i < slices; i++) {
      let [low, high] = [flow - 5, t];
      for (let k = 0; k < 50; k++) {
        const surface = (low + high) / 2;
        const fromAir = airFlow * (1 - bypass) * (capacity * (t - surface) + latentHeat * Math.max(0, w - saturated(surface)));
        if (fromAir > (waterSide / slices) * (surface - flow)) low = surface;
        else high = surface;
      }
      const surface = (low + high) / 2;
      const heat = (waterSide / slices) * (surface - flow);
      t = surface + (t - surface) * bypass;
      w = Math.min(w, saturated(surface) + (w - saturated(surface)) * bypass);
      flow -= heat / capacityFlow;
    }
    return { enters: flow, t, w };
  };
  let [low, high] = [water, entering.temperature];
  for (let k = 0; k < 60; k++) {
    const guess = (low + high) / 2;
    if (march(guess).enters > water) high = guess;
    else low = guess;
  }
  const warmest = (low + high) / 2;
  const out = march(warmest);
  return { total: capacityFlow * (warmest - water), sensible: airFlow * capacity * (entering.temperature - out.t) };
}

describe('a coil that stays dry', () => {
  // Reference: the effectiveness of a counterflow exchanger in closed form.
  it('takes what epsilon and NTU in closed form give', () => {
    const dry = { temperature: 27, ratio: 0.005 };
    const flow = coil.airFlow * moistAirCapacity(dry.ratio);
    const conductance = 1 / (1 / coil.airSide + 1 / coil.waterSide);
    for (const capacityFlow of [60, 150, 400, 2000]) {
      const expected = counterflowEffectiveness(conductance, flow, capacityFlow) * Math.min(flow, capacityFlow) * (27 - 12);
      const got = coilState(coil, capacityFlow, 12, dry);
      expect(got.total / expected).toBeCloseTo(1, 9);
      expect(got.latent).toBe(0);
      expect(got.air.ratio).toBe(dry.ratio);
    }
  });
});

describe('a coil that dries', () => {
  it('is near the same coil cut into slices', () => {
    for (const water of [5, 7, 9, 12]) {
      for (const capacityFlow of [150, 400, 900]) {
        const whole = coilState(coil, capacityFlow, water, air);
        const cut = inSlices(coil, capacityFlow, water, air);
        expect(Math.abs(whole.total / cut.total - 1), `${water} ${capacityFlow}`).toBeLessThan(0.055);
        expect(Math.abs(whole.sensible / cut.sensible - 1), `${water} ${capacityFlow}`).toBeLessThan(0.09);
      }
    }
  });

  it('neither makes nor loses heat or water', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 24, noNaN: true }),
        fc.double({ min: 20, max: 3000, noNaN: true }),
        fc.double({ min: 0.2, max: 0.95, noNaN: true }),
        (water, capacityFlow, humidity) => {
          const entering = { temperature: 26, ratio: humidityRatio(26, humidity) };
          const state = coilState(coil, capacityFlow, water, entering);
          expect(state.sensible + state.latent).toBeCloseTo(state.total, 8);
          expect(coil.airFlow * (entering.ratio - state.air.ratio)).toBeCloseTo(state.condensate, 12);
          const lost =
            coil.airFlow * moistAirCapacity(entering.ratio) * (entering.temperature - state.air.temperature) +
            2_477_740 * state.condensate;
          expect(Math.abs(lost - state.total)).toBeLessThan(1e-9 * Math.max(state.total, 1) + 1e-7);
          const line = coilOutlet(coil, capacityFlow, water, entering);
          expect(capacityFlow * (line.slope * water + line.base - water)).toBeCloseTo(state.total, 6);
          expect(state.air.temperature).toBeGreaterThanOrEqual(water - 1e-9);
          // What leaves is never wetter than saturated. Reference: psychrolib.
          const most = psychrolib.GetSatHumRatio(state.air.temperature, PRESSURE);
          expect(state.air.ratio).toBeLessThanOrEqual(Math.max(most, entering.ratio) * 1.0001);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('takes more with colder water, with more of it, and out of damper air', () => {
    const at = (water: number, flow: number, humidity: number) =>
      coilState(coil, flow, water, { temperature: 26, ratio: humidityRatio(26, humidity) });
    for (const water of [6, 9, 12, 15, 18]) {
      const here = at(water, 300, 0.5);
      expect(at(water - 1, 300, 0.5).total).toBeGreaterThan(here.total);
      expect(at(water, 350, 0.5).total).toBeGreaterThan(here.total);
      expect(at(water, 300, 0.7).total).toBeGreaterThanOrEqual(here.total);
      expect(at(water, 300, 0.7).condensate).toBeGreaterThanOrEqual(here.condensate);
    }
  });

  it('does nothing with water as warm as the air, or none', () => {
    expect(coilState(coil, 300, 27, air).total).toBe(0);
    expect(coilState(coil, 0, 7, air).total).toBe(0);
  });
});
