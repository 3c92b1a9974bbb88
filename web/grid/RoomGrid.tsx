import Box from '@mui/material/Box';
import Tooltip from '@mui/material/Tooltip';
import { DataGrid, type GridColDef, type GridRowId, type GridRowSelectionModel, useGridApiRef } from '@mui/x-data-grid';
import { useSnackbar } from 'notistack';
import Papa from 'papaparse';
import { type ClipboardEvent, type FormEvent, useMemo } from 'react';
import { useParams } from 'react-router';
import { isRough, roughLoad } from '../../core/load/rough-loads.ts';
import { editText, show } from '../../core/quantity/format.ts';
import { readInJobUnits } from '../../core/quantity/parse.ts';
import { MEANING_LABELS } from '../../exchange/room-columns.ts';
import { FIELDS } from '../../model/fields.ts';
import { nextId } from '../../model/new-job.ts';
import { nonce } from '../nonce.ts';
import { FACING_LABELS, USE_LABELS } from '../parts/choices.ts';
import { SeverityMark } from '../parts/Severity.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob, useJobPart } from '../state/job-context.tsx';
import { keepTyping } from '../state/typing.ts';
import { pasteBlock, ROOM_COLUMNS, type RoomColumn, setCell } from './room-edits.ts';

type Row = { id: string } & Record<RoomColumn, string>;

const COLUMN_LABELS: Record<RoomColumn, string> = {
  ...MEANING_LABELS,
  use: 'Used for',
  facing: 'Windows to',
  coolingLoad: 'Cooling load',
  latentLoad: 'Drying load',
};

/** Rows on one page of the grid: the most this grid shows at once. */
const PAGE = 100;

const QUANTITIES = ['area', 'heatLoad', 'roomTemperature', 'coolingLoad', 'latentLoad'] as const;
type QuantityColumn = (typeof QUANTITIES)[number];

interface Props {
  selected: ReadonlySet<string>;
  onSelect: (ids: ReadonlySet<string>) => void;
}

