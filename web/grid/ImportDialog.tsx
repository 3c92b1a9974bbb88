import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import LinearProgress from '@mui/material/LinearProgress';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { useEffect, useState } from 'react';
import { MEANING_KINDS, MEANING_LABELS } from '../../exchange/room-columns.ts';
import { MOST_ROOMS_BYTES, type RoomsFileRead } from '../../exchange/rooms-file.ts';
import type { PreviewRow, RoomsPreview } from '../../exchange/rooms-table.ts';
import { problemOfTaking, takeRooms } from '../../exchange/take-rooms.ts';
import type { EmitterKind } from '../../model/job.ts';
import { newCircuit, nextId } from '../../model/new-job.ts';
import { SeverityMark } from '../parts/Severity.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { Stopped } from '../worker/lane.ts';
import { fileLane } from '../worker/lanes.ts';

/** Rows shown at once; rows with a bad cell are always shown. */
const MOST_SHOWN = 200;

type Reading =
  | { state: 'none' }
  | { state: 'reading'; name: string }
  | { state: 'failed'; problem: string }
  | { state: 'read'; name: string; preview: RoomsPreview };

/** The file in hand, and the sheets of it that can be chosen. */
interface Chosen {
  file: File;
  sheets: string[];
  sheet: string | null;
}

