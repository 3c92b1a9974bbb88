import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { type Place, valueAt } from '../../model/place.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { pumpChoices } from './choices.ts';
import { PumpDialog } from './PumpDialog.tsx';

const EXISTING = 'existing';

/** A pump of the plant: chosen by the program, of the catalogue, one's own, or the one that hangs there with its curve. */
export function PumpChoice({
  place,
  label,
  chosen,
  help,
}: {
  place: Place;
  label: string;
  /** What would be chosen by itself. */
  chosen: string | undefined;
  help?: string | undefined;
}) {
  const job = useJob();
  const { put } = useEditing();
  const [entering, setEntering] = useState(false);
  const value = String(valueAt(job, place) ?? '');
  const options = pumpChoices(job, chosen);
  return (
    <>
      <TextField
        select
        label={label}
        value={value}
        helperText={help}
        onChange={({ target }) =>
          target.value === EXISTING ? setEntering(true) : put(label, [{ at: place, value: target.value }])
        }
        slotProps={{ inputLabel: { shrink: true } }}
      >
        {!options.some((option) => option.value === value) && <MenuItem value={value}>{value} (unknown)</MenuItem>}
        {options.map((option) => (
          <MenuItem key={option.value} value={option.value}>
            {option.label}
          </MenuItem>
        ))}
        <MenuItem value={EXISTING}>Existing pump …</MenuItem>
      </TextField>
      {entering && <PumpDialog pump={null} place={place} onClose={() => setEntering(false)} />}
    </>
  );
}
