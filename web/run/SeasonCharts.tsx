import { useTheme } from '@mui/material/styles';
import { memo } from 'react';
import { Area, CartesianGrid, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../../core/quantity/format.ts';
import { KWH } from '../../core/quantity/spans.ts';
import { fromSI } from '../../core/quantity/units.ts';
import type { DayTotals } from '../../core/run/run.ts';
import { roundAxis } from '../look/round-ticks.ts';
import { useDisplay } from '../state/display.ts';
import { InTurn } from './InTurn.tsx';
import { InsideTick, LegendLine, Track } from './Track.tsx';

const A_DAY = 86_400_000;
const MONTH = new Intl.DateTimeFormat('en', { month: 'short', timeZone: 'UTC' });

/** Days of a season that begin a month, counted from 1. */
const firstsOfMonths = (begins: Date, count: number): number[] =>
  Array.from({ length: count }, (_, i) => i + 1).filter(
    (day) => new Date(begins.getTime() + (day - 1) * A_DAY).getUTCDate() === 1,
  );

/** The days of a season: what was sent by what weather, how often the source started, what it made, who was short. */
function SeasonCharts({ days, begins }: { days: readonly DayTotals[]; begins: Date | null }) {
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
  const months = begins ? firstsOfMonths(begins, days.length) : [];
  const up = (suffix: string, values: readonly number[]) => ({
    ...roundAxis(Math.min(...values), Math.max(...values), 4),
    mirror: true,
    width: 1,
    stroke: axis.stroke,
    tick: <InsideTick fill={axis.stroke} words={(value) => `${formatNumber(value, 0)} ${suffix}`.trim()} />,
  });
  const line = { dot: false, isAnimationActive: false, type: 'linear' as const, connectNulls: true };
  const { wall } = palette;
  // One path for all days: a bar each would be two hundred elements a chart.
  const day = { type: 'step' as const, fillOpacity: 0.85, strokeWidth: 1, dot: false, isAnimationActive: false };
  const whole = (value: number) => formatNumber(value, 0);
  /** What is counted by day: how it is called, what stands beside it, its colour and its unit. */
  const counted = [
    {
      key: 'cycles' as const,
      name: 'Starts of the source by day',
      label: 'Starts',
      value: `at most ${most((each) => each.cycles)}`,
      colour: wall.copper,
      suffix: '',
    },
    {
      key: 'made' as const,
      name: 'Heat made by day',
      label: 'Heat',
      value: `at most ${whole(most((each) => each.made / KWH))} kWh`,
      colour: wall.flow,
      suffix: 'kWh',
    },
    {
      key: 'short' as const,
      name: 'Hours below set point by day',
      label: 'Below set point',
      value: `${whole(days.reduce((sum, each) => sum + each.hoursShort, 0))} h`,
      colour: wall.note,
      suffix: 'h',
    },
  ];
  return (
    <>
      <Track
        legend={
          <>
            <LegendLine label="Flow" value={span(sent)} stroke={wall.flow} width={2.6} />
            <LegendLine label="Outdoors" value={span(days.map((each) => each.outdoor))} stroke={wall.back} width={2} dash="2 4" />
          </>
        }
      >
        <figure style={{ margin: 0 }} aria-label="Temperatures by day">
          <InTurn turn={0} height={150}>
            <ResponsiveContainer width="100%" height={150}>
              <ComposedChart {...frame}>
                <CartesianGrid stroke={palette.divider} />
                <XAxis {...across} hide />
                <YAxis
                  {...up(
                    unit('temperature'),
                    data.flatMap((each) => [each.outdoor, each.flow].filter((value) => value !== null)),
                  )}
                />
                <Line {...line} dataKey="flow" stroke={wall.flow} strokeWidth={2.4} />
                <Line {...line} dataKey="outdoor" stroke={wall.back} strokeWidth={2} strokeDasharray="2 4" />
              </ComposedChart>
            </ResponsiveContainer>
          </InTurn>
        </figure>
      </Track>
      {counted.map(({ key, name, label, value, colour, suffix }, i) => {
        // The days stand below the last of them, for all.
        const last = i === counted.length - 1;
        const height = last ? 110 : 90;
        return (
          <Track key={key} legend={<LegendLine label={label} value={value} stroke={colour} width={8} />}>
            <figure style={{ margin: 0 }} aria-label={name}>
              <InTurn turn={i + 1} height={height}>
                <ResponsiveContainer width="100%" height={height}>
                  <ComposedChart {...frame}>
                    <CartesianGrid stroke={palette.divider} />
                    <XAxis
                      {...across}
                      hide={!last}
                      {...(begins
                        ? {
                            ticks: months,
                            tickFormatter: (at: number) => MONTH.format(new Date(begins.getTime() + (at - 1) * A_DAY)),
                          }
                        : { tickFormatter: (at: number) => `day ${at}` })}
                      minTickGap={30}
                    />
                    <YAxis {...up(suffix, [0, ...data.map((each) => each[key])])} allowDecimals={false} />
                    <Area {...day} dataKey={key} stroke={colour} fill={colour} />
                  </ComposedChart>
                </ResponsiveContainer>
              </InTurn>
            </figure>
          </Track>
        );
      })}
    </>
  );
}

export default memo(SeasonCharts);
