import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { QUANTITY_KINDS, UNIT_CHOICES } from '../../model/quantities.ts';
import { editText, formatNumber, say } from './format.ts';
import { evaluate, readNumber, readQuantity } from './parse.ts';
import { findRoot } from './root.ts';
import { fromSI, toSI, unitFromSpelling } from './units.ts';

const METRIC = { system: 'metric', units: {} } as const;
const US = { system: 'us', units: {} } as const;

describe('units', () => {
  // Source: NIST Special Publication 811: 1 Btu_IT = 1055.05585262 J, and a kelvin is 1.8 degrees Fahrenheit of difference.
  it('heat for each kelvin in BTU per hour and degree Fahrenheit', () => {
    expect(toSI(1, 'heatPerKelvin', 'BTU/(h °F)')).toBeCloseTo((1055.05585262 / 3600) * 1.8, 9);
    expect(fromSI(1, 'heatPerKelvin', 'BTU/(h °F)')).toBeCloseTo(1.895634, 5);
  });

  // Source: NIST Special Publication 811, appendix B.8 (conversion factors), and the definition of Cv in EN 60534.
  it.each([
    [1, 'power', 'kBTU/h', 293.0711],
    [1, 'heatLoad', 'BTU/h', 0.2930711],
    [1, 'specificLoad', 'BTU/(h ft²)', 3.154591],
    [1, 'pressure', 'psi', 6894.757],
    [1, 'pressure', 'bar', 1e5],
    [1, 'length', 'ft', 0.3048],
    [1, 'bore', 'in', 0.0254],
    [1, 'area', 'ft²', 0.09290304],
    [1, 'volumeFlow', 'gpm', 6.30902e-5],
    [1, 'volume', 'gal', 3.785412e-3],
    [1, 'massFlow', 'lb/h', 1.259979e-4],
    [1, 'density', 'lb/ft³', 16.01846],
    [212, 'temperature', '°F', 100],
    [-40, 'temperature', '°F', -40],
    [18, 'temperatureDifference', '°F', 10],
    [1, 'specificHeat', 'BTU/(lb °F)', 4186.8],
    [1.156, 'flowCoefficient', 'Cv', 1],
  ] as const)('%d %s in %s is %d in SI', (value, kind, unit, si) => {
    expect(toSI(value, kind, unit) / si).toBeCloseTo(1, 6);
  });

  // Common practice: 4 ft of head per 100 ft is 391 Pa/m.
  it('turns the US pipe gradient into Pa/m', () => {
    expect(Math.abs(toSI(4, 'gradient', 'ft/100 ft') / 391 - 1)).toBeLessThan(0.005);
  });

  it('goes there and back in every unit', () => {
    for (const kind of QUANTITY_KINDS) {
      for (const unit of UNIT_CHOICES[kind]) {
        fc.assert(
          fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (value) => {
            expect(Math.abs(fromSI(toSI(value, kind, unit), kind, unit) - value)).toBeLessThan(1e-6);
          }),
          { numRuns: 20 },
        );
      }
    }
  });

  it('keeps a temperature apart from a difference', () => {
    expect(toSI(50, 'temperature', '°F')).toBeCloseTo(10, 9);
    expect(toSI(50, 'temperatureDifference', '°F')).toBeCloseTo(27.778, 3);
    expect(unitFromSpelling('°C', 'temperatureDifference')).toBe('K');
    expect(unitFromSpelling('m', 'heatLoad')).toBeUndefined();
  });
});

const read = (text: string, kind: Parameters<typeof readQuantity>[1], unit: string) => {
  const result = readQuantity(text, kind, unit);
  return result.ok ? result.value : result.reason;
};

