import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { dayTable } from '../../core/paper/tables/run-tables.ts';
import { boughtLabel, efficiencyLabel } from '../../core/run/notable.ts';
import type { RunResult } from '../../core/run/run.ts';
import { daysIn } from '../../core/run/weather.ts';
import { tableToCsv } from '../../exchange/table-csv.ts';
import type { Job } from '../../model/job.ts';
import { MASS_CHOICES } from '../parts/choices.ts';
import { downloadCsv } from '../parts/download.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { Reading } from '../parts/Layout.tsx';
import type { Designed } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { DayBoard } from './DayBoard.tsx';
import { Notables } from './Notables.tsx';
import { type DayChoice, SET_BACK, settingsOf } from './settings.ts';
import { useDay } from './useDay.ts';
import { type NamedWeather, WeatherFile } from './WeatherFile.tsx';
import { WhatIfTable } from './WhatIfTable.tsx';
import { efficiency, kWh, runTime } from './words.ts';

interface Props {
  designed: Designed;
  weather: NamedWeather | null;
  onWeather: (weather: NamedWeather | null) => void;
}

/** A day of the plant: choose the weather, scrub through it on the wall, ask what if. */
export function DaySection({ designed, weather, onWeather }: Props) {
  const { job } = designed;
  const [chosen, setChosen] = useState<Omit<DayChoice, 'weather'>>(() => ({
    mean: Math.round(job.site.outdoorDesignTemperature / 2),
    swing: 4,
    day: 0,
    setBack: false,
    sunny: true,
  }));
  const choice = useMemo(() => ({ ...chosen, weather }), [chosen, weather]);
  const settings = useMemo(() => settingsOf(job, choice), [job, choice]);
  const { result, failed, stale, answers, answersStale } = useDay(job, settings);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { md: '268px minmax(0, 1fr)' }, gap: 2.5, alignItems: 'start' }}>
      <DayChoices
        drawn={job.hotWater !== null}
        choice={choice}
        weather={weather}
        onWeather={onWeather}
        onChange={(fields) => setChosen((before) => ({ ...before, ...fields }))}
      >
        {result && (
          <>
            <Totals job={job} result={result} />
            <Button
              size="small"
              variant="outlined"
              onClick={() => downloadCsv(`${job.name} a day`, tableToCsv(dayTable(result), job.display))}
            >
              Save the day (CSV)
            </Button>
          </>
        )}
      </DayChoices>
      <Box sx={{ minWidth: 0 }}>
        {!result && (
          <Typography role="status">
            {failed ? 'This plant cannot be run as it is; see the findings on the Plant page.' : 'Running the day …'}
          </Typography>
        )}
        {result && (
          <Box aria-busy={stale}>
            {result.broke && (
              <Typography role="alert" sx={{ color: 'error.main', fontWeight: 700, mb: 1 }}>
                {result.broke} Everything up to then is shown.
              </Typography>
            )}
            <DayBoard designed={designed} result={result} stale={stale} />
            <WhatIfTable answers={answers} stale={answersStale} carrier={result.carrier} />
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** What the person chooses, beside the result. */
function DayChoices({
  drawn,
  choice,
  weather,
  onWeather,
  onChange,
  children,
}: {
  /** Whether there is a cylinder to draw on. */
  drawn: boolean;
  choice: DayChoice;
  weather: NamedWeather | null;
  onWeather: Props['onWeather'];
  onChange: (fields: Partial<Omit<DayChoice, 'weather'>>) => void;
  children: React.ReactNode;
}) {
  const { say } = useDisplay();
  const days = weather ? daysIn(weather) : 0;
  const day = Math.min(choice.day, Math.max(days - 1, 0));
  return (
    <Box
      component="section"
      aria-label="The day"
      sx={{ display: 'grid', gap: 1.6, p: 2, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}
    >
      <WeatherFile weather={weather} onWeather={onWeather} invented="Invented weather: a day of one mean and one swing." />
      {weather ? (
        <Box>
          <Typography variant="body2" id="run-day">
            Day {day + 1} of {days}
          </Typography>
          <Slider
            aria-labelledby="run-day"
            min={0}
            max={Math.max(days - 1, 0)}
            value={day}
            getAriaValueText={(value) => `day ${value + 1}`}
            onChange={(_, value) => onChange({ day: value as number })}
          />
        </Box>
      ) : (
        <>
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
              onChange={(_, value) => onChange({ mean: value as number })}
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
              onChange={(_, value) => onChange({ swing: value as number })}
            />
          </Box>
        </>
      )}
      <ChoiceField place="site/mass" label="The house is" options={MASS_CHOICES} />
      {drawn && <QuantityField place="hotWater/dailyDraw" label="Hot water a day" />}
      <Box sx={{ display: 'grid' }}>
        <FormControlLabel
          control={<Checkbox checked={choice.setBack} onChange={(event) => onChange({ setBack: event.target.checked })} />}
          label={`Set back by ${say(SET_BACK.by, 'temperatureDifference')} from ${SET_BACK.from}:00 to ${SET_BACK.to}:00`}
        />
        <FormControlLabel
          control={<Checkbox checked={choice.sunny} onChange={(event) => onChange({ sunny: event.target.checked })} />}
          label="The sun shines"
        />
      </Box>
      {children}
    </Box>
  );
}

/** What the day came to. */
function Totals({ job, result }: { job: Job; result: RunResult }) {
  const { energy, carrier, cycles, running, shortestRun, shortRuns, hoursShort, recovery } = result;
  const worst = hoursShort.reduce((most, hours, z) => (hours > (hoursShort[most] ?? 0) ? z : most), 0);
  return (
    <Box
      sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.4, borderTop: 1, borderColor: 'divider', pt: 1.6 }}
      role="group"
      aria-label="The day in sum"
    >
      <Reading label="Starts">{cycles}</Reading>
      <Reading label="Shortest run">{runTime(shortestRun)}</Reading>
      {shortRuns > 0 && (
        <Box sx={{ gridColumn: '1 / -1' }}>
          <Reading label={`Runs shorter than ${runTime(job.source.leastRunTime)}`}>
            {shortRuns} of {cycles}
          </Reading>
        </Box>
      )}
      <Reading label="Running time">{(running / 3600).toFixed(1)} h</Reading>
      <Reading label="Heat made">{kWh(energy.made)}</Reading>
      {energy.bought !== null && (
        <>
          <Reading label={boughtLabel(carrier)}>{kWh(energy.bought)}</Reading>
          <Reading label={efficiencyLabel(carrier)}>{efficiency(energy.made + energy.immersion, energy.bought, carrier)}</Reading>
        </>
      )}
      <Reading label="Pumps">{kWh(energy.pumps)}</Reading>
      <Notables result={result} />
      {recovery !== null && <Reading label="Recovery time">{runTime(recovery)}</Reading>}
      <Box sx={{ gridColumn: '1 / -1' }}>
        <Reading label="Hours below set point, worst room">
          {(hoursShort[worst] ?? 0) > 0.05 ? `${result.zones[worst]?.label}, ${(hoursShort[worst] ?? 0).toFixed(1)} h` : 'nobody'}
        </Reading>
      </Box>
    </Box>
  );
}