/** The rooms as a spreadsheet: arrows move, typing edits, Enter and Tab go on, blocks can be pasted; the last row is always empty. */
export default function RoomGrid({ selected, onSelect }: Props) {
  const job = useJob();
  const { edit } = useEditing();
  const { unit } = useDisplay();
  const { id = '' } = useParams();
  const { enqueueSnackbar } = useSnackbar();
  const api = useGridApiRef();
  const { display, rooms, circuits, mode } = job;

  const unread = useMemo(() => new Map(job.unread.map((entry) => [entry.place, entry.text])), [job.unread]);
  const rows = useMemo<Row[]>(() => {
    const text = (id: string, column: QuantityColumn, value: number | null) =>
      unread.get(`rooms/${id}/${column}`) ?? (value === null ? '' : editText(value, FIELDS[`rooms/*/${column}`].kind, display));
    const filled = rooms.map((room) => ({
      id: room.id,
      name: room.name,
      storey: room.storey,
      area: text(room.id, 'area', room.area),
      heatLoad: text(room.id, 'heatLoad', room.heatLoad),
      roomTemperature: text(room.id, 'roomTemperature', room.roomTemperature),
      circuit: room.circuit ?? '',
      use: room.use ?? '',
      facing: room.facing ?? '',
      coolingLoad: text(room.id, 'coolingLoad', room.coolingLoad),
      latentLoad: text(room.id, 'latentLoad', room.latentLoad),
    }));
    return [
      ...filled,
      {
        id: nextId('r', rooms),
        name: '',
        storey: '',
        area: '',
        heatLoad: '',
        roomTemperature: '',
        circuit: '',
        use: '',
        facing: '',
        coolingLoad: '',
        latentLoad: '',
      },
    ];
  }, [rooms, unread, display]);

  const rough = useMemo(
    () =>
      new Map(
        rooms.flatMap((room) =>
          isRough(job, room) ? [[room.id, show(roughLoad(job, room) ?? 0, 'heatLoad', display).number] as const] : [],
        ),
      ),
    [job, rooms, display],
  );
  const specificLoad = useMemo(
    () =>
      new Map(
        rooms.flatMap(({ id, heatLoad, area }) =>
          heatLoad === null || area === null ? [] : [[id, show(heatLoad / area, 'specificLoad', display).number] as const],
        ),
      ),
    [rooms, display],
  );
  const columns = useMemo<GridColDef<Row>[]>(() => {
    const choice = (field: 'use' | 'facing', width: number, labels: Record<string, string>): GridColDef<Row> => ({
      field,
      headerName: COLUMN_LABELS[field],
      width,
      editable: true,
      sortable: false,
      type: 'singleSelect',
      valueOptions: [{ value: '', label: '–' }, ...Object.entries(labels).map(([value, label]) => ({ value, label }))],
      renderCell: ({ row }) => labels[row[field]] ?? '',
    });
    const quantity = (field: QuantityColumn, width: number): GridColDef<Row> => ({
      field,
      headerName: `${COLUMN_LABELS[field]} (${unit(FIELDS[`rooms/*/${field}`].kind)})`,
      width,
      editable: true,
      align: 'right',
      headerAlign: 'right',
      sortable: false,
      renderCell: ({ row }) =>
        field === 'heatLoad' && rough.has(row.id) ? (
          <i>about {rough.get(row.id)}, rough</i>
        ) : (
          <QuantityCell text={row[field]} column={field} bad={unread.has(`rooms/${row.id}/${field}`)} />
        ),
    });
    return [
      { field: 'name', headerName: MEANING_LABELS.name, flex: 1, minWidth: 125, editable: true, sortable: false },
      { field: 'storey', headerName: MEANING_LABELS.storey, width: 90, editable: true, sortable: false },
      quantity('area', 90),
      quantity('heatLoad', 130),
      {
        // What a practitioner checks a load by; derived, so it cannot be typed.
        field: 'specificLoad',
        headerName: `Per area (${unit('specificLoad')})`,
        width: 145,
        align: 'right',
        headerAlign: 'right',
        sortable: false,
        renderCell: ({ row }) => specificLoad.get(row.id) ?? '',
      },
      quantity('roomTemperature', 200),
      {
        field: 'circuit',
        headerName: MEANING_LABELS.circuit,
        width: 145,
        editable: true,
        sortable: false,
        type: 'singleSelect',
        valueOptions: [
          { value: '', label: 'no circuit' },
          ...circuits.map((circuit) => ({ value: circuit.id, label: circuit.name || circuit.id })),
        ],
        renderCell: ({ row }) => circuits.find((circuit) => circuit.id === row.circuit)?.name ?? '',
      },
      choice('use', 100, USE_LABELS),
      choice('facing', 110, FACING_LABELS),
      ...(mode === 'heating-and-cooling' ? [quantity('coolingLoad', 150), quantity('latentLoad', 130)] : []),
    ];
  }, [unit, circuits, unread, rough, specificLoad, mode]);

  // Every key in an open cell is kept: a tab closed before the cell is left loses nothing.
  const onInput = ({ target }: FormEvent) => {
    if (!(target instanceof HTMLInputElement) || target.type !== 'text') return;
    const column = target.closest('[data-field]')?.getAttribute('data-field');
    const room = target.closest('[data-id]')?.getAttribute('data-id');
    if (column && room) void keepTyping(id, { room, column, text: target.value });
  };

  const onPaste = (event: ClipboardEvent) => {
    // Inside an open cell the text belongs to that cell.
    if ((event.target as HTMLElement).closest('input, textarea')) return;
    const cell = api.current?.state.focus.cell;
    const text = event.clipboardData.getData('text/plain');
    if (!cell || text === '') return;
    event.preventDefault();
    const block = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data;
    const start = rows.findIndex((row) => row.id === cell.id);
    // Beside the columns one can type in, a block begins at the next one that takes it.
    const column =
      ROOM_COLUMNS.find((each) => each === cell.field) ?? (cell.field === 'specificLoad' ? 'roomTemperature' : 'name');
    edit(`Pasted ${block.length} ${block.length === 1 ? 'row' : 'rows'}`, (current) => pasteBlock(current, start, column, block));
    enqueueSnackbar(`${block.length} ${block.length === 1 ? 'row' : 'rows'} pasted. Ctrl+Z takes it back.`);
  };

  const update = (next: Row, before: Row): Row => {
    const changed = ROOM_COLUMNS.filter((column) => next[column] !== before[column]);
    for (const column of changed) {
      edit(`${COLUMN_LABELS[column]} of ${next.name || 'a room'}`, (current) =>
        setCell(current, next.id, column, next[column] ?? ''),
      );
    }
    return next;
  };

  const selection: GridRowSelectionModel = { type: 'include', ids: new Set<GridRowId>(selected) };
  return (
    <Box onPaste={onPaste} onInput={onInput} sx={{ bgcolor: 'background.paper' }}>
      <DataGrid
        apiRef={api}
        rows={rows}
        columns={columns}
        label="Rooms"
        nonce={nonce}
        rowHeight={38}
        columnHeaderHeight={42}
        disableColumnMenu
        tabNavigation="content"
        disableColumnSorting
        disableColumnFilter
        checkboxSelection
        disableRowSelectionOnClick
        rowSelectionModel={selection}
        isRowSelectable={({ id }) => rooms.some((room) => room.id === id)}
        onRowSelectionModelChange={(model) =>
          onSelect(
            model.type === 'include'
              ? new Set([...model.ids].map(String))
              : new Set(rooms.map((room) => room.id).filter((id) => !model.ids.has(id))),
          )
        }
        onCellEditStart={({ reason }, event) => {
          // A block from a spreadsheet goes into the grid, not into the one cell that has the focus.
          if (reason === 'pasteKeyDown') event.defaultMuiPrevented = true;
        }}
        onCellEditStop={() => void keepTyping(id, null)}
        processRowUpdate={update}
        initialState={{ pagination: { paginationModel: { pageSize: PAGE } } }}
        pageSizeOptions={[PAGE]}
        hideFooter={rows.length <= PAGE}
        autoHeight={rows.length <= PAGE}
        sx={{
          ...(rows.length > PAGE ? { height: 640 } : {}),
          fontVariantNumeric: 'tabular-nums',
          fontSize: '0.95rem',
          borderColor: 'divider',
          '& .MuiDataGrid-columnHeaderTitle': { fontWeight: 700 },
          '& .MuiDataGrid-cell': {
            borderRight: 1,
            borderRightColor: 'divider',
            borderBottom: 1,
            borderBottomColor: 'divider',
          },
          '& .MuiDataGrid-cell:focus, & .MuiDataGrid-cell:focus-within': {
            outline: '3px solid',
            outlineColor: 'secondary.main',
            outlineOffset: -3,
          },
          '& .MuiDataGrid-cell--editing': { bgcolor: 'background.default' },
        }}
      />
    </Box>
  );
}

/** A number as the job shows it, or what was typed with the reason why it is not used. */
function QuantityCell({ text, column, bad }: { text: string; column: QuantityColumn; bad: boolean }) {
  const display = useJobPart((job) => job.display);
  const field = FIELDS[`rooms/*/${column}`];
  const read = text === '' ? null : readInJobUnits(text, field.kind, display);
  if (bad) {
    const reason = read && !read.ok ? read.reason : `is outside what is possible: ${field.remedy}`;
    return (
      <Tooltip title={`“${text.trim() || 'Nothing'}” ${reason}`}>
        <Box
          component="span"
          sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.7, color: 'wall.mend', fontWeight: 700 }}
          aria-label={`${text}: ${reason}`}
        >
          {text.trim() || 'empty'} <SeverityMark severity="mend" size={15} />
        </Box>
      </Tooltip>
    );
  }
  return read?.ok ? show(read.value, field.kind, display).number : null;
}
