import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { circulatorName } from '../../core/plant/circulator.ts';
import { CIRCULATORS } from '../../core/plant/circulator-catalogue.ts';
import { SOURCE_LABELS } from '../../core/plant/source-labels.ts';
import type { AdditionAnswers } from '../../core/start/answers.ts';
import { readZoneLines } from '../../core/start/zone-lines.ts';
import type { Display, EmitterKind, SourceKind } from '../../model/job.ts';
import { Segments } from '../look/parts/Segments.tsx';
import { Question } from './Question.tsx';
import { readTyped, StartQuantity } from './StartQuantity.tsx';

export interface AdditionTyped {
  source: SourceKind;
  capacity: string;
  flow: string;
  drop: string;
  pump: string;
  zones: string;
  zone: string;
  kind: EmitterKind;
  load: string;
  output: string;
  ratedFlow: string;
  ratedReturn: string;
  ratedRoom: string;
  run: string;
}

export const newAddition = (): AdditionTyped => ({
  source: 'boiler',
  capacity: '',
  flow: '',
  drop: '',
  pump: '',
  zones: '',
  zone: '',
  kind: 'air-units',
  load: '',
  output: '',
  ratedFlow: '',
  ratedReturn: '',
  ratedRoom: '',
  run: '',
});

/** Water of a plant that runs where nobody types it, and of a unit heater's plate: common practice, degrees C and K. */
const USUAL = { flow: { us: 82, metric: 70 }, drop: { us: 11, metric: 15 }, run: 10 };
const USUAL_PLATE = { flow: 82, return: 71, room: 16 };

/** The answers as the core takes them, or what is still wrong with them. */
export function additionOf(typed: AdditionTyped, name: string, display: Display): AdditionAnswers | string {
  const read = {
    capacity: readTyped(typed.capacity, 'source/capacity', display, false),
    flow: readTyped(typed.flow, 'source/flowTemperature', display),
    drop: readTyped(typed.drop, 'circuits/*/temperatureDifference', display),
    load: readTyped(typed.load, 'rooms/*/heatLoad', display, false),
    output: readTyped(typed.output, 'rooms/*/emitters/*/ratedOutput', display),
    ratedFlow: readTyped(typed.ratedFlow, 'rooms/*/emitters/*/ratedFlow', display),
    ratedReturn: readTyped(typed.ratedReturn, 'rooms/*/emitters/*/ratedReturn', display),
    ratedRoom: readTyped(typed.ratedRoom, 'rooms/*/emitters/*/ratedRoom', display),
    run: readTyped(typed.run, 'circuits/*/run/length', display),
  };
  const words: Record<keyof typeof read, string> = {
    capacity: 'The output of the source',
    flow: 'The flow temperature of the source',
    drop: 'The delta T',
    load: 'The heat load of the new zone',
    output: 'The rated output',
    ratedFlow: 'The water entering at the rating',
    ratedReturn: 'The water leaving at the rating',
    ratedRoom: 'The air at the rating',
    run: 'The pipe to the new zone',
  };
  for (const key of Object.keys(read) as (keyof typeof read)[]) {
    if (read[key].problem !== null) return `${words[key]} ${read[key].problem}.`;
  }
  const { zones, problems } = readZoneLines(typed.zones, display);
  if (problems[0]) return problems[0];
  if (zones.length === 0) return 'The zones that are there are needed, one a line.';
  return {
    name,
    display,
    source: typed.source,
    capacity: read.capacity.value ?? 0,
    flowTemperature: read.flow.value ?? USUAL.flow[display.system],
    temperatureDifference: read.drop.value ?? USUAL.drop[display.system],
    pump: typed.pump || null,
    zones,
    added: {
      name: typed.zone.trim() || 'New zone',
      kind: typed.kind,
      load: read.load.value ?? 0,
      rating:
        read.output.value === null
          ? null
          : {
              output: read.output.value,
              flow: read.ratedFlow.value ?? USUAL_PLATE.flow,
              return: read.ratedReturn.value ?? USUAL_PLATE.return,
              room: read.ratedRoom.value ?? USUAL_PLATE.room,
            },
      run: read.run.value ?? USUAL.run,
    },
  };
}

