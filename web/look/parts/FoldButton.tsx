import Box from '@mui/material/Box';
import type { SxProps, Theme } from '@mui/material/styles';
import type { ReactNode } from 'react';

/** The line that opens and shuts what is under it: all of its width can be pressed, and its sign turns. */
export function FoldButton({
  open,
  onToggle,
  children,
  sx,
}: {
  open: boolean;
  onToggle: () => void;
  children: ReactNode;
  sx: SxProps<Theme>;
}) {
  return (
    <Box
      component="button"
      type="button"
      aria-expanded={open}
      onClick={onToggle}
      sx={[
        {
          all: 'unset',
          boxSizing: 'border-box',
          width: '100%',
          px: 2,
          cursor: 'pointer',
          '&:hover': { bgcolor: 'action.hover' },
          '&:focus-visible': { outline: '3px solid', outlineColor: 'secondary.main', outlineOffset: -3 },
        },
        ...(Array.isArray(sx) ? sx : [sx]),
      ]}
    >
      <Box
        component="span"
        aria-hidden
        sx={{ color: 'wall.copperLine', fontWeight: 800, display: 'inline-block', transform: open ? 'rotate(90deg)' : 'none' }}
      >
        ›
      </Box>
      {children}
    </Box>
  );
}
