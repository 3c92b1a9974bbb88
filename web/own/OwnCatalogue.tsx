import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { emitterLabel } from '../../core/emitter/emitter.ts';
import { ownSize, PIPE_MATERIALS } from '../../core/pipe/catalogue.ts';
import type { Display } from '../../model/job.ts';
import type { StoredEntry } from '../../model/own-entry.ts';
import { useJobPart } from '../state/job-context.tsx';
import { useOwnCatalogue, useOwnEntries } from './own-entries.ts';

const wordsOf = (entry: StoredEntry, display: Display): string =>
  entry.kind === 'emitter'
    ? emitterLabel({ ...entry.emitter, name: '' }, display)
    : `${PIPE_MATERIALS[entry.pipe.material].label}, ${ownSize(entry.pipe.size)?.label ?? entry.pipe.size}`;

/** What was kept for later jobs, and a way to be rid of it. */
export function OwnCatalogue() {
  const entries = useOwnEntries();
  const display = useJobPart((job) => job.display);
  const { remove } = useOwnCatalogue();
  if (entries.length === 0) {
    return (
      <Typography variant="body2">
        Nothing yet. “Keep for later” beside an emitter, or “Another size …” under a pipe, puts it here.
      </Typography>
    );
  }
  return (
    <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
      {entries.map((entry) => (
        <Box
          component="li"
          key={entry.id}
          sx={{ display: 'flex', gap: 2, alignItems: 'center', py: 0.4, borderBottom: 1, borderColor: 'divider' }}
        >
          <Typography sx={{ flex: 1 }}>
            <b>{entry.name}</b> · {wordsOf(entry, display)}
          </Typography>
          <Button size="small" color="error" aria-label={`Delete ${entry.name}`} onClick={() => remove(entry)}>
            Delete
          </Button>
        </Box>
      ))}
    </Box>
  );
}
