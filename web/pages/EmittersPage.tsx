import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { ladder, type Rung } from '../../core/emitter/ladder.ts';
import { usualEmitter } from '../../core/emitter/usual-emitter.ts';
import { isRough, roughLoad } from '../../core/load/rough-loads.ts';
import { type Emitter, MOST_EMITTERS } from '../../model/emitter.ts';
import type { Job, Room, UsualEmitter } from '../../model/job.ts';
import { newEmitter } from '../../model/new-emitter.ts';
import { nextId } from '../../model/new-job.ts';
import { ShownAs } from '../book/ShownAs.tsx';
import { Constructions } from '../emitters/Constructions.tsx';
import { ADD_CHOICES } from '../emitters/choices.ts';
import { flowTemperatureEdits } from '../emitters/circuit-temperature.ts';
import { EmitterCard } from '../emitters/EmitterCard.tsx';
import { EmitterTable } from '../emitters/EmitterTable.tsx';
import { Improvements } from '../emitters/Improvements.tsx';
import { Ladder } from '../emitters/Ladder.tsx';
import { scaleOf } from '../emitters/scale.ts';
import { useOwnEntries } from '../own/own-entries.ts';
import { Sheet } from '../parts/Layout.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/** What heats each room, and how hot the water has to be for it. */
export default function EmittersPage() {
  const job = useJob();
  const { put } = useEditing();
  const [search, setSearch] = useSearchParams();
  const rungs = useMemo(() => ladder(job), [job]);
  const arriving = search.get('at')?.split('/')[1];
  const [chosen, setChosen] = useState<string | null>(null);
  // The address names the place only until the focus has arrived there.
  useEffect(() => {
    if (arriving) setChosen(arriving);
  }, [arriving]);
  const hottest = rungs.find((rung) => isShort(job, rung)) ?? rungs[0];
  const selected =
    job.rooms.find((room) => room.id === (arriving ?? chosen ?? search.get('room') ?? hottest?.roomId)) ?? job.rooms[0];
  const scale = useMemo(() => scaleOf(rungs, job.circuits), [rungs, job.circuits]);
  const choose = (roomId: string) => {
    setChosen(roomId);
    setSearch({}, { replace: true });
  };
  const bare = job.rooms.filter((room) => room.emitters.length === 0);
  const at = job.circuits.find(({ id }) => id === (selected?.circuit ?? selected?.emitters[0]?.circuit));
  return (
    <Sheet
      wide
      title="Emitters"
      lead="What heats each room, and the flow temperature each needs on the design day. Drag a line to try another."
      actions={<ShownAs />}
    >
      {job.rooms.length > 0 && <Constructions />}
      {job.rooms.length === 0 ? (
        <Typography>No rooms yet: enter them with their heat loads first.</Typography>
      ) : (
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) minmax(430px, 0.75fr)' },
            gap: 2.5,
            alignItems: 'start',
          }}
        >
          <Box>
            {job.circuits.map((circuit) => {
              const own = rungs.filter((rung) => rung.circuitId === circuit.id);
              if (own.length === 0) return null;
              const open = own.some((rung) => rung.roomId === selected?.id);
              return (
                <Box
                  component="section"
                  key={circuit.id}
                  aria-label={circuit.name}
                  sx={{
                    mb: 2,
                    bgcolor: 'background.paper',
                    border: 1,
                    borderColor: 'divider',
                    borderRadius: 1,
                    overflow: 'hidden',
                  }}
                >
                  <CircuitHead
                    name={circuit.name || circuit.id}
                    rungs={own}
                    flow={circuit.flowTemperature}
                    mixed={circuit.connection === 'mixed'}
                  />
                  <Box sx={{ px: 1.5, overflowX: 'auto' }}>
                    <Ladder
                      circuit={circuit}
                      rungs={own}
                      selected={selected?.id ?? null}
                      scale={scale}
                      onSelect={choose}
                      onFlow={(flow) =>
                        put(
                          `Flow temperature of ${circuit.name}`,
                          flowTemperatureEdits(job, circuit.id, flow),
                          `${circuit.id}/ladder`,
                        )
                      }
                    />
                  </Box>
                  {open && <Improvements circuit={circuit} />}
                </Box>
              );
            })}
            {bare.length > 0 && <Bare rooms={bare} selected={selected?.id} onSelect={choose} />}
          </Box>
          {selected && (
            <Box sx={{ position: { lg: 'sticky' }, top: { lg: 72 }, display: 'grid', gap: 2, minWidth: 0 }}>
              <Box
                component="section"
                aria-label="Emitters by room"
                sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1, overflow: 'hidden' }}
              >
                <EmitterTable
                  title={`Emitters of ${at ? at.name || at.id : 'rooms on no circuit'}`}
                  rooms={job.rooms.filter((room) => feeds(room, at?.id ?? null))}
                  rungs={rungs.filter((rung) => rung.circuitId === at?.id)}
                  selected={selected.id}
                  onSelect={choose}
                />
              </Box>
              <RoomPanel key={selected.id} room={selected} />
            </Box>
          )}
        </Box>
      )}
      <LeadOn page="emitters" />
    </Sheet>
  );
}

/** Whether a room, or an emitter in it, is on a circuit. */
const feeds = (room: Room, circuit: string | null): boolean =>
  room.circuit === circuit || room.emitters.some((emitter) => emitter.circuit !== null && emitter.circuit === circuit);

const isShort = (job: Job, rung: Rung) =>
  rung.needed > (job.circuits.find((circuit) => circuit.id === rung.circuitId)?.flowTemperature ?? 0) + 0.25;

