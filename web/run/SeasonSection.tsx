import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { proxy } from 'comlink';
import { lazy, Suspense, startTransition, useState } from 'react';
import { runsOpen } from '../../core/plan/open-plant.ts';
import { formatNumber } from '../../core/quantity/format.ts';
import { DAY } from '../../core/quantity/spans.ts';
import { costOf } from '../../core/run/cost.ts';
import { boughtLabel, efficiencyLabel } from '../../core/run/notable.ts';
import { recordOf, withRecord } from '../../core/run/record.ts';
import type { RunResult } from '../../core/run/run.ts';
import { ABOVE_DESIGN } from '../../core/run/weather.ts';
import { clipText } from '../../model/clean-text.ts';
import type { Job } from '../../model/job.ts';
import { nextId } from '../../model/new-job.ts';
import { QuantityField } from '../parts/Field.tsx';
import { Reading } from '../parts/Layout.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing } from '../state/job-context.tsx';
import { useLongRun } from '../worker/useLongRun.ts';
import { Aged } from './Aged.tsx';
import { KeptResults } from './KeptResults.tsx';
import { Notables } from './Notables.tsx';
import { useFingerprint } from './useFingerprint.ts';
import { type NamedWeather, WeatherFile } from './WeatherFile.tsx';
import { efficiency, kilograms, kWh, money, runTime } from './words.ts';

const SeasonCharts = lazy(() => import('./SeasonCharts.tsx'));

/** The invented season begins on 1 October, of a year that is none in particular. */
const INVENTED_BEGINS = new Date(Date.UTC(2001, 9, 1));

interface Ran {
  /** The job it was made from, by its fingerprint, and the weather. */
  inputs: string;
  weather: NamedWeather | null;
  result: RunResult;
  seconds: number;
}

/** A heating season in a worker of its own, with progress and an end to it; what it came to is kept with the job. */
export function SeasonSection({
  job,
  weather,
  onWeather,
}: {
  job: Job;
  weather: NamedWeather | null;
  onWeather: (weather: NamedWeather | null) => void;
}) {
  const { say } = useDisplay();
  const { edit } = useEditing();
  const { progress, start, cancel } = useLongRun();
  const [ran, setRan] = useState<Ran | null>(null);
  const [failed, setFailed] = useState(false);
  const inputs = useFingerprint(job);
  const coldest = say(job.site.outdoorDesignTemperature + ABOVE_DESIGN, 'temperature');
  const invented = `Invented weather: 212 days from October to April, the coldest with a mean of ${coldest}. Your own winter differs.`;
  const run = async () => {
    setFailed(false);
    const started = performance.now();
    const done = await start(1, ([lane], tell) =>
      lane?.ask((work) =>
        work.season(
          job,
          weather && { outdoor: weather.outdoor, step: weather.step },
          proxy(async (share: number) => tell(share)),
        ),
      ),
    );
    if (done.ended) return;
    const result = done.value ?? null;
    setFailed(!result);
    if (!result) return;
    startTransition(() => setRan({ inputs, weather, result, seconds: (performance.now() - started) / 1000 }));
    edit('Season run', (current) =>
      withRecord(
        current,
        // Kept with what made it, even where the job was changed meanwhile.
        recordOf(job, result, {
          id: nextId('n', current.runs),
          at: new Date().toISOString(),
          kind: 'season',
          title: 'Season',
          settings: weather ? clipText(`${weather.name}: ${weather.notes[0] ?? ''}`, 400) : `Invented, coldest day ${coldest}`,
        }),
      ),
    );
  };
  const fresh = ran?.inputs === inputs && ran.weather === weather;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { md: '300px minmax(0, 1fr)' }, gap: 2.5, alignItems: 'start' }}>
      <Box
        component="section"
        aria-label="The season"
        sx={{ display: 'grid', gap: 1.8, p: 2, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}
      >
        <WeatherFile weather={weather} onWeather={onWeather} invented={invented} />
        <Prices job={job} carrier={ran?.result.carrier ?? null} />
        {progress === null ? (
          <Button variant="contained" onClick={() => void run()}>
            Run the season
          </Button>
        ) : (
          <Box sx={{ display: 'grid', gap: 1 }}>
            <LinearProgress variant="determinate" value={100 * progress} aria-label="How far the season is" />
            <Button variant="outlined" onClick={cancel}>
              Cancel
            </Button>
          </Box>
        )}
        <Typography role="status" variant="body2">
          {failed && 'The season could not be run; see the findings on the Plant page.'}
          {ran && !fresh && 'Stale: the job or the weather has changed since.'}
          {ran && fresh && `Run in ${ran.seconds.toFixed(1)} s.`}
        </Typography>
      </Box>
      <Box sx={{ minWidth: 0, display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 2.5 }}>
        {!ran && job.runs.length === 0 && (
          <Typography sx={{ maxWidth: 620 }}>
            In steps of two minutes through the whole winter: flow and return temperature of the source, what that makes of its
            efficiency, how often it starts, which rooms fall below set point and for how long. It takes a few seconds and can be
            cancelled.
          </Typography>
        )}
        {ran && (
          <Aged stale={!fresh}>
            <SeasonTotals job={job} result={ran.result} />
            <Suspense fallback={<Typography role="status">One moment …</Typography>}>
              <SeasonCharts days={ran.result.days} begins={ran.weather ? null : INVENTED_BEGINS} />
            </Suspense>
            <Foot job={job} result={ran.result} />
          </Aged>
        )}
        <KeptResults job={job} inputs={inputs} />
      </Box>
    </Box>
  );
}

