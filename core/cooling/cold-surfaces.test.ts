import { describe, expect, it } from 'vitest';
import { summerMill } from '../../demo/summer-mill.ts';
import { applyEdits } from '../../model/place.ts';
import { contextOf } from '../design/context.ts';
import { designJob } from '../job/design-job.ts';
import { insulationAgainstDew, insulationSurface, pipeTransmittance } from '../pipe/heat-loss.ts';
import { coldSurfaces } from './cold-surfaces.ts';

const surfacesOf = (id: string, sealed: boolean) => {
  const job = applyEdits(summerMill, [{ at: `circuits/${id}/cooling/sealed`, value: sealed }]);
  const design = designJob(job);
  const circuit = job.circuits.find((each) => each.id === id);
  if (!design.cooling || !circuit?.cooling) throw new Error('it does not cool');
  return coldSurfaces(
    contextOf(job),
    { ...circuit, cooling: circuit.cooling },
    design.cooling,
    design.circuits.find((each) => each.id === id),
  );
};

describe('what is cold and meets the air', () => {
  it('is every field, what lies bare, and the outside of the insulated run', () => {
    const floors = surfacesOf('c1', false);
    expect(floors.filter(({ what }) => what === 'surface')).toHaveLength(4);
    expect(floors.some(({ what }) => what === 'bare')).toBe(true);
    for (const { temperature } of floors) expect(temperature).toBeLessThanOrEqual(summerMill.site.summerRoom);
    expect(surfacesOf('c1', true).some(({ what }) => what === 'bare')).toBe(false);
    // A coil's water falls into its tray.
    expect(surfacesOf('c4', false).map(({ what }) => what)).toEqual(['bare', 'run']);
  });
});

describe('the outside of insulation', () => {
  // ISO 12241: heat through the insulation is heat from its surface to the air, 10 W/(m2 K) over its outside.
  it('is where what comes through equals what the air brings', () => {
    for (const thickness of [0, 0.009, 0.019, 0.032]) {
      const surface = insulationSurface(0.028, thickness, 7, 26);
      const brought = 10 * Math.PI * (0.028 + 2 * thickness) * (26 - surface);
      expect(brought).toBeCloseTo(pipeTransmittance(0.028, thickness) * (26 - 7), 9);
      expect(surface).toBeGreaterThanOrEqual(7);
      expect(surface).toBeLessThan(26);
    }
    expect(insulationSurface(0.028, 0, 7, 26)).toBeCloseTo(7, 9);
  });

  it('stays dry with the thinnest that is thick enough', () => {
    const thickness = insulationAgainstDew(0.028, 7, 26, 17) ?? 0;
    expect(insulationSurface(0.028, thickness, 7, 26)).toBeGreaterThanOrEqual(17);
    expect(insulationSurface(0.028, thickness / 1.5, 7, 26)).toBeLessThan(insulationSurface(0.028, thickness, 7, 26));
    expect(insulationAgainstDew(0.028, 7, 26, 25.99)).toBeNull();
  });
});
