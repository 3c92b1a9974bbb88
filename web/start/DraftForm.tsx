import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { BUILDING_CLASSES_DATA } from '../../core/load/rough-loads.ts';
import { SOURCE_LABELS } from '../../core/plant/source-labels.ts';
import { RULEBOOKS_BY_ID } from '../../core/rules/rulebooks.ts';
import type { StartAnswers } from '../../core/start/answers.ts';
import { schoolFor } from '../../core/start/draft-job.ts';
import type { BuildingClass, Display, EmitterKind, Job, SourceKind } from '../../model/job.ts';
import { Segments, Several } from '../look/parts/Segments.tsx';
import { EMITTER_CHOICES } from '../parts/choices.ts';
import { Question } from './Question.tsx';
import { readTyped, StartQuantity } from './StartQuantity.tsx';

/** Sources named side by side; the others are one choice further. */
const NEAR: readonly SourceKind[] = ['heat-pump', 'ground-heat-pump', 'condensing-boiler', 'boiler', 'electric', 'solid-fuel'];

export interface DraftTyped {
  source: SourceKind;
  capacity: string;
  outdoor: string;
  water: 'none' | 'cylinder';
  cylinder: string;
  emitters: EmitterKind[];
  school: Job['rulebook'] | null;
  rooms: 'list' | 'rough';
  area: string;
  count: string;
  building: BuildingClass;
}

export const newDraft = (): DraftTyped => ({
  source: 'condensing-boiler',
  capacity: '',
  outdoor: '',
  water: 'none',
  cylinder: '',
  emitters: ['radiators'],
  school: null,
  rooms: 'list',
  area: '',
  count: '',
  building: 'insulated',
});

/** Cylinder taken where none is typed, m3. */
const CYLINDER = 0.2;
/** Most rooms that one line makes. */
const MOST_ROUGH = 60;

/** The answers as the core takes them; null while something typed cannot be read. */
export function answersOf(typed: DraftTyped, name: string, there: StartAnswers['there'], display: Display): StartAnswers | null {
  const capacity = readTyped(typed.capacity, 'source/capacity', display);
  const outdoor = readTyped(typed.outdoor, 'site/outdoorDesignTemperature', display);
  const cylinder = readTyped(typed.cylinder, 'hotWater/volume', display);
  const area = readTyped(typed.area, 'rooms/*/area', display);
  const count = typed.count.trim() === '' ? 1 : Number(typed.count);
  if ([capacity, outdoor, cylinder, area].some(({ problem }) => problem !== null) || typed.emitters.length === 0) return null;
  if (typed.rooms === 'rough' && (!Number.isInteger(count) || count < 1 || count > MOST_ROUGH)) return null;
  return {
    name,
    display,
    there,
    outdoor: outdoor.value,
    source: typed.source,
    capacity: capacity.value ?? 'auto',
    cylinder: typed.water === 'none' ? null : (cylinder.value ?? CYLINDER),
    emitters: typed.emitters,
    school: typed.school ?? schoolFor({ display, source: typed.source, emitters: typed.emitters }),
    rough: typed.rooms === 'rough' && area.value !== null ? { area: area.value, rooms: count, building: typed.building } : null,
  };
}

