import ExcelJS from 'exceljs';
import { headingOf, kindOf, plainCell, shownCell, type Table } from '../core/paper/table.ts';
import { placesOf } from '../core/quantity/format.ts';
import { unitFor } from '../core/quantity/units.ts';
import { cleanText } from '../model/clean-text.ts';
import type { Display } from '../model/job.ts';

/** Longest name a sheet can have, and longest text a cell can hold. */
const LONGEST_NAME = 31;
const LONGEST_TEXT = 32_000;
/** Widths of columns, in characters. */
const NARROWEST = 8;
const WIDEST = 60;

/** A name no other sheet has, without the signs a sheet cannot be called by. */
function sheetName(title: string, taken: Set<string>): string {
  const plain =
    cleanText(title)
      .replace(/[[\]:*?/\\]/g, ' ')
      .replace(/^'+|'+$/g, '')
      .trim() || 'Table';
  for (let i = 1; ; i++) {
    const ending = i === 1 ? '' : ` ${i}`;
    const name = plain.slice(0, LONGEST_NAME - ending.length).trim() + ending;
    if (taken.has(name.toLowerCase())) continue;
    taken.add(name.toLowerCase());
    return name;
  }
}

/**
 * Tables as a workbook, a sheet for each: headings with units that stay in sight, numbers as numbers in the units of the job, words as
 * words. No cell holds a formula, whatever somebody typed.
 * @param made when it was made
 * @returns bytes of an XLSX file (Office Open XML, ECMA-376)
 */
export async function tablesToXlsx(tables: readonly Table[], display: Display, made: Date): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  book.created = made;
  book.modified = made;
  const taken = new Set<string>();
  for (const table of tables) {
    const sheet = book.addWorksheet(sheetName(table.title, taken), {
      views: [{ state: 'frozen', ySplit: 1 }],
      pageSetup: { orientation: 'landscape', fitToPage: true, fitToWidth: 1, fitToHeight: 0 },
    });
    sheet.addRow(table.columns.map((column) => headingOf(column, display)));
    const head = sheet.getRow(1);
    head.font = { bold: true };
    head.alignment = { vertical: 'bottom', wrapText: true };
    for (const row of table.rows) {
      const line = sheet.addRow(
        table.columns.map((column, k) => {
          const plain = plainCell(row[k] ?? null, column, display);
          return typeof plain === 'string' ? cleanText(plain).slice(0, LONGEST_TEXT) : plain;
        }),
      );
      table.columns.forEach((column, k) => {
        const cell = row[k] ?? null;
        const kind = kindOf(cell, column);
        const plain = plainCell(cell, column, display);
        if (typeof plain !== 'number' || !kind) return;
        const places = placesOf(plain, kind, unitFor(kind, display));
        line.getCell(k + 1).numFmt = places === 0 ? '0' : `0.${'0'.repeat(places)}`;
      });
    }
    table.columns.forEach((column, k) => {
      const widest = Math.max(
        headingOf(column, display).length / 2,
        ...table.rows.map((row) => shownCell(row[k] ?? null, column, display).length),
      );
      sheet.getColumn(k + 1).width = Math.min(Math.max(widest + 2, NARROWEST), WIDEST);
    });
    if (table.note) sheet.addRow([cleanText(table.note)]);
  }
  if (tables.length === 0) book.addWorksheet('Nothing');
  return new Uint8Array(await book.xlsx.writeBuffer());
}
