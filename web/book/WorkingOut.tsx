import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import type { Diagnosis } from './use-diagnosis.ts';

/** How far the working out of every fault is, with an end to it; once ended, a new start. */
export function WorkingOut({ of }: { of: Pick<Diagnosis, 'progress' | 'stopped' | 'stop' | 'again'> }) {
  const { progress, stopped, stop, again } = of;
  const share = Math.round(100 * (progress ?? 0));
  return (
    <Box sx={{ my: 2, fontSize: 'body' }}>
      <Box role="status">
        {stopped ? 'Stopped. Everything said, read and seen is kept.' : 'Working out what each fault would show …'}
      </Box>
      {!stopped && (
        <LinearProgress
          variant={progress === null ? 'indeterminate' : 'determinate'}
          value={share}
          aria-label="Faults worked out"
          sx={{ my: 1, height: 8, borderRadius: 1 }}
        />
      )}
      <Button variant="outlined" color="inherit" sx={{ minHeight: 48, fontSize: 'body' }} onClick={stopped ? again : stop}>
        {stopped ? 'Work it out' : 'Stop'}
      </Button>
    </Box>
  );
}
