import PauseIcon from '@mui/icons-material/Pause';
import PlayArrowIcon from '@mui/icons-material/PlayArrow';
import Box from '@mui/material/Box';
import IconButton from '@mui/material/IconButton';
import Link from '@mui/material/Link';
import Slider from '@mui/material/Slider';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';
import { DAY } from '../../core/quantity/spans.ts';
import type { RunMoment, RunResult } from '../../core/run/run.ts';
import { STANDING_LINK } from '../look/space.ts';
import type { Designed } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { Wall } from '../wall/Wall.tsx';
import { CallsRibbon } from './CallsRibbon.tsx';
import { clock, MINUTES_KEPT } from './settings.ts';
import { Track } from './Track.tsx';
import { useMinute } from './useDay.ts';

const DayTracks = lazy(() => import('./DayTracks.tsx'));

const STEP = MINUTES_KEPT * 60;
/** Milliseconds between two moments while the day plays, and how far apart these are, s. */
const PACE = 140;
const STRIDE = 300;
/** How far a key with shift goes, s. */
const LEAP = 1800;
const START = 7 * 3600;

/** The wall at a minute of the day, a slider through it, and what happened as tracks over the same hours. */
export function DayBoard({ designed, result, stale }: { designed: Designed; result: RunResult; stale: boolean }) {
  const [at, setAt] = useState(START);
  const [playing, setPlaying] = useState(false);
  const [zone, setZone] = useState(0);
  const navigate = useNavigate();
  const { id } = useParams();
  const { moments } = result;
  const moment = moments[Math.min(Math.round(at / STEP), moments.length - 1)] ?? null;
  const state = useMinute(moment);
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => setAt((before) => (before + STRIDE >= DAY ? 0 : before + STRIDE)), PACE);
    return () => clearInterval(timer);
  }, [playing]);
  if (!moment) return null;
  const shown = Math.min(zone, result.zones.length - 1);
  return (
    <Box sx={{ mb: 2.5 }}>
      <Box sx={{ position: 'sticky', top: 56, zIndex: 3, bgcolor: 'background.default' }}>
        <Track
          legend={
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
              <IconButton size="small" aria-label={playing ? 'Stop' : 'Play the day'} onClick={() => setPlaying(!playing)}>
                {playing ? <PauseIcon /> : <PlayArrowIcon />}
              </IconButton>
              <Typography component="span" sx={{ fontSize: 'result', fontWeight: 750, fontStretch: '84%' }}>
                {clock(moment.time)}
              </Typography>
              {stale && (
                <Typography component="span" variant="body2">
                  running …
                </Typography>
              )}
            </Box>
          }
        >
          <Slider
            aria-label="Minute of the day"
            min={0}
            max={DAY - STEP}
            step={STEP}
            shiftStep={LEAP}
            value={Math.min(at, DAY - STEP)}
            getAriaValueText={clock}
            onChange={(_, value) => {
              setPlaying(false);
              setAt(value as number);
            }}
            sx={{ py: 1.6, display: 'block' }}
          />
        </Track>
      </Box>
      <Minute result={result} moment={moment} designed={designed} />
      <Box sx={{ height: 520, display: 'flex', border: 1, borderColor: 'divider', borderRadius: 1, overflow: 'hidden' }}>
        <Wall
          sheet={designed.sheet}
          design={designed.design}
          state={state?.converged ? state : null}
          designDay={false}
          picked={null}
          onPick={(component) => component && navigate(`/jobs/${id}/plant`)}
          leastZoom={0.68}
          tools={false}
        />
      </Box>
      <CallsRibbon result={result} at={moment.time} moment={moment} zone={shown} onZone={setZone} />
      <Suspense fallback={<Typography role="status">One moment …</Typography>}>
        <DayTracks result={result} zone={shown} moment={moment} />
      </Suspense>
    </Box>
  );
}

/** The minute looked at in a sentence, and the way to the whole wall with the same calls. */
function Minute({ result, moment, designed }: { result: RunResult; moment: RunMoment; designed: Designed }) {
  const { say } = useDisplay();
  const { id } = useParams();
  const others = designed.design.solved?.others ?? [];
  const charging = moment.calling.includes('hotWater');
  const heating = result.zones.map((zone) => (moment.calling.includes(zone.id) ? '1' : '0')).join('');
  const onWall = `${heating}${others.map((zone) => (zone.id === 'hotWater' && charging ? '1' : '0')).join('')}`;
  return (
    <Typography sx={{ my: 0.8 }}>
      {say(moment.outdoor, 'temperature')} outdoors. The source {moment.firing ? `gives ${say(moment.output, 'power')}` : 'rests'}
      , its water is at {say(moment.supply, 'temperature')}
      {moment.store !== null && `, the cylinder at ${say(moment.store, 'temperature')}`}
      {moment.layers.length > 0 &&
        `, the buffer between ${say(moment.layers.at(-1) ?? 0, 'temperature')} and ${say(moment.layers[0] ?? 0, 'temperature')}`}
      .{' '}
      <Link component={RouterLink} to={`/jobs/${id}/plant?calls=${onWall}`} sx={STANDING_LINK}>
        The whole wall with these calls
      </Link>
    </Typography>
  );
}
