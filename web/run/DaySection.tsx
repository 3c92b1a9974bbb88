import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Link from '@mui/material/Link';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import type { Design } from '../../core/design/design.ts';
import { MASSES, type Mass, type RunResult } from '../../core/run/run.ts';
import type { WhatIf } from '../../core/run/what-if.ts';
import type { Job } from '../../model/job.ts';
import { PageSection, Reading } from '../parts/Layout.tsx';
import { heavyWork } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { clock, type DayChoice, MINUTES_KEPT, SET_BACK, settingsOf } from './settings.ts';
import { WhatIfTable } from './WhatIfTable.tsx';

const DayCharts = lazy(() => import('./DayCharts.tsx'));

const MASS_WORDS: Record<Mass, string> = {
  light: `Light: loses its heat in ${MASSES.light} h`,
  medium: `Medium: ${MASSES.medium} h`,
  heavy: `Heavy: ${MASSES.heavy} h`,
};
/** Rest after the last touch before a day is run, ms. */
const REST = 150;

interface Ran {
  key: unknown;
  result: RunResult | null;
  answers: WhatIf[];
}

/** The day run in the worker, again whenever job or choice changes; the last one stays until the next is there. */
function useDay(job: Job, choice: DayChoice): { ran: Ran | null; stale: boolean } {
  const settings = useMemo(() => settingsOf(job, choice), [job, choice]);
  const [ran, setRan] = useState<Ran | null>(null);
  const key = useMemo(() => ({ job, settings }), [job, settings]);
  useEffect(() => {
    let over = false;
    const rest = setTimeout(() => {
      const work = heavyWork();
      Promise.all([work.day(job, settings), work.whatIfs(job, settings)])
        .then(([result, answers]) => {
          if (!over) setRan({ key, result, answers });
        })
        .catch(() => {
          if (!over) setRan({ key, result: null, answers: [] });
        });
    }, REST);
    return () => {
      over = true;
      clearTimeout(rest);
    };
  }, [job, settings, key]);
  return { ran, stale: ran?.key !== key };
}

