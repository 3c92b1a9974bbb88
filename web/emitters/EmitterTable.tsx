import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { type KeyboardEvent, useRef, useState } from 'react';
import { emitterWords, readEmitters } from '../../core/emitter/emitter-words.ts';
import type { Rung } from '../../core/emitter/ladder.ts';
import type { Room } from '../../model/job.ts';
import { setCell } from '../grid/room-edits.ts';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

interface Props {
  title: string;
  rooms: readonly Room[];
  rungs: readonly Rung[];
  selected: string | null;
  onSelect: (room: string) => void;
}

/** Rooms shown at once; beyond them the Rooms page is quicker. */
const MOST = 60;

/**
 * The emitters of rooms, a row each, in the words they are jotted down with. Enter goes to the next, Ctrl+D takes what stands above;
 * the picked room's details stand below.
 */
export function EmitterTable({ title, rooms, rungs, selected, onSelect }: Props) {
  const { say } = useDisplay();
  const table = useRef<HTMLTableElement>(null);
  const fields = () => [...(table.current?.querySelectorAll<HTMLInputElement>('input') ?? [])];
  const go = (from: HTMLInputElement, by: number) => {
    const all = fields();
    const next = all[all.indexOf(from) + by];
    next?.focus();
    next?.select();
  };
  return (
    <Box sx={{ maxHeight: { lg: 420 }, overflowY: 'auto' }}>
      <Box
        component="table"
        ref={table}
        aria-label={title}
        sx={{ width: '100%', borderCollapse: 'collapse', fontSize: 'table', '& th': { textAlign: 'left', fontWeight: 700 } }}
      >
        <Box component="thead" sx={{ position: 'sticky', top: 0, bgcolor: 'background.paper', zIndex: 1 }}>
          <tr>
            <Box component="th" scope="col" sx={{ pl: 1.6, py: 0.8 }}>
              Room
            </Box>
            <Box component="th" scope="col" sx={{ pl: 1 }}>
              Emitters
            </Box>
            <Box component="th" scope="col" sx={{ pr: 2, textAlign: 'right !important' }}>
              Needs
            </Box>
          </tr>
        </Box>
        <tbody>
          {rooms.slice(0, MOST).map((room) => {
            const rung = rungs.find((each) => each.roomId === room.id);
            return (
              <Box
                component="tr"
                key={room.id}
                sx={{
                  borderTop: 1,
                  borderColor: 'divider',
                  bgcolor: selected === room.id ? 'action.selected' : undefined,
                }}
              >
                <Box component="th" scope="row" sx={{ pl: 1, py: 0.3 }}>
                  <Button
                    size="small"
                    color="inherit"
                    aria-pressed={selected === room.id}
                    onClick={() => onSelect(room.id)}
                    sx={{ textAlign: 'left', justifyContent: 'flex-start', minHeight: { xs: 44, sm: 30 } }}
                  >
                    {room.name || room.id}
                  </Button>
                </Box>
                <td>
                  <WordsField room={room} onGo={go} onFocus={() => onSelect(room.id)} fields={fields} />
                </td>
                <Box component="td" sx={{ pr: 2, textAlign: 'right', whiteSpace: 'nowrap' }}>
                  {rung ? (Number.isFinite(rung.needed) ? say(rung.needed, 'temperature') : 'too small') : '–'}
                </Box>
              </Box>
            );
          })}
        </tbody>
      </Box>
      {rooms.length > MOST && (
        <Typography variant="body2" sx={{ px: 2, py: 1 }}>
          And {rooms.length - MOST} more: the Rooms page has all of them.
        </Typography>
      )}
    </Box>
  );
}

interface FieldProps {
  room: Room;
  onGo: (from: HTMLInputElement, by: number) => void;
  onFocus: () => void;
  fields: () => HTMLInputElement[];
}

/** The emitters of one room in words; what cannot be read stays with the reason below it. */
function WordsField({ room, onGo, onFocus, fields }: FieldProps) {
  const job = useJob();
  const { edit } = useEditing();
  const [typed, setTyped] = useState<string | null>(null);
  const unread = job.unread.find(({ place }) => place === `rooms/${room.id}/emitters`)?.text;
  const shown = unread ?? emitterWords(room, job);
  const read = unread === undefined ? null : readEmitters(unread, room, job);
  const name = room.name || room.id;
  const take = (text: string) => {
    setTyped(null);
    if (text !== shown) edit(`Emitters of ${name}`, (current) => setCell(current, room.id, 'emitters', text));
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    const field = event.currentTarget;
    if (event.key === 'Enter' && !event.ctrlKey) {
      event.preventDefault();
      take(field.value);
      onGo(field, event.shiftKey ? -1 : 1);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      take(field.value);
      onGo(field, event.key === 'ArrowDown' ? 1 : -1);
    } else if (event.key === 'Escape') setTyped(null);
    else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'd') {
      event.preventDefault();
      const all = fields();
      const above = all[all.indexOf(field) - 1];
      if (above) take(above.value);
    }
  };
  return (
    <>
      <Box
        component="input"
        aria-label={`Emitters of ${name}`}
        aria-invalid={read?.ok === false}
        value={typed ?? shown}
        placeholder={job.display.system === 'us' ? '22 24x48, floor 6 …' : '22 600x1200, floor 150 …'}
        autoComplete="off"
        data-place={`rooms/${room.id}/emitters`}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed !== null && take(typed)}
        onFocus={onFocus}
        onKeyDown={onKey}
        sx={{
          font: 'inherit',
          color: 'inherit',
          width: '100%',
          minHeight: { xs: 44, sm: 30 },
          px: 1,
          bgcolor: 'transparent',
          border: 1,
          borderColor: read?.ok === false ? 'wall.mend' : 'transparent',
          borderRadius: 1,
          '&:hover, &:focus': { borderColor: 'wall.edge', bgcolor: 'background.default' },
          '&::placeholder': { color: 'text.secondary', opacity: 0.9 },
        }}
      />
      {read?.ok === false && (
        <Box sx={{ color: 'wall.mend', fontSize: 'label', px: 1, pb: 0.5 }} role="alert">
          {read.reason}.
        </Box>
      )}
    </>
  );
}
