import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { proxy } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { RunResult } from '../../core/run/run.ts';
import { ABOVE_DESIGN } from '../../core/run/weather.ts';
import type { WeatherRead } from '../../exchange/weather-file.ts';
import type { Job } from '../../model/job.ts';
import { PageSection, Reading } from '../parts/Layout.tsx';
import { heavyWork, ownWorker } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';

/** Days of the invented season. */
const DAYS = 212;

/** Weather read from a file, and what was said about it. */
type Read = Extract<WeatherRead, { ok: true }> & { name: string };

/** A heating season in a worker of its own, with progress and an end to it; a result of an older job says so. */
export function SeasonSection({ job }: { job: Job }) {
  const { say } = useDisplay();
  const [progress, setProgress] = useState<number | null>(null);
  const [ran, setRan] = useState<{ job: Job; weather: Read | null; days: number; result: RunResult; seconds: number } | null>(
    null,
  );
  const [failed, setFailed] = useState(false);
  const [weather, setWeather] = useState<Read | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const days = weather ? (weather.outdoor.length * weather.step) / 86_400 : DAYS;
  const take = async (file: File | undefined) => {
    if (!file) return;
    const read = await heavyWork().readWeather(new Uint8Array(await file.arrayBuffer()));
    setProblem(read.ok ? null : `${file.name}: ${read.problem}`);
    if (read.ok) setWeather({ ...read, name: file.name });
  };
  const input = useRef<HTMLInputElement>(null);
  const end = useRef<() => void>(() => {});
  useEffect(() => () => end.current(), []);
  const start = () => {
    const { work, end: stop } = ownWorker();
    const started = performance.now();
    end.current = stop;
    setProgress(0);
    setFailed(false);
    work
      .season(
        job,
        weather && { outdoor: weather.outdoor, step: weather.step },
        proxy(async (share: number) => setProgress(share)),
      )
      .then((result) => {
        if (result) setRan({ job, weather, days, result, seconds: (performance.now() - started) / 1000 });
        else setFailed(true);
      })
      .catch(() => setFailed(true))
      .finally(() => {
        setProgress(null);
        stop();
      });
  };
  const cancel = () => {
    end.current();
    setProgress(null);
  };
  const kWh = (joules: number) => `${Math.round(joules / 3.6e6).toLocaleString('en')} kWh`;
  const result = ran?.result;
  const fresh = ran?.job === job && ran.weather === weather;
  return (
    <PageSection
      title="A season"
      lead={`${DAYS} invented days from October to April in steps of five minutes, the coldest with a mean of ${say(job.site.outdoorDesignTemperature + ABOVE_DESIGN, 'temperature')}. Your own winter differs.`}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 2 }}>
        {progress === null ? (
          <Button variant="contained" onClick={start}>
            Run the season
          </Button>
        ) : (
          <>
            <Button variant="outlined" onClick={cancel}>
              Cancel
            </Button>
            <LinearProgress
              variant="determinate"
              value={100 * progress}
              aria-label="How far the season is"
              sx={{ flex: 1, maxWidth: 360 }}
            />
          </>
        )}
        <Typography role="status" variant="body2">
          {failed && 'The season could not be run; see the findings on the Plant page.'}
          {ran && !fresh && 'Stale: the job or the weather has changed since.'}
          {ran && fresh && `Run in ${ran.seconds.toFixed(1)} s.`}
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
        <Button variant="outlined" onClick={() => input.current?.click()}>
          Read a weather file …
        </Button>
        <input
          ref={input}
          type="file"
          accept=".csv,.txt,.epw"
          aria-label="Weather file"
          hidden
          onChange={(event) => {
            void take(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
        {weather && (
          <Button size="small" onClick={() => setWeather(null)}>
            Back to the invented season
          </Button>
        )}
        <Typography variant="body2" sx={{ flex: 1, minWidth: 240 }}>
          {weather
            ? `${weather.name}: ${weather.notes.join(' ')}`
            : 'A table of outdoor temperatures (CSV) or an hourly weather file.'}
        </Typography>
      </Box>
      {problem && (
        <Typography role="alert" sx={{ color: 'error.main', fontWeight: 650, mb: 2 }}>
          {problem}
        </Typography>
      )}
      {result && (
        <Box sx={{ opacity: fresh ? 1 : 0.55 }}>
          {result.broke && (
            <Typography role="alert" sx={{ color: 'error.main', fontWeight: 700 }}>
              {result.broke}
            </Typography>
          )}
          <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
            <Reading label="Heat made">{kWh(result.energy.made)}</Reading>
            {result.energy.bought !== null && (
              <>
                <Reading label="Electricity for it">{kWh(result.energy.bought)}</Reading>
                <Reading label="Heat over electricity">{(result.energy.made / result.energy.bought).toFixed(2)}</Reading>
              </>
            )}
            <Reading label="Hot water">{kWh(result.energy.toCylinder)}</Reading>
            <Reading label="Lost by pipes">{kWh(result.energy.pipes)}</Reading>
            <Reading label="Pumps">{kWh(result.energy.pumps)}</Reading>
            <Reading label="Starts a day">{(result.cycles / (ran?.days ?? DAYS)).toFixed(1)}</Reading>
            <Reading label="Shortest run">
              {result.shortestRun === null ? 'none ended' : `${Math.round(result.shortestRun / 60)} min`}
            </Reading>
          </Box>
          <Typography variant="body2" sx={{ mt: 1.5 }}>
            Hours short of heat:{' '}
            {result.zones
              .map((zone, z) => ({ zone, hours: result.hoursShort[z] ?? 0 }))
              .filter(({ hours }) => hours >= 1)
              .map(({ zone, hours }) => `${zone.label} ${Math.round(hours)}`)
              .join(', ') || 'none worth a word'}
            . {result.solved} states of the plant were solved,{' '}
            {((100 * result.known) / (result.known + result.solved)).toFixed(1)} % of the steps took one of them.
          </Typography>
        </Box>
      )}
    </PageSection>
  );
}
