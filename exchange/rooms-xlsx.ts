import ExcelJS from 'exceljs';
import type { Display } from '../model/job.ts';
import { type RoomsRead, readRoomsTable, type TableLine } from './rooms-table.ts';
import { unpackZip } from './unpack-zip.ts';

/** Largest workbook taken in, packed and unpacked, in bytes. */
const MOST_BYTES = 4_000_000;
const MOST_UNPACKED = 30_000_000;
/** Cells of a sheet that are looked at. */
const MOST_ROWS = 5000;
const MOST_COLUMNS = 60;
const MOST_SHEETS = 60;

/** A sheet of a workbook as plain rows. */
export interface WorkbookSheet {
  name: string;
  lines: TableLine[];
  /** Blocks of merged cells: only the first cell of each holds a value. */
  merged: number;
}

export type WorkbookRead = { ok: true; sheets: WorkbookSheet[] } | { ok: false; problem: string };

/** Rows of a sheet from which it is no table of rooms, and cells one merged block may cover. */
const MOST_SHEET_ROWS = 20_000;
const MOST_MERGED = 100_000;
const TOO_LARGE = 'The workbook unpacks to far more than a table of rooms. Copy the rooms into a new workbook and save that.';
const BROKEN = 'The file is no workbook that can be read. Open it in your spreadsheet program and save it again as XLSX or CSV.';

/** Number of a column by its letters: A is 1. */
const columnOf = (letters: string): number => [...letters].reduce((sum, letter) => 26 * sum + letter.charCodeAt(0) - 64, 0);

/** Cells that a block like "A1:C9" covers. */
function coveredBy(reference: string): number {
  const [from, to] = reference.split(':').map((corner) => /^([A-Z]+)(\d+)$/.exec(corner));
  if (!from || !to) return 1;
  const across = columnOf(to[1] as string) - columnOf(from[1] as string) + 1;
  const down = Number(to[2]) - Number(from[2]) + 1;
  return Math.max(across, 1) * Math.max(down, 1);
}

/**
 * Why a workbook is not opened, by what is really in it: looked for in the text of its sheets, since the library that reads them makes
 * an object of every cell, also of each that a merged block covers.
 */
async function tooMuchFor(bytes: Uint8Array): Promise<string | null> {
  const unpacked = await unpackZip(bytes, (name) => name.endsWith('.xml') || name.endsWith('.rels'), MOST_UNPACKED);
  if (!unpacked.ok) return unpacked.why === 'too-large' ? TOO_LARGE : BROKEN;
  for (const [name, part] of unpacked.parts) {
    if (!name.startsWith('xl/worksheets/')) continue;
    const text = new TextDecoder().decode(part);
    let rows = 0;
    for (let at = text.indexOf('<row'); at >= 0; at = text.indexOf('<row', at + 4)) rows++;
    if (rows > MOST_SHEET_ROWS)
      return `A sheet has ${rows} rows; a table of rooms has at most ${MOST_ROWS}. Keep only the rooms and save it again.`;
    let covered = 0;
    for (const [, reference] of text.matchAll(/<mergeCell ref="([^"]{1,40})"/g)) covered += coveredBy(reference as string);
    if (covered > MOST_MERGED)
      return 'Merged blocks cover whole columns or the whole sheet. Take the merging off, or copy the rooms into a new workbook.';
  }
  return null;
}

/** Text of a cell as it is shown: results of formulas, rich text joined, dates and errors as words. */
function textOf(value: ExcelJS.CellValue): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'object') {
    if (value instanceof Date) return value.toISOString().slice(0, 10);
    if ('richText' in value) return value.richText.map((part) => part.text).join('');
    if ('text' in value) return textOf(value.text as ExcelJS.CellValue);
    if ('result' in value) return textOf(value.result as ExcelJS.CellValue);
    if ('error' in value) return String(value.error);
    // A formula that was never worked out has no result to read.
    return 'formula' in value || 'sharedFormula' in value ? '?' : '';
  }
  // A decimal point whatever the language of the machine; more digits than anyone typed are noise of the format.
  return typeof value === 'number' ? String(Number(value.toPrecision(12))) : String(value).trim();
}

