import type { Display } from '../../model/job.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import type { Figure } from '../figure/figure.ts';
import { formatNumber, show } from '../quantity/format.ts';
import { fromSI, unitFor } from '../quantity/units.ts';

/** A column: what stands in it, and what kind of quantity its numbers are. */
export interface Column {
  label: string;
  /** Kind of its numbers, which stand in SI and are written in the units of the job; without one a number stands as it is. */
  kind?: QuantityKind;
  /** Unit of numbers without a kind, for the heading: 'kWh', 'min'. */
  unit?: string;
  /** Left empty, to be filled in by hand. */
  byHand?: boolean;
}

/** A cell: a word, a number (in SI where its column has a kind), or a computed figure. */
export type Cell = string | number | null | Figure;

/** A table as data. What it looks like on a screen, on paper or in a file is for its writers to say. */
export interface Table {
  id: string;
  title: string;
  columns: Column[];
  rows: Cell[][];
  /** Said below it. */
  note?: string;
}

export const column = (label: string, kind?: QuantityKind): Column => (kind ? { label, kind } : { label });

const isFigure = (cell: Cell): cell is Figure => typeof cell === 'object' && cell !== null;

/** Heading of a column with the unit its numbers are written in: "Flow (L/h)". */
export function headingOf({ label, kind, unit }: Column, display: Display): string {
  const written = kind ? unitFor(kind, display) : (unit ?? '');
  return written === '' ? label : `${label} (${written})`;
}

/** Kind of quantity of a cell: its figure's own, or its column's. */
export const kindOf = (cell: Cell, { kind }: Column): QuantityKind | undefined => (isFigure(cell) ? cell.kind : kind);

/**
 * A cell as a writer of numbers puts it down: six digits, in the unit of its heading.
 * @returns a word, a number, or null where there is none
 */
export function plainCell(cell: Cell, within: Column, display: Display): string | number | null {
  if (cell === null || typeof cell === 'string') return cell;
  const value = isFigure(cell) ? cell.value : cell;
  const kind = kindOf(cell, within);
  if (!Number.isFinite(value)) return null;
  return kind ? Number(fromSI(value, kind, unitFor(kind, display)).toPrecision(6)) : value;
}

/** A cell as a person reads it, rounded as one would write it down; "–" where there is nothing. */
export function shownCell(cell: Cell, within: Column, display: Display): string {
  if (cell === null) return '–';
  if (typeof cell === 'string') return cell;
  const value = isFigure(cell) ? cell.value : cell;
  const kind = kindOf(cell, within);
  if (kind) return Number.isFinite(value) ? show(value, kind, display).number : '–';
  return formatNumber(value, Math.abs(value) < 100 ? 2 : 0);
}

/** Whether a column holds numbers: they stand at the right. */
export const isNumeric = ({ columns, rows }: Table, k: number): boolean =>
  columns[k]?.kind !== undefined || rows.some((row) => typeof row[k] === 'number' || isFigure(row[k] ?? null));

/** A table in the units of a job: headings with units, and plain cells. */
export interface PlainTable {
  headings: string[];
  rows: (string | number | null)[][];
}

export const plainTable = ({ columns, rows }: Table, display: Display): PlainTable => ({
  headings: columns.map((each) => headingOf(each, display)),
  rows: rows.map((row) => columns.map((each, k) => plainCell(row[k] ?? null, each, display))),
});
