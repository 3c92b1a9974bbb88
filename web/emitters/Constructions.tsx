import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { deckOf, FLOOR_DATA } from '../../core/emitter/floor.ts';
import { withNewConstruction } from '../../core/emitter/new-construction.ts';
import { builtAs, builtSo, withEmitters } from '../../model/construction.ts';
import type { Floor } from '../../model/emitter.ts';
import { type Construction, MOST_CONSTRUCTIONS, USUAL_EMITTERS, type UsualEmitter } from '../../model/job.ts';
import { newFloor } from '../../model/new-emitter.ts';
import { DecisionLine } from '../look/parts/DecisionLine.tsx';
import { useOwnEntries } from '../own/own-entries.ts';
import { PipeSizeField } from '../own/PipeSizeField.tsx';
import { MATERIAL_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { ADD_CHOICES, SYSTEM_CHOICES } from './choices.ts';

const USUAL_LABELS: Record<UsualEmitter, string> = {
  none: 'Nothing: entered by hand',
  'by-circuit': 'What their circuit is for',
  ...(Object.fromEntries(ADD_CHOICES.map(({ value, label }) => [value, label])) as Record<
    Exclude<UsualEmitter, 'none' | 'by-circuit'>,
    string
  >),
};

/** What new rooms start with, and the floors that several rooms are built as. */
export function Constructions() {
  const job = useJob();
  const { edit } = useEditing();
  // Floors of one's own catalogue can come in as constructions.
  const own = useOwnEntries().flatMap((entry) => (entry.kind === 'emitter' && entry.emitter.kind === 'floor' ? [entry] : []));
  return (
    <Box
      component="section"
      aria-label="Constructions"
      sx={{ mb: 2, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}
    >
      <Box sx={{ px: 2, py: 1, display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h2" sx={{ flex: 1, minWidth: 180 }}>
          Constructions
        </Typography>
        <Box sx={{ width: 250 }}>
          <ChoiceField
            place="usual/emitter"
            label="New rooms start with"
            options={USUAL_EMITTERS.map((value) => ({ value, label: USUAL_LABELS[value] }))}
          />
        </Box>
        {own.map((entry) => (
          <Button
            key={entry.id}
            disabled={job.constructions.length >= MOST_CONSTRUCTIONS}
            onClick={() =>
              edit(`Added ${entry.name}`, (current) => withNewConstruction(current, entry.emitter as Floor, entry.name))
            }
          >
            {entry.name}
          </Button>
        ))}
        <Button
          variant="outlined"
          disabled={job.constructions.length >= MOST_CONSTRUCTIONS}
          onClick={() => edit('Added a construction', (current) => withNewConstruction(current, newFloor('', 10)))}
        >
          Add a construction
        </Button>
      </Box>
      {job.constructions.length === 0 ? (
        <Typography variant="body2" color="text.secondary" sx={{ px: 2, pb: 1.5 }}>
          A construction is a floor that several rooms share: screed, pipe and insulation, changed in one place for all of them.
        </Typography>
      ) : (
        job.constructions.map((construction) => <Line key={construction.id} construction={construction} />)
      )}
    </Box>
  );
}

function Line({ construction }: { construction: Construction }) {
  const job = useJob();
  const { edit, put } = useEditing();
  const { say } = useDisplay();
  const place = `constructions/${construction.id}`;
  const uses = builtSo(job, construction.id);
  const { system, cover, pipe, insulation } = construction;
  const usual = job.usual.construction === construction.id;
  return (
    <DecisionLine
      id={place}
      name={construction.name || construction.id}
      answer={`${FLOOR_DATA[system].label}, ${say(cover, 'bore')} over ${pipe.size}, insulation ${say(insulation, 'thermalResistance')}`}
      result={`${uses} ${uses === 1 ? 'floor' : 'floors'}${usual ? '; new floors are built so' : ''}`}
    >
      <WordField place={`${place}/name`} label="Name" />
      <ChoiceField
        place={`${place}/system`}
        label="Floor system"
        options={SYSTEM_CHOICES}
        help={FLOOR_DATA[system].note}
        with={(next) => {
          const before = deckOf(system);
          const deck = deckOf(next as Floor['system']);
          if (cover !== before.cover || construction.conductivity !== before.conductivity) return [];
          return [
            { at: `${place}/cover`, value: deck.cover },
            { at: `${place}/conductivity`, value: deck.conductivity },
          ];
        }}
      />
      <ChoiceField place={`${place}/pipe/material`} label="Pipe" options={MATERIAL_CHOICES} />
      <PipeSizeField chosenOnly place={`${place}/pipe/size`} material={pipe.material} />
      <QuantityField place={`${place}/cover`} label="Cover over the pipe" />
      <QuantityField place={`${place}/conductivity`} label="Conductivity of the screed" />
      <QuantityField place={`${place}/insulation`} label="Insulation below" />
      <QuantityField place={`${place}/below`} label="Temperature below" />
      <QuantityField place={`${place}/contact`} label="Contact of plates" />
      <QuantityField place={`${place}/heatTransfer`} label="K_H of its data sheet" empty="auto" automatic="auto" />
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button
          variant="outlined"
          disabled={usual}
          onClick={() => put(`New floors as ${construction.name}`, [{ at: 'usual/construction', value: construction.id }])}
        >
          Build new floors so
        </Button>
        <Button
          variant="outlined"
          onClick={() =>
            edit(`All floors as ${construction.name}`, (current) =>
              withEmitters(current, (each) => (each.kind === 'floor' ? builtAs(each, construction) : each)),
            )
          }
        >
          Build all floors so
        </Button>
        <Button
          color="error"
          onClick={() =>
            edit(`Deleted ${construction.name}`, (current) =>
              withEmitters(
                {
                  ...current,
                  constructions: current.constructions.filter(({ id }) => id !== construction.id),
                  usual: { ...current.usual, construction: usual ? null : current.usual.construction },
                },
                (each) =>
                  each.kind === 'floor' && each.construction === construction.id ? { ...each, construction: null } : each,
              ),
            )
          }
        >
          Delete; its floors stay as they are
        </Button>
      </Box>
    </DecisionLine>
  );
}

/** What a floor is built as: one of the job's constructions, or one of its own that can be given a name. */
export function ConstructionField({ place, floor }: { place: string; floor: Floor }) {
  const job = useJob();
  const { edit, put } = useEditing();
  return (
    <TextField
      select
      label="Construction"
      value={floor.construction ?? ''}
      onChange={({ target }) => {
        if (target.value === 'new') edit('Named a construction', (current) => withNewConstruction(current, floor));
        else put('Construction', [{ at: `${place}/construction`, value: target.value || null }]);
      }}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
    >
      <MenuItem value="">Its own</MenuItem>
      {job.constructions.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name || id}
        </MenuItem>
      ))}
      <MenuItem value="new">Name this one for others …</MenuItem>
    </TextField>
  );
}
