import type { Emitter, Floor, FloorSystem, FloorUse } from '../../model/emitter.ts';
import { findSize, PIPE_MATERIALS, type PipeSize } from '../pipe/catalogue.ts';
import { type DeckFloor, deckTransfer, type Sheet } from './plates.ts';
import { SURFACE } from './surface.ts';

export { SURFACE } from './surface.ts';

/** Resistance between a ceiling and the room below it, m2 K/W: EN 1264-3. */
const CEILING = 0.17;
/** EN 1264-2: 6.7 W/(m2 K) for a pipe wall of 2 mm at 0.35 W/(m K). */
const B0 = 6.7;
const USUAL_WALL = { thickness: 0.002, conductivity: 0.35 };
/** Cover and conductivity that the tables of the standard start from. */
const USUAL_COVER = 0.045;
const USUAL_CONDUCTIVITY = 1;
/** Conductivity of the pipe's wall, W/(m K): PE-X and multilayer plastics; metal does not matter. */
const PLASTIC_WALL = 0.35;
const METAL_WALL = 50;

const COVERINGS = [0, 0.05, 0.1, 0.15] as const;
const SPACINGS = [0.05, 0.075, 0.1, 0.15, 0.2, 0.225, 0.3, 0.375] as const;
/** EN 1264-2, tables for systems of type A and C, by covering; written down from memory, check values in the tests. */
const SPACING_FACTOR = [1.23, 1.188, 1.156, 1.134];
const COVER_FACTOR = [
  [1.069, 1.066, 1.063, 1.057, 1.051, 1.048, 1.0395, 1.03],
  [1.056, 1.053, 1.05, 1.046, 1.041, 1.038, 1.031, 1.0221],
  [1.043, 1.041, 1.039, 1.035, 1.0315, 1.0295, 1.024, 1.0181],
  [1.037, 1.035, 1.0335, 1.0305, 1.0275, 1.026, 1.021, 1.015],
];
const DIAMETER_FACTOR = [
  [1.013, 1.021, 1.029, 1.04, 1.046, 1.049, 1.053, 1.056],
  [1.013, 1.019, 1.025, 1.034, 1.04, 1.043, 1.049, 1.051],
  [1.012, 1.016, 1.022, 1.029, 1.035, 1.038, 1.044, 1.046],
  [1.011, 1.014, 1.018, 1.024, 1.03, 1.033, 1.039, 1.042],
];

/** Between two columns of a table; the ends hold beyond them. */
function between(at: readonly number[], values: readonly number[], x: number): number {
  const last = at.length - 1;
  const found = at.findIndex((each) => x <= each);
  const next = found < 0 ? last : Math.max(found, 1);
  const [from, to] = [at[next - 1] as number, at[next] as number];
  const [low, high] = [values[next - 1] as number, values[next] as number];
  const share = Math.min(Math.max((x - from) / (to - from), 0), 1);
  return low + (high - low) * share;
}

const tableAt = (table: readonly (readonly number[])[], covering: number, spacing: number): number =>
  between(
    COVERINGS,
    table.map((row) => between(SPACINGS, row, spacing)),
    covering,
  );

/** What a wet floor's heat transfer follows from. Lengths in m. */
export interface WetFloor {
  spacing: number;
  /** Resistance of the covering, m2 K/W. */
  covering: number;
  /** Screed over the pipe and its conductivity in W/(m K). */
  cover: number;
  conductivity: number;
  /** Outside of the pipe, and its wall. */
  outside: number;
  wall?: { thickness: number; conductivity: number };
}

/** Widest spacing of the method, m. */
const WIDEST = 0.375;

/**
 * Heat transfer of a wet floor in W/(m2 K) of log-mean water over room: EN 1264-2, types A and C.
 *
 * K_H = B a_B a_T^(1 - T / 0.075) a_U^(100 (0.045 - s_u)) a_D^(250 (D - 0.020)). Beyond 375 mm each pipe gives what it gives
 * there, K_H (T) = K_H (0.375) 0.375 / T (the standard's own rule, from memory); with coverings above 0.15 m2K/W the tables end and
 * their last values are kept.
 */
