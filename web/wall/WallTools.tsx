import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { lazy, Suspense, useState } from 'react';
import type { Sheet } from '../../core/drawing/sheet.ts';

// The field with its list comes when somebody first looks for something.
const WallSearch = lazy(() => import('./WallSearch.tsx'));

/** Size of the drawing: all of it in the window, so large that its labels can be read, or a share of its own size. */
export type Zoom = 'fit' | 'read' | number;
const STEPS = [1, 1.5];

/** Looking for a part, the size of the drawing, and the drawing on paper. */
export function WallTools({
  sheet,
  zoom,
  onZoom,
  onFind,
}: {
  sheet: Sheet;
  zoom: Zoom;
  onZoom: (zoom: Zoom) => void;
  onFind: (component: string) => void;
}) {
  const [searching, setSearching] = useState(false);
  return (
    <Box
      sx={{
        position: 'absolute',
        right: 14,
        bottom: 14,
        display: 'flex',
        gap: 1,
        alignItems: 'center',
        '@media print': { display: 'none' },
      }}
    >
      <Box sx={{ display: { xs: 'none', sm: 'block' } }}>
        {searching ? (
          <Suspense fallback={null}>
            <WallSearch sheet={sheet} onFind={onFind} />
          </Suspense>
        ) : (
          <Button variant="outlined" onClick={() => setSearching(true)} sx={{ bgcolor: 'background.paper', height: 38 }}>
            Find on the wall
          </Button>
        )}
      </Box>
      <Button variant="outlined" onClick={() => window.print()} sx={{ bgcolor: 'background.paper', height: 38 }}>
        Print
      </Button>
      <ToggleButtonGroup
        size="small"
        exclusive
        value={zoom}
        onChange={(_, next: Zoom | null) => next && onZoom(next)}
        aria-label="Size of the drawing"
        sx={{ bgcolor: 'background.paper' }}
      >
        <ToggleButton value="fit">Fit</ToggleButton>
        <ToggleButton value="read">Readable</ToggleButton>
        {STEPS.map((step) => (
          <ToggleButton key={step} value={step}>
            {step * 100} %
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  );
}
