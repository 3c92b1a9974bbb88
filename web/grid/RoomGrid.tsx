import Box from '@mui/material/Box';
import Tooltip from '@mui/material/Tooltip';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useSnackbar } from 'notistack';
import Papa from 'papaparse';
import {
  type ClipboardEvent,
  type KeyboardEvent,
  memo,
  type PointerEvent,
  useCallback,
  useEffect,
  useRef,
  useState,
} from 'react';
import { useParams } from 'react-router';
import { FIELDS } from '../../model/fields.ts';
import type { Job, Room } from '../../model/job.ts';
import { nextId } from '../../model/new-job.ts';
import { FACING_LABELS, USE_LABELS } from '../parts/choices.ts';
import { SeverityMark } from '../parts/Severity.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { keepTyping } from '../state/typing.ts';
import { COLUMNS, type GridColumn, isTypedColumn, widthOf } from './grid-columns.ts';
import { type CellAt, cornersOf, isIn, movedBy, type Range, single, tabbedFrom } from './grid-range.ts';
import { fillDown, hasHeading, pasteBlock, type RoomColumn, setCell, setCells } from './room-edits.ts';
import { isQuantity, shownAt, specificLoadOf, textAt } from './room-texts.ts';

/** Height of a row and of the heading, px; rows that are seen at once at most before the grid scrolls by itself. */
const ROW = 36;
const HEAD = 48;
const MOST_SEEN = 16;
/** Rows of a job without rooms. */
const EMPTY = 6;
/** Rows drawn beyond the edge. */
const OVERSCAN = 12;

interface Props {
  selected: ReadonlySet<string>;
  onSelect: (ids: ReadonlySet<string>) => void;
  /** Whether columns that only feed proposals are shown. */
  more: boolean;
}

const rowsWord = (n: number) => `${n} ${n === 1 ? 'row' : 'rows'}`;

/**
 * The rooms as a spreadsheet: arrows move, Shift widens what is chosen, typing edits, Enter goes down and Tab right; blocks are copied,
 * cut, pasted and filled down. Rows are drawn as they come into sight, so that thousands cost no more than a few.
 */
