import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { say } from '../../core/quantity/format.ts';
import { writeJobFile } from '../../exchange/job-file.ts';
import type { Job } from '../../model/job.ts';
import { importJob } from '../state/api.ts';
import { differences } from '../state/differences.ts';
import { useSession, useSessionState } from '../state/job-context.tsx';

/** Two windows changed the same job: both versions are there, the person chooses. */
export function ConflictDialog() {
  const session = useSession();
  const { saving, job } = useSessionState();
  const { enqueueSnackbar } = useSnackbar();
  if (saving.state !== 'conflict') return null;
  const { theirs } = saving;
  const keepCopy = async () => {
    try {
      await importJob(writeJobFile({ ...job, name: `${job.name.slice(0, 100)} (from this window)` }));
      session.settle('theirs');
      enqueueSnackbar('This version is now a job of its own on the list.');
    } catch (error) {
      enqueueSnackbar(error instanceof Error ? error.message : String(error), { variant: 'error' });
    }
  };
  return (
    <Dialog open maxWidth="sm" fullWidth aria-labelledby="two-versions">
      <DialogTitle id="two-versions">This job was changed in another window</DialogTitle>
      <DialogContent>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
          <Version title="Here" job={job} />
          <Version title={`There (revision ${theirs.revision})`} job={theirs.job} />
        </Box>
        <Typography variant="h3" component="h3" sx={{ mt: 2 }}>
          They differ in
        </Typography>
        <ul style={{ margin: '4px 0 0', paddingLeft: 20 }}>
          {differences(job, theirs.job).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2, flexWrap: 'wrap', gap: 1 }}>
        <Button onClick={() => void keepCopy()}>Take theirs, keep mine as a copy</Button>
        <Button onClick={() => session.settle('theirs')}>Take theirs</Button>
        <Button variant="contained" onClick={() => session.settle('mine')}>
          Keep mine
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Version({ title, job }: { title: string; job: Job }) {
  const load = job.rooms.reduce((sum, room) => sum + (room.heatLoad ?? 0), 0);
  return (
    <Box sx={{ border: 1, borderColor: 'divider', borderRadius: 1, p: 1.5 }}>
      <Typography variant="body2" color="text.secondary">
        {title}
      </Typography>
      <Typography sx={{ fontWeight: 700 }}>{job.name}</Typography>
      <Typography variant="body2">
        {say(load, 'power', job.display)}, {job.rooms.length} rooms, {job.circuits.length} circuits
      </Typography>
    </Box>
  );
}
