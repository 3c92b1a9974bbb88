import useMediaQuery from '@mui/material/useMediaQuery';
import { CartesianGrid, ComposedChart, Line, ResponsiveContainer, Scatter, XAxis, YAxis } from 'recharts';
import type { PumpDuty } from '../../core/design/choose-pump.ts';
import type { DutyPoint } from '../../core/design/duty-map.ts';
import { formatNumber } from '../../core/quantity/format.ts';
import { fromSI } from '../../core/quantity/units.ts';
import { roundAxis, tickPlaces } from '../look/round-ticks.ts';
import { useColours } from '../state/colours.ts';
import { useDisplay } from '../state/display.ts';

interface Props {
  duty: PumpDuty;
  points: readonly DutyPoint[];
  onOpen: (calls: string) => void;
}

/** The curve of a pump with a point for every combination of calls; pressing one opens the wall in that state. */
export default function DutyMap({ duty, points, onOpen }: Props) {
  const palette = useColours();
  const narrow = useMediaQuery('(max-width: 599px)');
  const { unit } = useDisplay();
  const flow = (value: number) => fromSI(value, 'volumeFlow', unit('volumeFlow'));
  const head = (value: number) => fromSI(value, 'head', unit('head'));
  const flows = roundAxis(0, flow(1.6 * Math.max(duty.flow.value, ...points.map((point) => point.flow))), narrow ? 4 : 6);
  const heads = roundAxis(0, head(1.15 * Math.max(...duty.pumpCurve.map(([, h]) => h))));
  const axis = { stroke: palette.text.secondary, tick: { fontSize: 14, fill: palette.text.secondary } };
  const title = { fontSize: 14, fill: palette.text.secondary };
  const drawn = points.map((point) => ({ ...point, x: flow(point.flow), y: head(point.head) }));
  return (
    <ResponsiveContainer width="100%" height={430}>
      <ComposedChart margin={{ top: 12, right: 20, bottom: 26, left: 6 }}>
        <CartesianGrid stroke={palette.divider} />
        <XAxis
          dataKey="x"
          type="number"
          {...flows}
          allowDataOverflow
          tickFormatter={(x: number) => formatNumber(x, tickPlaces(flows.ticks))}
          {...axis}
          label={{ value: `flow, ${unit('volumeFlow')}`, position: 'insideBottomRight', offset: -14, ...title }}
        />
        <YAxis
          dataKey="y"
          type="number"
          {...heads}
          allowDataOverflow
          tickFormatter={(y: number) => formatNumber(y, tickPlaces(heads.ticks))}
          {...axis}
          label={{ value: `head, ${unit('head')}`, angle: -90, position: 'insideLeft', ...title }}
        />
        <Line
          data={duty.pumpCurve.map(([x, y]) => ({ x: flow(x), y: head(y) }))}
          dataKey="y"
          stroke={palette.primary.main}
          strokeWidth={3}
          dot={false}
          isAnimationActive={false}
        />
        <Scatter
          data={drawn}
          dataKey="y"
          isAnimationActive={false}
          shape={(props: { cx?: number; cy?: number; payload?: DutyPoint }) => (
            <Spot cx={props.cx ?? 0} cy={props.cy ?? 0} point={props.payload as DutyPoint} onOpen={onOpen} />
          )}
        />
      </ComposedChart>
    </ResponsiveContainer>
  );
}

/** One spot: wider the more combinations lie there, square on the design day. */
function Spot({ cx, cy, point, onOpen }: { cx: number; cy: number; point: DutyPoint; onOpen: (calls: string) => void }) {
  const palette = useColours();
  const radius = Math.min(5 + 1.6 * Math.log2(point.count), 14);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a shortcut; the table beside the map has a button for each end of it
    <g style={{ cursor: 'pointer' }} onClick={() => onOpen(point.calls)}>
      <title>{point.count === 1 ? 'One combination' : `${point.count} combinations`}: open it on the wall</title>
      {point.designDay ? (
        <rect
          x={cx - 8}
          y={cy - 8}
          width={16}
          height={16}
          fill={palette.text.primary}
          stroke={palette.background.paper}
          strokeWidth={2}
        />
      ) : (
        <circle
          cx={cx}
          cy={cy}
          r={radius}
          fill={palette.secondary.main}
          fillOpacity={0.55}
          stroke={palette.secondary.main}
          strokeWidth={1.5}
        />
      )}
    </g>
  );
}