/** Source, emitters, school and rooms of a plant that is drafted. */
export function DraftForm({
  typed,
  display,
  onChange,
}: {
  typed: DraftTyped;
  display: Display;
  onChange: (change: Partial<DraftTyped>) => void;
}) {
  const [more, setMore] = useState(false);
  const school = typed.school ?? schoolFor({ display, source: typed.source, emitters: typed.emitters });
  const near = NEAR.includes(typed.source) && !more;
  const row = { display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' } as const;
  return (
    <>
      <Question title="Source">
        <Box sx={row}>
          {near ? (
            <Segments
              label="Kind of source"
              value={typed.source as SourceKind | 'other'}
              options={[
                ...NEAR.map((value) => ({ value, label: SOURCE_LABELS[value] })),
                { value: 'other' as const, label: 'Other …' },
              ]}
              onChange={(source) => (source === 'other' ? setMore(true) : onChange({ source }))}
            />
          ) : (
            <TextField
              select
              label="Kind of source"
              value={typed.source}
              onChange={({ target }) => onChange({ source: target.value as SourceKind })}
              sx={{ width: 260 }}
            >
              {Object.entries(SOURCE_LABELS).map(([value, label]) => (
                <MenuItem key={value} value={value}>
                  {label}
                </MenuItem>
              ))}
            </TextField>
          )}
          <Box sx={{ width: 170 }}>
            <StartQuantity
              label="Output, if known"
              place="source/capacity"
              display={display}
              text={typed.capacity}
              onText={(capacity) => onChange({ capacity })}
            />
          </Box>
          <Box sx={{ width: 220 }}>
            <StartQuantity
              label="Outdoor design temperature"
              place="site/outdoorDesignTemperature"
              display={display}
              text={typed.outdoor}
              placeholder={display.system === 'us' ? '14' : '-10'}
              onText={(outdoor) => onChange({ outdoor })}
            />
          </Box>
        </Box>
        <Box sx={{ ...row, mt: 1.5, alignItems: 'center' }}>
          <Typography variant="body2">Hot water</Typography>
          <Segments
            label="Hot water"
            value={typed.water}
            options={[
              { value: 'none', label: 'None' },
              { value: 'cylinder', label: 'Cylinder' },
            ]}
            onChange={(water) => onChange({ water })}
          />
          {typed.water === 'cylinder' && (
            <Box sx={{ width: 130 }}>
              <StartQuantity
                autoFocus={typed.cylinder === ''}
                label="Volume"
                place="hotWater/volume"
                display={display}
                text={typed.cylinder}
                placeholder={display.system === 'us' ? '53' : '200'}
                onText={(cylinder) => onChange({ cylinder })}
              />
            </Box>
          )}
        </Box>
      </Question>
      <Question title="Emitters">
        <Several
          label="Emitters"
          values={typed.emitters}
          options={EMITTER_CHOICES as { value: EmitterKind; label: string }[]}
          onChange={(emitters) => onChange({ emitters })}
        />
        {typed.emitters.length === 0 && (
          <Typography role="alert" variant="body2" color="error" sx={{ mt: 1 }}>
            Pick at least one.
          </Typography>
        )}
      </Question>
      <Question title="School" lead={RULEBOOKS_BY_ID[school].about}>
        <Segments
          label="School"
          value={school}
          options={Object.values(RULEBOOKS_BY_ID).map(({ id, label }) => ({
            value: id,
            label: label[0]?.toUpperCase() + label.slice(1),
          }))}
          onChange={(value) => onChange({ school: value })}
        />
      </Question>
      <Question title="Rooms">
        <Box sx={{ ...row, alignItems: 'center' }}>
          <Segments
            label="Rooms"
            value={typed.rooms}
            options={[
              { value: 'list', label: 'Paste or type them next' },
              { value: 'rough', label: 'Roughly, by floor area' },
            ]}
            onChange={(rooms) => onChange({ rooms })}
          />
          {typed.rooms === 'rough' && (
            <>
              <Box sx={{ width: 130 }}>
                <StartQuantity
                  label="Floor area"
                  place="rooms/*/area"
                  display={display}
                  text={typed.area}
                  onText={(area) => onChange({ area })}
                />
              </Box>
              <TextField
                label="In rooms"
                value={typed.count}
                onChange={({ target }) => onChange({ count: target.value })}
                sx={{ width: 110 }}
                slotProps={{ inputLabel: { shrink: true }, htmlInput: { inputMode: 'numeric' } }}
              />
              <TextField
                select
                label="Building"
                value={typed.building}
                onChange={({ target }) => onChange({ building: target.value as BuildingClass })}
                sx={{ width: 240 }}
              >
                {Object.entries(BUILDING_CLASSES_DATA).map(([value, { label }]) => (
                  <MenuItem key={value} value={value}>
                    {label}
                  </MenuItem>
                ))}
              </TextField>
            </>
          )}
        </Box>
      </Question>
    </>
  );
}
