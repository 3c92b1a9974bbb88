import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { FINDING_GROUPS, FINDING_KINDS } from '../core/finding/catalogue.ts';
import { presentId } from '../core/finding/former-ids.ts';

const REVIEW = new URL('../core/review/', import.meta.url);
const SOURCES = readdirSync(REVIEW)
  .filter((file) => file.startsWith('review-') && !file.includes('.test.'))
  .map((file) => readFileSync(new URL(file, REVIEW), 'utf8'))
  .join('\n');

describe('the catalogue of findings', () => {
  it('holds no kind that nothing finds', () => {
    const solver = [
      'unknown-node',
      'same-node',
      'twice',
      'bad-number',
      'no-pressure-point',
      'two-pressure-points',
      'no-drive',
      'dead-end',
    ];
    for (const id of Object.keys(FINDING_KINDS)) {
      if (solver.some((kind) => id === `network-${kind}`)) continue;
      expect(SOURCES, id).toContain(`'${id}'`);
    }
  });

  it('says of each what it is, why it matters and where the rule comes from, in sentences', () => {
    for (const [id, { title, why, source }] of Object.entries(FINDING_KINDS)) {
      expect(title, id).toMatch(/^[A-Z].*[^.]$/);
      expect(why, id).toMatch(/^[A-Z].{10,}\.$/);
      expect(source.length, id).toBeGreaterThan(5);
    }
  });

  it('has each kind in one group only', () => {
    const ids = FINDING_GROUPS.flatMap(({ kinds }) => Object.keys(kinds));
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.sort()).toEqual(Object.keys(FINDING_KINDS).sort());
  });

  it('keeps what was let stand under a former id', () => {
    expect(presentId('drying-short:rooms/r3')).toBe('drying-short');
    expect(presentId('oxygen')).toBe('oxygen');
  });
});
