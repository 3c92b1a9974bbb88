import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import type { Job } from '../../model/job.ts';
import { nextId } from '../../model/new-job.ts';
import { WordField } from '../parts/Field.tsx';
import { pickedAt } from '../parts/picked.ts';
import { useEditing } from '../state/job-context.tsx';

/** Wiring centres beside the one at the plant: at manifolds of their own, each by the circuits it looks after. */
export function Centres({ job }: { job: Job }) {
  const { edit, put } = useEditing();
  const { centres } = job.controls;
  const nameOf = (id: string) => job.circuits.find((circuit) => circuit.id === id)?.name ?? id;
  const change = (label: string, next: Job['controls']['centres']) => put(label, [{ at: 'controls/centres', value: next }]);
  return (
    <Box sx={{ display: 'grid', gap: 1.5, my: 1.5 }}>
      {centres.length > 0 && (
        <Typography variant="body2" sx={{ maxWidth: 860 }}>
          Circuits that no centre here looks after belong to the one at the plant. Any of them calls for heat.
        </Typography>
      )}
      {centres.map((centre, i) => (
        <Box
          key={centre.id}
          role="group"
          aria-label={centre.name || `Wiring centre ${i + 2}`}
          sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 2fr auto' }, gap: 2, alignItems: 'center' }}
        >
          <WordField place={`controls/centres/${centre.id}/name`} label={`Wiring centre ${i + 2}`} />
          <Autocomplete
            multiple
            options={job.circuits.map(({ id }) => id)}
            value={centre.circuits}
            getOptionLabel={nameOf}
            onChange={(_, circuits) =>
              edit('Circuits of a wiring centre', pickedAt(`controls/centres/${centre.id}/circuits`, centre.circuits, circuits))
            }
            renderInput={(params) => <TextField {...params} label="Serves" />}
          />
          <Button
            color="error"
            size="small"
            onClick={() =>
              change(
                'Removed a wiring centre',
                centres.filter(({ id }) => id !== centre.id),
              )
            }
          >
            Remove
          </Button>
        </Box>
      ))}
      <Button
        variant="outlined"
        disabled={centres.length >= 12}
        onClick={() =>
          change('A wiring centre', [...centres, { id: nextId('k', [{ id: 'k1' }, ...centres]), name: '', circuits: [] }])
        }
        sx={{ justifySelf: 'start' }}
      >
        Another wiring centre
      </Button>
    </Box>
  );
}
