import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { zonedRooms } from '../../core/control/zoned-rooms.ts';
import type { Design } from '../../core/design/design.ts';
import { byThermostat } from '../../core/plan/shared-thermostat.ts';
import { type Job, MOST_THERMOSTATS, type Room, type RoomThermostat } from '../../model/job.ts';
import { nextId } from '../../model/new-job.ts';
import { WordField } from '../parts/Field.tsx';
import { FindingsList } from '../parts/FindingsList.tsx';
import { FoldedSection } from '../parts/Layout.tsx';
import { pickedAt } from '../parts/picked.ts';
import { useEditing } from '../state/job-context.tsx';

/** Who calls: thermostats that stand for several rooms, and those that follow from the circuits. */
export function ThermostatsSection({ job, design }: { job: Job; design: Design }) {
  const { put } = useEditing();
  const zones = design.solved?.zones ?? [];
  const own = byThermostat(zones).filter((group) => group[0]?.thermostat === undefined);
  const zoned = zonedRooms(job, design.circuits);
  const findings = design.findings.filter((finding) => finding.place.startsWith('thermostats/'));
  const add = () =>
    put('A thermostat', [
      { at: 'thermostats', value: [...job.thermostats, { id: nextId('t', job.thermostats), name: '', rooms: [] }] },
    ]);
  return (
    <FoldedSection
      id="controls/thermostats"
      open={job.thermostats.length > 0}
      title="Thermostats"
      answer={`${own.length} of their own, ${job.thermostats.length} for several rooms`}
      lead="A circuit zoned by rooms has one in every room, any other has one for all of it. Rooms that shall call together get one here."
    >
      <Typography sx={{ mb: 1.5, maxWidth: 860 }}>
        {own.length > 0 ? (
          <>
            With a thermostat of their own: <b>{own.map((group) => group[0]?.label).join(', ')}</b>.
          </>
        ) : (
          'None stands by itself.'
        )}
      </Typography>
      <Box sx={{ display: 'grid', gap: 2, mb: 2 }}>
        {job.thermostats.map((thermostat, i) => (
          <Shared
            key={thermostat.id}
            job={job}
            thermostat={thermostat}
            zoned={zoned}
            label={thermostat.name || `Thermostat ${i + 1}`}
            calls={zones.filter((zone) => zone.thermostat === thermostat.id).map((zone) => nameOf(job, zone.circuitId))}
          />
        ))}
      </Box>
      <Button variant="outlined" onClick={add} disabled={job.thermostats.length >= MOST_THERMOSTATS}>
        A thermostat for several rooms
      </Button>
      {findings.length > 0 && (
        <Box sx={{ mt: 2 }}>
          <FindingsList findings={findings} />
        </Box>
      )}
    </FoldedSection>
  );
}

const nameOf = (job: Job, circuitId: string): string => job.circuits.find((each) => each.id === circuitId)?.name || circuitId;

/** One thermostat, its rooms, and what it then calls. */
function Shared({
  job,
  thermostat,
  zoned,
  label,
  calls,
}: {
  job: Job;
  thermostat: RoomThermostat;
  zoned: ReadonlySet<string>;
  label: string;
  calls: readonly string[];
}) {
  const { edit } = useEditing();
  const place = `thermostats/${thermostat.id}`;
  const chosen = job.rooms.filter((room) => thermostat.rooms.includes(room.id));
  return (
    <Box
      role="group"
      aria-label={label}
      sx={{ display: 'grid', gridTemplateColumns: { md: '220px minmax(0, 1fr) auto' }, gap: 1.5, alignItems: 'start' }}
    >
      <WordField place={`${place}/name`} label="Name" />
      <Autocomplete
        multiple
        disableCloseOnSelect
        size="small"
        options={[...job.rooms].sort((a, b) => Number(zoned.has(b.id)) - Number(zoned.has(a.id)))}
        value={chosen}
        groupBy={(room: Room) => (zoned.has(room.id) ? 'Can be shut by themselves' : 'On circuits that call as a whole')}
        getOptionLabel={(room: Room) => room.name || room.id}
        getOptionKey={(room: Room) => room.id}
        isOptionEqualToValue={(a: Room, b: Room) => a.id === b.id}
        onChange={(_, rooms) =>
          edit(
            `Rooms of ${label}`,
            pickedAt(
              `${place}/rooms`,
              thermostat.rooms,
              rooms.map(({ id }) => id),
            ),
          )
        }
        renderInput={(params) => (
          <TextField
            {...params}
            label="Stands for these rooms"
            helperText={calls.length > 0 ? `Calls on ${[...new Set(calls)].join(' and ')}.` : 'Calls nothing yet.'}
            slotProps={{
              ...params.slotProps,
              htmlInput: { ...params.slotProps?.htmlInput, 'data-place': `${place}/rooms` },
              inputLabel: { ...params.slotProps?.inputLabel, shrink: true },
            }}
          />
        )}
      />
      <Button
        color="error"
        onClick={() =>
          edit(`Removed ${label}`, (current) => ({
            ...current,
            thermostats: current.thermostats.filter((each) => each.id !== thermostat.id),
          }))
        }
      >
        Remove
      </Button>
    </Box>
  );
}