describe('reading what people type', () => {
  it.each([
    ['850', 'heatLoad', 'W', 850],
    ['12,5 kW', 'heatLoad', 'W', 12_500],
    ['12*0.7 kW', 'power', 'kW', 8400],
    ['2 x 350 W', 'heatLoad', 'W', 700],
    ['40 kBTU/h', 'power', 'kW', 11_722.84],
    ['3/4 in', 'bore', 'mm', 0.01905],
    ['1 1/4"', 'bore', 'mm', 0.03175],
    ['70 °F', 'temperature', '°C', 21.1111],
    ['-9', 'temperature', '°C', -9],
    ['−9 °C', 'temperature', '°C', -9],
    ['18 F', 'temperatureDifference', 'K', 10],
    ['(3+4)*2 m', 'length', 'm', 14],
    ['1.200,5', 'heatLoad', 'W', 1200.5],
    ['12 500 W', 'heatLoad', 'W', 12_500],
    ["1'200", 'heatLoad', 'W', 1200],
    ['40', 'fraction', '%', 0.4],
  ] as const)('reads "%s" as %s', (text, kind, unit, si) => {
    expect(Number(read(text, kind, unit)) / si).toBeCloseTo(1, 5);
  });

  it.each(['', 'abc', '12 parsecs', '1/0', '1..2', '((', '5 +', '1e999', '9'.repeat(300), '12 m'])(
    'refuses "%s" with a sentence',
    (text) => {
      const result = readQuantity(text, 'heatLoad', 'W');
      expect(result.ok).toBe(false);
      if (!result.ok) expect(result.reason).toMatch(/type|use/);
    },
  );

  it('reads numbers by the mark of their file', () => {
    expect(readNumber('1,250', ',')).toBe(1.25);
    expect(readNumber('1.250', ',')).toBe(1250);
    expect(readNumber('1,250', 'auto')).toBe(1250);
    expect(readNumber('0,250', 'auto')).toBe(0.25);
    expect(readNumber('1.234.567', 'auto')).toBe(1_234_567);
    expect(readNumber('1,23,4', '.')).toBeUndefined();
  });

  it('never throws and reads back what it shows', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(() => readQuantity(text, 'power', 'kW')).not.toThrow();
        expect(() => evaluate(text)).not.toThrow();
      }),
    );
    fc.assert(
      fc.property(fc.double({ min: 1, max: 1e6, noNaN: true }), (value) => {
        for (const display of [METRIC, US]) {
          const back = readQuantity(editText(value, 'heatLoad', display), 'heatLoad', display === US ? 'BTU/h' : 'W');
          expect(back.ok && back.value / value).toBeCloseTo(1, 5);
        }
      }),
    );
  });
});

describe('showing numbers', () => {
  it('writes units, narrow spaces and no minus nothing', () => {
    expect(say(12_345, 'heatLoad', METRIC)).toBe('12\u202f345\u00a0W');
    expect(say(10, 'temperature', US)).toBe('50\u00a0°F');
    expect(say(10, 'temperatureDifference', US)).toBe('18\u00a0°F');
    expect(say(2.5, 'flowCoefficient', METRIC)).toBe('Kv\u00a02.5');
    expect(formatNumber(-0.001, 1)).toBe('0');
    expect(formatNumber(Number.NaN, 1)).toBe('–');
  });

  it('says the loss of a cylinder finer than what the plates of a plant pass', () => {
    expect(say(1.734, 'heatPerKelvin', METRIC)).toBe('1.73\u00a0W/K');
    expect(say(23.46, 'heatPerKelvin', METRIC)).toBe('23.5\u00a0W/K');
    expect(say(1609.44, 'heatPerKelvin', METRIC)).toBe('1\u202f609\u00a0W/K');
  });

  it('follows a unit chosen for one kind', () => {
    expect(say(6894.757, 'pressure', { system: 'metric', units: { pressure: 'psi' } })).toBe('1\u00a0psi');
  });
});

describe('findRoot', () => {
  it('finds roots of falling and rising functions and refuses without a bracket', () => {
    expect(findRoot((x) => x ** 3 - 2, 0, 2, 1e-12)).toBeCloseTo(Math.cbrt(2), 10);
    expect(findRoot((x) => Math.cos(x), 0, 3, 1e-12)).toBeCloseTo(Math.PI / 2, 10);
    expect(findRoot((x) => x * x + 1, -1, 1, 1e-9)).toBeUndefined();
  });
});
