import { memo, type ReactNode } from 'react';
import { Area, CartesianGrid, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../../core/quantity/format.ts';
import { fromSI } from '../../core/quantity/units.ts';
import type { SummerMoment, SummerResult } from '../../core/run/summer/summer-run.ts';
import { roundAxis } from '../look/round-ticks.ts';
import { useColours } from '../state/colours.ts';
import { useDisplay } from '../state/display.ts';
import { InsideTick, LegendLine, Track } from './Track.tsx';

/** Dashes that tell the cold water of circuits apart without colour. */
const DASHES = ['', '7 4', '2 4', '9 3 2 3'] as const;
/** Most circuits drawn; the readings tell of all. */
const MOST_DRAWN = DASHES.length;

/** One drawing over the hours of the day. */
function DayFigure(props: { name: string; height: number; data: object[]; divider: string; children: ReactNode }) {
  const { name, height, data, divider, children } = props;
  return (
    <figure style={{ margin: 0 }} aria-label={name}>
      <ResponsiveContainer width="100%" height={height}>
        <ComposedChart data={data} margin={{ top: 6, right: 0, bottom: 0, left: 0 }}>
          <CartesianGrid stroke={divider} />
          {children}
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}

/** The hottest day: warmth of rooms and outdoors, cold water against the dew point, moisture, what the machine takes. */
function SummerCharts({ result }: { result: SummerResult }) {
  const palette = useColours();
  const { say, unit } = useDisplay();
  const { wall } = palette;
  const degrees = (value: number) => fromSI(value, 'temperature', unit('temperature'));
  const warmest = ({ rooms }: SummerMoment) => Math.max(...rooms);
  const coolest = ({ rooms }: SummerMoment) => Math.min(...rooms);
  const circuits = result.circuits.slice(0, MOST_DRAWN);
  const data = result.moments.map((moment) => ({
    hour: moment.time / 3600,
    outdoor: degrees(moment.outdoor),
    warmest: degrees(warmest(moment)),
    coolest: degrees(coolest(moment)),
    dew: degrees(moment.dew),
    damp: 100 * Math.max(...moment.humidity),
    dry: 100 * Math.min(...moment.humidity),
    taken: fromSI(moment.taken, 'power', unit('power')),
    ...Object.fromEntries(circuits.map((_, c) => [`c${c}`, degrees(moment.circuits[c] as number)])),
  }));
  const axis = { stroke: palette.text.secondary, tick: { fontSize: 12.5, fill: palette.text.secondary } };
  const across = {
    dataKey: 'hour',
    type: 'number' as const,
    domain: [0, 24] as [number, number],
    ticks: [0, 6, 12, 18, 24],
    ...axis,
  };
  const line = { dot: false, isAnimationActive: false, type: 'linear' as const };
  const up = (suffix: string, values: readonly number[]) => ({
    ...roundAxis(Math.min(...values), Math.max(...values), 4),
    mirror: true,
    width: 1,
    stroke: axis.stroke,
    tick: <InsideTick fill={axis.stroke} words={(value) => `${formatNumber(value, 0)} ${suffix}`.trim()} />,
  });
  const most = (of: (moment: SummerMoment) => number) => Math.max(...result.moments.map(of));
  const water = data.flatMap((row) => [
    row.dew,
    ...circuits.map((_, c) => (row as unknown as Record<string, number>)[`c${c}`] as number),
  ]);
  return (
    <>
      <Track
        legend={
          <>
            <LegendLine
              label="Outdoors"
              value={say(
                most(({ outdoor }) => outdoor),
                'temperature',
              )}
              stroke={wall.flow}
              width={2}
              dash="2 4"
            />
            <LegendLine label="Warmest room" value={say(most(warmest), 'temperature')} stroke={wall.metal} width={2.6} />
            <LegendLine label="Coolest room" value={say(most(coolest), 'temperature')} stroke={wall.metal} width={1.4} />
          </>
        }
      >
        <DayFigure name="Rooms and outdoors through the hottest day" height={150} data={data} divider={palette.divider}>
          <XAxis {...across} hide />
          <YAxis
            {...up(
              unit('temperature'),
              data.flatMap((row) => [row.outdoor, row.warmest, row.coolest]),
            )}
          />
          <Line {...line} dataKey="outdoor" stroke={wall.flow} strokeWidth={2} strokeDasharray="2 4" />
          <Line {...line} dataKey="warmest" stroke={wall.metal} strokeWidth={2.6} />
          <Line {...line} dataKey="coolest" stroke={wall.metal} strokeWidth={1.4} />
        </DayFigure>
      </Track>
      <Track
        legend={
          <>
            <LegendLine
              label="Dew point"
              value={say(
                most(({ dew }) => dew),
                'temperature',
              )}
              stroke={wall.back}
              width={2.6}
            />
            {circuits.map(({ id, name }, c) => (
              <LegendLine
                key={id}
                label={name}
                value={say(Math.min(...result.moments.map((moment) => moment.circuits[c] as number)), 'temperature')}
                stroke={wall.cold}
                width={2.2}
                {...(DASHES[c] ? { dash: DASHES[c] } : {})}
              />
            ))}
          </>
        }
      >
        <DayFigure name="Cold water and dew point through the hottest day" height={150} data={data} divider={palette.divider}>
          <XAxis {...across} hide />
          <YAxis {...up(unit('temperature'), water)} />
          <Line {...line} dataKey="dew" stroke={wall.back} strokeWidth={2.6} />
          {circuits.map(({ id }, c) => (
            <Line key={id} {...line} dataKey={`c${c}`} stroke={wall.cold} strokeWidth={2.2} strokeDasharray={DASHES[c] ?? ''} />
          ))}
        </DayFigure>
      </Track>
      <Track
        legend={
          <>
            <LegendLine
              label="Dampest room"
              value={say(
                most(({ humidity }) => Math.max(...humidity)),
                'fraction',
              )}
              stroke={wall.back}
              width={2.6}
            />
            <LegendLine
              label="Driest room"
              value={say(Math.min(...result.moments.map(({ humidity }) => Math.min(...humidity))), 'fraction')}
              stroke={wall.back}
              width={1.4}
            />
          </>
        }
      >
        <DayFigure name="Humidity of rooms through the hottest day" height={110} data={data} divider={palette.divider}>
          <XAxis {...across} hide />
          <YAxis
            {...up(
              '%',
              data.flatMap((row) => [row.damp, row.dry]),
            )}
          />
          <Line {...line} dataKey="damp" stroke={wall.back} strokeWidth={2.6} />
          <Line {...line} dataKey="dry" stroke={wall.back} strokeWidth={1.4} />
        </DayFigure>
      </Track>
      <Track
        legend={
          <LegendLine
            label="Cold"
            value={`at most ${say(
              most(({ taken }) => taken),
              'power',
            )}`}
            stroke={wall.cold}
            width={8}
          />
        }
      >
        <DayFigure name="Cold made through the hottest day" height={110} data={data} divider={palette.divider}>
          <XAxis {...across} tickFormatter={(hour: number) => `${hour}:00`} height={22} />
          <YAxis {...up(unit('power'), [0, ...data.map(({ taken }) => taken)])} />
          <Area
            dataKey="taken"
            stroke={wall.cold}
            fill={wall.cold}
            fillOpacity={0.55}
            dot={false}
            isAnimationActive={false}
            type="step"
          />
        </DayFigure>
      </Track>
    </>
  );
}

export default memo(SummerCharts);
