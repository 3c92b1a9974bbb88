import Box from '@mui/material/Box';
import Tooltip from '@mui/material/Tooltip';
import { memo, useEffect, useRef } from 'react';
import type { Job, Room } from '../../model/job.ts';
import { FACING_LABELS, USE_LABELS } from '../parts/choices.ts';
import { SeverityMark } from '../parts/Severity.tsx';
import { type GridColumn, isTypedColumn } from './grid-columns.ts';
import type { RoomColumn } from './room-edits.ts';
import { shownAt, specificLoadOf } from './room-texts.ts';

/** The heading of a column with the unit of its numbers; pressed, it sorts. */
export function Heading({
  column,
  unit,
  onSort,
}: {
  column: GridColumn;
  unit: string;
  onSort: ((column: RoomColumn) => void) | null;
}) {
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

/** A cell as it reads; what could not be read shows the reason. */
export const Cell = memo(function Cell({ column, index, job, room, stop, chosen }: CellProps) {
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
export function OpenCell({ column, index, job, text, whole, onType, onLeave }: OpenCellProps) {
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
