import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { CurvePoint } from '../../core/control/weather-curve.ts';
import { formatNumber } from '../../core/quantity/format.ts';
import { fromSI } from '../../core/quantity/units.ts';
import { roundAxis, roundTicks } from '../look/round-ticks.ts';
import { useColours } from '../state/colours.ts';
import { useDisplay } from '../state/display.ts';

/** What the house needs over the weather beside what the controller sends. */
export default function CurveChart({
  name,
  need,
  sent,
}: {
  name: string;
  need: readonly CurvePoint[];
  sent: readonly CurvePoint[];
}) {
  const palette = useColours();
  const { unit } = useDisplay();
  const degrees = (value: number) => fromSI(value, 'temperature', unit('temperature'));
  const shown = (points: readonly CurvePoint[]) =>
    points.map(({ outdoor, flow }) => ({ outdoor: degrees(outdoor), flow: degrees(flow) }));
  const all = [...shown(need), ...shown(sent)];
  const outdoors = all.map(({ outdoor }) => outdoor);
  const [coldest, mildest] = [Math.min(...outdoors), Math.max(...outdoors)];
  const flows = roundAxis(Math.min(...all.map(({ flow }) => flow)), Math.max(...all.map(({ flow }) => flow)), 5);
  const axis = { stroke: palette.text.secondary, tick: { fontSize: 13, fill: palette.text.secondary } };
  const tick = (value: number) => formatNumber(value, 0);
  const label = { fontSize: 13, fill: palette.text.secondary };
  return (
    <figure style={{ margin: 0 }} aria-label={`${name}: flow temperature over the outdoor temperature`}>
      <ResponsiveContainer width="100%" height={260}>
        <LineChart margin={{ top: 10, right: 12, bottom: 18, left: -6 }}>
          <CartesianGrid stroke={palette.divider} />
          <XAxis
            dataKey="outdoor"
            type="number"
            domain={[coldest, mildest]}
            ticks={roundTicks(coldest, mildest)}
            allowDuplicatedCategory={false}
            tickFormatter={tick}
            {...axis}
            label={{ value: `outdoors, ${unit('temperature')}`, position: 'insideBottom', offset: -12, ...label }}
          />
          <YAxis
            {...flows}
            tickFormatter={tick}
            {...axis}
            label={{ value: unit('temperature'), position: 'insideTopLeft', offset: 14, ...label }}
          />
          <Line
            data={shown(need)}
            dataKey="flow"
            name="needed"
            stroke={palette.secondary.main}
            strokeWidth={3}
            strokeDasharray="8 5"
            dot={false}
            isAnimationActive={false}
          />
          {sent.length > 0 && (
            <Line
              data={shown(sent)}
              dataKey="flow"
              name="sent"
              stroke={palette.primary.main}
              strokeWidth={3}
              dot={false}
              isAnimationActive={false}
            />
          )}
        </LineChart>
      </ResponsiveContainer>
      <figcaption style={{ fontSize: 'table' }}>Dashed: what the emitters need. Solid: what the controller sends.</figcaption>
    </figure>
  );
}
