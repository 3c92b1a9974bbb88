import { CartesianGrid, Line, LineChart, ReferenceDot, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { PumpDesign } from '../../core/design/choose-pump.ts';
import { drivenBy } from '../../core/design/driven-by.ts';
import { formatNumber } from '../../core/quantity/format.ts';
import { fromSI } from '../../core/quantity/units.ts';
import { roundAxis, roundTicks, tickPlaces } from '../look/round-ticks.ts';
import { useColours } from '../state/colours.ts';
import { useDisplay } from '../state/display.ts';

/** Pump curve and system curve with the point where they meet. */
export default function PumpChart({ pump }: { pump: PumpDesign }) {
  const palette = useColours();
  const { unit, say } = useDisplay();
  const { duty } = pump;
  if (!duty) return null;
  const flow = (value: number) => fromSI(value, 'volumeFlow', unit('volumeFlow'));
  const head = (value: number) => fromSI(value, 'head', unit('head'));
  const mostFlow = flow(duty.pumpCurve.at(-1)?.[0] ?? 0);
  const flows = roundTicks(0, mostFlow, 5);
  const heads = roundAxis(0, head(Math.max(...duty.pumpCurve.map(([, h]) => h)) * 1.05), 5);
  const points = (curve: readonly [number, number][]) => curve.map(([x, h]) => ({ flow: flow(x), head: head(h) }));
  const axis = { stroke: palette.text.secondary, tick: { fontSize: 12, fill: palette.text.secondary } };
  return (
    <figure style={{ margin: '16px 0 0' }} aria-label={`Pump curve of ${duty.label}, ${duty.running}`}>
      <figcaption style={{ fontSize: 'table', marginBottom: 4 }}>
        {duty.label}, {duty.running}: meets the system at {say(duty.flow.value, 'volumeFlow')}, {say(duty.head.value, 'head')}
      </figcaption>
      <ResponsiveContainer width="100%" height={190}>
        <LineChart margin={{ top: 6, right: 8, bottom: 14, left: -14 }}>
          <CartesianGrid stroke={palette.divider} />
          <XAxis
            dataKey="flow"
            type="number"
            domain={[0, mostFlow]}
            ticks={flows}
            allowDataOverflow
            tickFormatter={(x: number) => formatNumber(x, tickPlaces(flows))}
            {...axis}
            label={{
              value: unit('volumeFlow'),
              position: 'insideBottomRight',
              offset: -8,
              fontSize: 12,
              fill: palette.text.secondary,
            }}
          />
          <YAxis
            {...heads}
            allowDataOverflow
            tickFormatter={(y: number) => formatNumber(y, tickPlaces(heads.ticks))}
            {...axis}
            label={{
              value: unit('head'),
              position: 'insideTopLeft',
              offset: 18,
              fontSize: 12,
              fill: palette.text.secondary,
            }}
          />
          <Line
            data={points(duty.pumpCurve)}
            dataKey="head"
            name="pump"
            stroke={palette.primary.main}
            strokeWidth={2.5}
            dot={false}
            isAnimationActive={false}
          />
          <Line
            data={points(duty.systemCurve)}
            dataKey="head"
            name="system"
            stroke={palette.secondary.main}
            strokeWidth={2.5}
            strokeDasharray="7 4"
            dot={false}
            isAnimationActive={false}
          />
          <ReferenceDot
            x={flow(duty.flow.value)}
            y={head(duty.head.value)}
            r={6}
            fill={palette.text.primary}
            stroke={palette.background.paper}
            strokeWidth={2}
          />
        </LineChart>
      </ResponsiveContainer>
      <p style={{ margin: 0, fontSize: 'label' }}>Solid: pump. Dashed: system. Dot: duty point. {drivenBy({ say }, pump)}</p>
    </figure>
  );
}
