import { useTheme } from '@mui/material/styles';
import { memo } from 'react';
import { Area, CartesianGrid, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../../core/quantity/format.ts';
import { fromSI } from '../../core/quantity/units.ts';
import type { DayTotals } from '../../core/run/run.ts';
import { useDisplay } from '../state/display.ts';
import { InTurn } from './InTurn.tsx';
import { InsideTick, LegendLine, Track } from './Track.tsx';

const KWH = 3.6e6;

/** The days of a season: what was sent by what weather, how often the source started, what it made, who was short. */
function SeasonCharts({ days }: { days: readonly DayTotals[] }) {
  const theme = useTheme();
  const { palette } = theme.vars ?? theme;
  const { say, show, unit } = useDisplay();
  const degrees = (value: number | null) => (value === null ? null : fromSI(value, 'temperature', unit('temperature')));
  const data = days.map((day, i) => ({
    day: i + 1,
    outdoor: degrees(day.outdoor),
    flow: degrees(day.flow),
    cycles: day.cycles,
    made: day.made / KWH,
    short: day.hoursShort,
  }));
  const most = (of: (day: DayTotals) => number) => Math.max(0, ...days.map(of));
  const sent = days.flatMap((day) => (day.flow === null ? [] : [day.flow]));
  const span = (values: readonly number[]) =>
    values.length > 0 ? `${show(Math.min(...values), 'temperature').number} to ${say(Math.max(...values), 'temperature')}` : '–';
  const axis = { stroke: palette.text.secondary, tick: { fontSize: 12.5, fill: palette.text.secondary } };
  const across = { dataKey: 'day', type: 'number' as const, domain: [1, days.length] as [number, number], ...axis };
  const frame = { data, margin: { top: 6, right: 0, bottom: 0, left: 0 } };
  const up = (suffix: string) => ({
    mirror: true,
    width: 1,
    stroke: axis.stroke,
    tick: <InsideTick fill={axis.stroke} words={(value) => `${formatNumber(value, 0)} ${suffix}`.trim()} />,
  });
  const line = { dot: false, isAnimationActive: false, type: 'linear' as const, connectNulls: true };
  const { wall } = palette;
  // One path for all days: a bar each would be two hundred elements a chart.
  const day = { type: 'step' as const, fillOpacity: 0.85, strokeWidth: 1, dot: false, isAnimationActive: false };
  return (
    <>
      <Track
        legend={
          <>
            <LegendLine label="Sent" value={span(sent)} stroke={wall.flow} width={2.6} />
            <LegendLine label="Outdoors" value={span(days.map((day) => day.outdoor))} stroke={wall.back} width={2} dash="2 4" />
          </>
        }
      >
        <figure style={{ margin: 0 }} aria-label="Temperatures by day">
          <InTurn turn={0} height={150}>
            <ResponsiveContainer width="100%" height={150}>
              <ComposedChart {...frame}>
                <CartesianGrid stroke={palette.divider} />
                <XAxis {...across} hide />
                <YAxis {...up(unit('temperature'))} domain={['auto', 'auto']} />
                <Line {...line} dataKey="flow" stroke={wall.flow} strokeWidth={2.4} />
                <Line {...line} dataKey="outdoor" stroke={wall.back} strokeWidth={2} strokeDasharray="2 4" />
              </ComposedChart>
            </ResponsiveContainer>
          </InTurn>
        </figure>
      </Track>
      <Track legend={<LegendLine label="Starts" value={`at most ${most((day) => day.cycles)}`} stroke={wall.copper} width={8} />}>
        <figure style={{ margin: 0 }} aria-label="Starts of the source by day">
          <InTurn turn={1} height={90}>
            <ResponsiveContainer width="100%" height={90}>
              <ComposedChart {...frame}>
                <CartesianGrid stroke={palette.divider} />
                <XAxis {...across} hide />
                <YAxis {...up('')} domain={[0, 'auto']} allowDecimals={false} />
                <Area {...day} dataKey="cycles" stroke={wall.copper} fill={wall.copper} />
              </ComposedChart>
            </ResponsiveContainer>
          </InTurn>
        </figure>
      </Track>
      <Track
        legend={
          <LegendLine
            label="Heat"
            value={`at most ${formatNumber(
              most((day) => day.made / KWH),
              0,
            )} kWh`}
            stroke={wall.flow}
            width={8}
          />
        }
      >
        <figure style={{ margin: 0 }} aria-label="Heat made by day">
          <InTurn turn={2} height={90}>
            <ResponsiveContainer width="100%" height={90}>
              <ComposedChart {...frame}>
                <CartesianGrid stroke={palette.divider} />
                <XAxis {...across} hide />
                <YAxis {...up('kWh')} domain={[0, 'auto']} />
                <Area {...day} dataKey="made" stroke={wall.flow} fill={wall.flow} />
              </ComposedChart>
            </ResponsiveContainer>
          </InTurn>
        </figure>
      </Track>
      <Track
        legend={
          <LegendLine
            label="Somebody short"
            value={`${formatNumber(
              days.reduce((sum, day) => sum + day.hoursShort, 0),
              0,
            )} h`}
            stroke={wall.note}
            width={8}
          />
        }
      >
        <figure style={{ margin: 0 }} aria-label="Hours somebody is short by day">
          <InTurn turn={3} height={110}>
            <ResponsiveContainer width="100%" height={110}>
              <ComposedChart {...frame}>
                <CartesianGrid stroke={palette.divider} />
                <XAxis {...across} tickFormatter={(day: number) => `day ${day}`} minTickGap={30} />
                <YAxis {...up('h')} domain={[0, 'auto']} />
                <Area {...day} dataKey="short" stroke={wall.note} fill={wall.note} />
              </ComposedChart>
            </ResponsiveContainer>
          </InTurn>
        </figure>
      </Track>
    </>
  );
}

export default memo(SeasonCharts);