/** The owner's numbers. */
function Prices({ job, carrier }: { job: Job; carrier: RunResult['carrier'] }) {
  const { fuelPrice, fuelEmission, efficiency: known } = job.energy;
  // Before a run nobody knows what is bought: fuel stands there unless it is ruled out.
  const fuel = carrier !== 'electricity' || fuelPrice !== null || fuelEmission !== null || known !== null;
  return (
    <Box sx={{ display: 'grid', gap: 1.4 }}>
      <Typography variant="body2">
        What a kWh costs, in your currency, and what it emits, as supplier or authority says:
      </Typography>
      {fuel && <Carrier name="Fuel" price="energy/fuelPrice" emission="energy/fuelEmission" />}
      <Carrier name="Electricity" price="energy/electricityPrice" emission="energy/electricityEmission" />
      {fuel && (
        <QuantityField
          place="energy/efficiency"
          label="Efficiency of the boiler"
          empty={null}
          help="Empty: what its return temperatures make of it, by a usual curve."
        />
      )}
    </Box>
  );
}

/** What a kWh of one carrier costs and emits. */
function Carrier({ name, price, emission }: { name: string; price: string; emission: string }) {
  return (
    <Box role="group" aria-label={name} sx={{ display: 'grid', gap: 0.9, gridTemplateColumns: '1fr 1fr', alignItems: 'center' }}>
      <Typography sx={{ gridColumn: '1 / -1', fontWeight: 650, fontSize: 'table' }}>{name}</Typography>
      <QuantityField place={price} label="Price" counted="per kWh" empty={null} />
      <QuantityField place={emission} label="CO₂" counted="kg per kWh" empty={null} />
    </Box>
  );
}

const MISSING: Record<string, string> = {
  'energy/fuelPrice': 'the price of fuel',
  'energy/electricityPrice': 'the price of electricity',
  'energy/fuelEmission': 'what fuel emits',
  'energy/electricityEmission': 'what electricity emits',
};

