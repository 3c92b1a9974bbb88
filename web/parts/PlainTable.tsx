import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** A table of results that scrolls by itself where it is too wide; cells of the class `number` stand right. */
export function PlainTable({
  name,
  caption,
  minWidth,
  busy = false,
  children,
}: {
  /** What it is, for those who cannot see it. */
  name: string;
  caption?: string;
  minWidth?: number;
  busy?: boolean;
  children: ReactNode;
}) {
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={name}>
      <Box
        component="table"
        aria-busy={busy}
        sx={{
          borderCollapse: 'collapse',
          width: '100%',
          minWidth,
          '& caption': { textAlign: 'left', fontWeight: 700, px: 1, py: 0.6 },
          '& th, & td': {
            px: 1,
            py: 0.75,
            borderBottom: 1,
            borderColor: 'divider',
            textAlign: 'left',
            verticalAlign: 'top',
            fontSize: 'table',
          },
          '& tbody th': { fontWeight: 650 },
          '& .number': { textAlign: 'right', whiteSpace: 'nowrap' },
        }}
      >
        {caption && <caption>{caption}</caption>}
        {children}
      </Box>
    </Box>
  );
}
