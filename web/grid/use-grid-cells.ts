import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { nextId } from '../../model/new-job.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { keepTyping } from '../state/typing.ts';
import { type GridColumn, isTypedColumn, labelOf } from './grid-columns.ts';
import { type CellAt, cornersOf, type Range, single } from './grid-range.ts';
import { fillDown, type RoomColumn, setCell, setCells } from './room-edits.ts';
import { isQuantity, textAt } from './room-texts.ts';

/** Height of a row and of the heading, px; rows that are seen at once at most before the grid scrolls by itself. */
export const ROW = 36;
export const HEAD = 48;
export const MOST_SEEN = 16;
/** Rows of a job without rooms. */
const EMPTY = 6;
/** Rows drawn beyond the edge. */
const OVERSCAN = 12;

export const rowsWord = (n: number) => `${n} ${n === 1 ? 'row' : 'rows'}`;

/** What the keys, the clipboard and the drawing of the grid share. */
export type GridCells = ReturnType<typeof useGridCells>;

/** Rooms without a number of their own come last. */
const ranked = (value: number | 'auto' | null): number => (typeof value === 'number' ? value : Number.NEGATIVE_INFINITY);

/**
 * The cells of the room grid: which are chosen, which one is open, and what can be done to them. Each act is one change of the job.
 * @param columns that are shown @param selected ids of the rooms that are ticked
 */
export function useGridCells(
  columns: readonly GridColumn[],
  selected: ReadonlySet<string>,
  onSelect: (ids: ReadonlySet<string>) => void,
) {
  const job = useJob();
  const { edit } = useEditing();
  const { id: jobId = '' } = useParams();
  const { rooms } = job;
  const [range, setRange] = useState<Range>(single({ row: 0, column: 0 }));
  const [editing, setEditing] = useState<{ at: CellAt; text: string; whole: boolean } | null>(null);
  // After Escape the next Tab leaves the grid.
  const [leaving, setLeaving] = useState(false);
  const scroller = useRef<HTMLDivElement>(null);
  // The row below the last is always empty: what is typed there becomes a room. A few more invite a block where there is none.
  const count = Math.max(rooms.length + 1, EMPTY);
  const bounds = { rows: count, columns: columns.length, page: MOST_SEEN - 2 };
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: OVERSCAN,
    scrollPaddingStart: HEAD,
  });
  const idAt = (row: number): string => rooms[row]?.id ?? nextId('r', rooms);
  const shown = columns.flatMap(({ field }) => (isTypedColumn(field) ? [field] : []));

  const focusCell = useCallback(({ row, column }: CellAt): boolean => {
    const cell = scroller.current?.querySelector<HTMLElement>(`[data-rowindex="${row}"] [data-column="${column}"]`);
    cell?.focus({ preventScroll: true });
    return cell !== null && cell !== undefined;
  }, []);
  // Where nothing is entered yet, the first key or paste goes into the first cell.
  const wantsFocus = useRef(rooms.length === 0);
  // Runs after each drawing: the cell one has gone to may only just have come into being.
  useEffect(() => {
    if (wantsFocus.current && focusCell(range.at)) wantsFocus.current = false;
  });
  const go = (to: Range, focus = true) => {
    setRange(to);
    setLeaving(false);
    virtual.scrollToIndex(to.at.row, { align: 'auto' });
    if (focus) wantsFocus.current = true;
  };

  const commit = (then: CellAt | null) => {
    if (!editing) return;
    const column = columns[editing.at.column]?.field;
    const room = idAt(editing.at.row);
    setEditing(null);
    void keepTyping(jobId, null);
    if (column && isTypedColumn(column) && editing.text !== textAt(job, rooms[editing.at.row], column)) {
      const name = column === 'name' ? editing.text : (rooms[editing.at.row]?.name ?? '');
      edit(`${labelOf(column)} of ${name || 'a room'}`, (current) => setCells(current, [{ room, column, text: editing.text }]));
    }
    if (then) go(single(then));
  };
  const open = (at: CellAt, text: string | null) => {
    const column = columns[at.column]?.field;
    if (!column || !isTypedColumn(column)) return;
    setEditing({ at, text: text ?? textAt(job, rooms[at.row], column), whole: text === null });
  };
  const type = (text: string) => {
    if (!editing) return;
    setEditing({ ...editing, text });
    const column = columns[editing.at.column]?.field;
    // Every key in an open cell is kept: a tab closed before the cell is left loses nothing.
    if (column) void keepTyping(jobId, { room: idAt(editing.at.row), column, text });
  };

  /** Ids of the rooms and the columns that are chosen. */
  const chosen = (): { ids: string[]; fields: RoomColumn[] } => {
    const { top, bottom, left, right } = cornersOf(range);
    return {
      ids: rooms.slice(top, bottom + 1).map(({ id }) => id),
      fields: columns.slice(left, right + 1).flatMap(({ field }) => (isTypedColumn(field) ? [field] : [])),
    };
  };
  const clear = () => {
    const { ids, fields } = chosen();
    if (ids.length === 0) return;
    edit('Emptied cells', (current) =>
      ids.reduce((next, room) => fields.reduce((made, column) => setCell(made, room, column, ''), next), current),
    );
  };
  const down = () => {
    const { top, bottom, left, right } = cornersOf(range);
    const from = top === bottom ? top - 1 : top;
    const fields = columns.slice(left, right + 1).flatMap(({ field }) => (isTypedColumn(field) ? [field] : []));
    const ids = rooms.slice(Math.max(0, from), bottom + 1).map(({ id }) => id);
    if (ids.length < 2) return;
    edit(`Filled ${rowsWord(ids.length - 1)} down`, (current) =>
      fillDown(current, ids, fields, (room, column) =>
        textAt(
          current,
          current.rooms.find(({ id }) => id === room),
          column,
        ),
      ),
    );
  };
  const tick = (row: number) => {
    const id = rooms[row]?.id;
    if (!id) return;
    const next = new Set(selected);
    if (!next.delete(id)) next.add(id);
    onSelect(next);
  };
  const sort = (column: RoomColumn) => {
    const numeric = isQuantity(column);
    edit(`Sorted by ${labelOf(column).toLowerCase()}`, (current) => ({
      ...current,
      rooms: current.rooms.toSorted((a, b) =>
        numeric
          ? ranked(b[column]) - ranked(a[column])
          : textAt(current, a, column).localeCompare(textAt(current, b, column), undefined, { numeric: true }),
      ),
    }));
  };
  /** Closes the open cell without taking its text. */
  const drop = () => {
    setEditing(null);
    void keepTyping(jobId, null);
    wantsFocus.current = true;
  };
  /** Opens a cell by typing over it. */
  const typeOver = (at: CellAt, text: string) => {
    open(at, text);
    const column = columns[at.column]?.field;
    if (column && isTypedColumn(column)) void keepTyping(jobId, { room: idAt(at.row), column, text });
  };
  return {
    job,
    rooms,
    columns,
    count,
    bounds,
    shown,
    scroller,
    virtual,
    range,
    setRange,
    editing,
    leaving,
    setLeaving,
    go,
    commit,
    open,
    type,
    typeOver,
    drop,
    chosen,
    clear,
    down,
    tick,
    sort,
    edit,
  };
}
