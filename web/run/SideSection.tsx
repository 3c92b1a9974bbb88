import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { proxy } from 'comlink';
import { useSnackbar } from 'notistack';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import type { Side } from '../../core/run/side-by-side.ts';
import type { Job } from '../../model/job.ts';
import { PageSection } from '../parts/Layout.tsx';
import { ownWorker } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing } from '../state/job-context.tsx';

const DAYS = 212;
const kWh = (joules: number) => `${Math.round(joules / 3.6e6).toLocaleString('en')} kWh`;

/** The job and four other ways of piping its rooms through the same season, in one table; any of them can become the job. */
export function SideSection({ job }: { job: Job }) {
  const { edit } = useEditing();
  const { say } = useDisplay();
  const { enqueueSnackbar } = useSnackbar();
  const [progress, setProgress] = useState<number | null>(null);
  const [ran, setRan] = useState<{ job: Job; sides: Side[] } | null>(null);
  const [failed, setFailed] = useState(false);
  const end = useRef<() => void>(() => {});
  useEffect(() => () => end.current(), []);
  const start = () => {
    const { work, end: stop } = ownWorker();
    end.current = stop;
    setProgress(0);
    setFailed(false);
    work
      .sideBySide(
        job,
        proxy(async (share: number) => setProgress(share)),
      )
      .then((sides) => setRan({ job, sides }))
      .catch(() => setFailed(true))
      .finally(() => {
        setProgress(null);
        stop();
      });
  };
  const take = (side: Side) => {
    edit(`Plant: ${side.title}`, () => side.job);
    enqueueSnackbar(`${side.title}. Ctrl+Z takes it back.`);
  };
  const sides = ran?.sides ?? [];
  const heatPump = sides.some((side) => side.run?.energy.bought != null);
  const rows: [string, (side: Side) => ReactNode][] = [
    ['Parts on the wall', (side) => side.parts],
    ['Pumps', (side) => side.pumps],
    ['Power of the pumps', (side) => say(side.pumpPower, 'electricPower')],
    ['Pumps over the season', (side) => (side.run ? kWh(side.run.energy.pumps) : '–')],
    ['Source sends', (side) => say(side.flow, 'temperature')],
    ['Comes back', (side) => say(side.back, 'temperature')],
    ['Heat made', (side) => (side.run ? kWh(side.run.energy.made) : '–')],
    ...(heatPump
      ? ([
          [
            'Heat over electricity',
            (side) => (side.run?.energy.bought ? (side.run.energy.made / side.run.energy.bought).toFixed(2) : '–'),
          ],
        ] as [string, (side: Side) => ReactNode][])
      : []),
    ['Starts a day', (side) => (side.run ? (side.run.cycles / DAYS).toFixed(1) : '–')],
    ['Shortest run', (side) => (side.run?.shortestRun == null ? '–' : `${Math.round(side.run.shortestRun / 60)} min`)],
    ['Hours somebody is short', (side) => (side.run ? Math.round(Math.max(0, ...side.run.hoursShort)) : '–')],
    ['Drawbacks', (side) => side.run?.broke ?? (side.drawbacks.join('; ') || 'none worth mending')],
  ];
  return (
    <PageSection
      title="Side by side"
      lead="The same rooms piped five ways, each designed and run through the same invented season. Curves stay as they are; the open plant has one temperature."
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 2 }}>
        {progress === null ? (
          <Button variant="contained" onClick={start}>
            Lay them side by side
          </Button>
        ) : (
          <>
            <Button
              variant="outlined"
              onClick={() => {
                end.current();
                setProgress(null);
              }}
            >
              Cancel
            </Button>
            <LinearProgress
              variant="determinate"
              value={100 * progress}
              aria-label="How far the comparison is"
              sx={{ flex: 1, maxWidth: 360 }}
            />
          </>
        )}
        <Typography role="status" variant="body2">
          {failed && 'They could not be run; see the findings on the Plant page.'}
          {ran && ran.job !== job && 'Stale: the job has changed since.'}
        </Typography>
      </Box>
      {sides.length > 0 && (
        <Box
          sx={{ overflowX: 'auto', opacity: ran?.job === job ? 1 : 0.55 }}
          tabIndex={0}
          role="region"
          aria-label="Side by side"
        >
          <Box
            component="table"
            sx={{
              borderCollapse: 'collapse',
              width: '100%',
              minWidth: 900,
              tableLayout: 'fixed',
              '& th, & td': {
                px: 1,
                py: 0.8,
                borderBottom: 1,
                borderColor: 'divider',
                textAlign: 'left',
                verticalAlign: 'top',
                fontSize: '0.95rem',
              },
            }}
          >
            <thead>
              <tr>
                <td />
                {sides.map((side) => (
                  <th scope="col" key={side.key}>
                    {side.title}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(([label, cell]) => (
                <tr key={label}>
                  <th scope="row" style={{ fontWeight: 650 }}>
                    {label}
                  </th>
                  {sides.map((side) => (
                    <td key={side.key}>{cell(side)}</td>
                  ))}
                </tr>
              ))}
              <tr>
                <td />
                {sides.map((side) => (
                  <td key={side.key}>
                    {side.key !== 'present' && (
                      <Button size="small" variant="outlined" onClick={() => take(side)} aria-label={`Take ${side.title}`}>
                        Take it
                      </Button>
                    )}
                  </td>
                ))}
              </tr>
            </tbody>
          </Box>
        </Box>
      )}
    </PageSection>
  );
}
