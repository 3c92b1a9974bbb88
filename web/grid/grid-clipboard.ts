import Papa from 'papaparse';
import type { ClipboardEvent } from 'react';
import { isTypedColumn } from './grid-columns.ts';
import { cornersOf } from './grid-range.ts';
import { hasHeading, pasteBlock, setCells } from './room-edits.ts';
import { specificLoadOf, textAt } from './room-texts.ts';
import { type GridCells, rowsWord } from './use-grid-cells.ts';

/** Puts what is chosen on the clipboard, as a spreadsheet does; with `cut` it is emptied. */
export function copyCells({ job, rooms, columns, range, editing, clear }: GridCells, event: ClipboardEvent, cut = false): void {
  if (editing) return;
  const { top, bottom, left, right } = cornersOf(range);
  const block = rooms
    .slice(top, bottom + 1)
    .map((room) =>
      columns
        .slice(left, right + 1)
        .map(({ field }) => (isTypedColumn(field) ? textAt(job, room, field) : specificLoadOf(room, job.display))),
    );
  if (block.length === 0) return;
  event.preventDefault();
  event.clipboardData.setData('text/plain', Papa.unparse(block, { delimiter: '\t', newline: '\n' }));
  if (cut) clear();
}

/**
 * Takes a block from the clipboard: one value into all that is chosen, more from the first chosen cell on.
 * @returns how many rows came in, in words; null where nothing is to be said
 */
export function pasteCells({ columns, range, editing, chosen, edit, shown }: GridCells, event: ClipboardEvent): string | null {
  // Inside an open cell the text belongs to that cell.
  if (editing) return null;
  const text = event.clipboardData.getData('text/plain');
  if (text === '') return null;
  event.preventDefault();
  const block = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data;
  const { top, bottom, left, right } = cornersOf(range);
  // Beside the columns one can type in, a block begins at the next one that takes it.
  const field =
    columns
      .slice(left)
      .map((each) => each.field)
      .find(isTypedColumn) ?? 'name';
  const only = block.length === 1 && block[0]?.length === 1 ? (block[0][0] as string) : null;
  const { ids, fields } = chosen();
  if (only !== null && (bottom > top || right > left) && ids.length > 0) {
    edit('Pasted into the cells', (current) =>
      setCells(
        current,
        ids.flatMap((room) => fields.map((column) => ({ room, column, text: only }))),
      ),
    );
    return null;
  }
  const rows = rowsWord(block.length - (hasHeading(block) ? 1 : 0));
  edit(`Pasted ${rows}`, (current) => pasteBlock(current, top, field, block, shown));
  return rows;
}