/** Reads the sheets of a workbook (XLSX) as rows of text. */
export async function readWorkbook(bytes: Uint8Array): Promise<WorkbookRead> {
  if (bytes.length > MOST_BYTES) {
    return {
      ok: false,
      problem: `The workbook has ${(bytes.length / 1e6).toFixed(1)} MB; at most ${MOST_BYTES / 1e6} MB are read. Keep only the sheet with the rooms.`,
    };
  }
  const problem = await tooMuchFor(bytes);
  if (problem !== null) return { ok: false, problem };
  const workbook = new ExcelJS.Workbook();
  try {
    await workbook.xlsx.load(bytes.slice().buffer);
  } catch {
    return { ok: false, problem: BROKEN };
  }
  const sheets = workbook.worksheets.slice(0, MOST_SHEETS).map((sheet): WorkbookSheet => {
    const lines: TableLine[] = [];
    const blocks = new Set<string>();
    sheet.eachRow((row, line) => {
      if (lines.length >= MOST_ROWS) return;
      const cells: string[] = [];
      for (let c = 1; c <= Math.min(row.cellCount, MOST_COLUMNS); c++) {
        const cell = row.getCell(c);
        // The value of a merged block counts once, where it begins.
        const within = cell.isMerged && cell.master.address !== cell.address;
        if (cell.isMerged) blocks.add(cell.master.address);
        cells.push(within ? '' : textOf(cell.value));
      }
      if (cells.some((cell) => cell !== '')) lines.push({ line, cells });
    });
    return { name: sheet.name, lines, merged: blocks.size };
  });
  if (sheets.every((sheet) => sheet.lines.length === 0)) {
    return { ok: false, problem: 'The workbook holds no filled cell. Save it with the rooms in it and choose that file.' };
  }
  return { ok: true, sheets };
}

export type SheetRead = RoomsRead & { sheets: string[]; sheet: string | null };

/**
 * Reads a table of room heat loads from a workbook: from the sheet named, or the first in which one is found.
 * Titles above the heading are passed over.
 */
export async function readRoomsXlsx(
  bytes: Uint8Array,
  display: Display,
  taken: readonly string[] = [],
  wanted: string | null = null,
): Promise<SheetRead> {
  const workbook = await readWorkbook(bytes);
  if (!workbook.ok) return { ...workbook, sheets: [], sheet: null };
  const sheets = workbook.sheets.map((sheet) => sheet.name);
  const asked = workbook.sheets.filter((sheet) => wanted === null || sheet.name === wanted);
  let firstProblem: RoomsRead | null = null;
  for (const sheet of asked) {
    const read = readFromHeading(sheet.lines, display, taken);
    if (read.ok) {
      const notes = [...read.preview.notes];
      if (sheet.merged > 0) notes.push(`${sheet.merged} merged blocks: the value of each counts in its first cell only.`);
      return { ok: true, preview: { ...read.preview, notes }, sheets, sheet: sheet.name };
    }
    firstProblem ??= read;
  }
  const problem = firstProblem && !firstProblem.ok ? firstProblem.problem : `There is no sheet “${wanted}”. Choose one that is.`;
  return { ok: false, problem, sheets, sheet: asked[0]?.name ?? null };
}

/** Rows above a heading that are tried as titles. */
const MOST_TITLES = 12;

/** A sheet often begins with titles and remarks: the table starts at the first row that reads as its heading. */
function readFromHeading(lines: readonly TableLine[], display: Display, taken: readonly string[]): RoomsRead {
  const whole = readRoomsTable(lines, display, taken);
  for (let skip = 0; skip < Math.min(lines.length, MOST_TITLES); skip++) {
    const read = readRoomsTable(lines.slice(skip), display, taken);
    if (read.ok && read.preview.columns.filter((column) => column.meaning !== null && column.heading !== '').length >= 2)
      return read;
  }
  return whole;
}