function SeasonTotals({ job, result }: { job: Job; result: RunResult }) {
  const { say } = useDisplay();
  const { energy, carrier } = result;
  const { cost, emission, missing } = costOf(job, result);
  const days = result.lasted / DAY;
  return (
    <>
      {result.broke && (
        <Typography role="alert" sx={{ color: 'error.main', fontWeight: 700 }}>
          {result.broke} Everything up to then is counted.
        </Typography>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(132px, 1fr))', gap: 1.6, mb: 2 }}>
        <Reading label="Heat made">{kWh(energy.made)}</Reading>
        {energy.bought !== null && (
          <>
            <Reading label={boughtLabel(carrier)}>{kWh(energy.bought)}</Reading>
            <Reading label={efficiencyLabel(carrier)}>
              {efficiency(energy.made + energy.immersion, energy.bought, carrier)}
            </Reading>
          </>
        )}
        <Reading label="Pumps">{kWh(energy.pumps)}</Reading>
        <Reading label="Cost">{money(cost)}</Reading>
        <Reading label="Carbon dioxide">{kilograms(emission)}</Reading>
        <Reading label="Mean flow temperature">{say(result.meanFlow, 'temperature')}</Reading>
        <Reading label="Mean return temperature">{say(result.meanReturn, 'temperature')}</Reading>
        <Reading label="Starts a day">{(result.cycles / days).toFixed(1)}</Reading>
        <Reading label="Shortest run">{runTime(result.shortestRun)}</Reading>
        <Reading label={`Runs under ${runTime(job.source.leastRunTime)}`}>
          {result.cycles > 0 ? `${formatNumber((100 * result.shortRuns) / result.cycles, 0)} %` : '–'}
        </Reading>
        <Reading label="Hot water">{kWh(energy.toCylinder)}</Reading>
        <Reading label="Heat loss of pipes">{kWh(energy.pipes)}</Reading>
        <Notables result={result} />
        <Reading label="Hours below set point, any room">{formatNumber(result.hoursAnyShort, 0)} h</Reading>
        <Reading label="Hours too warm, any room">{formatNumber(result.hoursAnyWarm, 0)} h</Reading>
      </Box>
      {missing.length > 0 && (
        <Typography variant="body2" sx={{ mb: 1.5 }}>
          Still to be entered beside, for what stands open: {missing.map((place) => MISSING[place] ?? place).join(', ')}.
        </Typography>
      )}
    </>
  );
}

/** Why an open plant gets warmer than wanted. */
const HELD_BY_NOTHING = 'Nothing shuts in this plant: the sun, people and what its loops cannot hold back stay in the rooms.';

/** Who was short, who too warm, what the cylinder and the pumps did, and how sure the flows are. */
function Foot({ job, result }: { job: Job; result: RunResult }) {
  const byZone = (hours: readonly number[]) =>
    result.zones
      .map((zone, z) => ({ label: zone.label, hours: hours[z] ?? 0 }))
      .filter((each) => each.hours >= 1)
      .sort((a, b) => b.hours - a.hours)
      .map((each) => `${each.label} ${Math.round(each.hours)}`)
      .join(', ') || 'none to speak of';
  const asked = result.known + result.solved;
  return (
    <Typography variant="body2" sx={{ mt: 1.5, maxWidth: 860 }}>
      Hours below set point: {byZone(result.hoursShort)}. Hours too warm: {byZone(result.hoursWarm)}.{' '}
      {runsOpen(job) && result.hoursAnyWarm >= 1 && `${HELD_BY_NOTHING} `}
      {result.priorityEnded > 0 && `The heating got its turn before the cylinder was warm ${result.priorityEnded} times. `}
      {result.hygiene > 0 && `${result.hygiene} hygiene cycles were reached. `}
      {result.exercised > 0 && `Pumps at rest were moved ${result.exercised} times. `}
      {result.solved} states of the plant were solved, {((100 * result.known) / Math.max(asked, 1)).toFixed(1)} % of the steps
      took one of them; held against the whole plant {result.looked} times, their flows were off by{' '}
      {(100 * result.flowError).toFixed(2)} % at most.
    </Typography>
  );
}
