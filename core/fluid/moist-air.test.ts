import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import { dewPoint, humidityRatio, saturationPressure } from './moist-air.ts';

psychrolib.SetUnitSystem(psychrolib.SI);

// Reference: psychrolib, a general-purpose library of the ASHRAE psychrometric functions.
describe('moist air beside psychrolib', () => {
  it.each([-20, -5, 0.5, 5, 12.3, 18, 20, 26, 35, 60])('saturates at %f degrees as it says', (temperature) => {
    expect(saturationPressure(temperature) / psychrolib.GetSatVapPres(temperature)).toBeCloseTo(1, 9);
  });

  it('has its dew point and its humidity ratio', () => {
    for (const temperature of [15, 20, 24, 26, 30, 35]) {
      for (const humidity of [0.1, 0.35, 0.5, 0.65, 0.8, 1]) {
        // The library stops its own search within a thousandth of a kelvin.
        expect(dewPoint(temperature, humidity)).toBeCloseTo(psychrolib.GetTDewPointFromRelHum(temperature, humidity), 2);
        const ratio = psychrolib.GetHumRatioFromRelHum(temperature, humidity, 101_325);
        expect(humidityRatio(temperature, humidity) / ratio).toBeCloseTo(1, 5);
      }
    }
  });

  it('has no dew point without water', () => {
    expect(dewPoint(20, 0)).toBe(-100);
  });
});
