import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { ownSize, PIPE_MATERIALS } from '../../core/pipe/catalogue.ts';
import type { MaterialId } from '../../model/job.ts';
import { type Place, valueAt } from '../../model/place.ts';
import { sizeChoices } from '../parts/choices.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { NameDialog } from './NameDialog.tsx';
import { useOwnCatalogue, useOwnEntries } from './own-entries.ts';

const OTHER = 'other';

/** The size of a pipe: of the catalogue, of one's own, or measured with a caliper. */
export function PipeSizeField({
  place,
  material,
  automatic,
  chosenOnly = false,
  label = 'Size',
}: {
  place: Place;
  material: MaterialId;
  /** What would be chosen by itself. */
  automatic?: string | undefined;
  /** Where a size has to be named. */
  chosenOnly?: boolean;
  label?: string;
}) {
  const job = useJob();
  const { put } = useEditing();
  const own = useOwnEntries();
  const [measuring, setMeasuring] = useState(false);
  const value = String(valueAt(job, place) ?? '');
  const listed = sizeChoices(material, automatic).filter((choice) => !chosenOnly || choice.value !== 'auto');
  const mine = own.flatMap((entry) =>
    entry.kind === 'pipe' && entry.pipe.material === material
      ? [{ value: entry.pipe.size, label: `${entry.name} (${ownSize(entry.pipe.size)?.label ?? entry.pipe.size})` }]
      : [],
  );
  const options = [...listed, ...mine];
  const unlisted = !options.some((option) => option.value === value);
  return (
    <>
      <TextField
        select
        label={label}
        value={value}
        onChange={(event) =>
          event.target.value === OTHER ? setMeasuring(true) : put('Size', [{ at: place, value: event.target.value }])
        }
        slotProps={{ inputLabel: { shrink: true } }}
      >
        {unlisted && <MenuItem value={value}>{ownSize(value)?.label ?? `${value} (unknown)`}</MenuItem>}
        {options.map((option) => (
          <MenuItem key={`${option.value} ${option.label}`} value={option.value}>
            {option.label}
          </MenuItem>
        ))}
        <MenuItem value={OTHER}>Another size …</MenuItem>
      </TextField>
      {measuring && <MeasureDialog place={place} material={material} onClose={() => setMeasuring(false)} />}
    </>
  );
}

/** A pipe no catalogue holds, by outside diameter and wall. */
function MeasureDialog({ place, material, onClose }: { place: Place; material: MaterialId; onClose: () => void }) {
  const { put } = useEditing();
  const { keep } = useOwnCatalogue();
  const [outside, setOutside] = useState('');
  const [wall, setWall] = useState('');
  const number = (text: string) => Number(text.trim().replace(',', '.'));
  const size = `${number(outside)}x${number(wall)}`;
  const known = ownSize(size);
  const typed = outside !== '' && wall !== '';
  const dimension = (label: string, value: string, set: (text: string) => void) => (
    <TextField
      label={`${label} (mm)`}
      value={value}
      error={typed && !known}
      onChange={(event) => set(event.target.value)}
      slotProps={{ htmlInput: { inputMode: 'decimal', maxLength: 8 }, inputLabel: { shrink: true } }}
      sx={{ mt: 1 }}
      helperText={
        typed && !known ? 'Measure with a caliper, to a hundredth: 4 to 300 mm outside, with a bore of at least 2 mm.' : ''
      }
    />
  );
  return (
    <NameDialog
      title={`${PIPE_MATERIALS[material].label}: another size`}
      suggestion={known ? `${PIPE_MATERIALS[material].label} ${known.label}` : ''}
      action="Use it and keep it in the catalogue"
      ready={known !== undefined}
      onTake={(name) => {
        put('Size', [{ at: place, value: size }]);
        keep({ kind: 'pipe', name, pipe: { material, size } });
      }}
      onClose={onClose}
    >
      {dimension('Outside diameter', outside, setOutside)}
      {dimension('Wall', wall, setWall)}
    </NameDialog>
  );
}
