import { describe, expect, it } from 'vitest';
import { readHeading } from './room-columns.ts';

describe('headings', () => {
  it.each([
    ['Room', 'name', null],
    ['room name', 'name', null],
    ['SPACE', 'name', null],
    ['Space_Name', 'name', null],
    ['Name', 'name', null],
    ['Raum', 'name', null],
    ['Storey', 'storey', null],
    ['Level', 'storey', null],
    ['Floor', 'storey', null],
    ['Floor area (m2)', 'area', 'm²'],
    ['Area [ft2]', 'area', 'ft²'],
    ['Area sq ft', 'area', 'ft²'],
    ['Fläche', 'area', null],
    ['m2', 'area', 'm²'],
    ['Heat load', 'heatLoad', null],
    ['Heat Loss (W)', 'heatLoad', 'W'],
    ['Heat loss in kW', 'heatLoad', 'kW'],
    ['heat_load_w', 'heatLoad', 'W'],
    ['Load, BTU/h', 'heatLoad', 'BTU/h'],
    ['Load (Btu/hr)', 'heatLoad', 'BTU/h'],
    ['BTUH', 'heatLoad', 'BTU/h'],
    ['Load MBH', 'heatLoad', 'kBTU/h'],
    ['kW', 'heatLoad', 'kW'],
    ['(W)', 'heatLoad', 'W'],
    ['Heizlast (kW)', 'heatLoad', 'kW'],
    ['Design heat load [W]', 'heatLoad', 'W'],
    ['Room temperature (°F)', 'roomTemperature', '°F'],
    ['Design temperature C', 'roomTemperature', '°C'],
    ['Setpoint', 'roomTemperature', null],
    ['Circuit', 'circuit', null],
    ['Zone', 'circuit', null],
  ])('"%s" means %s in %s', (heading, meaning, unit) => {
    expect(readHeading(heading)).toEqual({ heading, meaning, unit, unknownUnit: null });
  });

  it.each(['Colour', 'U-value', 'Notes', '', '42', 'window'])('"%s" means nothing here', (heading) => {
    expect(readHeading(heading).meaning).toBeNull();
  });

  it('names a unit it does not know', () => {
    expect(readHeading('Heat load (furlongs)')).toMatchObject({ meaning: 'heatLoad', unit: null, unknownUnit: 'furlongs' });
    expect(readHeading('Area (acres)')).toMatchObject({ meaning: 'area', unknownUnit: 'acres' });
  });
});