export function wetFloorTransfer({
  spacing: asLaid,
  covering,
  cover,
  conductivity,
  outside,
  wall = USUAL_WALL,
}: WetFloor): number {
  const surface = 1 / SURFACE;
  const spacing = Math.min(asLaid, WIDEST);
  const ofCovering = (surface + USUAL_COVER / USUAL_CONDUCTIVITY) / (surface + USUAL_COVER / conductivity + covering);
  const shape =
    ofCovering *
    between(COVERINGS, SPACING_FACTOR, covering) ** (1 - spacing / 0.075) *
    tableAt(COVER_FACTOR, covering, spacing) ** (100 * (USUAL_COVER - cover)) *
    tableAt(DIAMETER_FACTOR, covering, spacing) ** (250 * (outside - 0.02));
  const wallOf = ({ thickness, conductivity: lambda }: { thickness: number; conductivity: number }) =>
    Math.log(outside / (outside - 2 * thickness)) / (2 * lambda);
  // 1 / B = 1 / B0 + (1.1 / pi) shape T (wall as it is - wall of the tables): the standard's correction for other pipes.
  const correction = (1.1 / Math.PI) * shape * spacing * (wallOf(wall) - wallOf(USUAL_WALL));
  return (shape / (1 / B0 + correction)) * (spacing / asLaid);
}

interface SystemData {
  label: string;
  /** K_H without covering by spacing in m; null where it is worked out. */
  transfer: { spacings: readonly number[]; values: readonly number[] } | null;
  /** Sheets under the deck, from which and the deck itself it is worked out. */
  sheet?: Sheet;
  /** Where the slab lies that is heated with it and may have an open edge: round its pipes or over them. */
  slab?: 'around' | 'over';
  /** Deck that is usual over it, m and W/(m K). */
  deck?: { cover: number; conductivity: number };
  /** Hours from cold to warm, a plain estimate. */
  heatUp: [number, number];
  note: string;
}

/** Chipboard or boards on joists: common practice, conductivity from memory. */
const TIMBER = { cover: 0.022, conductivity: 0.13 };

/** Floors by how they are built. The dry ones are typical values from memory; the data sheet's own are better. */
export const FLOOR_DATA: Record<FloorSystem, SystemData> = {
  wet: { label: 'Screed over the pipe', transfer: null, slab: 'around', heatUp: [3, 6], note: 'EN 1264-2, type A.' },
  'low-build': {
    label: 'Low pour on a studded sheet',
    transfer: { spacings: [0.1, 0.15, 0.2], values: [6.2, 5.2, 4.4] },
    heatUp: [1, 2],
    note: 'Some 20 mm of filler round the pipe.',
  },
  'grooved-panel': {
    label: 'Grooved structural panels',
    transfer: { spacings: [0.1, 0.15, 0.2, 0.3], values: [4.6, 3.9, 3.3, 2.5] },
    heatUp: [0.7, 1.5],
    note: 'Pipe pressed into grooves with a metal sheet; grooves run one way only.',
  },
  'plates-below': {
    label: 'Plates under the deck',
    transfer: { spacings: [0.15, 0.2, 0.3], values: [2.7, 2.4, 1.8] },
    deck: TIMBER,
    heatUp: [1, 2],
    note: 'Plates must press hard on the deck from below.',
  },
  'tracks-below': {
    label: 'Tracks between joists, under the deck',
    transfer: null,
    // Drawn profiles, screwed up every 150 mm: from memory.
    sheet: { width: 0.1, thickness: 0.0015, conductivity: 160, bond: 0.005 },
    deck: TIMBER,
    heatUp: [1, 2],
    note: 'Deck and tracks worked out; two rows to a joist space are a pair, with the wider gap across the joist.',
  },
  'plates-under-slab': {
    label: 'Plates under a concrete slab',
    transfer: null,
    // Sheet of half a millimetre on levelled concrete: from memory.
    sheet: { width: 0.12, thickness: 0.0005, conductivity: 200, bond: 0.01 },
    deck: { cover: 0.14, conductivity: 1.8 },
    slab: 'over',
    heatUp: [4, 9],
    note: 'Slab and plates worked out; foil-faced insulation has to close it below.',
  },
  'joist-space': {
    label: 'Air between joists',
    transfer: { spacings: [0.15, 0.2, 0.3], values: [1.2, 1, 0.8] },
    deck: TIMBER,
    heatUp: [1.5, 3],
    note: 'The air gap costs most of the heat; it keeps the floor from getting hot.',
  },
};

/** Layer over the pipe that is usual with a system, m and W/(m K); a screed where nothing else is. */
export const deckOf = (system: FloorSystem): { cover: number; conductivity: number } =>
  FLOOR_DATA[system].deck ?? { cover: 0.045, conductivity: 1.2 };

