import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Design } from '../../core/design/design.ts';
import type { SymbolKind } from '../../core/drawing/sheet.ts';
import { openFindings } from '../../core/finding/finding.ts';
import { manualOfSign } from '../manual/links.ts';
import { FigureButton } from '../parts/FigureButton.tsx';
import { FindingsList } from '../parts/FindingsList.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
import { SumPanel } from '../parts/SumPanel.tsx';
import { useSum } from '../state/sum-context.tsx';
import type { Group } from './groups.ts';
import { SpareCapacity } from './SpareCapacity.tsx';

// The entries come when they are first asked for: the wall is there before them.
const PlantEntries = lazy(() => import('./PlantEntries.tsx'));

/** How much of a phone's window the panel takes. */
const HEIGHTS = { head: 'none', half: '52dvh', most: 'calc(100dvh - 64px)' } as const;
type Height = keyof typeof HEIGHTS;

export type Side = 'findings' | 'plant';

interface Props {
  design: Design;
  side: Side;
  onSide: (side: Side) => void;
  group: Group;
  /** Component whose findings alone are shown; null for all. */
  component: string | null;
  /** What the picked part is, where it has a sign of its own. */
  sign: SymbolKind | null;
  onComponent: (component: string | null) => void;
  onDraft: () => void;
  onHide: () => void;
}

/** Beside the wall: the sum of a figure, the findings, or the entries of the plant. */
export function SidePanel({ design, side, onSide, group, component, sign, onComponent, onDraft, onHide }: Props) {
  const { figureId } = useSum();
  // Below the wall of a phone it is a sheet at the foot of the window: its head alone, half the height, or most of it.
  const foot = useMediaQuery('(max-width: 899px)');
  const [height, setHeight] = useState<Height>('head');
  useEffect(() => {
    if (figureId !== null || component !== null) setHeight((before) => (before === 'head' ? 'half' : before));
  }, [figureId, component]);
  return (
    <Box
      component="aside"
      aria-label="Findings and entries"
      sx={{
        width: { xs: '100%', md: 336 },
        flex: 'none',
        ...(foot && {
          position: 'sticky',
          bottom: 0,
          zIndex: 5,
          maxHeight: HEIGHTS[height],
          boxShadow: '0 -4px 14px rgb(0 0 0 / 22%)',
        }),
        borderLeft: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        overflowY: 'auto',
        '@media print': { display: 'none' },
      }}
    >
      {foot && (
        <Box
          sx={{ display: 'flex', justifyContent: 'center', position: 'sticky', top: 0, zIndex: 3, bgcolor: 'background.paper' }}
        >
          {height !== 'most' && (
            <Button fullWidth onClick={() => setHeight(height === 'head' ? 'half' : 'most')} sx={{ minHeight: 48 }}>
              {height === 'head' ? `Findings (${openFindings(design.findings).length}) and entries` : 'Higher'}
            </Button>
          )}
          {height !== 'head' && (
            <Button fullWidth onClick={() => setHeight(height === 'most' ? 'half' : 'head')} sx={{ minHeight: 48 }}>
              Lower
            </Button>
          )}
        </Box>
      )}
      {foot && height === 'head' ? null : figureId ? (
        <SumPanel design={design} />
      ) : (
        <>
          <Box
            sx={{
              p: 1.5,
              borderBottom: 1,
              borderColor: 'divider',
              position: foot ? 'static' : 'sticky',
              top: 0,
              bgcolor: 'background.paper',
              // Above the labels of the fields that pass beneath.
              zIndex: 2,
            }}
          >
            <ToggleButtonGroup
              exclusive
              fullWidth
              size="small"
              value={side}
              onChange={(_, next: Side | null) => next && onSide(next)}
              aria-label="Side panel"
            >
              <ToggleButton value="findings">Findings ({openFindings(design.findings).length})</ToggleButton>
              <ToggleButton value="plant">Entries</ToggleButton>
            </ToggleButtonGroup>
            <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
              <Button fullWidth variant="outlined" onClick={onDraft}>
                Compare layouts …
              </Button>
              <Button onClick={onHide} sx={{ display: { xs: 'none', md: 'inline-flex' } }}>
                Hide
              </Button>
            </Box>
          </Box>
          {side === 'plant' ? (
            <Suspense
              fallback={
                <Typography role="status" sx={{ p: 2 }}>
                  One moment …
                </Typography>
              }
            >
              <PlantEntries design={design} group={group} />
            </Suspense>
          ) : (
            <>
              {component !== null && (
                <Box
                  sx={{ px: 2, py: 1, display: 'flex', alignItems: 'center', gap: 1, borderBottom: 1, borderColor: 'divider' }}
                >
                  <Typography variant="body2" sx={{ flex: 1 }}>
                    Only at the picked part.
                  </Typography>
                  {sign && (
                    <Link component={RouterLink} to={manualOfSign(sign)} variant="body2">
                      About this part
                    </Link>
                  )}
                  <Button size="small" onClick={() => onComponent(null)}>
                    Show all
                  </Button>
                </Box>
              )}
              {component === null && <SpareCapacity />}
              <FindingsList findings={design.findings} component={component} onShow={onComponent} />
              {design.pumpPower && (
                <Typography variant="body2" sx={{ p: 2 }}>
                  All pumps together <FigureButton figure={design.pumpPower} />
                  {design.vessel && (
                    <>
                      , water in the system <FigureButton figure={design.vessel.content} />
                    </>
                  )}
                  .
                </Typography>
              )}
              <Typography variant="body2" color="text.secondary" sx={{ p: 2 }}>
                Local codes, the makers’ instructions and licensed trades decide. Nothing here is an approval.
              </Typography>
              <Box sx={{ px: 2 }}>
                <LeadOn page="plant" />
              </Box>
            </>
          )}
        </>
      )}
    </Box>
  );
}
