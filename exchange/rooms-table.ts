import { type DecimalMark, readQuantity } from '../core/quantity/parse.ts';
import { unitFor } from '../core/quantity/units.ts';
import { clipText } from '../model/clean-text.ts';
import { boundsProblem, FIELDS } from '../model/fields.ts';
import { type Display, MOST_ROOMS } from '../model/job.ts';
import { type Column, MEANING_KINDS, MEANING_LABELS, type Meaning, readHeading } from './room-columns.ts';

/** One cell as it was read. */
export interface Cell {
  text: string;
  /** The value in SI, where the column holds a quantity and the cell could be read. */
  value: number | null;
  problem: string | null;
}

export interface PreviewRow {
  /** Line in the file, counted from 1. */
  line: number;
  cells: Partial<Record<Meaning, Cell>>;
  /** Something odd about the row as a whole; it is imported all the same. */
  warning: string | null;
}

export interface RoomsPreview {
  decimalMark: DecimalMark;
  columns: Column[];
  /** Unit each quantity column was read in, where neither heading nor cell said otherwise. */
  units: Partial<Record<Meaning, string>>;
  rows: PreviewRow[];
  badCells: number;
  notes: string[];
}

export type RoomsRead = { ok: true; preview: RoomsPreview } | { ok: false; problem: string };

/** Columns when the first line is no heading: room, load, area. */
const WITHOUT_HEADING: Meaning[] = ['name', 'heatLoad', 'area'];

/** Longest name kept; the job allows no more. */
const LONGEST_NAME = 120;

/** A row of a table: its line in the file, counted from 1, and its cells. */
export interface TableLine {
  line: number;
  cells: string[];
}

/**
 * Understands a table of room heat loads, whatever file it came from. Nothing is changed by it: what comes back is a
 * preview with every bad cell named.
 * @param lines rows that hold something, cells without spaces around them
 * @param display the job's units, used where the table names none
 * @param taken names of rooms already in the job
 */
export function readRoomsTable(lines: readonly TableLine[], display: Display, taken: readonly string[] = []): RoomsRead {
  const first = lines[0];
  if (!first) return { ok: false, problem: 'The table holds no rows. Choose a file with one row for each room.' };
  const headed = first.cells.map(readHeading);
  const hasHeading = isHeading(first.cells, headed);
  const columns = hasHeading ? onceEach(headed) : first.cells.map((_, i) => withoutHeading(i));
  const rows = hasHeading ? lines.slice(1) : lines;
  const has = (meaning: Meaning) => columns.some((column) => column.meaning === meaning);
  if (!has('heatLoad')) {
    return {
      ok: false,
      problem: `No column of heat loads was found in line ${first.line}. Name one column “heat load” and one “room”, for example: room; heat load (W); area (m2).`,
    };
  }
  if (rows.length === 0)
    return {
      ok: false,
      problem: 'The file holds a heading and no rows below it. Add one row for each room.',
    };
  if (rows.length > MOST_ROOMS) {
    return {
      ok: false,
      problem: `The file holds ${rows.length} rows; a job takes at most ${MOST_ROOMS} rooms. Split the file by building or storey.`,
    };
  }
  const decimalMark = findDecimalMark(rows.map((row) => row.cells));
  const units: RoomsPreview['units'] = {};
  for (const { meaning, unit } of columns) {
    const kind = meaning && MEANING_KINDS[meaning];
    if (kind) units[meaning] = unit ?? unitFor(kind, display);
  }
  const names = new Set(taken.map((name) => name.trim().toLowerCase()));
  const preview: RoomsPreview = {
    decimalMark,
    columns,
    units,
    rows: rows.map((row) => readRow(row, columns, units, decimalMark, names)),
    badCells: 0,
    notes: notesOn(columns, units, hasHeading, first.cells.length),
  };
  for (const row of preview.rows) for (const cell of Object.values(row.cells)) if (cell.problem) preview.badCells++;
  return { ok: true, preview };
}

const withoutHeading = (i: number): Column => ({
  heading: '',
  meaning: WITHOUT_HEADING[i] ?? null,
  unit: null,
  unknownUnit: null,
});

