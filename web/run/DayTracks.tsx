import { useTheme } from '@mui/material/styles';
import { memo } from 'react';
import { Area, CartesianGrid, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { formatNumber } from '../../core/quantity/format.ts';
import { DAY } from '../../core/quantity/spans.ts';
import { fromSI } from '../../core/quantity/units.ts';
import type { RunMoment, RunResult } from '../../core/run/run.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { roundAxis, tickPlaces } from '../look/round-ticks.ts';
import { useDisplay } from '../state/display.ts';
import { clock } from './settings.ts';
import { InsideTick, LegendLine, Track } from './Track.tsx';
import { useInTurn } from './useInTurn.ts';

/** Of the moments kept every so many is a point of a line: more could not be told apart. */
const DRAWN_EVERY = 4;
const HOURS = [3, 6, 9, 12, 15, 18, 21].map((hour) => hour * 3600);

/** A line of a track. */
interface Drawn {
  key: string;
  label: string;
  of: (moment: RunMoment) => number | null;
  stroke: string;
  width: number;
  dash?: string;
  filled?: boolean;
}

/** Temperatures, output and flows over the day, each beside its values at the minute looked at. */
export default function DayTracks({ result, zone, moment }: { result: RunResult; zone: number; moment: RunMoment }) {
  const theme = useTheme();
  const { wall, text } = (theme.vars ?? theme).palette;
  const buffered = (result.moments[0]?.layers.length ?? 0) > 0;
  const stored = result.moments.some((m) => m.store !== null);
  const temperatures: Drawn[] = [
    { key: 'supply', label: 'Source: flow temperature', of: (m) => m.supply, stroke: wall.flow, width: 2.6 },
    { key: 'wanted', label: 'flow set point', of: (m) => m.wanted, stroke: wall.flow, width: 1.6, dash: '6 4' },
    { key: 'back', label: 'return temperature', of: (m) => m.back, stroke: wall.back, width: 2.2 },
    ...(buffered
      ? [{ key: 'toCircuits', label: 'To the circuits', of: (m: RunMoment) => m.toCircuits, stroke: wall.copper, width: 2 }]
      : []),
    ...(stored
      ? [{ key: 'store', label: 'Cylinder', of: (m: RunMoment) => m.store, stroke: wall.note, width: 2, dash: '10 3' }]
      : []),
  ];
  const wantedInRoom = result.zones[zone]?.setPoint ?? null;
  const room: Drawn[] = [
    {
      key: `room${zone}`,
      label: result.zones[zone]?.label ?? '',
      of: (m) => m.rooms[zone] ?? null,
      stroke: text.primary,
      width: 2.6,
    },
    { key: `setPoint${zone}`, label: 'set to', of: () => wantedInRoom, stroke: text.primary, width: 1.5, dash: '6 4' },
  ];
  const outdoor: Drawn[] = [{ key: 'outdoor', label: 'Outdoors', of: (m) => m.outdoor, stroke: wall.back, width: 2.2 }];
  const output: Drawn[] = [{ key: 'output', label: 'Output', of: (m) => m.output, stroke: wall.flow, width: 2, filled: true }];
  const flows: Drawn[] = [
    { key: 'flow', label: 'Source', of: (m) => m.flow / result.density, stroke: wall.flow, width: 2.4 },
    {
      key: 'drawn',
      label: 'Flow of all circuits',
      of: (m) => m.drawn / result.density,
      stroke: wall.note,
      width: 2,
      dash: '6 4',
    },
  ];
  const shared = { result, moment };
  return (
    <>
      <Chart
        {...shared}
        turn={0}
        name="Temperatures over the day"
        kind="temperature"
        lines={temperatures}
        height={190}
        from="auto"
      />
      <Chart
        {...shared}
        turn={1}
        name="The room over the day"
        kind="temperature"
        lines={room}
        digits={1}
        height={110}
        from="auto"
      />
      <Chart {...shared} turn={2} name="Outdoors over the day" kind="temperature" lines={outdoor} height={90} from="auto" />
      <Chart {...shared} turn={3} name="Output of the source over the day" kind="power" lines={output} height={110} from={0} />
      <Chart {...shared} turn={4} name="Flows over the day" kind="volumeFlow" lines={flows} height={110} from={0} />
    </>
  );
}

/** A chart beside the values of its lines at the minute looked at. */
function Chart({ moment, turn, ...drawn }: ChartProps & { moment: RunMoment; turn: number }) {
  const { say } = useDisplay();
  // A new day is taken up in turn; the memory below sees nothing new until then.
  const result = useInTurn(drawn.result, turn);
  return (
    <Track
      at={moment.time / DAY}
      legend={drawn.lines.map(({ key, label, of, stroke, dash, width }) => {
        const value = of(moment);
        return (
          <LegendLine
            key={key}
            label={label}
            value={value === null ? '–' : say(value, drawn.kind)}
            stroke={stroke}
            dash={dash}
            width={width}
          />
        );
      })}
    >
      {result ? <Curves {...drawn} result={result} /> : <div style={{ height: drawn.height }} />}
    </Track>
  );
}

interface ChartProps {
  result: RunResult;
  name: string;
  kind: QuantityKind;
  lines: readonly Drawn[];
  height: number;
  from: number | 'auto';
  digits?: number;
}

/** The lines of a chart, painted once for a day and a choice of lines. */
const Curves = memo(
  function Curves({ result, name, kind, lines, height, from, digits = 0 }: ChartProps) {
    const theme = useTheme();
    const { palette } = theme.vars ?? theme;
    const { unit } = useDisplay();
    const shown = (value: number | null) => (value === null ? null : fromSI(value, kind, unit(kind)));
    const data = result.moments
      .filter((_, i) => i % DRAWN_EVERY === 0)
      .map((each) => ({
        time: each.time,
        ...Object.fromEntries(lines.map(({ key, of }) => [key, shown(of(each))])),
      }));
    const values = result.moments.flatMap((each) => lines.map(({ of }) => shown(of(each)))).filter((value) => value !== null);
    const up = roundAxis(from === 'auto' ? Math.min(...values) : from, Math.max(...values, from === 'auto' ? -1e9 : from), 4);
    const axis = { stroke: palette.text.secondary, tick: { fontSize: 12.5, fill: palette.text.secondary } };
    const steady = { dot: false, isAnimationActive: false, connectNulls: false };
    return (
      <figure style={{ margin: 0 }} aria-label={name}>
        <ResponsiveContainer width="100%" height={height}>
          <ComposedChart data={data} margin={{ top: 6, right: 0, bottom: 0, left: 0 }}>
            <CartesianGrid stroke={palette.divider} />
            <XAxis dataKey="time" type="number" domain={[0, DAY]} ticks={HOURS} tickFormatter={clock} {...axis} />
            <YAxis
              mirror
              width={1}
              {...up}
              stroke={axis.stroke}
              tick={
                <InsideTick
                  fill={axis.stroke}
                  words={(value) => `${formatNumber(value, Math.max(digits, tickPlaces(up.ticks)))} ${unit(kind)}`}
                />
              }
            />
            {lines.map(({ key, stroke, width, dash, filled }) =>
              filled ? (
                <Area
                  key={key}
                  {...steady}
                  type="stepAfter"
                  dataKey={key}
                  stroke={stroke}
                  strokeWidth={width}
                  fill={stroke}
                  fillOpacity={0.2}
                />
              ) : (
                <Line
                  key={key}
                  {...steady}
                  type="linear"
                  dataKey={key}
                  stroke={stroke}
                  strokeWidth={width}
                  strokeDasharray={dash}
                />
              ),
            )}
          </ComposedChart>
        </ResponsiveContainer>
      </figure>
    );
  },
  // What a line draws follows from the day and from what it is called: its function is made anew each time.
  (before, after) =>
    before.result === after.result &&
    before.lines.length === after.lines.length &&
    before.lines.every((line, i) => {
      const next = after.lines[i];
      return line.key === next?.key && line.label === next.label && line.stroke === next.stroke;
    }),
);
