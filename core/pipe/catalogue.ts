import type { MaterialId } from '../../model/job.ts';

export interface PipeSize {
  id: string;
  label: string;
  /** Inside and outside diameter in m. */
  bore: number;
  outside: number;
  /** Microbore: taken only where a person asks for it, never by itself. */
  onlyPinned: boolean;
}

export interface PipeMaterial {
  id: MaterialId;
  label: string;
  /** Where the dimensions come from. */
  source: string;
  /** Wall roughness in m. */
  roughness: number;
  /** Whether oxygen is kept out of the water. */
  oxygenBarrier: boolean;
  /** Highest continuous water temperature in degrees C. */
  hottest: number;
  sizes: readonly PipeSize[];
}

const MM = 0.001;
const INCH = 0.0254;

/** Sizes named by outside diameter and wall, in mm. */
const byWall = (...sizes: [outside: number, wall: number][]): PipeSize[] =>
  sizes.map(([outside, wall]) => ({
    id: `${outside}x${wall}`,
    label: `${outside} × ${wall} mm`,
    bore: (outside - 2 * wall) * MM,
    outside: outside * MM,
    onlyPinned: outside < 15,
  }));

/** Sizes named in inches, with outside diameter and wall in inches. */
const byInch = (...sizes: [name: string, outside: number, wall: number][]): PipeSize[] =>
  sizes.map(([name, outside, wall]) => ({
    id: name.replace(' ', '-'),
    label: `${name} in`,
    bore: (outside - 2 * wall) * INCH,
    outside: outside * INCH,
    onlyPinned: name === '3/8',
  }));

/**
 * Pipes by material. Dimensions follow the standards named; they and the temperature limits were written down from
 * memory of those standards. Roughness is common practice: 1.5 um drawn copper, 7 um plastics, 45 um steel.
 */
