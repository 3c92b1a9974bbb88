import { describe, expect, it } from 'vitest';
import { byRule, FigureBook, given } from './figure.ts';
import { sumInUnits } from './sum-in-units.ts';

const book = new FigureBook();
const figure = book.add({
  id: 'a',
  label: 'A',
  kind: 'temperature',
  value: 55,
  formula: 'V = 2 · L · A',
  source: 'rated at 2 K, from memory',
  note: 'Above 55 °C it scalds.',
  terms: {
    L: given('length at 20 °C', 'length', 3, 'a sheet for 16 mm pipe'),
    r: byRule({ id: 'x', label: 'least', kind: 'pressure', limit: 50_000, source: 'some 5 kPa' }),
  },
});
const us = { system: 'us', units: {} } as const;

describe('a sum in the units of a job', () => {
  it('says names, notes and sources in them and leaves values and the formula', () => {
    const sum = sumInUnits(figure, us);
    expect(sum.note).toBe('Above 131 °F it scalds.');
    expect(sum.source).toBe('rated at 3.6 °F, from memory');
    expect(sum.formula).toBe('V = 2 · L · A');
    expect(sum.terms.map(({ label }) => label)).toEqual(['length at 68 °F', 'least']);
    expect(sum.terms.map(({ value }) => value)).toEqual([3, 50_000]);
    expect(sum.terms[0]?.origin).toEqual({ from: 'data', source: 'a sheet for 0.63 in pipe' });
    expect(sum.terms[1]?.origin).toMatchObject({ from: 'rule', id: 'x' });
  });

  it('is the same in metric', () => {
    expect(sumInUnits(figure, { system: 'metric', units: {} })).toEqual(figure.sum);
  });
});
