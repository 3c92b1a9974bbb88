import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { Link as RouterLink, useParams, useSearchParams } from 'react-router';
import { readCalls } from '../../core/design/combinations.ts';
import { openFindings } from '../../core/review/finding.ts';
import { FigureButton } from '../parts/FigureButton.tsx';
import { FindingsList } from '../parts/FindingsList.tsx';
import { SumPanel } from '../parts/SumPanel.tsx';
import { DraftDialog } from '../plant/DraftDialog.tsx';
import { type Group, groupOf, PlantEntries } from '../plant/PlantEntries.tsx';
import { type Designed, useDesigned } from '../state/design-context.tsx';
import { useSum } from '../state/sum-context.tsx';
import { Thermostats } from '../wall/Thermostats.tsx';
import { isDesignDay, usePlantState } from '../wall/usePlantState.ts';
import { Wall } from '../wall/Wall.tsx';

type Side = 'findings' | 'plant';

/** Components whose entries stand beside the wall. */
const ENTERED_HERE = /^(source|header|vessel|relief|volumiser|furtherSources|distribution|hotWater)(\/(?!run)|$)/;

/** The wall: the plant drawn from the job, with its numbers, its findings and the entries for source and header. */
export default function PlantPage() {
  const designed = useDesigned();
  const [search] = useSearchParams();
  const [side, setSide] = useState<Side>('findings');
  const [component, setComponent] = useState<string | null>(null);
  const [group, setGroup] = useState<Group>('source');
  const [drafting, setDrafting] = useState(false);
  const { figureId, close } = useSum();
  const wanted = search.get('at');
  // Arriving at an entry of the plant opens the side it stands on.
  useEffect(() => {
    if (!wanted) return;
    setSide('plant');
    setGroup(groupOf(wanted));
    close();
  }, [wanted, close]);
  if (!designed) {
    return (
      <Typography role="status" sx={{ p: 4 }}>
        Working out the plant …
      </Typography>
    );
  }
  const { design, job } = designed;
  const pick = (next: string | null) => {
    close();
    setComponent(next);
    const entered = next !== null && ENTERED_HERE.test(next);
    setSide(entered ? 'plant' : 'findings');
    if (entered) setGroup(groupOf(next));
  };
  return (
    <Box
      sx={{
        display: 'flex',
        height: { md: 'calc(100vh - 56px)' },
        flexDirection: { xs: 'column', md: 'row' },
      }}
    >
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
        {job.rooms.length === 0 ? <Empty /> : <RunningWall designed={designed} picked={component} onPick={pick} />}
      </Box>
      {drafting && <DraftDialog onClose={() => setDrafting(false)} />}
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
                onChange={(_, next: Side | null) => next && setSide(next)}
                aria-label="Side panel"
              >
                <ToggleButton value="findings">Findings ({openFindings(design.findings).length})</ToggleButton>
                <ToggleButton value="plant">Entries</ToggleButton>
              </ToggleButtonGroup>
              <Button fullWidth variant="outlined" sx={{ mt: 1 }} onClick={() => setDrafting(true)}>
                Draft the plant another way …
              </Button>
            </Box>
            {side === 'plant' ? (
              <PlantEntries design={design} group={group} onGroup={setGroup} />
            ) : (
              <>
                {component !== null && (
                  <Box
                    sx={{
                      px: 2,
                      py: 1,
                      display: 'flex',
                      alignItems: 'center',
                      gap: 1,
                      borderBottom: 1,
                      borderColor: 'divider',
                    }}
                  >
                    <Typography variant="body2" sx={{ flex: 1 }}>
                      Only at the picked part.
                    </Typography>
                    <Button size="small" onClick={() => setComponent(null)}>
                      Show all
                    </Button>
                  </Box>
                )}
                <FindingsList findings={design.findings} component={component} onShow={setComponent} />
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
              </>
            )}
          </>
        )}
      </Box>
    </Box>
  );
}

/** The wall with its thermostats; which of them call stands in the address, so that a state can be linked to. */
function RunningWall({
  designed,
  picked,
  onPick,
}: {
  designed: Designed;
  picked: string | null;
  onPick: (component: string | null) => void;
}) {
  const [search, setSearch] = useSearchParams();
  const { solved } = designed.design;
  const heating = solved?.zones ?? [];
  const zones = [...heating, ...(solved?.others ?? [])];
  const calling = readCalls(search.get('calls'), zones);
  const { state, designDay, waiting } = usePlantState(designed, calling);
  const change = (next: string[]) => {
    const on = new Set(next);
    setSearch(
      (before) => {
        const after = new URLSearchParams(before);
        after.delete('at');
        if (isDesignDay(next, heating)) after.delete('calls');
        else after.set('calls', zones.map((zone) => (on.has(zone.id) ? '1' : '0')).join(''));
        return after;
      },
      { replace: true },
    );
  };
  return (
    <>
      {zones.length > 0 && (
        <Thermostats
          zones={zones}
          heating={heating}
          calling={calling ?? heating.map((zone) => zone.id)}
          reason={state && !waiting ? state.reason : null}
          waiting={waiting}
          onChange={change}
        />
      )}
      <Wall
        sheet={designed.sheet}
        design={designed.design}
        state={state?.converged ? state : null}
        designDay={designDay}
        picked={picked}
        onPick={onPick}
      />
    </>
  );
}

function Empty() {
  const { id } = useParams();
  return (
    <Box sx={{ m: 'auto', maxWidth: 420, p: 4 }}>
      <Typography variant="h1" gutterBottom>
        The wall is bare
      </Typography>
      <Typography gutterBottom>
        It draws itself from the rooms:{' '}
        <Link component={RouterLink} to={`/jobs/${id}/rooms`}>
          enter or read the heat loads
        </Link>
        , and pipes, pumps and valves appear here with their sizes.
      </Typography>
    </Box>
  );
}
