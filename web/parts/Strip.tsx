import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import { type ReactNode, useSyncExternalStore } from 'react';
import { Link as RouterLink } from 'react-router';
import { newerProgram, onNewerProgram, takeOver } from '../offline/program.ts';

/** The dark strip along the top of every page. */
export function Strip({ children }: { children: ReactNode }) {
  const newer = useSyncExternalStore(onNewerProgram, newerProgram);
  return (
    <Box
      component="header"
      sx={{
        bgcolor: 'wall.strip',
        color: 'wall.stripText',
        px: 2,
        minHeight: 56,
        display: 'flex',
        alignItems: 'stretch',
        flexWrap: 'nowrap',
        gap: { xs: 1, md: 2 },
        position: 'sticky',
        top: 0,
        zIndex: 10,
        '@media print': { display: 'none' },
        '& :focus-visible': { outlineColor: 'wall.stripFocus' },
      }}
    >
      {children}
      {newer && (
        <Button
          onClick={takeOver}
          sx={{
            alignSelf: 'center',
            bgcolor: '#f2c26a',
            color: '#2a211b',
            whiteSpace: 'nowrap',
            '&:hover': { bgcolor: '#f7d48f' },
          }}
        >
          A newer program is ready
        </Button>
      )}
    </Box>
  );
}

/** The mark and the name; leads to the list of jobs. */
export function Brand({ short = false }: { short?: boolean }) {
  return (
    <Link
      component={RouterLink}
      to="/"
      underline="none"
      aria-label="Warm Manifold: all jobs"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1.2,
        color: 'wall.stripText',
        fontWeight: 750,
        fontStretch: '84%',
        fontSize: 'reading',
        whiteSpace: 'nowrap',
      }}
    >
      <svg width="30" height="30" viewBox="0 0 32 32" aria-hidden="true">
        <path d="M4 23h24" stroke="#d8824f" strokeWidth="4.5" strokeLinecap="round" />
        <path d="M9 21V8M16 21v-9M23 21V8" stroke="#f5ecdf" strokeWidth="3.6" strokeLinecap="round" />
        <circle cx="16" cy="9.5" r="3.4" fill="#d8824f" />
      </svg>
      {!short && <span>Warm Manifold</span>}
    </Link>
  );
}
