import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { proxy } from 'comlink';
import { lazy, Suspense, startTransition, useState } from 'react';
import { formatNumber } from '../../core/quantity/format.ts';
import type { SummerResult } from '../../core/run/summer/summer-run.ts';
import type { Job } from '../../model/job.ts';
import { FoldedSection } from '../parts/Layout.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useDisplay } from '../state/display.ts';
import { useWork } from '../worker/use-work.ts';
import { useLongRun } from '../worker/useLongRun.ts';
import { Aged } from './Aged.tsx';
import { LongRunButton } from './LongRunButton.tsx';
import { SummerReadings } from './SummerReadings.tsx';
import { useFingerprint } from './useFingerprint.ts';
import { WaysToCool } from './WaysToCool.tsx';
import { type NamedWeather, WeatherFile } from './WeatherFile.tsx';

const SummerCharts = lazy(() => import('./SummerCharts.tsx'));
const SummerDays = lazy(() => import('./SummerDays.tsx'));

interface Props {
  job: Job;
  weather: NamedWeather | null;
  onWeather: (weather: NamedWeather | null) => void;
}

/** The hottest day, a summer, and other ways to cool the same rooms. */
export function SummerSection({ job, weather, onWeather }: Props) {
  const { data: day, failed } = useWork<SummerResult | null>('summer day', [job], (work) => work.summerDay(job));
  if (failed) return <Typography role="alert">{failed}</Typography>;
  if (day === null) return <Typography role="status">Running the hottest day …</Typography>;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 2.5 }}>
      <HottestDay job={job} day={day} />
      <Season job={job} weather={weather} onWeather={onWeather} />
      <WaysToCool job={job} weather={weather} />
    </Box>
  );
}

function HottestDay({ job, day }: { job: Job; day: SummerResult }) {
  const { say } = useDisplay();
  return (
    <Box component="section" aria-label="The hottest day">
      {day.broke && (
        <Typography role="alert" sx={{ color: 'error.main', fontWeight: 700 }}>
          {day.broke} Everything up to then is counted.
        </Typography>
      )}
      <Typography sx={{ mb: 1.5, maxWidth: 820 }}>
        {`${say(job.site.summerOutdoor, 'temperature')} in the afternoon, clear sky, rooms wanted at ${say(day.setPoint, 'temperature')}. A day like it went before.`}
      </Typography>
      <SummerReadings job={job} result={day} />
      <Suspense fallback={<Typography role="status">One moment …</Typography>}>
        <SummerCharts result={day} />
      </Suspense>
      <RoomTable result={day} />
    </Box>
  );
}

/** What each room stood in. */
function RoomTable({ result }: { result: SummerResult }) {
  const { say } = useDisplay();
  const hours = (value: number) => `${formatNumber(value, 1)} h`;
  const surfaces = result.water.byRoom.some((value) => value > 0);
  return (
    <FoldedSection
      id="run/summer-rooms"
      title="Room by room"
      answer={`${result.rooms.length} rooms are cooled`}
      lead="Hours above the set point by a kelvin, hours in damp air, and water that condensed on floors, walls and panels."
    >
      <PlainTable name="Rooms on the hottest day">
        <thead>
          <tr>
            <th scope="col">Room</th>
            <th scope="col" className="number">
              Warmest
            </th>
            <th scope="col" className="number">
              Too warm
            </th>
            <th scope="col" className="number">
              Above 65 %
            </th>
            {surfaces && (
              <th scope="col" className="number">
                Water on surfaces
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {result.rooms.map(({ id, label }, r) => (
            <tr key={id}>
              <th scope="row">{label}</th>
              <td className="number">{say(Math.max(...result.moments.map(({ rooms }) => rooms[r] as number)), 'temperature')}</td>
              <td className="number">{hours(result.hoursAbove[r] as number)}</td>
              <td className="number">{hours(result.hoursDamp[r] as number)}</td>
              {surfaces && <td className="number">{say((result.water.byRoom[r] as number) / 1000, 'volume')}</td>}
            </tr>
          ))}
        </tbody>
      </PlainTable>
    </FoldedSection>
  );
}

/** A summer in a worker of its own, with progress and an end to it. */
function Season({ job, weather, onWeather }: Props) {
  const { progress, start, cancel } = useLongRun();
  const [ran, setRan] = useState<{ inputs: string; weather: NamedWeather | null; result: SummerResult } | null>(null);
  const [failed, setFailed] = useState(false);
  const inputs = useFingerprint(job);
  const run = async () => {
    setFailed(false);
    const done = await start(1, ([lane], tell) =>
      lane?.ask((work) =>
        work.summerSeason(
          job,
          weather && { outdoor: weather.outdoor, step: weather.step },
          proxy(async (share: number) => tell(share)),
        ),
      ),
    );
    if (done.ended) return;
    const result = done.value ?? null;
    setFailed(!result);
    if (result) startTransition(() => setRan({ inputs, weather, result }));
  };
  const fresh = ran?.inputs === inputs && ran.weather === weather;
  return (
    <FoldedSection
      id="run/summer-season"
      open
      title="A summer"
      answer={ran ? (fresh ? 'run' : 'stale: the job or the weather has changed since') : 'five months, not run yet'}
      lead="Five months in steps of five minutes. It takes a few seconds and can be cancelled."
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap', mb: 2 }}>
        <WeatherFile
          weather={weather}
          onWeather={onWeather}
          invented="Invented weather: 153 days, warm and cool spells in turn, nights nearly saturated. Your own summer differs."
        />
        <LongRunButton
          variant="contained"
          progress={progress}
          telling="How far the summer is"
          onStart={() => void run()}
          onCancel={cancel}
        >
          Run the summer
        </LongRunButton>
        <Typography role="status" variant="body2">
          {failed && 'The summer could not be run; see the findings on the Plant page.'}
        </Typography>
      </Box>
      {ran && (
        <Aged stale={!fresh}>
          <SummerReadings job={job} result={ran.result} />
          <Suspense fallback={<Typography role="status">One moment …</Typography>}>
            <SummerDays days={ran.result.days} />
          </Suspense>
        </Aged>
      )}
    </FoldedSection>
  );
}
