import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import { CIRCUIT_NAMES, withCircuit } from '../../core/circuit/name-circuit.ts';
import { usualEmitter } from '../../core/emitter/usual-emitter.ts';
import { builtAs } from '../../model/construction.ts';
import type { EmitterKind, Job, RoomUse, UsualEmitter } from '../../model/job.ts';
import { ADD_CHOICES } from '../emitters/choices.ts';
import { USE_LABELS } from '../parts/choices.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { removeRooms } from './room-edits.ts';

/** What ticked rooms are given together: circuit, use, storey, emitter, construction; or they go. */
export function Ticked({ ids, onDone }: { ids: ReadonlySet<string>; onDone: () => void }) {
  const job = useJob();
  const { edit } = useEditing();
  const count = `${ids.size} ${ids.size === 1 ? 'room' : 'rooms'}`;
  const all = (label: string, change: (room: Job['rooms'][number], job: Job) => Job['rooms'][number]) =>
    edit(label, (current) => ({
      ...current,
      rooms: current.rooms.map((room) => (ids.has(room.id) ? change(room, current) : room)),
    }));
  const storeys = [...new Set(job.rooms.map(({ storey }) => storey))].filter((each) => each !== '');
  const emitters = ADD_CHOICES.filter(({ value }) => value !== 'fixed');
  return (
    <>
      <Typography sx={{ fontWeight: 700 }}>{count} ticked:</Typography>
      <Choose label="Circuit">
        {(close) => [
          ...job.circuits.map((circuit) => (
            <MenuItem
              key={circuit.id}
              onClick={close(() => all(`${count} on ${circuit.name}`, (room) => ({ ...room, circuit: circuit.id })))}
            >
              {circuit.name || circuit.id}
            </MenuItem>
          )),
          <Divider key="or" />,
          ...(Object.keys(CIRCUIT_NAMES) as EmitterKind[]).map((kind) => (
            <MenuItem
              key={kind}
              onClick={close(() =>
                edit(`${count} on a new circuit`, (current) => {
                  const made = withCircuit(current, kind);
                  return {
                    ...made.job,
                    rooms: made.job.rooms.map((room) => (ids.has(room.id) ? { ...room, circuit: made.id } : room)),
                  };
                }),
              )}
            >
              A new circuit: {CIRCUIT_NAMES[kind].toLowerCase()}
            </MenuItem>
          )),
          <MenuItem key="none" onClick={close(() => all(`${count} on no circuit`, (room) => ({ ...room, circuit: null })))}>
            No circuit
          </MenuItem>,
        ]}
      </Choose>
      <Choose label="Emitters">
        {(close) => [
          ...emitters.map(({ value, label }) => (
            <MenuItem
              key={value}
              onClick={close(() =>
                all(`${label} in ${count}`, (room, current) => {
                  const emitter = usualEmitter(current, { ...room, emitters: [] }, value as UsualEmitter);
                  return emitter ? { ...room, emitters: [emitter] } : room;
                }),
              )}
            >
              {label}, by load and area
            </MenuItem>
          )),
          <MenuItem key="none" onClick={close(() => all(`No emitters in ${count}`, (room) => ({ ...room, emitters: [] })))}>
            None
          </MenuItem>,
        ]}
      </Choose>
      {job.constructions.length > 0 && (
        <Choose label="Construction">
          {(close) =>
            job.constructions.map((construction) => (
              <MenuItem
                key={construction.id}
                onClick={close(() =>
                  all(`${construction.name} in ${count}`, (room) => ({
                    ...room,
                    emitters: room.emitters.map((each) => (each.kind === 'floor' ? builtAs(each, construction) : each)),
                  })),
                )}
              >
                {construction.name}
              </MenuItem>
            ))
          }
        </Choose>
      )}
      <Choose label="Use">
        {(close) =>
          Object.entries(USE_LABELS).map(([use, label]) => (
            <MenuItem key={use} onClick={close(() => all(`Use of ${count}`, (room) => ({ ...room, use: use as RoomUse })))}>
              {label}
            </MenuItem>
          ))
        }
      </Choose>
      {storeys.length > 0 && (
        <Choose label="Storey">
          {(close) =>
            storeys.map((storey) => (
              <MenuItem key={storey} onClick={close(() => all(`Storey of ${count}`, (room) => ({ ...room, storey })))}>
                {storey}
              </MenuItem>
            ))
          }
        </Choose>
      )}
      <Button
        variant="outlined"
        size="small"
        color="error"
        onClick={() => {
          edit(`Deleted ${count}`, (current) => removeRooms(current, ids));
          onDone();
        }}
      >
        Delete
      </Button>
      <Button size="small" onClick={onDone}>
        Untick
      </Button>
    </>
  );
}

/** A button with its menu; the rooms stay ticked, so that one choice follows another. */
function Choose({ label, children }: { label: string; children: (close: (run: () => void) => () => void) => ReactNode }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = (run: () => void) => () => {
    setAnchor(null);
    run();
  };
  return (
    <>
      <Button variant="outlined" size="small" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        {label} …
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {children(close)}
      </Menu>
    </>
  );
}
