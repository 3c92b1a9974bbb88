import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { allPumps } from '../../core/design/all-pumps.ts';
import type { Zone } from '../../core/design/assembly.ts';
import type { PumpDesign } from '../../core/design/choose-pump.ts';
import { MOST_ZONES } from '../../core/design/combinations.ts';
import { dutyPoints, type Telling, tellingCombinations } from '../../core/design/duty-map.ts';
import { useCombinations } from '../duty/useCombinations.ts';
import { PageSection, Sheet } from '../parts/Layout.tsx';
import { ModeSwitch } from '../parts/ModeSwitch.tsx';
import { RunViews } from '../run/RunViews.tsx';
import { type Designed, useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';

const DutyMap = lazy(() => import('../duty/DutyMap.tsx'));

/** Every combination of calls, and where each puts the pumps. */
export default function DutyPage() {
  const designed = useDesigned();
  const [search, setSearch] = useSearchParams();
  const { solved, cooling } = designed?.design ?? {};
  if (!designed) return <Note>Working out the plant …</Note>;
  const cold = cooling?.state?.converged ? cooling : null;
  const cools = cold !== null && search.get('mode') === 'cooling';
  if (!solved?.state.converged) {
    return (
      <Note>
        There is no plant to run yet. Enter rooms with heat loads and put them on circuits; what stands in the way is among the
        findings on the Plant page.
      </Note>
    );
  }
  const turnOver = (next: boolean) => setSearch(next ? { mode: 'cooling' } : {}, { replace: true });
  return (
    <DutySheet
      key={cools ? 'cooling' : 'heating'}
      designed={designed}
      zones={cools ? cold.zones : solved.zones}
      cools={cools}
      onTurnOver={cold ? turnOver : null}
    />
  );
}

const Note = ({ children }: { children: React.ReactNode }) => (
  <Typography role="status" sx={{ p: 4, maxWidth: 520 }}>
    {children}
  </Typography>
);

function DutySheet({
  designed,
  zones,
  cools,
  onTurnOver,
}: {
  designed: Designed;
  zones: readonly Zone[];
  cools: boolean;
  onTurnOver: ((cools: boolean) => void) | null;
}) {
  const { id } = useParams();
  const navigate = useNavigate();
  const run = useCombinations(designed.job, zones.length, cools);
  const pumps = useMemo(() => pumpsOf(designed, cools), [designed, cools]);
  const [chosen, setChosen] = useState(0);
  const pump = pumps[Math.min(chosen, pumps.length - 1)];
  const duty = pump?.duty ?? null;
  const points = useMemo(() => {
    if (!duty || !pump) return [];
    const mostFlow = duty.pumpCurve.at(-1)?.[0] ?? 1;
    return dutyPoints(
      run.found,
      pump.place.replace(/^cooling\//, ''),
      mostFlow,
      Math.max(...duty.pumpCurve.map(([, head]) => head)),
    );
  }, [run.found, pump, duty]);
  const open = (calls: string) => {
    const asked = [...(cools ? ['mode=cooling'] : []), ...(calls.includes('0') ? [`calls=${calls}`] : [])].join('&');
    return navigate(`/jobs/${id}/plant${asked ? `?${asked}` : ''}`);
  };
  const failed = run.found.filter((each) => !each.converged).length;
  const sampled = zones.length > MOST_ZONES;
  return (
    <Sheet
      wide
      title="Pumps in every state"
      actions={<RunViews view="duty" />}
      lead={`${zones.length} thermostats, ${run.total} ${sampled ? 'of their combinations, drawn at random beside each alone and all but each' : 'combinations of calls'}. Each is solved for flow and temperature.`}
    >
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 2, mb: 2, flexWrap: 'wrap' }}>
        {onTurnOver && <ModeSwitch cools={cools} onTurnOver={onTurnOver} />}
        {run.state === 'running' ? (
          <>
            <LinearProgress
              variant="determinate"
              value={(100 * run.found.length) / run.total}
              aria-label="Combinations run"
              sx={{ flex: '0 1 320px', height: 10, borderRadius: 5 }}
            />
            <Button size="small" variant="outlined" onClick={run.cancel}>
              Cancel
            </Button>
          </>
        ) : (
          <Button size="small" variant="outlined" onClick={run.again}>
            Run again
          </Button>
        )}
        <Typography variant="body2" role="status">
          {runWords(run.state, run.found.length, run.total, run.seconds, failed)}
        </Typography>
      </Box>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={Math.min(chosen, pumps.length - 1)}
        onChange={(_, next: number | null) => next !== null && setChosen(next)}
        aria-label="Pump"
        sx={{ mb: 1, flexWrap: 'wrap', bgcolor: 'background.paper' }}
      >
        {pumps.map((each, i) => (
          <ToggleButton key={each.place} value={i} sx={{ minHeight: 44, color: 'text.primary' }}>
            {each.label}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {duty ? (
        <figure style={{ margin: 0 }} aria-label={`Duty points of ${pump?.label} on the curve of ${duty.label}`}>
          <Suspense fallback={<Box sx={{ height: 430 }} />}>
            <DutyMap duty={duty} points={points} onOpen={open} />
          </Suspense>
          <figcaption>
            <Typography variant="body2" sx={{ mb: 3 }}>
              {duty.label}: its curve, a square for {cools ? 'the hottest day' : 'the design day'}, and a spot for every other
              combination in which it runs, wider where several coincide. Press one to open the wall in that state.
            </Typography>
          </figcaption>
        </figure>
      ) : (
        <Typography sx={{ py: 4 }}>No pump in the catalogue reaches this duty; see the findings.</Typography>
      )}
      <PageSection title="Extreme states" lead="Hottest and coldest water, most and least flow, and what is at their limits.">
        <TellingTable telling={tellingCombinations(run.found, cools)} zones={zones} onOpen={open} />
      </PageSection>
    </Sheet>
  );
}

/** The pumps that the thermostats switch; the cylinder's runs by itself. */
const pumpsOf = ({ design }: Designed, cools: boolean): PumpDesign[] =>
  cools ? (design.cooling?.pumps ?? []) : allPumps(design).filter((pump) => pump.place !== 'hotWater/pump');

function runWords(state: string, found: number, total: number, seconds: number | null, failed: number): string {
  const gaps = failed > 0 ? ` ${failed} could not be solved and are left out.` : '';
  if (state === 'running') return `${found} of ${total} run`;
  if (state === 'cancelled') return `Cancelled after ${found} of ${total}; what was found is shown.${gaps}`;
  if (state === 'failed') return 'The run broke off. Try again; your entries are kept.';
  return `${total} run in ${(seconds ?? 0).toFixed(1)} s.${gaps}`;
}

function TellingTable({
  telling,
  zones,
  onOpen,
}: {
  telling: readonly Telling[];
  zones: readonly Zone[];
  onOpen: (calls: string) => void;
}) {
  const { say } = useDisplay();
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Extreme combinations">
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell>What</TableCell>
            <TableCell>Calling</TableCell>
            <TableCell align="right">Output</TableCell>
            <TableCell align="right">Leaves</TableCell>
            <TableCell align="right">Comes back</TableCell>
            <TableCell align="right">Pumps</TableCell>
            <TableCell align="right">Least heat</TableCell>
            <TableCell />
          </TableRow>
        </TableHead>
        <TableBody>
          {telling.map(({ word, combination }) => (
            <TableRow key={word}>
              <TableCell>{word}</TableCell>
              <TableCell sx={{ maxWidth: 260 }}>{callWords(combination.calls, zones)}</TableCell>
              <TableCell align="right">{say(combination.heat, 'power')}</TableCell>
              <TableCell align="right">{say(combination.supply, 'temperature')}</TableCell>
              <TableCell align="right">{say(combination.back, 'temperature')}</TableCell>
              <TableCell align="right">{say(combination.power, 'electricPower')}</TableCell>
              <TableCell align="right">{say(combination.leastShare, 'fraction')}</TableCell>
              <TableCell>
                <Button size="small" onClick={() => onOpen(combination.calls)} aria-label={`Open on the wall: ${word}`}>
                  Open
                </Button>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

/** "All", "All but Loft", "Kitchen, Study": the shorter of the two ways to say it. */
function callWords(calls: string, zones: readonly Zone[]): string {
  const on = zones.filter((_, z) => calls[z] === '1').map((zone) => zone.label);
  const off = zones.filter((_, z) => calls[z] !== '1').map((zone) => zone.label);
  if (off.length === 0) return 'All';
  return off.length < on.length ? `All but ${off.join(', ')}` : on.join(', ');
}