function CircuitHead({ name, rungs, flow, mixed }: { name: string; rungs: readonly Rung[]; flow: number; mixed: boolean }) {
  const { say } = useDisplay();
  const most = rungs[0]?.needed ?? 0;
  const spare = flow - most;
  return (
    <Box sx={{ px: 2, pt: 1.5, pb: 0.5, display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
      <Typography variant="h2">{name}</Typography>
      <Typography variant="body2" color="text.secondary">
        {mixed ? 'mixed' : 'direct: moves with the source'}
      </Typography>
      <Typography variant="body2" sx={{ ml: 'auto', fontWeight: 650, color: spare < -0.25 ? 'wall.stop' : 'text.primary' }}>
        {!Number.isFinite(most)
          ? `${rungs[0]?.name}: no water is hot enough`
          : spare < -0.25
            ? `${rungs[0]?.name} needs ${say(most, 'temperature')}`
            : spare > 1
              ? `could run at ${say(Math.ceil(most * 2) / 2, 'temperature')}`
              : 'set by the hottest room'}
      </Typography>
    </Box>
  );
}

/** What rooms without emitters are filled from, in one step. */
const FILLS: readonly { kind: UsualEmitter; label: string }[] = [
  { kind: 'panel', label: 'Panels 22, 600 high, by load' },
  { kind: 'floor', label: 'Floors of the whole room' },
  { kind: 'fan-unit', label: 'Fan units by load' },
];

function Bare({
  rooms,
  selected,
  onSelect,
}: {
  rooms: readonly Room[];
  selected: string | undefined;
  onSelect: (id: string) => void;
}) {
  const { edit } = useEditing();
  const fill = (kind: UsualEmitter, label: string) =>
    edit(label, (current) => ({
      ...current,
      rooms: current.rooms.map((room) => {
        if (room.emitters.length > 0) return room;
        const emitter = usualEmitter(current, room, kind);
        return emitter ? { ...room, emitters: [emitter] } : room;
      }),
    }));
  return (
    <Box
      component="section"
      aria-label="Rooms without emitters"
      sx={{ p: 2, border: 1, borderStyle: 'dashed', borderColor: 'wall.edge', borderRadius: 1 }}
    >
      <Typography variant="h2">
        {rooms.length} {rooms.length === 1 ? 'room' : 'rooms'} without emitters
      </Typography>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        Until they are entered they count as large as the circuit's temperatures ask. Fill all of them:
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', mb: 1.5 }}>
        {FILLS.map(({ kind, label }) => (
          <Button key={kind} variant="outlined" onClick={() => fill(kind, label)}>
            {label}
          </Button>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {rooms.slice(0, 60).map((room) => (
          <Button
            key={room.id}
            size="small"
            variant={room.id === selected ? 'contained' : 'text'}
            onClick={() => onSelect(room.id)}
          >
            {room.name || room.id}
          </Button>
        ))}
        {rooms.length > 60 && <Typography variant="body2">and {rooms.length - 60} more</Typography>}
      </Box>
    </Box>
  );
}

function RoomPanel({ room }: { room: Room }) {
  const { edit } = useEditing();
  const { say } = useDisplay();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const name = room.name || room.id;
  const job = useJob();
  const rough = isRough(job, room) ? roughLoad(job, room) : null;
  const own = useOwnEntries().flatMap((entry) => (entry.kind === 'emitter' ? [entry] : []));
  const add = (label: string, make: (id: string, area: number | null) => Emitter) => {
    setAnchor(null);
    edit(`${label} in ${name}`, (current) => ({
      ...current,
      rooms: current.rooms.map((each) =>
        each.id === room.id ? { ...each, emitters: [...each.emitters, make(nextId('e', each.emitters), each.area)] } : each,
      ),
    }));
  };
  return (
    <Box
      component="section"
      aria-label={`Emitters of ${name}`}
      sx={{
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderTop: 6,
        borderTopColor: 'wall.copper',
        borderRadius: 1,
      }}
    >
      <Box sx={{ px: 2, py: 1.5, display: 'flex', alignItems: 'center', gap: 1, borderBottom: 1, borderColor: 'divider' }}>
        <Box sx={{ flex: 1 }}>
          <Typography variant="h2">{name}</Typography>
          <Typography variant="body2" color="text.secondary">
            {room.heatLoad !== null
              ? say(room.heatLoad, 'heatLoad')
              : rough === null
                ? 'no heat load yet'
                : `about ${say(rough, 'heatLoad')} (rough)`}{' '}
            at {say(room.roomTemperature, 'temperature')}
          </Typography>
        </Box>
        <Button
          variant="outlined"
          disabled={room.emitters.length >= MOST_EMITTERS}
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          Add …
        </Button>
        <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
          {ADD_CHOICES.map(({ value, label }) => (
            <MenuItem key={value} onClick={() => add(label, (id, area) => newEmitter(value, id, area))}>
              {label}
            </MenuItem>
          ))}
          {own.length > 0 && <Divider />}
          {own.map((entry) => (
            <MenuItem key={entry.id} onClick={() => add(entry.name, (id) => ({ ...entry.emitter, id }))}>
              {entry.name}
            </MenuItem>
          ))}
        </Menu>
      </Box>
      {room.emitters.length === 0 && (
        <Typography variant="body2" sx={{ p: 2 }}>
          Nothing entered. Add what stands here or is planned.
        </Typography>
      )}
      {room.emitters.map((emitter) => (
        <EmitterCard key={emitter.id} room={room} emitter={emitter} />
      ))}
    </Box>
  );
}