export default function RoomGrid({ selected, onSelect, more }: Props) {
  const job = useJob();
  const { edit } = useEditing();
  const { unit } = useDisplay();
  const { id: jobId = '' } = useParams();
  const { enqueueSnackbar } = useSnackbar();
  const { rooms } = job;
  const columns = COLUMNS.filter(
    ({ when }) => when === 'always' || (when === 'more' && more) || (when === 'cooling' && job.mode === 'heating-and-cooling'),
  );
  const [range, setRange] = useState<Range>(single({ row: 0, column: 0 }));
  const [editing, setEditing] = useState<{ at: CellAt; text: string; whole: boolean } | null>(null);
  // After Escape the next Tab leaves the grid.
  const [leaving, setLeaving] = useState(false);
  const scroller = useRef<HTMLDivElement>(null);
  const dragging = useRef(false);
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

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.nativeEvent.isComposing) return;
    const { key, shiftKey } = event;
    const ctrlKey = event.ctrlKey || event.metaKey;
    const { at } = range;
    if (editing) {
      if (key === 'Escape') {
        event.stopPropagation();
        setEditing(null);
        void keepTyping(jobId, null);
        wantsFocus.current = true;
      } else if (key === 'Enter') {
        event.preventDefault();
        commit({ row: Math.min(at.row + (shiftKey ? -1 : 1), count), column: at.column });
      } else if (key === 'Tab') {
        event.preventDefault();
        // The row that is typed into makes another below it.
        commit(tabbedFrom(at, shiftKey, { ...bounds, rows: count + 1 }) ?? at);
      }
      return;
    }
    if (key === 'Tab') {
      const next = leaving || ctrlKey ? null : tabbedFrom(at, shiftKey, bounds);
      if (!next) return;
      event.preventDefault();
      return go(single(next));
    }
    if (key === 'Escape') return setLeaving(true);
    const moved = movedBy(range, { key, shiftKey, ctrlKey }, bounds);
    if (moved) {
      event.preventDefault();
      return go(moved);
    }
    if (ctrlKey && key.toLowerCase() === 'd') {
      event.preventDefault();
      return down();
    }
    if (ctrlKey && key.toLowerCase() === 'a') {
      event.preventDefault();
      return setRange({ from: { row: 0, column: 0 }, at: { row: Math.max(0, rooms.length - 1), column: columns.length - 1 } });
    }
    if (ctrlKey || event.altKey) return;
    if (key === 'Enter' || key === 'F2') {
      event.preventDefault();
      return open(at, null);
    }
    if (key === 'Delete' || key === 'Backspace') {
      event.preventDefault();
      return clear();
    }
    if (key === ' ' && rooms[at.row]) {
      event.preventDefault();
      return tick(at.row);
    }
    if (key.length === 1) {
      event.preventDefault();
      open(at, key);
      const column = columns[at.column]?.field;
      if (column && isTypedColumn(column)) void keepTyping(jobId, { room: idAt(at.row), column, text: key });
    }
  };
  const tick = (row: number) => {
    const id = rooms[row]?.id;
    if (!id) return;
    const next = new Set(selected);
    if (!next.delete(id)) next.add(id);
    onSelect(next);
  };

  const onCopy = (event: ClipboardEvent, cut = false) => {
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
  };
  const onPaste = (event: ClipboardEvent) => {
    // Inside an open cell the text belongs to that cell.
    if (editing) return;
    const text = event.clipboardData.getData('text/plain');
    if (text === '') return;
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
      return;
    }
    const rows = rowsWord(block.length - (hasHeading(block) ? 1 : 0));
    edit(`Pasted ${rows}`, (current) => pasteBlock(current, top, field, block, shown));
    enqueueSnackbar(`${rows} pasted. Ctrl+Z undoes it.`);
  };

  const cellOf = (target: EventTarget): CellAt | null => {
    const cell = (target as HTMLElement).closest<HTMLElement>('[data-column]');
    const row = cell?.closest<HTMLElement>('[data-rowindex]')?.dataset.rowindex;
    return cell && row !== undefined ? { row: Number(row), column: Number(cell.dataset.column) } : null;
  };
  const onPointerDown = (event: PointerEvent) => {
    const at = cellOf(event.target);
    if (!at || event.button !== 0 || (editing && at.row === editing.at.row && at.column === editing.at.column)) return;
    if (editing) commit(null);
    dragging.current = true;
    go(event.shiftKey ? { at, from: range.from } : single(at));
  };
  const onPointerMove = (event: PointerEvent) => {
    if (!dragging.current || event.buttons !== 1) return;
    const at = cellOf(event.target);
    if (at && (at.row !== range.at.row || at.column !== range.at.column)) go({ at, from: range.from });
  };

  const sort = (column: RoomColumn) => {
    const numeric = isQuantity(column);
    edit(`Sorted by ${labelOf(column).toLowerCase()}`, (current) => ({
      ...current,
      rooms: current.rooms.toSorted((a, b) =>
        numeric
          ? (b[column] ?? Number.NEGATIVE_INFINITY) - (a[column] ?? Number.NEGATIVE_INFINITY)
          : textAt(current, a, column).localeCompare(textAt(current, b, column), undefined, { numeric: true }),
      ),
    }));
  };
  const allTicked = rooms.length > 0 && rooms.every(({ id }) => selected.has(id));
  const template = `40px ${columns.map(widthOf).join(' ')}`;
  const height = HEAD + Math.min(count, MOST_SEEN) * ROW + 2;
  return (
    <>
      <Box
        ref={scroller}
        role="grid"
        aria-label="Rooms"
        aria-describedby="room-grid-keys"
        aria-rowcount={count + 1}
        aria-colcount={columns.length + 1}
        aria-multiselectable="true"
        onKeyDown={onKeyDown}
        onCopy={onCopy}
        onCut={(event) => onCopy(event, true)}
        onPaste={onPaste}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={() => {
          dragging.current = false;
        }}
        onDoubleClick={(event) => {
          const at = cellOf(event.target);
          if (at && !editing) open(at, null);
        }}
        sx={{
          height,
          overflow: 'auto',
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          fontSize: 'table',
          userSelect: 'none',
          scrollPaddingTop: HEAD,
        }}
      >
        <Box sx={{ minWidth: 'max-content' }}>
          <Box
            role="row"
            aria-rowindex={1}
            sx={{
              display: 'grid',
              gridTemplateColumns: template,
              height: HEAD,
              position: 'sticky',
              top: 0,
              zIndex: 2,
              bgcolor: 'background.paper',
              borderBottom: 2,
              borderColor: 'divider',
            }}
          >
            <Box role="columnheader" aria-colindex={1} sx={{ display: 'grid', placeItems: 'center' }}>
              <input
                type="checkbox"
                aria-label="Tick all rooms"
                checked={allTicked}
                disabled={rooms.length === 0}
                onChange={() => onSelect(allTicked ? new Set() : new Set(rooms.map(({ id }) => id)))}
              />
            </Box>
            {columns.map((column, k) => (
              <Box
                key={column.field}
                role="columnheader"
                aria-colindex={k + 2}
                sx={{ px: 1, display: 'flex', alignItems: 'center', justifyContent: column.right ? 'flex-end' : 'flex-start' }}
              >
                <Heading column={column} unit={unitOf(column, unit)} onSort={isTypedColumn(column.field) ? sort : null} />
              </Box>
            ))}
          </Box>
          <Box role="rowgroup" sx={{ position: 'relative', height: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map(({ index, start }) => {
              const room = rooms[index];
              return (
                <Box
                  key={index}
                  role="row"
                  aria-rowindex={index + 2}
                  aria-selected={room ? selected.has(room.id) : undefined}
                  data-rowindex={index}
                  data-id={room?.id}
                  sx={{
                    position: 'absolute',
                    top: start,
                    left: 0,
                    right: 0,
                    height: ROW,
                    display: 'grid',
                    gridTemplateColumns: template,
                    borderBottom: 1,
                    borderColor: 'divider',
                  }}
                >
                  <Box role="gridcell" aria-colindex={1} sx={{ display: 'grid', placeItems: 'center' }}>
                    {room && (
                      <input
                        type="checkbox"
                        tabIndex={-1}
                        aria-label={`Tick ${room.name || 'this room'}`}
                        checked={selected.has(room.id)}
                        onChange={() => tick(index)}
                      />
                    )}
                  </Box>
                  {columns.map((column, k) => {
                    const here = range.at.row === index && range.at.column === k;
                    return editing && editing.at.row === index && editing.at.column === k ? (
                      <OpenCell
                        key={column.field}
                        column={column}
                        index={k}
                        job={job}
                        text={editing.text}
                        whole={editing.whole}
                        onType={type}
                        onLeave={() => commit(null)}
                      />
                    ) : (
                      <Cell
                        key={column.field}
                        column={column}
                        index={k}
                        job={job}
                        room={room}
                        stop={here}
                        chosen={isIn(range, index, k) && !(here && range.at === range.from)}
                      />
                    );
                  })}
                </Box>
              );
            })}
          </Box>
        </Box>
      </Box>
      <Box id="room-grid-keys" sx={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}>
        Arrows move, Shift and arrows choose, Enter opens a cell, Ctrl+D fills down, Space ticks a room; Escape and then Tab leave
        the grid.
      </Box>
    </>
  );
}