/** K_H of a dry floor at a spacing: between those known on straight lines, beyond the widest each pipe gives no more than there. */
function dryTransfer({ spacings, values }: { spacings: readonly number[]; values: readonly number[] }, spacing: number): number {
  const widest = spacings.at(-1) as number;
  return spacing > widest ? ((values.at(-1) as number) * widest) / spacing : between(spacings, values, spacing);
}

/** Covering between whose ends EN 1264-5 turns the figures of a heated floor into those of another surface, m2 K/W. */
const COMPARED_COVERING = 0.15;

/**
 * Heat transfer of a field of pipes at a surface that passes `surface` W/(m2 K), from that of the heated floor: EN 1264-5, from memory.
 *
 * K = K_0 / (1 + (dR + R) / R' (K_0 / K' - 1)) with K_0 and K' of the heated floor bare and under R' = 0.15 m2K/W, R its covering, and
 * dR = 1 / surface - 1 / 10.8.
 */
export function transferAt(floor: Floor, spacing: number, surface: number): number {
  const asFloor: Floor = { ...floor, lies: 'floor' };
  const bare = floorTransfer({ ...asFloor, covering: 0 }, spacing);
  const covered = floorTransfer({ ...asFloor, covering: COMPARED_COVERING }, spacing);
  const extra = 1 / surface - 1 / SURFACE + floor.covering;
  return bare / (1 + (extra / COMPARED_COVERING) * (bare / covered - 1));
}

/** Heat transfer between a heated field and its room by where it lies, W/(m2 K): EN 1264-5, from memory. Warm air stays under a ceiling. */
const HEATED_SURFACE: Record<Floor['lies'], number> = { floor: SURFACE, wall: 8, ceiling: 6.5 };

/** Heat transfer K_H of a field as built, W/(m2 K), at a spacing in m. */
export function floorTransfer(floor: Floor, spacing: number): number {
  if (floor.lies !== 'floor') return transferAt(floor, spacing, HEATED_SURFACE[floor.lies]);
  const { transfer } = FLOOR_DATA[floor.system];
  const bare = floor.heatTransfer !== 'auto' ? floor.heatTransfer : transfer && dryTransfer(transfer, spacing);
  // A covering on a floor whose own figure is known lies in series with it.
  if (bare !== null) return (bare * floor.contact) / (1 + bare * floor.contact * floor.covering);
  const { outside, bore, wallConductivity } = floorPipe(floor);
  const { sheet } = FLOOR_DATA[floor.system];
  if (sheet) {
    const { cover: deck, conductivity, covering } = floor;
    const wall = { thickness: (outside - bore) / 2, conductivity: wallConductivity };
    return floor.contact * workedOut({ spacing, deck, conductivity, covering, sheet, outside, wall });
  }
  return (
    floor.contact *
    wetFloorTransfer({
      spacing,
      covering: floor.covering,
      cover: floor.cover,
      conductivity: floor.conductivity,
      outside,
      wall: { thickness: (outside - bore) / 2, conductivity: wallConductivity },
    })
  );
}

const decks = new Map<string, number>();
const MOST_DECKS = 500;

/** K_H of a deck over sheets, kept: the same floors are asked for again and again. */
function workedOut(floor: DeckFloor): number {
  const { spacing, deck, conductivity, covering, sheet, outside, wall } = floor;
  const key = [spacing, deck, conductivity, covering, sheet.width, outside, wall.thickness, wall.conductivity].join(' ');
  const known = decks.get(key);
  if (known !== undefined) return known;
  if (decks.size >= MOST_DECKS) decks.clear();
  const found = deckTransfer(floor);
  decks.set(key, found);
  return found;
}

/**
 * Heat transfer K_H of a field whose gaps alternate, W/(m2 K): midway between rows nothing flows sideways, so each row heats half a gap
 * to either side as if all were like it. Source: symmetry; held against a grid in the tests.
 */
export const fieldTransfer = (floor: Floor): number => overRows(floor, (gap) => floorTransfer(floor, gap));

/** Mean over a field of what holds for rows so far apart, each gap counted by its width. */
export function overRows({ spacing, otherGap }: Floor, of: (gap: number) => number): number {
  if (otherGap === null || otherGap === spacing) return of(spacing);
  return (spacing * of(spacing) + otherGap * of(otherGap)) / (spacing + otherGap);
}

