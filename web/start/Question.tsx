import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

/** One question of the start, its name at the left edge where the eye runs down. */
export function Question({ title, lead, children }: { title: string; lead?: string; children: ReactNode }) {
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{
        display: 'grid',
        gridTemplateColumns: { sm: '96px minmax(0, 1fr)' },
        gap: { xs: 1, sm: 2 },
        py: 2,
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      <Typography variant="h2" sx={{ pt: 0.6 }}>
        {title}
      </Typography>
      <Box>
        {children}
        {lead && (
          <Typography variant="body2" color="text.secondary" sx={{ mt: 1, maxWidth: 620 }}>
            {lead}
          </Typography>
        )}
      </Box>
    </Box>
  );
}
