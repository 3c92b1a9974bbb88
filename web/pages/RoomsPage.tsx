import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import type { Job } from '../../model/job.ts';
import { newCircuit, nextId } from '../../model/new-job.ts';
import { ImportDialog } from '../grid/ImportDialog.tsx';
import { removeRooms } from '../grid/room-edits.ts';
import { ROUGH_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { Reading, Sheet } from '../parts/Layout.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';

const RoomGrid = lazy(() => import('../grid/RoomGrid.tsx'));

/** The rooms with their heat loads, typed, pasted or read from a table. */
export default function RoomsPage() {
  const job = useJob();
  const [importing, setImporting] = useState(false);
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const chosen = new Set(job.rooms.filter((room) => selected.has(room.id)).map((room) => room.id));
  return (
    <Sheet
      wide
      title="Rooms"
      lead="Type, paste a block from a spreadsheet, or read heat loads from a file."
      actions={
        <Button variant="contained" onClick={() => setImporting(true)}>
          Read a table (CSV, XLSX, gbXML)
        </Button>
      }
    >
      <Totals />
      <Box sx={{ minHeight: 44, display: 'flex', alignItems: 'center', gap: 1, mb: 0.5 }}>
        {chosen.size > 0 ? (
          <Selected ids={chosen} onDone={() => setSelected(new Set())} />
        ) : (
          <Typography variant="body2" color="text.secondary">
            Arrows move, typing edits, Enter goes down, Tab goes right. Tick rooms to put them on a circuit together.
          </Typography>
        )}
      </Box>
      <Suspense fallback={<Typography role="status">Opening the grid …</Typography>}>
        <RoomGrid selected={chosen} onSelect={setSelected} />
      </Suspense>
      {importing && <ImportDialog onClose={() => setImporting(false)} />}
    </Sheet>
  );
}

function Totals() {
  const { rooms } = useJob();
  const designed = useDesigned();
  const roomLoad = designed?.design.figures.roomLoad;
  const gap = designed?.design.loadGap;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 4, flexWrap: 'wrap', mb: 1.5 }}>
      <Reading label="Rooms">{rooms.length}</Reading>
      <Reading label="All rooms together">{roomLoad ? <FigureButton figure={roomLoad} /> : '–'}</Reading>
      <Box sx={{ width: 230 }}>
        <QuantityField place="wholeHouseLoad" label="Whole-house load, if known" empty={null} />
      </Box>
      <Box sx={{ width: 290 }}>
        <ChoiceField none place="roughLoads" label="Rooms without a load, for now" options={ROUGH_CHOICES} />
      </Box>
      {gap && (
        <Reading label="Gap">
          <FigureButton figure={gap} />
        </Reading>
      )}
    </Box>
  );
}

function Selected({ ids, onDone }: { ids: ReadonlySet<string>; onDone: () => void }) {
  const job = useJob();
  const { edit } = useEditing();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const count = `${ids.size} ${ids.size === 1 ? 'room' : 'rooms'}`;
  const assign = (current: Job, circuit: string | null): Job => ({
    ...current,
    rooms: current.rooms.map((room) => (ids.has(room.id) ? { ...room, circuit } : room)),
  });
  const choose = (label: string, recipe: (job: Job) => Job) => () => {
    setAnchor(null);
    edit(label, recipe);
    onDone();
  };
  return (
    <>
      <Typography sx={{ fontWeight: 700 }}>{count} ticked:</Typography>
      <Button variant="outlined" size="small" onClick={(event) => setAnchor(event.currentTarget)}>
        Put on a circuit …
      </Button>
      <Button
        variant="outlined"
        size="small"
        color="error"
        onClick={choose(`Deleted ${count}`, (current) => removeRooms(current, ids))}
      >
        Delete
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {job.circuits.map((circuit) => (
          <MenuItem key={circuit.id} onClick={choose(`${count} on ${circuit.name}`, (current) => assign(current, circuit.id))}>
            {circuit.name || circuit.id}
          </MenuItem>
        ))}
        {(['radiators', 'floor'] as const).map((emitters) => (
          <MenuItem
            key={emitters}
            onClick={choose(`${count} on a new circuit`, (current) => {
              const circuit = newCircuit(nextId('c', current.circuits), current, { emitters });
              return assign({ ...current, circuits: [...current.circuits, circuit] }, circuit.id);
            })}
          >
            A new circuit: {emitters === 'floor' ? 'floor heating' : 'radiators'}
          </MenuItem>
        ))}
        <MenuItem onClick={choose(`${count} on no circuit`, (current) => assign(current, null))}>No circuit</MenuItem>
      </Menu>
    </>
  );
}
