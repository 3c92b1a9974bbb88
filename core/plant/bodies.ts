import type { ComponentId } from '../../model/job.ts';

/** How pipe meets a body. */
export type JointFamily = 'union' | 'thread' | 'flange' | 'socket' | 'hose';

/** Which way a body may hang: with its axis level, upright, or either; or one way only, said in words. */
export type Hanging = 'any' | 'level' | 'upright' | 'level-shaft' | 'filter-down' | 'vent-up';

/** A body on the wall as a board to scale needs it. Lengths in m, weights in kg. */
export interface Body {
  /** Along the pipe, across it, and out from the wall. */
  along: number;
  across: number;
  depth: number;
  /** Free room for hands and tools beside and before it. */
  clearance: { beside: number; before: number };
  /** Full of water. */
  weight: number;
  /** Inside diameter of its ports, and how many. */
  bore: number;
  ports: number;
  joint: JointFamily;
  hanging: Hanging;
  /** Too heavy to hang on its own pipes. */
  bracket: boolean;
}

/** What a wet pipe of the usual sizes carries without a bracket beside it, kg: common practice. */
const CARRIED_BY_PIPE = 4;

interface Shape {
  /** Measures at a bore of 25 mm, m and kg; they grow with the bore, weights with its square. */
  along: number;
  across: number;
  depth: number;
  weight: number;
  ports?: number;
  joint?: JointFamily;
  hanging?: Hanging;
  beside?: number;
  before?: number;
}

/** Part of a measure that stays when the bore gets smaller: bodies do not shrink with their pipes all the way. */
const FIXED_SHARE = 0.5;
const AT_BORE = 0.025;
const BESIDE = 0.05;
const BEFORE = 0.15;

const scaled = (shape: Shape, bore: number): Body => {
  const grown = FIXED_SHARE + (1 - FIXED_SHARE) * (bore / AT_BORE);
  const weight = shape.weight * grown ** 2;
  return {
    along: shape.along * grown,
    across: shape.across * grown,
    depth: shape.depth * grown,
    clearance: { beside: shape.beside ?? BESIDE, before: shape.before ?? BEFORE },
    weight,
    bore,
    ports: shape.ports ?? 2,
    joint: shape.joint ?? 'thread',
    hanging: shape.hanging ?? 'any',
    bracket: weight > CARRIED_BY_PIPE,
  };
};

/**
 * Parts in line and tapped in, at a bore of 25 mm. Invented, of the usual size: no maker sells them, and the data sheet of
 * the part at hand decides. Pieces of pipe have no body of their own.
 */
const IN_LINE: Record<ComponentId, Shape | null> = {
  'isolating-valve': { along: 0.09, across: 0.06, depth: 0.08, weight: 0.6 },
  'y-strainer': { along: 0.11, across: 0.09, depth: 0.07, weight: 0.8, hanging: 'filter-down', before: 0.1 },
  'ball-valve-strainer': { along: 0.12, across: 0.08, depth: 0.09, weight: 0.9, hanging: 'filter-down' },
  'magnetic-filter': {
    along: 0.13,
    across: 0.24,
    depth: 0.13,
    weight: 3.2,
    joint: 'union',
    hanging: 'filter-down',
    beside: 0.1,
    before: 0.25,
  },
  'spring-check-valve': { along: 0.08, across: 0.05, depth: 0.05, weight: 0.4 },
  'flap-check-valve': { along: 0.09, across: 0.07, depth: 0.05, weight: 0.5, hanging: 'level' },
  'air-separator': { along: 0.12, across: 0.2, depth: 0.1, weight: 2.1, hanging: 'vent-up', before: 0.2 },
  'dirt-separator': { along: 0.12, across: 0.2, depth: 0.1, weight: 2.2, hanging: 'filter-down', before: 0.25 },
  'heat-meter': { along: 0.13, across: 0.1, depth: 0.11, weight: 1.1, joint: 'union', before: 0.2 },
  bend: null,
  elbow: null,
  'tee-straight': null,
  'tee-branch': null,
  'relief-valve': { along: 0.06, across: 0.07, depth: 0.05, weight: 0.4, hanging: 'upright' },
  vent: { along: 0.05, across: 0.1, depth: 0.05, weight: 0.3, ports: 1, hanging: 'vent-up' },
  'purge-valve': { along: 0.06, across: 0.09, depth: 0.05, weight: 0.3, joint: 'hose' },
  'fill-valve': { along: 0.12, across: 0.11, depth: 0.09, weight: 0.9, joint: 'hose' },
  'low-water-cut-off': { along: 0.05, across: 0.14, depth: 0.08, weight: 0.7, ports: 1, before: 0.2 },
};

/** The body of a part in a pipe of a bore in m; null for a piece of pipe. */
export const bodyOfPart = (part: ComponentId, bore: number): Body | null => {
  const shape = IN_LINE[part];
  return shape && scaled(shape, bore);
};

/** Bigger things on the wall, at a bore of 25 mm; invented likewise. */
const ON_THE_WALL = {
  pump: { along: 0.18, across: 0.13, depth: 0.14, weight: 2.4, joint: 'flange', hanging: 'level-shaft', before: 0.2 },
  'zone-valve': { along: 0.1, across: 0.11, depth: 0.08, weight: 0.9, joint: 'union' },
  'mixing-valve': { along: 0.11, across: 0.12, depth: 0.12, weight: 1.3, ports: 3, joint: 'union' },
  'four-way-valve': { along: 0.13, across: 0.13, depth: 0.12, weight: 1.9, ports: 4, joint: 'union' },
  plates: { along: 0.31, across: 0.12, depth: 0.16, weight: 5.5, ports: 4, hanging: 'upright', before: 0.1 },
} as const satisfies Record<string, Shape>;
export type WallBody = keyof typeof ON_THE_WALL;

/** The body of a pump, a valve or plates with ports of a bore in m. */
export const bodyOf = (kind: WallBody, bore: number): Body => scaled(ON_THE_WALL[kind], bore);

const WATER = 988;
const STEEL = 7850;

/**
 * A steel vessel that stands upright: header, buffer or cylinder. Its weight is that of its water and of a wall of a
 * hundredth of its diameter, at least 2 mm, with insulation counted to its envelope only.
 * @param volume m3 @param height m @param insulation m @param bore of its ports, m
 */
export function uprightVessel(volume: number, height: number, insulation: number, bore: number, ports: number): Body {
  const diameter = Math.sqrt((4 * volume) / (Math.PI * height));
  const wall = Math.max(0.002, diameter / 100);
  const steel = STEEL * wall * Math.PI * diameter * (height + diameter / 2);
  const outside = diameter + 2 * insulation;
  return {
    along: height + 2 * insulation,
    across: outside,
    depth: outside,
    clearance: { beside: 0.1, before: 0.3 },
    weight: WATER * volume + steel,
    bore,
    ports,
    joint: 'thread',
    hanging: 'upright',
    bracket: true,
  };
}
