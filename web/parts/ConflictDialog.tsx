import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { writeJobFile } from '../../exchange/job-file.ts';
import { clipText } from '../../model/clean-text.ts';
import { collisionLines } from '../state/collision-words.ts';
import { useSession, useSessionState } from '../state/job-context.tsx';
import { importJob } from '../state/jobs-api.ts';

/**
 * Two windows gave the same entries different values. All that does not collide is joined already; these are chosen one by one, and
 * nothing is overwritten before.
 */
export default function ConflictDialog() {
  const session = useSession();
  const { saving, job } = useSessionState();
  const { enqueueSnackbar } = useSnackbar();
  const [chosen, setChosen] = useState<Record<string, 'mine' | 'theirs'>>({});
  if (saving.state !== 'conflict') return null;
  const { theirs, collisions } = saving;
  const lines = collisionLines(job, theirs.job, collisions);
  const open = lines.filter(({ place }) => chosen[place] === undefined).length;
  const keepCopy = async () => {
    try {
      await importJob(writeJobFile({ ...job, name: `${clipText(job.name, 100)} (from this window)` }));
      session.settle('theirs');
      enqueueSnackbar('This version is now a job of its own on the list.');
    } catch (error) {
      enqueueSnackbar(error instanceof Error ? error.message : String(error), { variant: 'error' });
    }
  };
  const all = (side: 'mine' | 'theirs') => setChosen(Object.fromEntries(lines.map(({ place }) => [place, side])));
  return (
    <Dialog open maxWidth="md" fullWidth aria-labelledby="two-versions">
      <DialogTitle id="two-versions">
        {lines.length === 1 ? 'One entry was' : `${lines.length} entries were`} changed here and in another window
      </DialogTitle>
      <DialogContent>
        <Typography variant="body2" sx={{ mb: 2, maxWidth: 640 }}>
          Everything else of both windows is joined. Choose which value stands.
        </Typography>
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.5 }}>
          {lines.map(({ place, title, was, mine, theirs: their }) => (
            <Box component="li" key={place} sx={{ borderTop: 1, borderColor: 'divider', pt: 1.5 }}>
              <Typography variant="h3" component="h3">
                {title}
              </Typography>
              <Typography variant="body2" color="text.secondary" sx={{ mb: 0.8 }}>
                Before: {was}
              </Typography>
              <ToggleButtonGroup
                exclusive
                fullWidth
                value={chosen[place] ?? null}
                onChange={(_event, side: 'mine' | 'theirs' | null) => side && setChosen({ ...chosen, [place]: side })}
                aria-label={title}
                sx={{ '& button': { minHeight: 44, textTransform: 'none', overflowWrap: 'anywhere', color: 'text.primary' } }}
              >
                <ToggleButton value="mine">Here: {mine}</ToggleButton>
                <ToggleButton value="theirs">There: {their}</ToggleButton>
              </ToggleButtonGroup>
            </Box>
          ))}
        </Box>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2, flexWrap: 'wrap', gap: 1 }}>
        {lines.length > 1 && (
          <>
            <Button onClick={() => all('mine')}>Choose all here</Button>
            <Button onClick={() => all('theirs')}>Choose all there</Button>
          </>
        )}
        <Button onClick={() => void keepCopy()} sx={{ mr: 'auto' }}>
          Take theirs, keep mine as a copy
        </Button>
        <Button
          variant="contained"
          disabled={open > 0}
          onClick={() => session.settle(new Set(lines.flatMap(({ place }) => (chosen[place] === 'theirs' ? [place] : []))))}
        >
          {open > 0 ? `${open} still to choose` : 'Go on with these'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