const labelOf = (column: RoomColumn): string => COLUMNS.find(({ field }) => field === column)?.label ?? column;

const unitOf = ({ field }: GridColumn, unit: ReturnType<typeof useDisplay>['unit']): string => {
  if (field === 'specificLoad') return unit('specificLoad');
  return isQuantity(field) ? unit(FIELDS[`rooms/*/${field}`].kind) : '';
};

function Heading({ column, unit, onSort }: { column: GridColumn; unit: string; onSort: ((column: RoomColumn) => void) | null }) {
  const words = (
    <span>
      {column.label}
      {unit !== '' && (
        <Box component="span" sx={{ display: 'block', fontWeight: 500, fontSize: 'label', color: 'text.secondary' }}>
          {unit}
        </Box>
      )}
    </span>
  );
  const sx = { fontWeight: 700, fontSize: 'table', lineHeight: 1.15, textAlign: column.right ? 'right' : 'left' } as const;
  if (!onSort || !isTypedColumn(column.field)) return <Box sx={sx}>{words}</Box>;
  const field = column.field;
  return (
    <Box
      component="button"
      type="button"
      tabIndex={-1}
      title={`Sort by ${column.label.toLowerCase()}`}
      onClick={() => onSort(field)}
      sx={{ all: 'unset', '&&': sx, cursor: 'pointer', '&:hover': { textDecoration: 'underline' } }}
    >
      {words}
    </Box>
  );
}

