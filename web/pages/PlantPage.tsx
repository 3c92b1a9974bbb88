import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { readCalls } from '../../core/design/combinations.ts';
import { openFindings } from '../../core/finding/finding.ts';
import { ShownAs, useBuiltStateOf } from '../book/ShownAs.tsx';
import { openLine } from '../look/open-lines.ts';
import { Unseen } from '../look/parts/Unseen.tsx';
import { usePageTitle } from '../parts/page-title.ts';
import { DraftDialog } from '../plant/DraftDialog.tsx';
import { type Group, groupOf, lineOfGroup } from '../plant/groups.ts';
import { type Side, SidePanel } from '../plant/SidePanel.tsx';
import { type Designed, useDesigned } from '../state/design-context.tsx';
import { useSum } from '../state/sum-context.tsx';
import { Thermostats } from '../wall/Thermostats.tsx';
import { isDesignDay, usePlantState } from '../wall/usePlantState.ts';
import { Wall } from '../wall/Wall.tsx';

/** Components whose entries stand beside the wall. */
const ENTERED_HERE = /^(source|header|vessel|relief|volumiser|furtherSources|distribution|hotWater)(\/(?!run)|$)/;

/** The wall: the plant drawn from the job, with its numbers, its findings and the entries for source and header. */
export default function PlantPage() {
  usePageTitle('Plant');
  const { id } = useParams();
  const navigate = useNavigate();
  const designed = useDesigned();
  const [search] = useSearchParams();
  const [side, setSide] = useState<Side>('findings');
  const [component, setComponent] = useState<string | null>(null);
  const [group, setGroup] = useState<Group>('source');
  const [shown, setShown] = useState(true);
  const [drafting, setDrafting] = useState(false);
  const { figureId, close } = useSum();
  const wanted = search.get('at');
  const asked = search.get('pick');
  // A part that was found by its name is picked as by a click on it.
  useEffect(() => {
    if (asked) setComponent(asked);
  }, [asked]);
  // Arriving at an entry of the plant opens the side it stands on.
  useEffect(() => {
    if (!wanted) return;
    setShown(true);
    setSide('plant');
    setGroup(groupOf(wanted));
    openLine(lineOfGroup(groupOf(wanted)));
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
    // A tree in small stands for the page its pipes are entered on.
    if (next?.endsWith('/sections')) return void navigate(`/jobs/${id}/pipes?at=${encodeURIComponent(next)}`);
    close();
    setComponent(next);
    if (next !== null) setShown(true);
    const entered = next !== null && ENTERED_HERE.test(next);
    setSide(entered ? 'plant' : 'findings');
    if (entered) {
      setGroup(groupOf(next));
      openLine(lineOfGroup(groupOf(next)));
    }
  };
  return (
    <Box
      sx={{
        position: 'relative',
        display: 'flex',
        height: { md: 'calc(100vh - 56px)' },
        '@media print': { height: 'auto', display: 'block' },
        flexDirection: { xs: 'column', md: 'row' },
      }}
    >
      {job.rooms.length > 0 && <Unseen as="h1">Plant</Unseen>}
      <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
        {job.rooms.length === 0 ? <Empty /> : <RunningWall designed={designed} picked={component} onPick={pick} />}
      </Box>
      {drafting && <DraftDialog onClose={() => setDrafting(false)} />}
      {shown || figureId ? (
        <SidePanel
          design={design}
          side={side}
          onSide={setSide}
          group={group}
          component={component}
          sign={designed.sheet.symbols.find((each) => each.component === component)?.kind ?? null}
          onComponent={setComponent}
          onDraft={() => setDrafting(true)}
          onHide={() => setShown(false)}
        />
      ) : (
        <Button
          variant="outlined"
          onClick={() => setShown(true)}
          sx={{
            position: 'absolute',
            right: 14,
            bottom: 66,
            bgcolor: 'background.paper',
            '@media print': { display: 'none' },
          }}
        >
          Findings ({openFindings(design.findings).length}) and entries
        </Button>
      )}
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
  const { solved, cooling } = designed.design;
  const cools = search.get('mode') === 'cooling' && cooling?.state != null;
  const heating = (cools ? cooling?.zones : solved?.zones) ?? [];
  const zones = [...heating, ...(cools ? [] : (solved?.others ?? []))];
  const calling = readCalls(search.get('calls'), zones);
  const shown = usePlantState(designed, calling, cools);
  const { state, designDay, waiting } = shown;
  const built = useBuiltStateOf(designDay || cools ? null : calling);
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
  const turnOver = (next: boolean) =>
    setSearch(
      (before) => {
        const after = new URLSearchParams(before);
        after.delete('at');
        after.delete('calls');
        if (next) after.set('mode', 'cooling');
        else after.delete('mode');
        return after;
      },
      { replace: true },
    );
  // A link of an earlier plant, or one cut short.
  const misfit = search.has('calls') && calling === null && zones.length > 0;
  return (
    <>
      {misfit && (
        <Box
          role="alert"
          sx={{
            display: 'flex',
            alignItems: 'center',
            gap: 2,
            px: 2,
            py: 0.8,
            bgcolor: 'background.paper',
            borderBottom: 1,
            borderColor: 'divider',
          }}
        >
          <Typography variant="body2" sx={{ flex: 1 }}>
            {`The address names a state that does not fit this plant: it takes ${zones.length} calls, each 0 or 1. Every zone calls instead.`}
          </Typography>
          <Button size="small" onClick={() => change(heating.map((zone) => zone.id))}>
            Understood
          </Button>
        </Box>
      )}
      {zones.length > 0 && (
        <Thermostats
          zones={zones}
          heating={heating}
          calling={calling ?? heating.map((zone) => zone.id)}
          reason={state && !waiting ? state.reason : null}
          waiting={waiting}
          onChange={change}
          {...(cooling?.state ? { cools, onTurnOver: turnOver } : {})}
        />
      )}
      <BookBar built={built !== null} />
      <Wall
        sheet={(cools ? shown.designed.coldSheet : null) ?? shown.designed.sheet}
        design={shown.designed.design}
        state={built ?? (state?.converged ? state : null)}
        designDay={designDay && !built && !cools}
        picked={picked}
        onPick={onPick}
      />
    </>
  );
}

/** Which plant the wall shows, where a book tells of one beside the design. */
function BookBar({ built }: { built: boolean }) {
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        flexWrap: 'wrap',
        gap: 1.5,
        px: 2,
        '&:not(:empty)': { py: 0.6, borderBottom: 1, borderColor: 'divider' },
        bgcolor: built ? '#f2c26a' : 'transparent',
        '@media print': { display: 'none' },
      }}
    >
      <ShownAs />
      {built && (
        <Typography variant="body2" sx={{ color: '#2a211b', fontWeight: 600 }}>
          Flows and temperatures as the site book’s readings tell them; what no reading tells stands as designed.
        </Typography>
      )}
    </Box>
  );
}

/** The wall of a job without rooms: what will hang there, and the button that brings it. */
function Empty() {
  const { id } = useParams();
  const navigate = useNavigate();
  return (
    <Box sx={{ flex: 1, bgcolor: 'wall.board', display: 'grid', placeItems: 'center', p: 3, minHeight: 360 }}>
      <Box sx={{ maxWidth: 460, textAlign: 'center' }}>
        <Typography variant="h1" gutterBottom>
          The wall draws itself from the rooms
        </Typography>
        <Typography sx={{ mb: 2 }}>Pipes, pumps and valves appear here with their sizes as soon as rooms have loads.</Typography>
        <Button variant="contained" onClick={() => navigate(`/jobs/${id}/rooms`)} sx={{ minHeight: 48 }}>
          Enter the rooms
        </Button>
      </Box>
    </Box>
  );
}