/** A heading names two columns we know, or at least holds no number. */
const isHeading = (cells: readonly string[], columns: readonly Column[]): boolean =>
  columns.filter((column) => column.meaning !== null).length >= 2 || !cells.some((cell) => /^[-+]?[.,]?\d/.test(cell));

/** The first column of each meaning counts; a second one is left aside. */
function onceEach(columns: Column[]): Column[] {
  const seen = new Set<Meaning>();
  return columns.map((column) => {
    if (column.meaning === null || !seen.has(column.meaning)) {
      if (column.meaning) seen.add(column.meaning);
      return column;
    }
    return { ...column, meaning: null };
  });
}

function notesOn(columns: Column[], units: RoomsPreview['units'], hasHeading: boolean, width: number): string[] {
  const notes: string[] = [];
  if (!hasHeading)
    notes.push(
      `The first line is no heading, so the columns were taken as ${WITHOUT_HEADING.slice(0, width)
        .map((each) => MEANING_LABELS[each].toLowerCase())
        .join(', ')}.`,
    );
  for (const column of columns) {
    if (column.meaning && units[column.meaning] && !column.unit && !column.unknownUnit) {
      notes.push(
        `${MEANING_LABELS[column.meaning]} has no unit in its heading: numbers without one are read as ${units[column.meaning]}.`,
      );
    }
  }
  const aside = columns
    .filter((column) => column.meaning === null && column.heading !== '')
    .map((column) => `“${column.heading.slice(0, 40)}”`);
  if (aside.length > 0) notes.push(`Left aside: ${aside.slice(0, 8).join(', ')}${aside.length > 8 ? ' …' : ''}.`);
  return notes;
}

function readRow(
  row: { line: number; cells: string[] },
  columns: Column[],
  units: RoomsPreview['units'],
  mark: DecimalMark,
  names: Set<string>,
): PreviewRow {
  const cells: PreviewRow['cells'] = {};
  columns.forEach((column, i) => {
    if (column.meaning) cells[column.meaning] = readCell(row.cells[i] ?? '', column, units, mark);
  });
  const name = (cells.name?.text ?? '').toLowerCase();
  const warning = name === '' ? 'The room has no name.' : names.has(name) ? 'Another room has this name.' : null;
  names.add(name);
  return { line: row.line, cells, warning };
}

function readCell(text: string, column: Column, units: RoomsPreview['units'], mark: DecimalMark): Cell {
  const meaning = column.meaning as Meaning;
  const kind = MEANING_KINDS[meaning];
  if (!kind) {
    const name = clipText(text, LONGEST_NAME);
    return {
      text: name,
      value: null,
      problem: name === text ? null : `is longer than ${LONGEST_NAME} characters, or holds what is no text, and was cut`,
    };
  }
  if (text === '')
    return {
      text,
      value: null,
      problem: meaning === 'heatLoad' ? 'is empty; the room needs a heat load' : null,
    };
  if (column.unknownUnit !== null && /\d\s*$/.test(text)) {
    return {
      text,
      value: null,
      problem: `stands under the unknown unit “${column.unknownUnit}”; name the unit in the heading`,
    };
  }
  const read = readQuantity(text, kind, units[meaning] as string, mark);
  if (!read.ok) return { text, value: null, problem: read.reason };
  const problem = boundsProblem(FIELDS[`rooms/*/${meaning}` as 'rooms/*/area'], read.value);
  return problem ? { text, value: null, problem } : { text, value: read.value, problem: null };
}

/** The decimal mark of a file: judged by the numbers that cannot be read two ways. */
function findDecimalMark(rows: readonly string[][]): DecimalMark {
  let comma = false;
  let dot = false;
  for (const row of rows) {
    for (const cell of row) {
      if (/^\d+([.\s]\d{3})*,\d+(\D|$)/.test(cell) && !/^\d{1,3},\d{3}(\D|$)/.test(cell)) comma = true;
      if (/^\d+(,\d{3})*\.\d+(\D|$)/.test(cell) && !/^\d{1,3}\.\d{3}(\D|$)/.test(cell)) dot = true;
    }
  }
  if (comma !== dot) return comma ? ',' : '.';
  return 'auto';
}