interface CellProps {
  column: GridColumn;
  index: number;
  job: Job;
  room: Room | undefined;
  /** The one cell that Tab comes to. */
  stop: boolean;
  chosen: boolean;
}

const cellSx = (right: boolean) => ({
  px: 1,
  display: 'flex',
  alignItems: 'center',
  justifyContent: right ? 'flex-end' : 'flex-start',
  borderLeft: 1,
  borderColor: 'divider',
  overflow: 'hidden',
  whiteSpace: 'nowrap' as const,
  cursor: 'cell',
  '&:focus': { outline: '3px solid', outlineColor: 'secondary.main', outlineOffset: -3 },
});

const Cell = memo(function Cell({ column, index, job, room, stop, chosen }: CellProps) {
  const { field } = column;
  const cell =
    field === 'specificLoad'
      ? { text: room ? specificLoadOf(room, job.display) : '', problem: null, rough: false }
      : shownAt(job, room, field);
  const body = cell.problem ? (
    <Tooltip title={cell.problem}>
      <Box
        component="span"
        sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.7, color: 'wall.mend', fontWeight: 700, overflow: 'hidden' }}
      >
        {cell.text} <SeverityMark severity="mend" size={15} />
      </Box>
    </Tooltip>
  ) : cell.rough ? (
    <i>{cell.text}, rough</i>
  ) : (
    cell.text
  );
  return (
    <Box
      role="gridcell"
      tabIndex={stop ? 0 : -1}
      aria-colindex={index + 2}
      aria-readonly={field === 'specificLoad' || undefined}
      aria-invalid={cell.problem !== null || undefined}
      aria-label={cell.problem ? `${cell.text}: ${cell.problem}` : undefined}
      data-column={index}
      data-field={field}
      sx={{
        ...cellSx(column.right),
        bgcolor: chosen ? 'action.selected' : field === 'specificLoad' ? 'action.hover' : undefined,
      }}
    >
      <Box component="span" sx={{ overflow: 'hidden', textOverflow: 'ellipsis' }}>
        {body}
      </Box>
    </Box>
  );
});

interface OpenCellProps {
  column: GridColumn;
  index: number;
  job: Job;
  text: string;
  /** Opened with what was there, not by typing over it. */
  whole: boolean;
  onType: (text: string) => void;
  onLeave: () => void;
}

/** A cell that is typed into; where there are names to choose from they are offered. */
function OpenCell({ column, index, job, text, whole, onType, onLeave }: OpenCellProps) {
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const field = input.current;
    field?.focus();
    if (whole) field?.select();
    else field?.setSelectionRange(field.value.length, field.value.length);
  }, [whole]);
  const offered =
    column.field === 'circuit'
      ? job.circuits.map(({ name }) => name)
      : column.field === 'use'
        ? Object.values(USE_LABELS)
        : column.field === 'facing'
          ? Object.values(FACING_LABELS)
          : column.field === 'storey'
            ? [...new Set(job.rooms.map(({ storey }) => storey))].filter((each) => each !== '')
            : [];
  return (
    <Box
      role="gridcell"
      aria-colindex={index + 2}
      data-column={index}
      data-field={column.field}
      sx={{ ...cellSx(column.right), p: 0, bgcolor: 'background.default', overflow: 'visible' }}
    >
      <Box
        component="input"
        ref={input}
        value={text}
        aria-label={column.label}
        list={offered.length > 0 ? 'room-grid-offered' : undefined}
        autoComplete="off"
        onChange={(event) => onType(event.target.value)}
        onBlur={onLeave}
        sx={{
          all: 'unset',
          boxSizing: 'border-box',
          width: '100%',
          height: '100%',
          px: 1,
          userSelect: 'text',
          textAlign: column.right ? 'right' : 'left',
          outline: '3px solid',
          outlineColor: 'primary.main',
          outlineOffset: -3,
        }}
      />
      {offered.length > 0 && (
        <datalist id="room-grid-offered">
          {offered.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      )}
    </Box>
  );
}
