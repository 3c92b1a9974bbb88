import { existsSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { SYMBOL_MEANINGS } from '../../core/drawing/signs/symbols.ts';
import { inUnits } from '../../core/quantity/in-units.ts';
import { ALL_PLANTS } from '../../demo/all-plants.ts';
import { FIELDS } from '../../model/fields.ts';
import { manualOfField } from './links.ts';
import { MANUAL_PAGES } from './pages.ts';
import { SIGN_TEXTS } from './signs.ts';

const wordsOf = (texts: readonly string[]) => texts.join(' ').split(/\s+/).length;

describe('the manual', () => {
  it('has short pages, each with a name of its own', () => {
    expect(new Set(MANUAL_PAGES.map(({ id }) => id)).size).toBe(MANUAL_PAGES.length);
    for (const { id, paragraphs } of MANUAL_PAGES) expect(wordsOf(paragraphs), id).toBeLessThanOrEqual(300);
  });

  it('shows pictures that are there', () => {
    for (const { picture } of MANUAL_PAGES) {
      if (picture) expect(existsSync(new URL(picture.file)), picture.file).toBe(true);
    }
  });

  it('tells of every sign and is found from every field', () => {
    expect(Object.keys(SIGN_TEXTS).toSorted()).toEqual(Object.keys(SYMBOL_MEANINGS).toSorted());
    for (const key of Object.keys(FIELDS)) {
      const place = key.replaceAll('*', '0');
      expect(manualOfField(place), place).toBe(`/manual/fields#${encodeURIComponent(key)}`);
    }
    const [, demo] = ALL_PLANTS[0] as (typeof ALL_PLANTS)[number];
    expect(manualOfField(`rooms/${demo.rooms[0]?.id}/heatLoad`)).toBe('/manual/fields#rooms%2F*%2FheatLoad');
  });

  it('can be read in US units: examples of what is typed apart, no metric unit is left', () => {
    const us = { system: 'us', units: {} } as const;
    for (const { id, paragraphs } of MANUAL_PAGES)
      for (const text of paragraphs)
        expect(inUnits(text, us), id).not.toMatch(/\d[\s\u00a0](°C|K|mm|m\/s|kPa|L\/h|kW|W|m)(?![A-Za-z²³/])/);
  });
});
