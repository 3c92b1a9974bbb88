import Papa from 'papaparse';
import { plainTable, type Table } from '../core/paper/table.ts';
import type { Display } from '../model/job.ts';

/**
 * What a spreadsheet might run as a formula: a sign that begins one, also behind blanks and unseen characters, or in full width.
 * Words stand in quotes, so that none of them begins a cell behind a semicolon or tab where those part the cells.
 */
const FORMULA = /^[\s\u00ad\u200b-\u200f\u2060\ufeff]*[=+\-@\uff1d\uff0b\uff0d\uff20|%]/u;
const GUARDED = { escapeFormulae: FORMULA, quotes: (value: unknown) => typeof value === 'string' && /[;\t|,"\n]/.test(value) };

/** A table as CSV with CRLF. Words that a spreadsheet would run as a formula get an apostrophe in front. */
export function tableToCsv(table: Table, display: Display): string {
  const { headings, rows } = plainTable(table, display);
  return `${Papa.unparse({ fields: headings, data: rows }, { ...GUARDED, newline: '\r\n' })}\r\n`;
}

/** All tables one below the other, each under its title. */
export const tablesToCsv = (tables: readonly Table[], display: Display): string =>
  tables.map((table) => `${Papa.unparse([[table.title]], GUARDED)}\r\n${tableToCsv(table, display)}`).join('\r\n');
