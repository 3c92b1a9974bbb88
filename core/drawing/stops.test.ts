import { describe, expect, it } from 'vitest';
import { ALL_PLANTS } from '../../demo/all-plants.ts';
import { designJob } from '../job/design-job.ts';
import { stopsOf } from './stops.ts';
import { wallSheet } from './wall.ts';

describe.each(ALL_PLANTS)('the places of the wall of %s', (_, job) => {
  const sheet = wallSheet(job, designJob(job));
  const stops = stopsOf(sheet);

  it('go from the left to the right, each on the sheet, none twice', () => {
    expect(stops.length).toBeGreaterThan(0);
    stops.forEach(({ x, y, name }, i) => {
      expect(x, name).toBeGreaterThanOrEqual(stops[i - 1]?.x ?? 0);
      expect(x).toBeLessThanOrEqual(sheet.width);
      expect(y).toBeLessThanOrEqual(sheet.height);
      expect(name).not.toBe('');
    });
    expect(new Set(stops.map(({ component }) => component)).size).toBe(stops.length);
  });

  it('hold the source, every pair of risers and the cylinder', () => {
    const components = stops.map(({ component }) => component);
    expect(components).toContain('source');
    expect(stops.filter(({ riser }) => riser)).toHaveLength(job.circuits.length);
    if (sheet.symbols.some(({ kind }) => kind === 'cylinder'))
      expect(components.some((each) => each.startsWith('hotWater'))).toBe(true);
  });
});
