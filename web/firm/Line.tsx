import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

export const moment = (iso: string): string =>
  new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });
export const day = (iso: string): string => new Date(iso).toLocaleDateString(undefined, { dateStyle: 'medium' });

/** A line of a list with what can be done about it. */
export function Line({ title, more, children }: { title: string; more?: string; children?: ReactNode }) {
  return (
    <Box
      sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap', py: 1, borderBottom: 1, borderColor: 'divider' }}
    >
      <Box sx={{ flex: 1, minWidth: 220 }}>
        <Typography sx={{ fontWeight: 650, overflowWrap: 'anywhere' }}>{title}</Typography>
        {more && (
          <Typography variant="body2" color="text.secondary">
            {more}
          </Typography>
        )}
      </Box>
      {children}
    </Box>
  );
}
