import { describe, expect, it } from 'vitest';
import type { MaterialId } from '../../model/job.ts';
import { MATERIALS } from '../../model/job.ts';
import { findSize, PIPE_MATERIALS } from './catalogue.ts';
import { boreArea } from './friction.ts';

const millimetres = (material: MaterialId, id: string) => (findSize(material, id)?.bore ?? Number.NaN) * 1000;
const inches = (material: MaterialId, id: string) => (findSize(material, id)?.bore ?? Number.NaN) / 0.0254;
const litresPerMetre = (material: MaterialId, id: string) => boreArea(findSize(material, id)?.bore ?? Number.NaN) * 1000;

describe('inside diameters', () => {
  // Source: ASTM B88, inside diameters of type L as handbooks print them, from memory.
  it.each([
    ['3/8', 0.43],
    ['1/2', 0.545],
    ['3/4', 0.785],
    ['1', 1.025],
    ['1-1/4', 1.265],
    ['1-1/2', 1.505],
    ['2', 1.985],
    ['2-1/2', 2.465],
    ['3', 2.945],
  ])('copper type L, %s in: %d in', (id, inside) => {
    expect(inches('copper-b88-l', id)).toBeCloseTo(inside, 3);
  });

  // Source: ASTM B88, inside diameters of type M as handbooks print them, from memory.
  it.each([
    ['3/8', 0.45],
    ['1/2', 0.569],
    ['3/4', 0.811],
    ['1', 1.055],
    ['1-1/4', 1.291],
    ['1-1/2', 1.527],
    ['2', 2.009],
  ])('copper type M, %s in: %d in', (id, inside) => {
    expect(inches('copper-b88-m', id)).toBeCloseTo(inside, 3);
  });

  // Source: ASTM F876, SDR 9: wall is a ninth of the outside diameter (3/8 in has a thicker one), from memory.
  it.each([
    ['1/2', 0.485],
    ['5/8', 0.584],
    ['3/4', 0.681],
    ['1', 0.875],
    ['1-1/4', 1.069],
    ['1-1/2', 1.263],
    ['2', 1.653],
  ])('PEX SDR 9, %s in: %d in', (id, inside) => {
    expect(inches('pex-f876', id)).toBeCloseTo(inside, 3);
  });

  it('PEX SDR 9 keeps the ratio of nine from 3/4 in up, within a hundredth', () => {
    for (const [id, outside] of [
      ['3/4', 0.875],
      ['1', 1.125],
      ['1-1/4', 1.375],
      ['1-1/2', 1.625],
      ['2', 2.125],
    ] as const) {
      const wall = (outside - inches('pex-f876', id)) / 2;
      expect(outside / wall).toBeGreaterThan(8.9);
      expect(outside / wall).toBeLessThan(9.1);
    }
  });

  // Source: EN 10255 medium series, inside diameters as tables print them, from memory.
  it.each([
    ['DN15', 16.1],
    ['DN20', 21.7],
    ['DN25', 27.3],
    ['DN32', 36],
    ['DN40', 41.9],
    ['DN50', 53.1],
    ['DN65', 68.9],
    ['DN80', 80.9],
    ['DN100', 105.3],
  ])('steel %s: %d mm', (id, inside) => {
    expect(millimetres('steel-en10255', id)).toBeCloseTo(inside, 6);
  });
});

describe('water in a metre of pipe', () => {
  // Source: makers' tables agree on these to the last digit; common practice.
  it.each([
    ['copper-en1057', '15x0.7', 0.145],
    ['copper-en1057', '22x0.9', 0.32],
    ['copper-en1057', '28x0.9', 0.539],
    ['copper-en1057', '35x1.2', 0.835],
    ['copper-en1057', '42x1.2', 1.232],
    ['copper-en1057', '54x1.2', 2.091],
    ['multilayer', '16x2', 0.113],
    ['multilayer', '20x2', 0.201],
    ['multilayer', '26x3', 0.314],
    ['multilayer', '32x3', 0.531],
    ['pex-iso15875', '16x2', 0.113],
    ['pex-iso15875', '20x2', 0.201],
    ['pex-iso15875', '25x2.3', 0.327],
  ] as const)('%s %s holds %d L', (material, id, litres) => {
    expect(litresPerMetre(material, id)).toBeCloseTo(litres, 3);
  });
});

describe('every material', () => {
  it.each(MATERIALS)('%s has a standard, a sane roughness and pipe for automatic sizing', (material) => {
    const entry = PIPE_MATERIALS[material];
    expect(entry.id).toBe(material);
    expect(entry.source).toMatch(/^(EN|ASTM)/);
    expect(entry.roughness).toBeGreaterThan(1e-6);
    expect(entry.roughness).toBeLessThan(1e-4);
    expect(entry.hottest).toBeGreaterThanOrEqual(90);
    expect(entry.sizes.filter((size) => !size.onlyPinned).length).toBeGreaterThanOrEqual(6);
    for (const size of entry.sizes) expect(size.id).toMatch(/^[A-Za-z0-9./-]+$/);
  });

  it('marks microbore as pinned only', () => {
    expect(findSize('copper-en1057', '10x0.6')?.onlyPinned).toBe(true);
    expect(findSize('copper-en1057', '15x0.7')?.onlyPinned).toBe(false);
    expect(findSize('copper-b88-l', '3/8')?.onlyPinned).toBe(true);
    expect(findSize('copper-en1057', 'nothing')).toBeUndefined();
  });
});

describe('a size no catalogue holds', () => {
  it('is read from outside diameter and wall', () => {
    expect(millimetres('pex-iso15875', '20.4x2.9')).toBeCloseTo(14.6, 9);
    expect(findSize('copper-en1057', '18x1')).toMatchObject({ label: '18 × 1 mm', onlyPinned: true });
  });

  it.each(['20x10', '3x0.5', '400x5', '20x0', '20', 'x2', '20x-2', '1e3x2', ''])('is none for %s', (size) => {
    expect(findSize('multilayer', size)).toBeUndefined();
  });
});
