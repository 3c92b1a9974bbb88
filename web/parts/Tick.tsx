import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { type Place, valueAt } from '../../model/place.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/** A yes or no of the job. */
export function Tick({ place, label }: { place: Place; label: string }) {
  const job = useJob();
  const { put } = useEditing();
  return (
    <FormControlLabel
      control={
        <Checkbox
          checked={valueAt(job, place) === true}
          onChange={(event) => put(label, [{ at: place, value: event.target.checked }])}
        />
      }
      label={label}
    />
  );
}
