import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** A result; one that the job has left behind stands behind a broken edge, as readable as before. */
export const Aged = ({ stale, children }: { stale: boolean; children: ReactNode }) => (
  <Box
    sx={{
      minWidth: 0,
      ...(stale ? { pl: 1.5, borderLeft: 4, borderColor: 'warning.main', borderLeftStyle: 'dashed' } : {}),
    }}
  >
    {children}
  </Box>
);
