import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { lazy, type ReactNode, Suspense } from 'react';
import { Link as RouterLink } from 'react-router';
import { say } from '../../core/quantity/format.ts';
import type { JobSummary } from '../../model/job-list.ts';

// What draws a wall is large; the list is there before it.
const JobSketch = lazy(() => import('./JobSketch.tsx'));

const date = (iso: string): string => new Date(iso).toLocaleDateString(undefined, { dateStyle: 'medium' });
const moment = (iso: string): string => new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** A job in a list, with what can be done to it. A deleted one is not opened. */
export function JobEntry({ job, children }: { job: JobSummary; children: ReactNode }) {
  const name = job.name || 'Job without a name';
  const large = { fontSize: 'reading', fontWeight: 700, fontStretch: '86%', overflowWrap: 'anywhere' };
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
        borderLeftColor: job.goneOn === null ? 'wall.copper' : 'divider',
        borderRadius: 1,
        flexWrap: 'wrap',
      }}
    >
      {job.goneOn === null && (
        <Suspense fallback={<Box sx={{ width: { xs: '100%', sm: 200 }, height: 128 }} />}>
          <JobSketch job={job} />
        </Suspense>
      )}
      <Box sx={{ flex: 1, minWidth: 220 }}>
        {job.goneOn === null ? (
          <Link component={RouterLink} to={`/jobs/${job.id}/plant`} underline="hover" color="text.primary" sx={large}>
            {name}
          </Link>
        ) : (
          <Typography sx={large}>{name}</Typography>
        )}
        <Typography variant="body2" color="text.secondary">
          {job.place || 'no place given'} ·{' '}
          {job.goneOn === null ? `changed ${moment(job.updatedAt)}` : `kept until ${date(job.goneOn)}`}
        </Typography>
      </Box>
      <Box sx={{ textAlign: 'right', minWidth: 110 }}>
        <Typography sx={{ fontSize: 'reading', fontWeight: 750, fontStretch: '84%', lineHeight: 1.1 }}>
          {say(job.heatLoad, 'power', { system: job.system, units: {} })}
        </Typography>
        <Typography variant="body2" color="text.secondary">
          {job.roomCount} {job.roomCount === 1 ? 'room' : 'rooms'}
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', gap: 0.5 }}>{children}</Box>
    </Box>
  );
}