export const PIPE_MATERIALS: Record<MaterialId, PipeMaterial> = {
  'copper-en1057': {
    id: 'copper-en1057',
    label: 'Copper, metric',
    source: 'EN 1057',
    roughness: 1.5e-6,
    oxygenBarrier: true,
    hottest: 110,
    sizes: byWall(
      [10, 0.6],
      [12, 0.6],
      [15, 0.7],
      [22, 0.9],
      [28, 0.9],
      [35, 1.2],
      [42, 1.2],
      [54, 1.2],
      [66.7, 1.2],
      [76.1, 1.5],
      [108, 1.5],
    ),
  },
  'copper-b88-l': {
    id: 'copper-b88-l',
    label: 'Copper type L',
    source: 'ASTM B88',
    roughness: 1.5e-6,
    oxygenBarrier: true,
    hottest: 110,
    sizes: byInch(
      ['3/8', 0.5, 0.035],
      ['1/2', 0.625, 0.04],
      ['3/4', 0.875, 0.045],
      ['1', 1.125, 0.05],
      ['1 1/4', 1.375, 0.055],
      ['1 1/2', 1.625, 0.06],
      ['2', 2.125, 0.07],
      ['2 1/2', 2.625, 0.08],
      ['3', 3.125, 0.09],
    ),
  },
  'copper-b88-m': {
    id: 'copper-b88-m',
    label: 'Copper type M',
    source: 'ASTM B88',
    roughness: 1.5e-6,
    oxygenBarrier: true,
    hottest: 110,
    sizes: byInch(
      ['3/8', 0.5, 0.025],
      ['1/2', 0.625, 0.028],
      ['3/4', 0.875, 0.032],
      ['1', 1.125, 0.035],
      ['1 1/4', 1.375, 0.042],
      ['1 1/2', 1.625, 0.049],
      ['2', 2.125, 0.058],
      ['2 1/2', 2.625, 0.065],
      ['3', 3.125, 0.072],
    ),
  },
  'pex-iso15875': {
    id: 'pex-iso15875',
    label: 'PE-X with barrier, metric',
    source: 'EN ISO 15875',
    roughness: 7e-6,
    oxygenBarrier: true,
    hottest: 90,
    sizes: byWall([12, 2], [16, 2], [17, 2], [20, 2], [25, 2.3], [32, 2.9], [40, 3.7], [50, 4.6], [63, 5.8]),
  },
  'pex-open': {
    id: 'pex-open',
    label: 'PE-X without barrier, metric',
    source: 'EN ISO 15875',
    roughness: 7e-6,
    oxygenBarrier: false,
    hottest: 90,
    sizes: byWall([12, 2], [16, 2], [17, 2], [20, 2], [25, 2.3], [32, 2.9], [40, 3.7]),
  },
  'pex-f876': {
    id: 'pex-f876',
    label: 'PEX with barrier, SDR 9',
    source: 'ASTM F876',
    roughness: 7e-6,
    oxygenBarrier: true,
    hottest: 93,
    sizes: byInch(
      ['3/8', 0.5, 0.07],
      ['1/2', 0.625, 0.07],
      ['5/8', 0.75, 0.083],
      ['3/4', 0.875, 0.097],
      ['1', 1.125, 0.125],
      ['1 1/4', 1.375, 0.153],
      ['1 1/2', 1.625, 0.181],
      ['2', 2.125, 0.236],
    ),
  },
  multilayer: {
    id: 'multilayer',
    label: 'Multilayer composite',
    source: 'EN ISO 21003',
    roughness: 7e-6,
    oxygenBarrier: true,
    hottest: 95,
    sizes: byWall([16, 2], [20, 2], [26, 3], [32, 3], [40, 3.5], [50, 4], [63, 4.5]),
  },
  'steel-en10255': {
    id: 'steel-en10255',
    label: 'Steel, threaded, medium',
    source: 'EN 10255',
    roughness: 45e-6,
    oxygenBarrier: true,
    hottest: 110,
    sizes: (
      [
        [10, 17.2, 2.3],
        [15, 21.3, 2.6],
        [20, 26.9, 2.6],
        [25, 33.7, 3.2],
        [32, 42.4, 3.2],
        [40, 48.3, 3.2],
        [50, 60.3, 3.6],
        [65, 76.1, 3.6],
        [80, 88.9, 4],
        [100, 114.3, 4.5],
      ] as const
    ).map(([nominal, outside, wall]) => ({
      id: `DN${nominal}`,
      label: `DN ${nominal}`,
      bore: (outside - 2 * wall) * MM,
      outside: outside * MM,
      onlyPinned: nominal < 15,
    })),
  },
};

/** Outside diameter by wall in mm: how a size is written that no catalogue holds. */
const OWN_SIZE = /^(\d{1,3}(?:\.\d{1,2})?)x(\d{1,2}(?:\.\d{1,2})?)$/;
/** Own sizes: outside 4 to 300 mm, with a bore of at least 2 mm. */
const OWN_BOUNDS = { least: 4, most: 300, bore: 2 };

/** A size by its outside diameter and wall, `20.4x2.9` in mm; undefined where that is no pipe. */
export function ownSize(sizeId: string): PipeSize | undefined {
  const [, outside, wall] = (OWN_SIZE.exec(sizeId) ?? []).map(Number);
  if (outside === undefined || wall === undefined) return undefined;
  const bore = outside - 2 * wall;
  if (outside < OWN_BOUNDS.least || outside > OWN_BOUNDS.most || wall <= 0 || bore < OWN_BOUNDS.bore) return undefined;
  const label = `${outside} × ${wall} mm`;
  return { id: sizeId, label, bore: bore * MM, outside: outside * MM, onlyPinned: true };
}

/** The size of a material with this id, be it of the catalogue or one's own; or undefined. */
export const findSize = (material: MaterialId, sizeId: string): PipeSize | undefined =>
  PIPE_MATERIALS[material].sizes.find((size) => size.id === sizeId) ?? ownSize(sizeId);
