import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import Typography from '@mui/material/Typography';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useDeferredValue, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { MOST_JOB_BYTES } from '../../exchange/job-file.ts';
import type { JobSummary } from '../../model/job-list.ts';
import { FirmStrip } from '../firm/FirmStrip.tsx';
import { Examples } from '../jobs/Examples.tsx';
import { JobList } from '../jobs/JobList.tsx';
import { Brand, Strip } from '../parts/Strip.tsx';
import { dropDrafts } from '../state/drafts.ts';
import { deleteJob, duplicateJob, importJob, restoreJob } from '../state/jobs-api.ts';
import { useMay } from '../state/who.ts';

/** All jobs there are. */
export function JobsPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const file = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState('');
  const [showDeleted, setShowDeleted] = useState(false);
  const find = useDeferredValue(typed.trim());
  const creates = useMay('create job');
  const deletes = useMay('delete job');
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
    mutationFn: async (chosen: File): Promise<{ id: string; notes?: string[] }> => {
      if (/\.zip$/i.test(chosen.name)) return (await import('../book/archives.ts')).takeArchive(chosen);
      if (chosen.size > MOST_JOB_BYTES)
        throw new Error(
          `${chosen.name} has ${(chosen.size / 1e6).toFixed(1)} MB; a job file has at most ${MOST_JOB_BYTES / 1e6} MB.`,
        );
      return importJob(await chosen.text());
    },
    onSuccess: ({ id, notes }) => {
      if (notes && notes.length > 0) complain(new Error(notes.join(' ')));
      navigate(`/jobs/${id}/plant`);
    },
    onError: complain,
  });
  const copy = useMutation({ mutationFn: duplicateJob, onSuccess: refresh, onError: complain });
  const restore = useMutation({ mutationFn: restoreJob, onSuccess: refresh, onError: complain });
  const remove = useMutation({
    mutationFn: (job: JobSummary) => deleteJob(job.id),
    onSuccess: (_, job) => {
      void refresh();
      enqueueSnackbar(`${job.name} is deleted. It can be restored for 30 days.`, {
        autoHideDuration: 15_000,
        action: (key) => (
          <Button
            color="inherit"
            onClick={() => {
              restore.mutate(job.id);
              closeSnackbar(key);
            }}
          >
            Restore
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
        <FirmStrip />
      </Strip>
      <Box component="main" sx={{ maxWidth: 1040, mx: 'auto', px: 3, py: 4 }}>
        <Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 1.5, flexWrap: 'wrap', mb: 3 }}>
          <Box sx={{ flex: 1, minWidth: 260 }}>
            <Typography variant="h1">{showDeleted ? 'Deleted jobs' : 'Jobs'}</Typography>
            <Typography color="text.secondary">Heat loads in, a sized and drawn plant room out.</Typography>
          </Box>
          {creates && (
            <Button variant="outlined" onClick={() => file.current?.click()} disabled={read.isPending}>
              {read.isPending ? 'Reading …' : 'Open a job file'}
            </Button>
          )}
          <input
            ref={file}
            type="file"
            accept=".json,.zip,application/json,application/zip"
            hidden
            aria-label="Job file"
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              if (chosen) read.mutate(chosen);
              event.target.value = '';
            }}
          />
          {creates && (
            <Button variant="contained" onClick={() => navigate('/new')}>
              New job
            </Button>
          )}
        </Box>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap', mb: 1.5 }}>
          <InputBase
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            placeholder="Find by name or place"
            inputProps={{ 'aria-label': 'Find a job by name or place', maxLength: 120, type: 'search' }}
            sx={{
              flex: 1,
              minWidth: 220,
              px: 1.5,
              py: 0.6,
              bgcolor: 'background.paper',
              border: 1,
              borderColor: 'text.secondary',
              borderRadius: 1,
              '& input::placeholder': { color: 'text.secondary', opacity: 1 },
              '&.Mui-focused': { outline: '2px solid', outlineColor: 'primary.main' },
            }}
          />
          <Button onClick={() => navigate('/manual')}>Manual</Button>
          <Button onClick={() => setShowDeleted(!showDeleted)} aria-pressed={showDeleted}>
            {showDeleted ? 'Back to the jobs' : 'Deleted jobs'}
          </Button>
        </Box>
        {showDeleted ? (
          <>
            <Typography sx={{ mb: 1.5 }}>Deleted jobs are kept for 30 days with all their saves, then they are gone.</Typography>
            <JobList
              deleted
              find={find}
              none={<Typography>{find ? `No deleted job with “${find}” in it.` : 'None.'}</Typography>}
              actions={(job) =>
                deletes && (
                  <Button size="small" onClick={() => restore.mutate(job.id)} aria-label={`Restore ${job.name}`}>
                    Restore
                  </Button>
                )
              }
            />
          </>
        ) : (
          <JobList
            deleted={false}
            find={find}
            none={
              <Typography>
                {find
                  ? `No job with “${find}” in its name or place.`
                  : 'No jobs yet. Start one; all it needs is a list of rooms with their heat loads.'}
              </Typography>
            }
            actions={(job) => (
              <>
                {creates && (
                  <Button size="small" onClick={() => copy.mutate(job.id)} aria-label={`Copy ${job.name}`}>
                    Copy
                  </Button>
                )}
                {deletes && (
                  <Button size="small" color="error" onClick={() => remove.mutate(job)} aria-label={`Delete ${job.name}`}>
                    Delete
                  </Button>
                )}
              </>
            )}
          />
        )}
        {creates && !showDeleted && find === '' && <Examples onFailed={complain} />}
        <Typography variant="body2" color="text.secondary" sx={{ mt: 5, maxWidth: 720 }}>
          Hot water scalds, gas and mains kill, pressure bursts. What this program works out is help for people who know the
          trade: local codes, the makers’ instructions and licensed trades decide.
        </Typography>
      </Box>
    </>
  );
}
