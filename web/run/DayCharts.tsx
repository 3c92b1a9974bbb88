import { useTheme } from '@mui/material/styles';
import { Area, CartesianGrid, ComposedChart, Line, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../../core/quantity/format.ts';
import { fromSI } from '../../core/quantity/units.ts';
import type { RunResult } from '../../core/run/run.ts';
import { useDisplay } from '../state/display.ts';
import { clock } from './settings.ts';

const HOURS = Array.from({ length: 9 }, (_, i) => i * 3 * 3600);

/** Temperatures and output of the source over the day; a line stands at the minute looked at. */
export default function DayCharts({ result, zone, at }: { result: RunResult; zone: number; at: number }) {
  const { palette } = useTheme();
  const { unit } = useDisplay();
  const degrees = (value: number) => fromSI(value, 'temperature', unit('temperature'));
  const power = (value: number) => fromSI(value, 'power', unit('power'));
  const data = result.moments.map((moment) => ({
    time: moment.time,
    outdoor: degrees(moment.outdoor),
    supply: degrees(moment.supply),
    wanted: degrees(moment.wanted),
    room: degrees(moment.rooms[zone] ?? 0),
    output: power(moment.output),
  }));
  const axis = { stroke: palette.text.secondary, tick: { fontSize: 12.5, fill: palette.text.secondary } };
  const label = (value: string) => ({
    value,
    position: 'insideTopLeft' as const,
    offset: 12,
    fontSize: 12.5,
    fill: palette.text.secondary,
  });
  const line = { dot: false, isAnimationActive: false, type: 'linear' as const };
  const time = {
    dataKey: 'time',
    type: 'number' as const,
    domain: [0, 86_400] as [number, number],
    ticks: HOURS,
    tickFormatter: clock,
    ...axis,
  };
  const looked = <ReferenceLine x={at} stroke={palette.text.primary} strokeWidth={2} />;
  return (
    <>
      <figure style={{ margin: 0 }} aria-label="Temperatures over the day">
        <ResponsiveContainer width="100%" height={230}>
          <ComposedChart data={data} margin={{ top: 8, right: 14, bottom: 0, left: -8 }}>
            <CartesianGrid stroke={palette.divider} />
            <XAxis {...time} />
            <YAxis
              domain={['auto', 'auto']}
              tickFormatter={(value: number) => formatNumber(value, 0)}
              {...axis}
              label={label(unit('temperature'))}
            />
            <Line {...line} dataKey="wanted" stroke={palette.primary.main} strokeWidth={1.6} strokeDasharray="6 4" />
            <Line {...line} dataKey="supply" stroke={palette.primary.main} strokeWidth={2.6} />
            <Line {...line} dataKey="room" stroke={palette.text.primary} strokeWidth={2.6} />
            <Line {...line} dataKey="outdoor" stroke={palette.secondary.main} strokeWidth={2} strokeDasharray="2 4" />
            {looked}
          </ComposedChart>
        </ResponsiveContainer>
        <figcaption style={{ fontSize: '0.875rem' }}>
          Solid light: water sent. Dashed: water wanted. Solid dark: the room chosen. Dotted: outdoors.
        </figcaption>
      </figure>
      <figure style={{ margin: '12px 0 0' }} aria-label="Output of the source over the day">
        <ResponsiveContainer width="100%" height={150}>
          <ComposedChart data={data} margin={{ top: 8, right: 14, bottom: 0, left: -8 }}>
            <CartesianGrid stroke={palette.divider} />
            <XAxis {...time} />
            <YAxis
              domain={[0, 'auto']}
              tickFormatter={(value: number) => formatNumber(value, 0)}
              {...axis}
              label={label(unit('power'))}
            />
            <Area
              dataKey="output"
              type="stepAfter"
              stroke={palette.primary.main}
              strokeWidth={2}
              fill={palette.primary.main}
              fillOpacity={0.18}
              isAnimationActive={false}
            />
            {looked}
          </ComposedChart>
        </ResponsiveContainer>
        <figcaption style={{ fontSize: '0.875rem' }}>What the source gives.</figcaption>
      </figure>
    </>
  );
}
