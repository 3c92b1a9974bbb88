import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useMemo, useState } from 'react';
import { type CurveFollower, curveFollowers, needOf } from '../../core/control/curve-followers.ts';
import { COUNTED_FROM, excessCost, sentAt, settledCurve } from '../../core/control/weather-curve.ts';
import type { Design } from '../../core/design/design.ts';
import { traitsOf } from '../../core/plant/source-kinds.ts';
import { formatNumber } from '../../core/quantity/format.ts';
import type { Job, WeatherCurve } from '../../model/job.ts';
import { AUTO_CURVE } from '../../model/new-job.ts';
import { QuantityField } from '../parts/Field.tsx';
import { FoldedSection } from '../parts/Layout.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing } from '../state/job-context.tsx';
import { SetBackTable } from './SetBackTable.tsx';

const CurveChart = lazy(() => import('./CurveChart.tsx'));

/** Outdoor temperature at which a house spends much of its winter, degrees C: where too hot a curve costs most. */
const MILD = 5;

/** Flow temperature by the weather: what the emitters need, what the controller sends, and what the difference costs. */
export function CurveSection({ job, design }: { job: Job; design: Design }) {
  const { put } = useEditing();
  const { say } = useDisplay();
  const all = curveFollowers(job);
  const [chosen, setChosen] = useState('source');
  const one = all.find((each) => each.place === chosen) ?? (all[0] as CurveFollower);
  // The list of followers is made anew each time; which one is looked at is told by its place.
  // biome-ignore lint/correctness/useExhaustiveDependencies: of the follower its place alone counts
  const need = useMemo(() => needOf(job, design, one), [job, design, one.place]);
  const { curve } = one;
  const settled = curve && settledCurve(curve, need);
  const sent = curve && settled ? need.map(({ outdoor }) => ({ outdoor, flow: sentAt(curve, settled, outdoor) })) : [];
  const place = `${one.place}/curve`;
  return (
    <FoldedSection
      id="controls/curve"
      open
      title="Weather compensation"
      answer={
        settled
          ? `${one.name}: slope ${formatNumber(settled.slope, 2)}, shift ${say(settled.shift, 'temperatureDifference')}`
          : `${one.name}: constant flow temperature`
      }
      lead="The flow temperature each circuit needs on a milder day, and the curve for it. Switch off whatever else bends a curve before tuning it."
    >
      <ToggleButtonGroup
        exclusive
        size="small"
        value={one.place}
        onChange={(_, next: string | null) => next && setChosen(next)}
        aria-label="Whose curve"
        sx={{ mb: 2, flexWrap: 'wrap' }}
      >
        {all.map((each) => (
          <ToggleButton key={each.place} value={each.place} sx={{ minHeight: 44, color: 'text.primary' }}>
            {each.name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {need.length === 0 ? (
        <Typography>Rooms with heat loads on a circuit are needed first.</Typography>
      ) : (
        <Box sx={{ display: 'grid', gridTemplateColumns: { md: '1fr 320px' }, gap: 3 }}>
          <Suspense fallback={<Typography role="status">One moment …</Typography>}>
            <CurveChart name={one.name} need={need} sent={sent} />
          </Suspense>
          <Box sx={{ display: 'grid', gap: 1.5, alignContent: 'start' }}>
            {curve ? (
              <>
                <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
                  <QuantityField
                    place={`${place}/slope`}
                    label="Slope"
                    empty="auto"
                    automatic={settled ? `auto: ${formatNumber(settled.slope, 2)}` : 'auto'}
                  />
                  <QuantityField place={`${place}/shift`} label="Shift" />
                  <QuantityField place={`${place}/least`} label="Minimum flow" />
                  <QuantityField place={`${place}/most`} label="Maximum flow" />
                </Box>
                {settled && (
                  <Typography sx={{ fontSize: 'body' }}>
                    Set the controller to slope <b>{formatNumber(settled.slope, 2)}</b>, shift{' '}
                    <b>{say(settled.shift, 'temperatureDifference')}</b>: {say(COUNTED_FROM, 'temperature')} + slope × (
                    {say(COUNTED_FROM, 'temperature')} − outdoors) + shift.
                  </Typography>
                )}
                {settled && <Words job={job} need={need} curve={curve} settled={settled} />}
                <Button size="small" onClick={() => put(`${one.name}: constant`, [{ at: place, value: null }])}>
                  Constant flow temperature
                </Button>
              </>
            ) : (
              <>
                <Typography>Constant flow temperature, as hot as the coldest day asks.</Typography>
                <Button variant="outlined" onClick={() => put(`${one.name}: by the weather`, [{ at: place, value: AUTO_CURVE }])}>
                  Follow the weather
                </Button>
              </>
            )}
          </Box>
        </Box>
      )}
      <SetBackTable job={job} design={design} />
    </FoldedSection>
  );
}

/** In words what the curve does on the design day and in mild weather, and what its excess costs. */
function Words({
  job,
  need,
  curve,
  settled,
}: {
  job: Job;
  need: readonly { outdoor: number; flow: number }[];
  curve: WeatherCurve;
  settled: { slope: number; shift: number };
}) {
  const { say } = useDisplay();
  const nearest = (outdoor: number) =>
    need.reduce((best, each) => (Math.abs(each.outdoor - outdoor) < Math.abs(best.outdoor - outdoor) ? each : best));
  const line = (point: { outdoor: number; flow: number }) => {
    const sent = sentAt(curve, settled, point.outdoor);
    const over = sent - point.flow;
    const cost = over > 0.5 ? excessCost(job, point.outdoor, sent, point.flow) : null;
    return `At ${say(point.outdoor, 'temperature')}: ${say(point.flow, 'temperature')} needed, ${say(sent, 'temperature')} sent${
      over < -0.5 ? `, ${say(-over, 'temperatureDifference')} short` : ''
    }${cost === null ? '' : `; the ${say(over, 'temperatureDifference')} too much cost ${formatNumber(cost * 100, 1)} % more ${traitsOf(job.source).heatPump ? 'electricity' : 'fuel'} there`}.`;
  };
  return (
    <>
      <Typography variant="body2">{line(need[0] as { outdoor: number; flow: number })}</Typography>
      <Typography variant="body2">{line(nearest(MILD))}</Typography>
    </>
  );
}
