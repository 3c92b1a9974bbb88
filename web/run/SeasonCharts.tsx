import { useTheme } from '@mui/material/styles';
import { Bar, CartesianGrid, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../../core/quantity/format.ts';
import { fromSI } from '../../core/quantity/units.ts';
import type { DayTotals } from '../../core/run/run.ts';
import { useDisplay } from '../state/display.ts';
import { InsideTick, LegendLine, Track } from './Track.tsx';

const KWH = 3.6e6;

/** The days of a season: what was sent by what weather, how often the source started, what it made, who was short. */
export default function SeasonCharts({ days }: { days: readonly DayTotals[] }) {
  const theme = useTheme();
  const { palette } = theme.vars ?? theme;
  const { say, unit } = useDisplay();
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
    values.length > 0 ? `${say(Math.min(...values), 'temperature')} to ${say(Math.max(...values), 'temperature')}` : '–';
  const axis = { stroke: palette.text.secondary, tick: { fontSize: 12.5, fill: palette.text.secondary } };
  const across = { dataKey: 'day', type: 'number' as const, domain: [1, days.length] as [number, number], ...axis };
  const frame = { data, margin: { top: 6, right: 0, bottom: 0, left: 0 }, barCategoryGap: 0 };
  const up = (suffix: string) => ({
    mirror: true,
    width: 1,
    stroke: axis.stroke,
    tick: <InsideTick fill={axis.stroke} words={(value) => `${formatNumber(value, 0)} ${suffix}`.trim()} />,
  });
  const line = { dot: false, isAnimationActive: false, type: 'linear' as const, connectNulls: true };
  const { wall } = palette;
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
          <ResponsiveContainer width="100%" height={150}>
            <ComposedChart {...frame}>
              <CartesianGrid stroke={palette.divider} />
              <XAxis {...across} hide />
              <YAxis {...up(unit('temperature'))} domain={['auto', 'auto']} />
              <Line {...line} dataKey="flow" stroke={wall.flow} strokeWidth={2.4} />
              <Line {...line} dataKey="outdoor" stroke={wall.back} strokeWidth={2} strokeDasharray="2 4" />
            </ComposedChart>
          </ResponsiveContainer>
        </figure>
      </Track>
      <Track legend={<LegendLine label="Starts" value={`at most ${most((day) => day.cycles)}`} stroke={wall.copper} width={8} />}>
        <figure style={{ margin: 0 }} aria-label="Starts of the source by day">
          <ResponsiveContainer width="100%" height={90}>
            <ComposedChart {...frame}>
              <CartesianGrid stroke={palette.divider} />
              <XAxis {...across} hide />
              <YAxis {...up('')} domain={[0, 'auto']} allowDecimals={false} />
              <Bar dataKey="cycles" fill={wall.copper} isAnimationActive={false} />
            </ComposedChart>
          </ResponsiveContainer>
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
          <ResponsiveContainer width="100%" height={90}>
            <ComposedChart {...frame}>
              <CartesianGrid stroke={palette.divider} />
              <XAxis {...across} hide />
              <YAxis {...up('kWh')} domain={[0, 'auto']} />
              <Bar dataKey="made" fill={wall.flow} isAnimationActive={false} />
            </ComposedChart>
          </ResponsiveContainer>
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
          <ResponsiveContainer width="100%" height={110}>
            <ComposedChart {...frame}>
              <CartesianGrid stroke={palette.divider} />
              <XAxis {...across} tickFormatter={(day: number) => `day ${day}`} minTickGap={30} />
              <YAxis {...up('h')} domain={[0, 'auto']} />
              <Bar dataKey="short" fill={wall.note} isAnimationActive={false} />
            </ComposedChart>
          </ResponsiveContainer>
        </figure>
      </Track>
    </>
  );
}
