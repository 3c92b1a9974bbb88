import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { FIELDS, fieldAt } from '../../model/fields.ts';
import { valueAt } from '../../model/place.ts';
import { asValue, type Found, fieldsOf, placesOf, ranked } from './palette-rank.ts';

const fields = fieldsOf(thistleMill);
const others: Found[] = [
  { id: 'add', sort: 'action', label: 'Add a circuit' },
  { id: 'circuits', sort: 'page', label: 'Circuits' },
  { id: 're', sort: 'figure', label: 'Ground floor: Reynolds number' },
  { id: 'c1', sort: 'circuit', label: 'Ground floor' },
];
const find = (typed: string) => ranked([...others, ...fields], typed);

describe('what is found', () => {
  it('is every number of the job, at a place that holds it', () => {
    for (const place of placesOf(thistleMill)) {
      expect(fieldAt(place), place).toBeDefined();
      expect(valueAt(thistleMill, place), place).toBeDefined();
    }
    expect(fields.length).toBeGreaterThan(200);
    expect(fields.map(({ id }) => id)).toContain('circuits/c2/temperatureDifference');
    expect(Object.keys(FIELDS)).toContain('circuits/*/temperatureDifference');
  });

  it('has every word that was typed, whole words first, actions and fields before figures', () => {
    expect(find('add')[0]?.id).toBe('add');
    expect(find('ground floor')[0]?.id).toBe('c1');
    expect(find('circuits')[0]?.id).toBe('circuits');
    expect(find('unit').map(({ id }) => id)).not.toContain('re');
    expect(find('spacing mill')[0]?.label).toMatch(/^Mill hall.*pipe spacing$/);
    expect(find('nothing of the kind')).toEqual([]);
  });

  it('sets the one field that fits with the value behind it', () => {
    const set = asValue(thistleMill, fields, 'kitchen pipe spacing 100');
    expect(set).toMatchObject({ value: 0.1, label: 'Set Kitchen: pipe spacing to 100\u00a0mm' });
    expect(asValue(thistleMill, fields, 'spacing 100')).toBeNull();
    expect(asValue(thistleMill, fields, 'kitchen pipe spacing 9000')).toBeNull();
    expect(asValue(thistleMill, fields, 'kitchen')).toBeNull();
  });
});
