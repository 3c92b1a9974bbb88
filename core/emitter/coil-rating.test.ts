import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import { USUAL_COOLING } from '../../model/new-emitter.ts';
import { dewPointOf, dryAirDensity, humidityRatio, moistAirEnthalpy, relativeHumidity } from '../fluid/moist-air.ts';
import { coilState, type WetCoil } from '../network/wet-coil.ts';
import { airFlowOf, coilOfRating } from './coil-rating.ts';

psychrolib.SetUnitSystem(psychrolib.SI);
const PRESSURE = 101_325;

const stateOf = (rating: typeof USUAL_COOLING) => {
  const coil = coilOfRating(rating) as WetCoil;
  const air = { temperature: rating.room, ratio: humidityRatio(rating.room, rating.humidity) };
  return { coil, state: coilState(coil, rating.total / (rating.return - rating.flow), rating.flow, air) };
};

describe('the coil of a rating', () => {
  it.each([
    USUAL_COOLING,
    { ...USUAL_COOLING, total: 4100, sensible: 3000, airFlow: 700 / 3600 },
    { ...USUAL_COOLING, total: 1200, sensible: 1200, flow: 16, return: 18, room: 26, humidity: 0.5 },
    { ...USUAL_COOLING, total: 9000, sensible: 7300, flow: 9, return: 15 },
  ])('gives what it says where it says it %#', (rating) => {
    const { state } = stateOf(rating);
    expect(state.total / rating.total).toBeCloseTo(1, 9);
    expect(state.sensible / rating.sensible).toBeCloseTo(1, 6);
  });

  it('moves the air of the data sheet, or as much as is usual', () => {
    const named = { ...USUAL_COOLING, airFlow: 360 / 3600 };
    expect(airFlowOf(stateOf(named).coil, named)).toBeCloseTo(0.1, 9);
    // Common practice: a fan unit moves some 150 to 220 m3/h for each kW in all.
    const usual = airFlowOf(stateOf(USUAL_COOLING).coil, USUAL_COOLING) * 3600;
    expect(usual / 2).toBeGreaterThan(130);
    expect(usual / 2).toBeLessThan(230);
  });

  it('gives less, and dries nothing, with the water of a floor', () => {
    const { coil } = stateOf(USUAL_COOLING);
    const air = { temperature: 26, ratio: humidityRatio(26, 0.5) };
    const warm = coilState(coil, 400, 17, air);
    expect(warm.latent).toBe(0);
    // Linear in the log mean from 27 over 7/12 to 26 over 17/19 or so: about half of the sensible rating.
    expect(warm.total).toBeGreaterThan(0.38 * 1500);
    expect(warm.total).toBeLessThan(0.62 * 1500);
  });

  it('cannot be with more sensible than total, water that warms backwards, more water than the air has, or too little air', () => {
    expect(coilOfRating({ ...USUAL_COOLING, sensible: 2100 })).toBe('sensible-over-total');
    expect(coilOfRating({ ...USUAL_COOLING, return: 6 })).toBe('water');
    expect(coilOfRating({ ...USUAL_COOLING, sensible: 600 })).toBe('wetter-than-possible');
    expect(coilOfRating({ ...USUAL_COOLING, airFlow: 0.04 })).toBe('air-flow');
    // Water at 11 to 16 °C whose mean lies above the surface that so much drying needs.
    expect(coilOfRating({ ...USUAL_COOLING, flow: 11, return: 16 })).toBe('too-much');
  });
});

describe('moist air beside psychrolib', () => {
  it.each([
    [26, 0.5],
    [32, 0.4],
    [12, 0.9],
    [20, 0.3],
  ])('at %f degrees and a humidity of %f', (temperature, humidity) => {
    const ratio = humidityRatio(temperature, humidity);
    expect(moistAirEnthalpy(temperature, ratio) / psychrolib.GetMoistAirEnthalpy(temperature, ratio)).toBeCloseTo(1, 4);
    expect(1 / dryAirDensity(temperature, ratio) / psychrolib.GetMoistAirVolume(temperature, ratio, PRESSURE)).toBeCloseTo(1, 4);
    expect(relativeHumidity(temperature, ratio)).toBeCloseTo(humidity, 9);
    expect(dewPointOf(ratio)).toBeCloseTo(psychrolib.GetTDewPointFromHumRatio(temperature, ratio, PRESSURE), 2);
  });

  // ASHRAE Handbook Fundamentals, chapter 1, example of cooling and drying, as remembered: 5 m3/s at 30 °C and 50 % come out
  // saturated at 10 °C, which takes 197 kW.
  it('takes the refrigeration of the handbook example', () => {
    const [before, after] = [humidityRatio(30, 0.5), humidityRatio(10, 1)];
    const flow = 5 * dryAirDensity(30, before);
    const taken = flow * (moistAirEnthalpy(30, before) - moistAirEnthalpy(10, after) - (before - after) * 4186 * 10);
    expect(taken / 197_000).toBeCloseTo(1, 2);
  });
});
