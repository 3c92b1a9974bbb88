import { memo } from 'react';
import { Area, CartesianGrid, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../../core/quantity/format.ts';
import { KWH } from '../../core/quantity/spans.ts';
import { fromSI } from '../../core/quantity/units.ts';
import type { SummerResult } from '../../core/run/summer/summer-run.ts';
import { roundAxis } from '../look/round-ticks.ts';
import { useColours } from '../state/colours.ts';
import { useDisplay } from '../state/display.ts';
import { InsideTick, LegendLine, Track } from './Track.tsx';

/** The days of a summer: how warm it was, what was made, how long a room was too warm. */
function SummerDays({ days }: { days: SummerResult['days'] }) {
  const palette = useColours();
  const { say, unit } = useDisplay();
  const { wall } = palette;
  const data = days.map((day, i) => ({
    day: i + 1,
    outdoor: fromSI(day.outdoor, 'temperature', unit('temperature')),
    made: day.made / KWH,
    above: day.hoursShort,
  }));
  const axis = { stroke: palette.text.secondary, tick: { fontSize: 12.5, fill: palette.text.secondary } };
  const across = { dataKey: 'day', type: 'number' as const, domain: [1, days.length] as [number, number], ...axis };
  const frame = { data, margin: { top: 6, right: 0, bottom: 0, left: 0 } };
  const up = (suffix: string, values: readonly number[]) => ({
    ...roundAxis(Math.min(...values), Math.max(...values), 4),
    mirror: true,
    width: 1,
    stroke: axis.stroke,
    tick: <InsideTick fill={axis.stroke} words={(value) => `${formatNumber(value, 0)} ${suffix}`.trim()} />,
  });
  const shape = { dot: false, isAnimationActive: false, type: 'step' as const };
  const tracks = [
    {
      key: 'outdoor',
      label: 'Outdoors, mean',
      value: `to ${say(Math.max(...days.map(({ outdoor }) => outdoor)), 'temperature')}`,
      colour: wall.flow,
      suffix: unit('temperature'),
      values: data.map(({ outdoor }) => outdoor),
    },
    {
      key: 'made',
      label: 'Cold made',
      value: `at most ${formatNumber(Math.max(...data.map(({ made }) => made)), 0)} kWh`,
      colour: wall.cold,
      suffix: 'kWh',
      values: [0, ...data.map(({ made }) => made)],
    },
    {
      key: 'above',
      label: 'A room too warm',
      value: `${formatNumber(
        data.reduce((sum, { above }) => sum + above, 0),
        0,
      )} h`,
      colour: wall.note,
      suffix: 'h',
      values: [0, 1, ...data.map(({ above }) => above)],
    },
  ];
  return (
    <>
      {tracks.map(({ key, label, value, colour, suffix, values }, i) => (
        <Track key={key} legend={<LegendLine label={label} value={value} stroke={colour} width={key === 'outdoor' ? 2.4 : 8} />}>
          <figure style={{ margin: 0 }} aria-label={`${label} by day`}>
            <ResponsiveContainer width="100%" height={i === tracks.length - 1 ? 110 : 90}>
              <ComposedChart {...frame}>
                <CartesianGrid stroke={palette.divider} />
                <XAxis {...across} hide={i < tracks.length - 1} height={22} tickFormatter={(day: number) => `day ${day}`} />
                <YAxis {...up(suffix, values)} />
                {key === 'outdoor' ? (
                  <Line {...shape} type="linear" dataKey={key} stroke={colour} strokeWidth={2.4} />
                ) : (
                  <Area {...shape} dataKey={key} stroke={colour} fill={colour} fillOpacity={0.55} />
                )}
              </ComposedChart>
            </ResponsiveContainer>
          </figure>
        </Track>
      ))}
    </>
  );
}

export default memo(SummerDays);