/** Reads a table of heat loads, shows how every cell was understood, and takes the rooms in only when told to. */
export function ImportDialog({ onClose }: { onClose: () => void }) {
  const job = useJob();
  const { edit } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  const [reading, setReading] = useState<Reading>({ state: 'none' });
  const [target, setTarget] = useState(job.circuits.length === 0 ? 'new:radiators' : '');

  const [chosen, setChosen] = useState<Chosen | null>(null);

  // The worker goes with the dialog, and with it whatever it was still reading.
  useEffect(() => () => fileLane.end(), []);

  const read = async (file: File, sheet: string | null = null) => {
    setReading({ state: 'reading', name: file.name });
    // A file far too large is not even read into memory.
    const bytes = new Uint8Array(await file.slice(0, MOST_ROOMS_BYTES + 1).arrayBuffer());
    if (file.size > MOST_ROOMS_BYTES) {
      setReading({
        state: 'failed',
        problem: `${file.name} has ${(file.size / 1e6).toFixed(1)} MB; at most ${MOST_ROOMS_BYTES / 1e6} MB are read. Keep only the rooms and save it again.`,
      });
      return;
    }
    const names = job.rooms.map((room) => room.name);
    // Not handed over for good: should the worker fail, the next one is asked with the same bytes.
    let result: RoomsFileRead;
    try {
      result = await fileLane.ask<RoomsFileRead>((work) => work.readRooms(bytes, job.display, names, sheet));
    } catch (error) {
      if (error instanceof Stopped) return;
      result = { ok: false, problem: error instanceof Error ? error.message : String(error), sheets: [], sheet: null };
    }
    setChosen({ file, sheets: result.sheets, sheet: result.sheet });
    // Offered only where the job could be kept with it: understood is what can be taken in.
    const problem = result.ok ? problemOfTaking(job, result.preview) : result.problem;
    setReading(
      result.ok && problem === null
        ? { state: 'read', name: file.name, preview: result.preview }
        : { state: 'failed', problem: problem ?? '' },
    );
  };

  const confirm = (preview: RoomsPreview) => {
    // The job may have grown since the table was read.
    const problem = problemOfTaking(job, preview);
    if (problem !== null) {
      setReading({ state: 'failed', problem });
      return;
    }
    edit(`Read ${roomCount(preview.rows.length)}`, (current) => {
      if (!target.startsWith('new:')) return takeRooms(current, preview, target || null);
      const circuit = newCircuit(nextId('c', current.circuits), current, {
        emitters: target.slice(4) as EmitterKind,
      });
      const taken = takeRooms({ ...current, circuits: [...current.circuits, circuit] }, preview, circuit.id);
      // Every row named a circuit of its own: the new one is not needed.
      return taken.rooms.some((room) => room.circuit === circuit.id)
        ? taken
        : { ...taken, circuits: taken.circuits.filter((each) => each.id !== circuit.id) };
    });
    enqueueSnackbar(
      `${roomCount(preview.rows.length)} taken in${preview.badCells > 0 ? `; ${preview.badCells} cells need correcting` : ''}.`,
    );
    onClose();
  };

  const preview = reading.state === 'read' ? reading.preview : null;
  return (
    <Dialog open onClose={onClose} maxWidth="lg" fullWidth>
      <DialogTitle>Read a table of heat loads</DialogTitle>
      <DialogContent>
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 2 }}>
          <Button component="label" variant={preview ? 'outlined' : 'contained'}>
            {preview ? 'Choose another file' : 'Choose the file'}
            <input
              type="file"
              aria-label="Table of heat loads"
              accept=".csv,.txt,.tsv,.xlsx,.xml,.gbxml,text/csv,text/plain"
              style={{ position: 'absolute', opacity: 0, width: 1, height: 1 }}
              onChange={(event) => {
                const file = event.target.files?.[0];
                if (file) void read(file);
                event.target.value = '';
              }}
            />
          </Button>
          <Typography variant="body2">
            A text table or a workbook (XLSX) with a heading such as <i>Room; Heat load (kW); Area (m2)</i>, or the spaces of a
            building model (gbXML).
          </Typography>
        </Box>
        {chosen && chosen.sheets.length > 1 && (
          <TextField
            select
            label="Sheet"
            value={chosen.sheet ?? ''}
            onChange={(event) => void read(chosen.file, event.target.value)}
            sx={{ maxWidth: 300, mb: 2 }}
            slotProps={{ inputLabel: { shrink: true } }}
          >
            {chosen.sheets.map((sheet) => (
              <MenuItem key={sheet} value={sheet}>
                {sheet}
              </MenuItem>
            ))}
          </TextField>
        )}
        {reading.state === 'reading' && (
          <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
            <Box sx={{ flex: 1 }}>
              <Typography role="status">Reading {reading.name} …</Typography>
              <LinearProgress aria-label={`Reading ${reading.name}`} />
            </Box>
            <Button
              onClick={() => {
                fileLane.end();
                setReading({ state: 'none' });
              }}
            >
              Stop reading
            </Button>
          </Box>
        )}
        {reading.state === 'failed' && (
          <Box role="alert" sx={{ p: 2, border: 2, borderColor: 'error.main', borderRadius: 1 }}>
            {reading.problem} Nothing was changed.
          </Box>
        )}
        {preview && <Preview preview={preview} />}
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2, gap: 1 }}>
        {preview && (
          <TextField
            select
            label="Rooms that name no circuit go on"
            value={target}
            onChange={(event) => setTarget(event.target.value)}
            sx={{ maxWidth: 300, mr: 'auto' }}
            slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
          >
            <MenuItem value="">no circuit yet</MenuItem>
            <MenuItem value="new:radiators">a new circuit: radiators</MenuItem>
            <MenuItem value="new:floor">a new circuit: floor heating</MenuItem>
            {job.circuits.map((circuit) => (
              <MenuItem key={circuit.id} value={circuit.id}>
                {circuit.name}
              </MenuItem>
            ))}
          </TextField>
        )}
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={!preview} onClick={() => preview && confirm(preview)}>
          {preview ? `Take in ${roomCount(preview.rows.length)}` : 'Take in'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const roomCount = (count: number): string => (count === 1 ? '1 room' : `${count} rooms`);

const isBad = (row: PreviewRow): boolean => Object.values(row.cells).some((cell) => cell.problem !== null);

function Preview({ preview }: { preview: RoomsPreview }) {
  const { say } = useDisplay();
  const meanings = preview.columns.flatMap((column) => (column.meaning ? [column.meaning] : []));
  const shown = preview.rows.filter((row, i) => i < MOST_SHOWN || isBad(row)).slice(0, 2 * MOST_SHOWN);
  return (
    <>
      <Typography sx={{ mb: 1 }}>
        <b>{roomCount(preview.rows.length)}</b>
        {preview.badCells > 0
          ? `, ${preview.badCells} cells cannot be used. They stay with their rooms as typed, so that you can correct them in the grid.`
          : ', every cell understood.'}
      </Typography>
      {preview.notes.map((note) => (
        <Typography key={note} variant="body2" color="text.secondary">
          {note}
        </Typography>
      ))}
      <Box
        sx={{ mt: 1.5, maxHeight: 360, overflow: 'auto', border: 1, borderColor: 'divider' }}
        tabIndex={0}
        role="region"
        aria-label="Preview of the rooms"
      >
        <Box
          component="table"
          sx={{
            borderCollapse: 'collapse',
            width: '100%',
            '& th, & td': {
              p: 0.8,
              textAlign: 'left',
              borderBottom: 1,
              borderColor: 'divider',
              verticalAlign: 'top',
            },
            '& th': { position: 'sticky', top: 0, bgcolor: 'background.paper' },
          }}
        >
          <thead>
            <tr>
              <th scope="col">Line</th>
              {meanings.map((meaning) => (
                <th scope="col" key={meaning}>
                  {MEANING_LABELS[meaning]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <tr key={row.line}>
                <td>{row.line}</td>
                {meanings.map((meaning) => {
                  const cell = row.cells[meaning];
                  const kind = MEANING_KINDS[meaning];
                  return (
                    <td key={meaning}>
                      {cell?.problem ? (
                        <Box sx={{ color: 'wall.mend' }}>
                          <Box
                            sx={{
                              display: 'flex',
                              gap: 0.7,
                              alignItems: 'center',
                              fontWeight: 700,
                              overflowWrap: 'anywhere',
                            }}
                          >
                            <SeverityMark severity="mend" size={15} /> {cell.text || 'empty'}
                          </Box>
                          <Box sx={{ fontSize: 'label' }}>{cell.problem}</Box>
                        </Box>
                      ) : kind && cell && cell.value !== null ? (
                        say(cell.value, kind)
                      ) : (
                        cell?.text
                      )}
                      {meaning === 'name' && row.warning && (
                        <Box sx={{ fontSize: 'label', color: 'wall.note' }}>{row.warning}</Box>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
      {shown.length < preview.rows.length && (
        <Typography variant="body2" sx={{ mt: 1 }}>
          {preview.rows.length - shown.length} more rows without a bad cell are not shown.
        </Typography>
      )}
    </>
  );
}