/** A day of the plant: choose the weather, scrub through it, ask what if. */
export function DaySection({ job, design }: { job: Job; design: Design }) {
  const { say } = useDisplay();
  const [choice, setChoice] = useState<DayChoice>(() => ({
    mean: Math.round(job.site.outdoorDesignTemperature / 2),
    swing: 4,
    weather: null,
    day: 0,
    mass: 'medium',
    setBack: false,
    sunny: true,
  }));
  const change = (fields: Partial<DayChoice>) => setChoice((before) => ({ ...before, ...fields }));
  const { ran, stale } = useDay(job, choice);
  const [at, setAt] = useState(7 * 3600);
  const [zone, setZone] = useState(0);
  const result = ran?.result ?? null;
  return (
    <PageSection
      title="A day"
      lead="Invented weather on this plant, minute by minute: thermostats, rooms with their mass, the source down to its least output, the cylinder and its draws."
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr', md: '1fr 1fr 1fr' }, gap: 3, mb: 2 }}>
        <Box>
          <Typography variant="body2" id="run-mean">
            Mean outdoors: {say(choice.mean, 'temperature')}
          </Typography>
          <Slider
            aria-labelledby="run-mean"
            min={-20}
            max={15}
            value={choice.mean}
            getAriaValueText={(value) => say(value, 'temperature')}
            onChange={(_, value) => change({ mean: value as number })}
          />
        </Box>
        <Box>
          <Typography variant="body2" id="run-swing">
            From day to night: ±{say(choice.swing, 'temperatureDifference')}
          </Typography>
          <Slider
            aria-labelledby="run-swing"
            min={0}
            max={12}
            value={choice.swing}
            getAriaValueText={(value) => say(value, 'temperatureDifference')}
            onChange={(_, value) => change({ swing: value as number })}
          />
        </Box>
        <TextField
          select
          label="The house is"
          value={choice.mass}
          onChange={(event) => change({ mass: event.target.value as Mass })}
          slotProps={{ inputLabel: { shrink: true } }}
        >
          {(Object.keys(MASSES) as Mass[]).map((mass) => (
            <MenuItem key={mass} value={mass}>
              {MASS_WORDS[mass]}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, mb: 2 }}>
        <FormControlLabel
          control={<Checkbox checked={choice.setBack} onChange={(event) => change({ setBack: event.target.checked })} />}
          label={`Set back by ${say(SET_BACK.by, 'temperatureDifference')} from ${SET_BACK.from}:00 to ${SET_BACK.to}:00`}
        />
        <FormControlLabel
          control={<Checkbox checked={choice.sunny} onChange={(event) => change({ sunny: event.target.checked })} />}
          label="The sun shines"
        />
      </Box>
      {!result && (
        <Typography role="status">
          {ran && !stale ? 'This plant cannot be run as it is; see the findings.' : 'Running the day …'}
        </Typography>
      )}
      {result && ran && (
        <Box sx={{ opacity: stale ? 0.55 : 1 }} aria-busy={stale}>
          {result.broke && (
            <Typography role="alert" sx={{ color: 'error.main', fontWeight: 700, mb: 1 }}>
              {result.broke} Everything up to then is shown.
            </Typography>
          )}
          <Totals result={result} />
          <TextField
            select
            label="Room or circuit shown"
            value={Math.min(zone, result.zones.length - 1)}
            onChange={(event) => setZone(Number(event.target.value))}
            slotProps={{ inputLabel: { shrink: true } }}
            sx={{ maxWidth: 280, mb: 1 }}
          >
            {result.zones.map((each, z) => (
              <MenuItem key={each.id} value={z}>
                {each.label}
              </MenuItem>
            ))}
          </TextField>
          <Suspense fallback={<Typography role="status">One moment …</Typography>}>
            <DayCharts result={result} zone={Math.min(zone, result.zones.length - 1)} at={at} />
          </Suspense>
          <Slider
            aria-label="Minute of the day"
            min={0}
            max={86_400 - MINUTES_KEPT * 60}
            step={MINUTES_KEPT * 60}
            value={at}
            getAriaValueText={clock}
            onChange={(_, value) => setAt(value as number)}
            sx={{ mt: 1 }}
          />
          <Minute result={result} at={at} design={design} />
          <WhatIfTable answers={ran.answers} stale={stale} />
        </Box>
      )}
    </PageSection>
  );
}

function Totals({ result }: { result: RunResult }) {
  const { energy, cycles, running, shortestRun, hoursShort } = result;
  const worst = hoursShort.reduce((most, hours, z) => (hours > (hoursShort[most] ?? 0) ? z : most), 0);
  const kWh = (joules: number) => `${(joules / 3.6e6).toFixed(joules > 3.6e7 ? 0 : 1)} kWh`;
  return (
    <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', mb: 2 }}>
      <Reading label="Heat made">{kWh(energy.made)}</Reading>
      {energy.bought !== null && <Reading label="Electricity for it">{kWh(energy.bought)}</Reading>}
      <Reading label="Pumps">{kWh(energy.pumps)}</Reading>
      <Reading label="Starts">{cycles}</Reading>
      <Reading label="It ran">{(running / 3600).toFixed(1)} h</Reading>
      <Reading label="Shortest run">{shortestRun === null ? 'none ended' : `${Math.round(shortestRun / 60)} min`}</Reading>
      <Reading label="Longest short of heat">
        {(hoursShort[worst] ?? 0) > 0.05 ? `${result.zones[worst]?.label}, ${(hoursShort[worst] ?? 0).toFixed(1)} h` : 'nobody'}
      </Reading>
    </Box>
  );
}

/** The minute looked at, in words, and the wall with the same calls. */
function Minute({ result, at, design }: { result: RunResult; at: number; design: Design }) {
  const { say } = useDisplay();
  const { id } = useParams();
  const moment = result.moments.reduce((best, each) => (Math.abs(each.time - at) < Math.abs(best.time - at) ? each : best));
  const calling = result.zones.filter((_, z) => moment.calls[z] === '1').map((zone) => zone.label);
  const charging = moment.store !== null && moment.calls.endsWith('1');
  const who = [...(charging ? ['the cylinder'] : []), ...calling];
  const others = design.solved?.others ?? [];
  const onWall = `${result.zones.map((_, z) => moment.calls[z]).join('')}${others.map((zone) => (zone.id === 'hotWater' && charging ? '1' : '0')).join('')}`;
  return (
    <Typography sx={{ mb: 2 }} aria-live="polite">
      <b>{clock(moment.time)}</b>, {say(moment.outdoor, 'temperature')} outdoors:{' '}
      {who.length > 0 ? `${who.join(', ')} call.` : 'nothing calls.'} The source{' '}
      {moment.firing ? `gives ${say(moment.output, 'power')}` : 'stands'}, the water is at {say(moment.supply, 'temperature')}
      {moment.store !== null && `, the store at ${say(moment.store, 'temperature')}`}.{' '}
      <Link component={RouterLink} to={`/jobs/${id}/plant?calls=${onWall}`} sx={{ display: 'inline-block', minHeight: 24 }}>
        The wall with these calls
      </Link>
    </Typography>
  );
}
