import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Link from '@mui/material/Link';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useRef, useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { say } from '../../core/quantity/format.ts';
import { MOST_JOB_BYTES } from '../../exchange/job-file.ts';
import type { UnitSystem } from '../../model/quantities.ts';
import { Brand, Strip } from '../parts/Strip.tsx';
import { deleteJob, duplicateJob, importJob, type JobRow, listJobs, restoreJob, startJob } from '../state/api.ts';
import { dropDrafts } from '../state/drafts.ts';

/** All jobs of this computer. */
export function JobsPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const [starting, setStarting] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const list = useQuery({ queryKey: ['jobs'], queryFn: listJobs });
  const refresh = () => queries.invalidateQueries({ queryKey: ['jobs'] });
  // A sentence that says what to mend stays until it is read.
  const complain = (error: Error) =>
    enqueueSnackbar(error.message, {
      variant: 'error',
      persist: true,
      action: (key) => (
        <Button color="inherit" onClick={() => closeSnackbar(key)}>
          Close
        </Button>
      ),
    });

  const read = useMutation({
    mutationFn: async (chosen: File) => {
      if (chosen.size > MOST_JOB_BYTES)
        throw new Error(
          `${chosen.name} has ${(chosen.size / 1e6).toFixed(1)} MB; a job file has at most ${MOST_JOB_BYTES / 1e6} MB.`,
        );
      return importJob(await chosen.text());
    },
    onSuccess: ({ id }) => navigate(`/jobs/${id}/plant`),
    onError: complain,
  });
  const copy = useMutation({ mutationFn: duplicateJob, onSuccess: refresh, onError: complain });
  const restore = useMutation({ mutationFn: restoreJob, onSuccess: refresh, onError: complain });
  const remove = useMutation({
    mutationFn: (job: JobRow) => deleteJob(job.id),
    onSuccess: (_, job) => {
      void refresh();
      enqueueSnackbar(`${job.name} is deleted.`, {
        autoHideDuration: 15_000,
        action: (key) => (
          <Button
            color="inherit"
            onClick={() => {
              restore.mutate(job.id);
              closeSnackbar(key);
            }}
          >
            Bring it back
          </Button>
        ),
      });
      void dropDrafts(job.id);
    },
    onError: complain,
  });

  return (
    <>
      <Strip>
        <Brand />
      </Strip>
      <Box component="main" sx={{ maxWidth: 1040, mx: 'auto', px: 3, py: 4 }}>
        <Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 1.5, flexWrap: 'wrap', mb: 3 }}>
          <Box sx={{ flex: 1, minWidth: 260 }}>
            <Typography variant="h1">Jobs</Typography>
            <Typography color="text.secondary">Heat loads in, a sized and drawn plant room out.</Typography>
          </Box>
          <Button variant="outlined" onClick={() => file.current?.click()} disabled={read.isPending}>
            {read.isPending ? 'Reading …' : 'Open a job file'}
          </Button>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            hidden
            aria-label="Job file"
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              if (chosen) read.mutate(chosen);
              event.target.value = '';
            }}
          />
          <Button variant="contained" onClick={() => setStarting(true)}>
            New job
          </Button>
        </Box>
        {list.isPending && <Typography role="status">Fetching the jobs …</Typography>}
        {list.isError && (
          <Box role="alert" sx={{ p: 2, border: 1, borderColor: 'error.main', borderRadius: 1 }}>
            <Typography gutterBottom>{list.error.message}</Typography>
            <Button variant="outlined" onClick={() => list.refetch()}>
              Try again
            </Button>
          </Box>
        )}
        {list.data?.length === 0 && (
          <Typography>No jobs yet. Start one; all it needs is a list of rooms with their heat loads.</Typography>
        )}
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {list.data?.map((job) => (
            <JobEntry key={job.id} job={job} onCopy={() => copy.mutate(job.id)} onDelete={() => remove.mutate(job)} />
          ))}
        </Box>
        <Typography variant="body2" color="text.secondary" sx={{ mt: 5, maxWidth: 720 }}>
          Hot water scalds, gas and mains kill, pressure bursts. What this program works out is help for people who know the
          trade: local codes, the makers’ instructions and licensed trades decide.
        </Typography>
      </Box>
      {starting && <StartDialog onClose={() => setStarting(false)} />}
    </>
  );
}

function JobEntry({ job, onCopy, onDelete }: { job: JobRow; onCopy: () => void; onDelete: () => void }) {
  const when = new Date(job.updatedAt).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        py: 1.6,
        px: 2,
        mb: 1.2,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderLeft: 6,
        borderLeftColor: 'wall.copper',
        borderRadius: 1,
        flexWrap: 'wrap',
      }}
    >
      <Box sx={{ flex: 1, minWidth: 220 }}>
        <Link
          component={RouterLink}
          to={`/jobs/${job.id}/plant`}
          underline="hover"
          color="text.primary"
          sx={{ fontSize: '1.2rem', fontWeight: 700, fontStretch: '86%', overflowWrap: 'anywhere' }}
        >
          {job.name || 'Job without a name'}
        </Link>
        <Typography variant="body2" color="text.secondary">
          {job.place || 'no place given'} · changed {when}
        </Typography>
      </Box>
      <Box sx={{ textAlign: 'right', minWidth: 110 }}>
        <Typography sx={{ fontSize: '1.35rem', fontWeight: 750, fontStretch: '84%', lineHeight: 1.1 }}>
          {say(job.heatLoad, 'power', { system: job.system, units: {} })}
        </Typography>
        <Typography variant="body2" color="text.secondary">
          {job.roomCount} {job.roomCount === 1 ? 'room' : 'rooms'}
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', gap: 0.5 }}>
        <Button size="small" onClick={onCopy} aria-label={`Copy ${job.name}`}>
          Copy
        </Button>
        <Button size="small" color="error" onClick={onDelete} aria-label={`Delete ${job.name}`}>
          Delete
        </Button>
      </Box>
    </Box>
  );
}

function StartDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [system, setSystem] = useState<UnitSystem>('metric');
  const start = useMutation({
    mutationFn: () => startJob(name.trim(), { system, units: {} }),
    onSuccess: ({ id }) => navigate(`/jobs/${id}/rooms`),
  });
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() !== '') start.mutate();
        }}
      >
        <DialogTitle>New job</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>
          <TextField
            autoFocus
            label="Name of the job"
            value={name}
            onChange={(event) => setName(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 120 } }}
          />
          <TextField select label="Units" value={system} onChange={(event) => setSystem(event.target.value as UnitSystem)}>
            <MenuItem value="metric">Metric: W, °C, L/h, mm</MenuItem>
            <MenuItem value="us">US: BTU/h, °F, gpm, in</MenuItem>
          </TextField>
          {start.isError && (
            <Typography role="alert" color="error">
              {start.error.message}
            </Typography>
          )}
        </DialogContent>
        <DialogActions sx={{ px: 3, pb: 2 }}>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={name.trim() === '' || start.isPending}>
            Start
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