const KINDS: { value: EmitterKind; label: string }[] = [
  { value: 'air-units', label: 'Unit heater' },
  { value: 'radiators', label: 'Radiators' },
  { value: 'floor', label: 'Floor heating' },
];

/** A plant that runs, as far as it is known, and the zone that comes. */
export function AdditionForm({
  typed,
  display,
  onChange,
}: {
  typed: AdditionTyped;
  display: Display;
  onChange: (change: Partial<AdditionTyped>) => void;
}) {
  const us = display.system === 'us';
  const row = {
    display: 'grid',
    gap: 1.5,
    gridTemplateColumns: { xs: '1fr', sm: 'repeat(auto-fill, minmax(170px, 1fr))' },
  } as const;
  const quantity = (key: keyof AdditionTyped, label: string, place: Parameters<typeof readTyped>[1], placeholder?: string) => (
    <StartQuantity
      label={label}
      place={place}
      display={display}
      text={typed[key]}
      placeholder={placeholder}
      onText={(text) => onChange({ [key]: text })}
    />
  );
  const { zones, problems } = readZoneLines(typed.zones, display);
  return (
    <>
      <Question title="Source" lead="As its plate and the plant say.">
        <Box sx={row}>
          <TextField
            select
            label="Kind of source"
            value={typed.source}
            onChange={({ target }) => onChange({ source: target.value as SourceKind })}
          >
            {Object.entries(SOURCE_LABELS).map(([value, label]) => (
              <MenuItem key={value} value={value}>
                {label}
              </MenuItem>
            ))}
          </TextField>
          {quantity('capacity', 'Output', 'source/capacity')}
          {quantity('flow', 'Flow temperature', 'source/flowTemperature', us ? '180' : '70')}
          {quantity('drop', 'Delta T', 'circuits/*/temperatureDifference', us ? '20' : '15')}
          <TextField
            select
            label="Its pump"
            value={typed.pump}
            onChange={({ target }) => onChange({ pump: target.value })}
            slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
          >
            <MenuItem value="">Not known</MenuItem>
            {CIRCULATORS.map((pump) => (
              <MenuItem key={pump.id} value={pump.id}>
                As {circulatorName(pump, display)}
              </MenuItem>
            ))}
          </TextField>
        </Box>
      </Question>
      <Question
        title="Zones there"
        lead={`One a line: name, load, size of its pipe where known. ${us ? 'Living 22000 3/4' : 'Living 6500 22'}`}
      >
        <TextField
          label="Zones that are there"
          multiline
          minRows={3}
          value={typed.zones}
          onChange={({ target }) => onChange({ zones: target.value })}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <Typography role="status" variant="body2" sx={{ mt: 0.5, color: problems.length > 0 ? 'wall.mend' : 'text.secondary' }}>
          {problems[0] ?? (zones.length > 0 ? `${zones.length} ${zones.length === 1 ? 'zone' : 'zones'} read.` : ' ')}
        </Typography>
      </Question>
      <Question title="New zone">
        <Box sx={{ mb: 1.5 }}>
          <Segments label="Emitter of the new zone" value={typed.kind} options={KINDS} onChange={(kind) => onChange({ kind })} />
        </Box>
        <Box sx={row}>
          <TextField
            label="Name"
            value={typed.zone}
            onChange={({ target }) => onChange({ zone: target.value })}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { maxLength: 80 } }}
          />
          {quantity('load', 'Heat load', 'rooms/*/heatLoad')}
          {quantity('run', 'Pipe to it, one way', 'circuits/*/run/length', us ? '33' : '10')}
          {typed.kind !== 'floor' && quantity('output', 'Rated output, if chosen', 'rooms/*/emitters/*/ratedOutput')}
          {typed.kind !== 'floor' && typed.output.trim() !== '' && (
            <>
              {quantity('ratedFlow', 'Rated: water in', 'rooms/*/emitters/*/ratedFlow', us ? '180' : '82')}
              {quantity('ratedReturn', 'Rated: water out', 'rooms/*/emitters/*/ratedReturn', us ? '160' : '71')}
              {quantity('ratedRoom', 'Rated: air', 'rooms/*/emitters/*/ratedRoom', us ? '60' : '16')}
            </>
          )}
        </Box>
      </Question>
    </>
  );
}
