import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { lazy, Suspense } from 'react';
import type { Design } from '../../core/design/design.ts';
import { openFindings } from '../../core/finding/finding.ts';
import { FigureButton } from '../parts/FigureButton.tsx';
import { FindingsList } from '../parts/FindingsList.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
import { SumPanel } from '../parts/SumPanel.tsx';
import { useSum } from '../state/sum-context.tsx';
import type { Group } from './groups.ts';
import { SpareCapacity } from './SpareCapacity.tsx';

// The entries come when they are first asked for: the wall is there before them.
const PlantEntries = lazy(() => import('./PlantEntries.tsx'));

export type Side = 'findings' | 'plant';

interface Props {
  design: Design;
  side: Side;
  onSide: (side: Side) => void;
  group: Group;
  /** Component whose findings alone are shown; null for all. */
  component: string | null;
  onComponent: (component: string | null) => void;
  onDraft: () => void;
  onHide: () => void;
}

/** Beside the wall: the sum of a figure, the findings, or the entries of the plant. */
export function SidePanel({ design, side, onSide, group, component, onComponent, onDraft, onHide }: Props) {
  const { figureId } = useSum();
  return (
    <Box
      component="aside"
      aria-label="Findings and entries"
      sx={{
        width: { xs: '100%', md: 336 },
        flex: 'none',
        borderLeft: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        overflowY: 'auto',
        '@media print': { display: 'none' },
      }}
    >
      {figureId ? (
        <SumPanel design={design} />
      ) : (
        <>
          <Box
            sx={{
              p: 1.5,
              borderBottom: 1,
              borderColor: 'divider',
              position: 'sticky',
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
