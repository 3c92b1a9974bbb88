import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { useOpenLines } from '../open-lines.ts';
import { FoldButton } from './FoldButton.tsx';

interface Props {
  /** Names the line in the browser's memory and in the contents of the page. */
  id: string;
  name: string;
  /** What is decided, in a few words, and what comes of it. */
  answer: ReactNode;
  result?: ReactNode;
  /** How many values of it a person fixed. */
  fixed?: number;
  mark?: ReactNode;
  /** Open until a person closes it. */
  open?: boolean;
  /** Stands in a panel: what it says goes below its name. */
  narrow?: boolean;
  /** What stands at the right of the fields. */
  beside?: ReactNode;
  children: ReactNode;
}

const STACKED = '18px minmax(0, 1fr) auto';

/**
 * One decision of a page. Closed it is a line: its name, the answer, what comes of it; open it has the fields left and the result right.
 * Which lines are open is kept with the job in the browser.
 */
export function DecisionLine({
  id,
  name,
  answer,
  result,
  fixed = 0,
  mark,
  open: first = false,
  narrow = false,
  beside,
  children,
}: Props) {
  const [open, toggle] = useOpenLines(id, first);
  return (
    <Box
      component="section"
      aria-label={name}
      id={`line-${id}`}
      sx={{ borderTop: 1, borderColor: 'divider', scrollMarginTop: 72 }}
    >
      <FoldButton
        open={open}
        onToggle={toggle}
        sx={{
          minHeight: { xs: 48, sm: 40 },
          py: 0.5,
          display: 'grid',
          gridTemplateColumns: narrow ? STACKED : { xs: STACKED, md: '18px 130px minmax(0, 1fr) minmax(0, 1.2fr) auto' },
          columnGap: 1.5,
          alignItems: 'center',
          fontSize: 'table',
        }}
      >
        <Box component="span" sx={{ fontWeight: 700, fontSize: 'body', fontStretch: '86%' }}>
          {name}
        </Box>
        <Box component="span" sx={{ gridColumn: narrow ? '2 / 4' : { xs: '2 / 4', md: 'auto' }, overflowWrap: 'anywhere' }}>
          {answer}
        </Box>
        <Box
          component="span"
          sx={{ gridColumn: narrow ? '2 / 4' : { xs: '2 / 4', md: 'auto' }, color: 'text.secondary', overflowWrap: 'anywhere' }}
        >
          {result}
        </Box>
        <Box
          component="span"
          sx={{
            gridRow: narrow ? 1 : { xs: 1, md: 'auto' },
            gridColumn: narrow ? 3 : { xs: 3, md: 'auto' },
            display: 'flex',
            gap: 1,
            alignItems: 'center',
          }}
        >
          {fixed > 0 && (
            <Box
              component="span"
              sx={{ fontSize: 'unit', fontWeight: 700, px: 0.8, border: 1, borderColor: 'wall.edge', borderRadius: 1 }}
            >
              {fixed} fixed
            </Box>
          )}
          {mark}
        </Box>
      </FoldButton>
      {open && (
        <Box
          sx={{
            px: narrow ? 2 : { xs: 2, md: 5 },
            pt: 1,
            pb: 2.5,
            display: 'grid',
            gap: 2.5,
            gridTemplateColumns: beside ? { lg: 'minmax(0, 1.6fr) minmax(0, 1fr)' } : undefined,
          }}
        >
          <Box
            sx={{
              display: 'grid',
              gap: 2,
              gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 200px), 1fr))',
              alignItems: 'start',
            }}
          >
            {children}
          </Box>
          {beside && <Box>{beside}</Box>}
        </Box>
      )}
    </Box>
  );
}
