import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** Words for those who hear the page, without a place on it. */
export function Unseen({ children, id, as = 'span' }: { children: ReactNode; id?: string; as?: 'span' | 'h1' | 'h2' }) {
  return (
    <Box
      component={as}
      id={id}
      sx={{
        position: 'absolute',
        width: '1px',
        height: '1px',
        m: '-1px',
        p: 0,
        overflow: 'hidden',
        clipPath: 'inset(50%)',
        whiteSpace: 'nowrap',
      }}
    >
      {children}
    </Box>
  );
}
