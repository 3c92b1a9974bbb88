import type { Drawing } from '../drawing/paper/drawing.ts';
import type { Table } from './table.ts';

/** A label to be cut out and tied to the thing it names. */
export interface Label {
  /** What it is called: "1.A2", "Ground floor: pump". */
  title: string;
  /** What a person wants to know standing before it, the most important first. */
  lines: string[];
  /** Address of the page of the thing, for the square code; null where the job has no address. */
  link: string | null;
}

/** A piece of a paper. What it looks like is for a writer to say. */
export type Block =
  /** Begins a page, with a bookmark. `wide` turns the pages that follow on their side. */
  | { kind: 'chapter'; title: string; wide?: boolean }
  | { kind: 'heading'; title: string }
  | { kind: 'text'; text: string; tone?: 'caution' | 'quiet' }
  | { kind: 'list'; items: string[]; ordered?: boolean }
  | { kind: 'facts'; facts: readonly (readonly [label: string, text: string])[] }
  | { kind: 'table'; table: Table }
  /** A sheet that fills a page of its own. */
  | { kind: 'sheet'; drawing: Drawing }
  /** A figure within the text, as wide as the page at most. */
  | { kind: 'figure'; drawing: Drawing; says: string }
  /** Small figures, two beside each other. */
  | { kind: 'figures'; drawings: Drawing[] }
  | { kind: 'labels'; labels: Label[]; size: LabelSize };

/** Sheets of labels as they are commonly sold, A4 and letter: columns and rows, and mm of one label. */
export const LABEL_SIZES = {
  'A4, 3 × 8 of 70 × 37 mm': { paper: 'A4', across: 3, down: 8, width: 70, height: 37, left: 0, top: 0.5, gapX: 0, gapY: 0 },
  'A4, 2 × 7 of 99.1 × 38.1 mm': {
    paper: 'A4',
    across: 2,
    down: 7,
    width: 99.1,
    height: 38.1,
    left: 4.65,
    top: 15.15,
    gapX: 2.5,
    gapY: 0,
  },
  'letter, 3 × 10 of 66.7 × 25.4 mm': {
    paper: 'letter',
    across: 3,
    down: 10,
    width: 66.7,
    height: 25.4,
    left: 4.8,
    top: 12.7,
    gapX: 3.1,
    gapY: 0,
  },
  'letter, 2 × 5 of 101.6 × 50.8 mm': {
    paper: 'letter',
    across: 2,
    down: 5,
    width: 101.6,
    height: 50.8,
    left: 4,
    top: 12.7,
    gapX: 4.8,
    gapY: 0,
  },
} as const;
export type LabelSize = keyof typeof LABEL_SIZES;

/** A paper for one reader. */
export interface Paper {
  id: string;
  title: string;
  blocks: Block[];
}
