/** A cell by row and column, both counted from 0. */
export interface CellAt {
  row: number;
  column: number;
}

/** Where the focus stands, and the other corner of what is chosen. */
export interface Range {
  at: CellAt;
  from: CellAt;
}

export interface Bounds {
  rows: number;
  columns: number;
  /** Rows that a page of keys goes. */
  page: number;
}

export const single = (at: CellAt): Range => ({ at, from: at });

/** The corners of a range, top left first. */
export function cornersOf({ at, from }: Range): { top: number; bottom: number; left: number; right: number } {
  return {
    top: Math.min(at.row, from.row),
    bottom: Math.max(at.row, from.row),
    left: Math.min(at.column, from.column),
    right: Math.max(at.column, from.column),
  };
}

export const isIn = (range: Range, row: number, column: number): boolean => {
  const { top, bottom, left, right } = cornersOf(range);
  return row >= top && row <= bottom && column >= left && column <= right;
};

const clamp = (value: number, most: number): number => Math.max(0, Math.min(most, value));

/** What of a key matters for moving. */
export interface Key {
  key: string;
  shiftKey: boolean;
  ctrlKey: boolean;
}

/**
 * Where a key takes a range, as spreadsheets have it: arrows move, with Shift they widen what is chosen, with Ctrl they go to the edge.
 * @returns null for a key that moves nothing
 */
export function movedBy(range: Range, { key, shiftKey, ctrlKey }: Key, { rows, columns, page }: Bounds): Range | null {
  const { row, column } = range.at;
  const last = { row: rows - 1, column: columns - 1 };
  const to = ((): CellAt | null => {
    switch (key) {
      case 'ArrowUp':
        return { row: ctrlKey ? 0 : row - 1, column };
      case 'ArrowDown':
        return { row: ctrlKey ? last.row : row + 1, column };
      case 'ArrowLeft':
        return { row, column: ctrlKey ? 0 : column - 1 };
      case 'ArrowRight':
        return { row, column: ctrlKey ? last.column : column + 1 };
      case 'PageUp':
        return { row: row - page, column };
      case 'PageDown':
        return { row: row + page, column };
      case 'Home':
        return { row: ctrlKey ? 0 : row, column: 0 };
      case 'End':
        return { row: ctrlKey ? last.row : row, column: last.column };
      default:
        return null;
    }
  })();
  if (!to) return null;
  const at = { row: clamp(to.row, last.row), column: clamp(to.column, last.column) };
  return shiftKey ? { at, from: range.from } : single(at);
}

/** Where Tab goes from a cell: along the row, then to the next; null past the first or last cell, where the page goes on. */
export function tabbedFrom({ row, column }: CellAt, back: boolean, { rows, columns }: Bounds): CellAt | null {
  const n = row * columns + column + (back ? -1 : 1);
  return n < 0 || n >= rows * columns ? null : { row: Math.floor(n / columns), column: n % columns };
}
