import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { FIELDS } from '../../model/fields.ts';
import { nextId } from '../../model/new-job.ts';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { COLUMNS, isTypedColumn } from './grid-columns.ts';
import { type RoomColumn, removeRooms, setCells } from './room-edits.ts';
import { isQuantity, shownAt, textAt } from './room-texts.ts';

const FIRST: readonly RoomColumn[] = ['name', 'heatLoad', 'roomTemperature', 'circuit', 'emitters', 'area', 'storey'];

/** Rooms shown at once: a phone is for one room at a time. */
const STEP = 30;

/** The rooms on a narrow screen: a card each, opened to be typed into. */
export default function RoomCards() {
  const job = useJob();
  const { edit } = useEditing();
  const [open, setOpen] = useState<string | null>(null);
  const [seen, setSeen] = useState(STEP);
  return (
    <Box component="ul" aria-label="Rooms" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1 }}>
      {job.rooms.slice(0, seen).map((room) => (
        <Box
          component="li"
          key={room.id}
          sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}
        >
          <Box
            component="button"
            type="button"
            aria-expanded={open === room.id}
            onClick={() => setOpen(open === room.id ? null : room.id)}
            sx={{
              all: 'unset',
              boxSizing: 'border-box',
              width: '100%',
              minHeight: 56,
              px: 2,
              py: 1,
              display: 'grid',
              gridTemplateColumns: 'minmax(0, 1fr) auto',
              '&:focus-visible': { outline: '3px solid', outlineColor: 'secondary.main' },
            }}
          >
            <Typography component="span" sx={{ fontWeight: 700 }}>
              {room.name || 'Room without a name'}
            </Typography>
            <Typography component="span" sx={{ fontWeight: 700 }}>
              <Shown id={room.id} column="heatLoad" />
            </Typography>
            <Typography component="span" variant="body2" color="text.secondary">
              {[textAt(job, room, 'circuit') || 'no circuit', textAt(job, room, 'emitters') || 'no emitters'].join(' · ')}
            </Typography>
            <Typography component="span" variant="body2" color="text.secondary" sx={{ textAlign: 'right' }}>
              <Shown id={room.id} column="roomTemperature" />
            </Typography>
          </Box>
          {open === room.id && (
            <Box sx={{ px: 2, pb: 2, display: 'grid', gap: 1.5 }}>
              {FIRST.map((column) => (
                <CardField key={column} id={room.id} column={column} />
              ))}
              <Button
                color="error"
                sx={{ minHeight: 48, justifySelf: 'start' }}
                onClick={() => edit(`Deleted ${room.name || 'a room'}`, (current) => removeRooms(current, new Set([room.id])))}
              >
                Delete this room
              </Button>
            </Box>
          )}
        </Box>
      ))}
      {job.rooms.length > seen && (
        <Button component="li" sx={{ minHeight: 48 }} onClick={() => setSeen(seen + STEP)}>
          {`${seen} of ${job.rooms.length}: show more`}
        </Button>
      )}
      <li>
        <Button
          variant="outlined"
          fullWidth
          sx={{ minHeight: 48 }}
          onClick={() => {
            const id = nextId('r', job.rooms);
            edit('Added a room', (current) =>
              setCells(current, [{ room: id, column: 'name', text: `Room ${current.rooms.length + 1}` }]),
            );
            setSeen(job.rooms.length + STEP);
            setOpen(id);
          }}
        >
          Add a room
        </Button>
      </li>
    </Box>
  );
}

function Shown({ id, column }: { id: string; column: RoomColumn }) {
  const job = useJob();
  const { unit } = useDisplay();
  const { text } = shownAt(
    job,
    job.rooms.find((each) => each.id === id),
    column,
  );
  return text === '' ? '–' : `${text}${isQuantity(column) ? ` ${unit(FIELDS[`rooms/*/${column}`].kind)}` : ''}`;
}

/** A field of a card: taken when it is left, as a cell of the grid is. */
function CardField({ id, column }: { id: string; column: RoomColumn }) {
  const job = useJob();
  const { edit } = useEditing();
  const { unit } = useDisplay();
  const room = job.rooms.find((each) => each.id === id);
  const [typed, setTyped] = useState<string | null>(null);
  const label = COLUMNS.find(({ field }) => isTypedColumn(field) && field === column)?.label ?? column;
  const inUnit = isQuantity(column) ? ` (${unit(FIELDS[`rooms/*/${column}`].kind)})` : '';
  const { problem } = shownAt(job, room, column);
  return (
    <Box component="label" sx={{ display: 'grid', gap: 0.3, fontSize: 'label' }}>
      {`${label}${inUnit}`}
      <Box
        component="input"
        value={typed ?? textAt(job, room, column)}
        inputMode={isQuantity(column) ? 'decimal' : 'text'}
        aria-invalid={problem !== null}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => {
          if (typed !== null)
            edit(`${label} of ${room?.name ?? 'a room'}`, (current) => setCells(current, [{ room: id, column, text: typed }]));
          setTyped(null);
        }}
        sx={{
          font: 'inherit',
          fontSize: 'body',
          color: 'inherit',
          bgcolor: 'background.default',
          minHeight: 48,
          px: 1.5,
          border: 1,
          borderColor: problem ? 'wall.mend' : 'wall.edge',
          borderRadius: 1,
        }}
      />
      {problem && (
        <Box component="span" sx={{ color: 'wall.mend' }}>
          {problem}
        </Box>
      )}
    </Box>
  );
}
