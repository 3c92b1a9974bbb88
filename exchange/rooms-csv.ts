import Papa from 'papaparse';
import type { Display } from '../model/job.ts';
import { type RoomsRead, readRoomsTable } from './rooms-table.ts';

/** Reads a table of room heat loads saved as text: comma, semicolon or tab. See `readRoomsTable`. */
export function readRoomsCsv(text: string, display: Display, taken: readonly string[] = []): RoomsRead {
  const body = text.replace(/^\ufeff/, '');
  if (body.trim() === '')
    return { ok: false, problem: 'The file holds no rows. Save the table again as CSV and choose that file.' };
  const table = Papa.parse<string[]>(body, { delimiter: findDelimiter(body), skipEmptyLines: false });
  const lines = table.data
    .map((cells, i) => ({ line: i + 1, cells: cells.map((cell) => cell.trim()) }))
    .filter((row) => row.cells.some((cell) => cell !== ''));
  return readRoomsTable(lines, display, taken);
}

/** The mark that parts the columns of the first line; quoted text does not count. */
function findDelimiter(text: string): ',' | ';' | '\t' {
  const line = (text.split(/\r?\n/).find((each) => each.trim() !== '') ?? '').replace(/"[^"]*"/g, '');
  if (line.includes('\t')) return '\t';
  return line.includes(';') ? ';' : ',';
}
