import { describe, expect, it } from 'vitest';
import { boundsProblem, FIELDS, type Field } from '../../model/fields.ts';
import { inUnits } from './in-units.ts';
import { readInJobUnits } from './parse.ts';

const us = { system: 'us', units: {} } as const;
const mixed = { system: 'metric', units: { pressure: 'psi', bore: 'in' } } as const;
/** A metric unit behind a number, names of sizes apart. */
const METRIC =
  /(?<![\w×])-?\d[\d.]*[\s\u00a0](°C|K|mm|m\/s|kPa|L\/h|L\/min|L|W\/m²|W\/K|W\/\(m|m²K\/W|m²|kW|W|Pa\/m|m)(?![A-Za-z²³/])/;

describe('a sentence in the units of a job', () => {
  // By the definitions of the units: 1 K = 1.8 °F of difference, °F = 1.8 °C + 32, 1 ft = 0.3048 m, 1 psi = 6.894757 kPa.
  it('has its quantities converted and rounded as a person would type them', () => {
    expect(inUnits('usually 3 to 5 K', us)).toBe('usually 5.4 to 9 °F');
    expect(inUnits('it lies between -60 and 25 °C', us)).toBe('it lies between -76 and 77 °F');
    expect(inUnits('at most 0.9 m/s', us)).toBe('at most 3 ft/s');
    expect(inUnits('pipe at 75 mm', us)).toBe('pipe at 3 in');
    expect(inUnits('read it off the relief valve, 50 to 1600 kPa', us)).toBe('read it off the relief valve, 7.3 to 232 psi');
    expect(inUnits('A6 · 6 m', us)).toBe('A6 · 20 ft');
  });

  it('is itself in metric, and takes single units of one’s own', () => {
    expect(inUnits('usually 3 to 5 K', { system: 'metric', units: {} })).toBe('usually 3 to 5 K');
    expect(inUnits('pipe at 75 mm, 300 kPa, 20 °C', mixed)).toBe('pipe at 3 in, 44 psi, 20 °C');
  });

  it('leaves names of sizes, words and bare numbers alone', () => {
    for (const text of ['22 × 0.9 mm', 'the 3 pumps', '100 %', '24 V and 63 VA', '5 min to 24 h'])
      expect(inUnits(text, us)).toBe(text);
  });

  it.each(Object.entries(FIELDS))('of the field %s has no metric unit in US, and its ends can be typed', (_, field: Field) => {
    const said = inUnits(field.remedy, us);
    expect(said).not.toMatch(METRIC);
    const [, least, most, unit] = /(-?[\d.]+) to (-?[\d.]+) ([^\s;,"]+(?: ft²| °F\/BTU)*)/.exec(said) ?? [];
    if (least === undefined || most === undefined || !unit) return;
    for (const end of [least, most]) {
      const read = readInJobUnits(`${end} ${unit}`, field.kind, us);
      // A range within the bounds (what is usual) is as good as the bounds themselves.
      if (read.ok) expect(boundsProblem(field, read.value), `${end} ${unit}`).toBeUndefined();
    }
  });
});
