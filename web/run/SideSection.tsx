import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { proxy } from 'comlink';
import { useSnackbar } from 'notistack';
import { lazy, Suspense, startTransition, useState } from 'react';
import type { Arrangement } from '../../core/job/draft-plant.ts';
import { FEWEST_WAYS, MOST_WAYS, type Side, unlike, type Way, type WayKey } from '../../core/job/side-by-side.ts';
import { recordOf, withRecord } from '../../core/run/record.ts';
import { clipText } from '../../model/clean-text.ts';
import type { Job } from '../../model/job.ts';
import { taken } from '../../model/merge-jobs.ts';
import { nextId } from '../../model/new-job.ts';
import { useEditing } from '../state/job-context.tsx';
import type { Lane } from '../worker/lane.ts';
import { useWork } from '../worker/use-work.ts';
import { useLongRun } from '../worker/useLongRun.ts';
import { Aged } from './Aged.tsx';
import { SideTable } from './SideTable.tsx';
import { useFingerprint } from './useFingerprint.ts';
import type { NamedWeather } from './WeatherFile.tsx';

const SideCharts = lazy(() => import('./SideCharts.tsx'));

/** Two cores are what most machines have to spare. */
const WORKERS = 2;
/** What each draft would put between source and circuits: the one that is there already tells nothing new. */
const SEPARATES: Record<Arrangement, Job['separation']['kind']> = {
  open: 'none',
  header: 'low-loss-header',
  buffer: 'buffer',
  tees: 'closely-spaced-tees',
  ring: 'closely-spaced-tees',
  diverter: 'none',
  parted: 'plate-exchanger',
};

/** The job as it is and three drafts that differ from it. */
const firstChoice = ({ separation }: Job): readonly WayKey[] => [
  'present',
  ...(Object.keys(SEPARATES) as Arrangement[]).filter((key) => SEPARATES[key] !== separation.kind).slice(0, MOST_WAYS - 1),
];

/** Each way through the season, two at a time. @param tell is told the share done of all together */
async function runAll(
  lanes: readonly Lane[],
  ways: readonly Way[],
  weather: NamedWeather | null,
  tell: (share: number) => void,
): Promise<Side[]> {
  const shares = ways.map(() => 0);
  const sides: (Side | undefined)[] = ways.map(() => undefined);
  const waiting = [...ways.keys()];
  const say = (i: number, share: number) => {
    shares[i] = share;
    tell(shares.reduce((sum, each) => sum + each, 0) / ways.length);
  };
  await Promise.all(
    lanes.map(async (lane) => {
      for (let i = waiting.shift(); i !== undefined; i = waiting.shift()) {
        const at = i;
        const season = weather && { outdoor: weather.outdoor, step: weather.step };
        sides[at] = await lane.ask((work) =>
          work.side(
            ways[at] as Way,
            season,
            proxy(async (share: number) => say(at, share)),
          ),
        );
        say(at, 1);
      }
    }),
  );
  return unlike(sides as Side[]);
}

/** Two to four ways of piping the same rooms through the same season; any of them can become the job. */
export function SideSection({ job, weather }: { job: Job; weather: NamedWeather | null }) {
  const { edit } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  const { progress, start, cancel } = useLongRun();
  const { data: ways } = useWork<Way[]>('ways', [job], (work) => work.ways(job));
  const [chosen, setChosen] = useState<readonly WayKey[]>(() => firstChoice(job));
  const [ran, setRan] = useState<{
    of: Job;
    inputs: string;
    weather: NamedWeather | null;
    sides: Side[];
    seconds: number;
  } | null>(null);
  const [failed, setFailed] = useState(false);
  const inputs = useFingerprint(job);
  const picked = (ways ?? []).filter((way) => chosen.includes(way.key));
  const run = async () => {
    setFailed(false);
    const started = performance.now();
    const done = await start(WORKERS, (lanes, tell) => runAll(lanes, picked, weather, tell));
    if (done.ended) return;
    setFailed(!done.value);
    if (!done.value) return;
    const sides = done.value;
    startTransition(() => setRan({ of: job, inputs, weather, sides, seconds: (performance.now() - started) / 1000 }));
    keep(sides);
  };
  /** What the ways came to stands among the results of the job that made them. */
  const keep = (sides: readonly Side[]) => {
    const at = new Date().toISOString();
    edit('Laid side by side', (current) =>
      sides.reduce((before, side) => {
        if (!side.run) return before;
        const of = {
          id: nextId('n', before.runs),
          at,
          kind: 'side' as const,
          title: clipText(side.title, 120),
          settings: clipText(`Side by side, ${weather ? weather.name : 'invented season'}`, 400),
        };
        // All of them follow from the job as it was: that is what makes them stale.
        return withRecord(before, { ...recordOf(side.job, side.run, of), inputs });
      }, current),
    );
  };
  const take = (side: Side) => {
    // What was entered while the ways ran is kept.
    edit(`Plant: ${side.title}`, (current) => taken(ran?.of ?? current, current, side.job));
    enqueueSnackbar(`${side.title}. Ctrl+Z undoes it.`);
  };
  const toggle = (key: WayKey) =>
    setChosen((before) => (before.includes(key) ? before.filter((each) => each !== key) : [...before, key]));
  const full = picked.length >= MOST_WAYS;
  const fresh = ran?.inputs === inputs && ran.weather === weather;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { md: '300px minmax(0, 1fr)' }, gap: 2.5, alignItems: 'start' }}>
      <Box
        component="section"
        aria-label="Ways to lay side by side"
        sx={{ display: 'grid', gap: 1.2, p: 2, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}
      >
        <Typography variant="body2">
          Choose {FEWEST_WAYS} to {MOST_WAYS}. The same rooms, each designed and run through the same season
          {weather ? ` (${weather.name})` : ''}.
        </Typography>
        <Box sx={{ display: 'grid' }}>
          {(ways ?? []).map((way) => (
            <FormControlLabel
              key={way.key}
              control={
                <Checkbox
                  size="small"
                  checked={chosen.includes(way.key)}
                  disabled={full && !chosen.includes(way.key)}
                  onChange={() => toggle(way.key)}
                />
              }
              label={way.title}
            />
          ))}
        </Box>
        {progress === null ? (
          <Button variant="contained" disabled={picked.length < FEWEST_WAYS} onClick={() => void run()}>
            Lay them side by side
          </Button>
        ) : (
          <Box sx={{ display: 'grid', gap: 1 }}>
            <LinearProgress variant="determinate" value={100 * progress} aria-label="How far the comparison is" />
            <Button variant="outlined" onClick={cancel}>
              Cancel
            </Button>
          </Box>
        )}
        <Typography role="status" variant="body2">
          {failed && 'They could not be run; see the findings on the Plant page.'}
          {ways?.length === 1 && 'Enter rooms with heat loads first; then there are other ways of piping them.'}
          {ran && !fresh && 'Stale: the job or the weather has changed since.'}
          {ran && fresh && `Run in ${ran.seconds.toFixed(1)} s.`}
        </Typography>
      </Box>
      <Box sx={{ minWidth: 0 }}>
        {!ran && (
          <Typography sx={{ maxWidth: 620 }}>
            Parts, pump power, temperatures, starts, energy and comfort of each way in one table, with what each of them loses.
            One of them can then become the job.
          </Typography>
        )}
        {ran && (
          <Aged stale={!fresh}>
            <SideTable sides={ran.sides} onTake={take} />
            <Suspense fallback={<Typography role="status">One moment …</Typography>}>
              <SideCharts sides={ran.sides} />
            </Suspense>
          </Aged>
        )}
      </Box>
    </Box>
  );
}
