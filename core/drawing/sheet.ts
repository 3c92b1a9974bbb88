import type { ComponentId, Presence, SourceKind } from '../../model/job.ts';
import type { Severity } from '../finding/finding.ts';

/** A point on the sheet, in sheet units from the top left. */
export type Point = readonly [x: number, y: number];

/** An orthogonal run of pipe; the points stand in the direction of flow. */
export interface PipeLine {
  id: string;
  role: 'flow' | 'return';
  points: Point[];
  /** Where it is not new. */
  presence?: Presence;
}

export type SymbolKind =
  | 'source'
  | 'header'
  | 'tank'
  | 'coil-tank'
  | 'tees'
  | 'plates'
  | 'pump'
  | 'zone-valve'
  | 'mixing-valve'
  | 'four-way-valve'
  | 'vessel'
  | 'relief-valve'
  | 'cylinder';

/** A component, drawn around its centre after the general piping symbols of ISO 14617. */
export interface SheetSymbol {
  /** Component, as findings name it: `circuits/c1/pump`. */
  component: string;
  kind: SymbolKind;
  at: Point;
  width: number;
  height: number;
  label: string;
  /** What kind of source it is, for its sign; only on sources. */
  source?: SourceKind;
  /** Drawn the other way round: the cold port to the left. */
  mirrored?: boolean;
  /** On a level pipe: it pushes to the right, not up. */
  lying?: boolean;
  /** On a return: it pushes the other way, down or to the left. */
  backwards?: boolean;
  /** Where it is not new. */
  presence?: Presence;
}

/** A part in line with a pipe or tapped into it, too small for a tag. */
export interface LinePart {
  id: string;
  pipe: string;
  part: ComponentId;
  at: Point;
  /** On a riser, not on a level pipe. */
  upright: boolean;
  size: number;
}

/** A label hung on a component: what it is and the figures that matter there. */
export interface Tag {
  component: string;
  at: Point;
  width: number;
  height: number;
  /** Where its string is tied. */
  tiedTo: Point;
  title: string;
  /** Ids of figures, the most important one first, each with a word behind it where the unit alone says too little. */
  figures: { id: string; word?: string }[];
  /** A word in place of the first figure, such as a pipe size. */
  word: string | null;
  /** A figure said below the others in every state: what is required of a pump. */
  below?: { id: string; word: string };
  /** The worst finding on the component. */
  severity: Severity | null;
}

/** A pressure gauge on a pipe. */
export interface SheetGauge {
  /** Point of the network it reads. */
  point: string;
  /** Middle of its dial, and where its tube meets the pipe. */
  at: Point;
  tap: Point;
  label: string;
}

/** A place where the flow of a pipe is written. */
export interface FlowLabel {
  pipe: string;
  /** Written along a riser. */
  upright: boolean;
  at: Point;
}

/** A section of a pipe tree in small, from what it hangs on. */
export interface SketchedSection {
  id: string;
  points: Point[];
  width: number;
  /** Other sections hang on its end. */
  hung: boolean;
  /** Its load is more than it carries. */
  short: boolean;
  onIndex: boolean;
  /** Its tee was never seen. */
  unseen: boolean;
}

/** The pipe tree of a circuit in small, above its house. */
export interface TreeSketch {
  circuitId: string;
  /** `circuits/c1/sections` */
  component: string;
  at: Point;
  width: number;
  height: number;
  name: string;
  /** Sections with the run from the plant, and how many of them are too small. */
  count: number;
  short: number;
  /** From the plant outwards. */
  sections: SketchedSection[];
}

/** What a circuit serves, at the upper end of its risers. */
export interface HouseCard {
  circuitId: string;
  component: string;
  at: Point;
  width: number;
  height: number;
  name: string;
  load: string;
  /** Ids of figures; null until the circuit has a load. */
  flowFigure: string | null;
  returnFigure: string | null;
  rooms: number;
  severity: Severity | null;
}

/** The plant as pure geometry: any painter can put it on a screen, on paper or into a file. */
export interface Sheet {
  width: number;
  height: number;
  pipes: PipeLine[];
  symbols: SheetSymbol[];
  parts: LinePart[];
  tags: Tag[];
  houses: HouseCard[];
  gauges: SheetGauge[];
  flows: FlowLabel[];
  trees: TreeSketch[];
}
