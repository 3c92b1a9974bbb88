import Box from '@mui/material/Box';
import { useSnackbar } from 'notistack';
import { type PointerEvent, useRef } from 'react';
import { FIELDS } from '../../model/fields.ts';
import { Unseen } from '../look/parts/Unseen.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { Cell, Heading, OpenCell } from './GridCells.tsx';
import { copyCells, pasteCells } from './grid-clipboard.ts';
import { COLUMNS, type GridColumn, isTypedColumn, widthOf } from './grid-columns.ts';
import { gridKeys } from './grid-keys.ts';
import { type CellAt, isIn, single } from './grid-range.ts';
import { isQuantity } from './room-texts.ts';
import { HEAD, MOST_SEEN, ROW, useGridCells } from './use-grid-cells.ts';

interface Props {
  selected: ReadonlySet<string>;
  onSelect: (ids: ReadonlySet<string>) => void;
  /** Whether columns that only feed proposals are shown. */
  more: boolean;
}

/**
 * The rooms as a spreadsheet: arrows move, Shift widens what is chosen, typing edits, Enter goes down and Tab right; blocks are copied,
 * cut, pasted and filled down. Rows are drawn as they come into sight, so that thousands cost no more than a few.
 */
export default function RoomGrid({ selected, onSelect, more }: Props) {
  const job = useJob();
  const { unit } = useDisplay();
  const { enqueueSnackbar } = useSnackbar();
  const { rooms } = job;
  const columns = COLUMNS.filter(
    ({ when }) =>
      when === 'always' || (when.startsWith('more') && more) || (when.endsWith('cooling') && job.mode === 'heating-and-cooling'),
  );
  const cells = useGridCells(columns, selected, onSelect);
  const { scroller, virtual, range, editing, count, go, commit, open, type, tick, sort } = cells;
  const dragging = useRef(false);
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
        onKeyDown={(event) => gridKeys(cells, event)}
        onCopy={(event) => copyCells(cells, event)}
        onCut={(event) => copyCells(cells, event, true)}
        onPaste={(event) => {
          const rows = pasteCells(cells, event);
          if (rows !== null) enqueueSnackbar(`${rows} pasted. Ctrl+Z undoes it.`);
        }}
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
        <Box sx={{ minWidth: 40 + columns.reduce((sum, { width }) => sum + width, 0) }}>
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
      <Unseen id="room-grid-keys">
        Arrows move, Shift and arrows choose, Enter opens a cell, Ctrl+D fills down, Space ticks a room; Escape and then Tab leave
        the grid.
      </Unseen>
    </>
  );
}

const unitOf = ({ field }: GridColumn, unit: ReturnType<typeof useDisplay>['unit']): string => {
  if (field === 'specificLoad') return unit('specificLoad');
  return isQuantity(field) ? unit(FIELDS[`rooms/*/${field}`].kind) : '';
};
