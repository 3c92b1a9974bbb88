import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import type { StepState } from '../../core/book/progress.ts';

const MARKS: Record<StepState, [sign: string, words: string, colour: string]> = {
  done: ['✓', 'done', 'secondary.main'],
  skipped: ['○', 'skipped', 'text.secondary'],
  open: ['–', 'open', 'text.primary'],
  waits: ['·', 'waits for another', 'text.secondary'],
  failed: ['!', 'failed', 'error.main'],
};

/** A line that leads to a step, with how far that has come. */
export function StepLine({ state, onOpen, children }: { state: StepState; onOpen: () => void; children: ReactNode }) {
  const [sign, words, colour] = MARKS[state];
  return (
    <Button
      color="inherit"
      onClick={onOpen}
      sx={{
        display: 'flex',
        width: '100%',
        minHeight: 48,
        justifyContent: 'flex-start',
        textAlign: 'left',
        gap: 1,
        fontSize: 'body',
        fontWeight: 500,
      }}
    >
      <Box
        component="span"
        role="img"
        aria-label={words}
        sx={{ width: 22, flexShrink: 0, fontWeight: 800, color: colour, textAlign: 'center' }}
      >
        {sign}
      </Box>
      <span>{children}</span>
    </Button>
  );
}
