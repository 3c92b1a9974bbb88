import type { Point } from '../sheet.ts';

/** What is drawn with: a painter gives each ink a colour, or a grey. */
const INKS = [
  'flow',
  'back',
  'backCore',
  'cold',
  'coldBack',
  'coldCore',
  'metal',
  'tag',
  'board',
  'string',
  'stop',
  'mend',
  'note',
  'copper',
] as const;
export type Ink = (typeof INKS)[number];

/** A shape: its outline as SVG path data in the units of its group, filled, drawn along, or both. */
export interface PathMark {
  kind: 'path';
  d: string;
  fill?: Ink;
  stroke?: Ink;
  /** Of the stroke. */
  width?: number;
  /** Its ends are round, not cut. */
  round?: boolean;
  /** Lengths of dash and gap. */
  dash?: readonly number[];
  /** Where its own origin stands in the group, how far it is turned, degrees clockwise, and stretched. */
  at?: Point;
  turn?: number;
  stretch?: readonly [x: number, y: number];
}

/** Words of one size within a line of text. */
export interface Run {
  text: string;
  size: number;
  weight: number;
}

/** A line of text; where it names a figure, pressing it shows the sum. */
export interface TextMark {
  kind: 'text';
  at: Point;
  runs: readonly Run[];
  ink: Ink;
  anchor?: 'middle' | 'end';
  /** Degrees clockwise about its point. */
  turn?: number;
  figure?: { id: string; says: string };
  /** All of it, where it had to be cut short. */
  whole?: string;
}

export type Mark = PathMark | TextMark;

/** What a group is, which says on which layer it is drawn and how a person may take hold of it. */
export type Role =
  | 'flow-pipe'
  | 'return-pipe'
  | 'gap'
  | 'part'
  | 'symbol'
  | 'tag'
  | 'finding'
  | 'house'
  | 'tree'
  | 'gauge'
  | 'flow'
  | 'frame';

/** Marks that belong together: one component, one label, one pipe. */
export interface Group {
  key: string;
  role: Role;
  /** Component it stands for; null where it stands for none. */
  component: string | null;
  /** What it is, in words. */
  label: string;
  /** Circuit whose water it carries: `circuits/c1`; null for the plant, whose water goes to all of them. */
  owner: string | null;
  /** Where the origin of its marks stands on the sheet, and how they are turned, degrees clockwise, and stretched. */
  at: Point;
  turn?: number;
  stretch?: readonly [x: number, y: number];
  marks: readonly Mark[];
  /** Room it takes about its point, in its own units; only of symbols. */
  size?: readonly [width: number, height: number];
  /** Outline of its paper; only of labels and cards. */
  outline?: string;
  /** Name of the sign, where it is one that is drawn over and over. */
  sign?: string;
  /** Flow in m3/s the way it is drawn: 0 where the water stands, null where nothing is known; only of pipes. */
  flow?: number | null;
}

/** Metres of detail are for others: two places do. */
const n = (value: number): string => String(Math.round(value * 100) / 100);

/** A line from point to point. */
export const through = (points: readonly Point[]): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${n(x)} ${n(y)}`).join('');

/** A circle about a point. */
export const ringOf = (r: number, x = 0, y = 0): string =>
  `M${n(x - r)} ${n(y)}A${n(r)} ${n(r)} 0 1 0 ${n(x + r)} ${n(y)}A${n(r)} ${n(r)} 0 1 0 ${n(x - r)} ${n(y)}z`;

/** A box from its top left corner, its corners rounded by a radius. */
export function boxOf(x: number, y: number, width: number, height: number, r = 0): string {
  if (r === 0) return `M${n(x)} ${n(y)}H${n(x + width)}V${n(y + height)}H${n(x)}z`;
  const k = Math.min(r, width / 2, height / 2);
  const arc = (toX: number, toY: number) => `A${n(k)} ${n(k)} 0 0 1 ${n(toX)} ${n(toY)}`;
  return `M${n(x + k)} ${n(y)}H${n(x + width - k)}${arc(x + width, y + k)}V${n(y + height - k)}${arc(x + width - k, y + height)}H${n(x + k)}${arc(x, y + height - k)}V${n(y + k)}${arc(x + k, y)}z`;
}

/** One line of words of one size. */
export const words = (
  text: string,
  at: Point,
  { size, weight = 450, ink = 'metal', ...rest }: { size: number; weight?: number; ink?: Ink } & Partial<TextMark>,
): TextMark => ({ kind: 'text', at, runs: [{ text, size, weight }], ink, ...rest });
