import type { Figure } from '../core/figure/figure.ts';
import type { QuantityKind } from '../model/quantities.ts';

/** A cell: a word, a number in the unit of its heading, or a computed figure with its number in that unit. */
export type ResultCell = string | number | null | { figure: Figure; value: number | null };

/** A table of results: headings with units, and rows of cells. */
export interface ResultTable {
  id: TableId;
  title: string;
  headings: string[];
  rows: ResultCell[][];
}

const TABLE_IDS = [
  'circuits',
  'pipes',
  'pumps',
  'solved',
  'emitters',
  'manifolds',
  'loops',
  'coils',
  'plant',
  'parts',
  'wiring',
  'controls',
  'sequence',
  'electrical',
  'runs',
  'day',
  'rooms',
  'findings',
] as const;
export type TableId = (typeof TABLE_IDS)[number];

/** How a table writes headings and numbers in the job's units. */
export interface Writing {
  head: (label: string, kind: QuantityKind) => string;
  number: (value: number | null | undefined, kind: QuantityKind) => number | null;
}