/** The closest rows of a field, m: there it is warmest. */
export const closestGap = ({ spacing, otherGap }: Floor): number => Math.min(spacing, otherGap ?? spacing);

/** Output in W/m2 over the closest rows of a field that gives `output` on the mean. */
export const overClosest = (floor: Floor, output: number): number =>
  (output * floorTransfer(floor, closestGap(floor))) / fieldTransfer(floor);

/** Mean distance from row to row in a field, m. */
export const meanGap = ({ spacing, otherGap }: Floor): number => (spacing + (otherGap ?? spacing)) / 2;

/** The pipe in a floor. */
export interface FloorPipe extends PipeSize {
  roughness: number;
  wallConductivity: number;
  /** Whether the catalogue holds the size; it is the smallest of its material otherwise. */
  known: boolean;
  oxygenBarrier: boolean;
}

const pipes = new Map<string, FloorPipe>();

/** The pipe in a floor; the smallest of its material where the catalogue does not hold the size. */
export function floorPipe({ pipe }: Floor): FloorPipe {
  const key = `${pipe.material}/${pipe.size}`;
  const seen = pipes.get(key);
  if (seen) return seen;
  const material = PIPE_MATERIALS[pipe.material];
  const size = findSize(pipe.material, pipe.size);
  const metal = material.id.startsWith('copper') || material.id.startsWith('steel');
  const found: FloorPipe = {
    ...(size ?? (material.sizes[0] as PipeSize)),
    roughness: material.roughness,
    wallConductivity: metal ? METAL_WALL : PLASTIC_WALL,
    known: size !== undefined,
    oxygenBarrier: material.oxygenBarrier,
  };
  // Sizes that are none come from hands and files without end; only those of the catalogue are kept.
  if (size) pipes.set(key, found);
  return found;
}

/** Mean surface temperature in degrees C at an output in W/m2: q = 8.92 (T_s - T_i)^1.1, EN 1264-2. */
export const surfaceTemperature = (output: number, room: number): number => room + (Math.max(output, 0) / 8.92) ** (1 / 1.1);

/** Output in W/m2 at which a surface is as warm as it may be: EN 1264-2, the basic characteristic curve. */
export const outputAtSurface = (surface: number, room: number): number => (surface > room ? 8.92 * (surface - room) ** 1.1 : 0);

/** Highest surface by use, degrees C, and in an edge band: EN 1264-2; 27 where people ask for it (common practice). */
export const SURFACE_LIMIT: Record<FloorUse, number> = { living: 29, bathroom: 33, gentle: 27 };
export const EDGE_LIMIT = 35;

/**
 * Heat lost downwards in W/m2: EN 1264-3, q_u = (R_o q + T_i - T_u) / R_u.
 * @param output upwards, W/m2 @param room degrees C
 */
export function downwardLoss(floor: Floor, output: number, room: number): number {
  const up = 1 / SURFACE + floor.covering + floor.cover / floor.conductivity;
  const down = floor.insulation + CEILING;
  return Math.max(0, (up * output + room - floor.below) / down);
}

/** Resistance outside a slab's edge, m2 K/W: EN ISO 6946, in the open. */
const OUTSIDE = 0.04;

/**
 * Heat in W that a slab loses through its open edge for being heated: its height times length times what it is warmer than the room,
 * over the resistance there. What an unheated slab loses there is part of the room's load. Source: conduction in one dimension; a slab round
 * its pipes is as high as the cover on both sides of them and as warm as there, one over them is as warm as half way up.
 * @param output upwards, W/m2
 * @returns 0 for what is no slab
 */
export function edgeLoss(floor: Floor, output: number): number {
  const { slab } = FLOOR_DATA[floor.system];
  if (floor.openEdge <= 0 || !slab) return 0;
  const [height, up] =
    slab === 'around' ? [2 * floor.cover + floorPipe(floor).outside, floor.cover] : [floor.cover, floor.cover / 2];
  const above = Math.max(output, 0) * (1 / SURFACE + floor.covering + up / floor.conductivity);
  return (floor.openEdge * height * above) / (floor.edgeInsulation + OUTSIDE);
}

/** Heat in W that the water of an emitter gives: into the room, and of a floor downwards and at its edge with it. @param useful W */
export function withDownwards(emitter: Emitter, useful: number, room: number): number {
  if (emitter.kind !== 'floor' || useful <= 0) return useful;
  const output = useful / emitter.area;
  return useful + downwardLoss(emitter, output, room) * emitter.area + edgeLoss(emitter, output);
}
