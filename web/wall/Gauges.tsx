import type { FlowLabel, SheetGauge } from '../../core/drawing/sheet.ts';
import { say } from '../../core/quantity/format.ts';
import { useJobPart } from '../state/job-context.tsx';
import { flowOf, ownerOf, useWall } from './wall-context.ts';

const RADIUS = 11;
/** Gauge pressure at which the needle has gone all the way round, Pa: the usual dial of a small plant. */
const FULL_SCALE = 4e5;
const SWEEP = 270;

/** Dials that show the pressure just now, and the flow written along each riser. */
export function Gauges({ gauges, flows }: { gauges: readonly SheetGauge[]; flows: readonly FlowLabel[] }) {
  return (
    <>
      {gauges.map((gauge) => (
        <Gauge key={gauge.point} gauge={gauge} />
      ))}
      {flows.map((label) => (
        <Flow key={label.pipe} label={label} />
      ))}
    </>
  );
}

function Gauge({ gauge: { point, at, tap, label } }: { gauge: SheetGauge }) {
  const { colours, state, lit } = useWall();
  const display = useJobPart((job) => job.display);
  const pressure = state?.gauges[point];
  if (pressure === undefined) return null;
  const owner = ownerOf(point);
  const away = lit !== null && owner !== null && owner !== lit;
  const [x, y] = at;
  const turn = pressure === null ? 0 : Math.min(Math.max(pressure / FULL_SCALE, 0), 1) * SWEEP;
  const text = pressure === null ? 'cut off' : say(pressure, 'pressure', display);
  return (
    <g opacity={away ? 0.45 : 1}>
      <title>{`${label}: ${text} on the gauge`}</title>
      <path d={`M${tap[0]} ${tap[1]}L${tap[0]} ${y}L${x} ${y}`} fill="none" stroke={colours.metal} strokeWidth={1.5} />
      <circle cx={x} cy={y} r={RADIUS} fill={colours.tag} stroke={colours.metal} strokeWidth={2.4} />
      {pressure !== null && (
        <path
          d="M0 2L0 -8"
          stroke={colours.stop}
          strokeWidth={2}
          strokeLinecap="round"
          transform={`translate(${x} ${y}) rotate(${turn - SWEEP / 2})`}
        />
      )}
      <text x={x + RADIUS + 5} y={y + 5} fontSize={13.5} fontWeight={650} fill={colours.metal} style={{ fontStretch: '86%' }}>
        {text}
      </text>
    </g>
  );
}

function Flow({ label: { pipe, at, upright } }: { label: FlowLabel }) {
  const { colours, state, lit } = useWall();
  const display = useJobPart((job) => job.display);
  const flow = flowOf(state, pipe);
  if (flow === null) return null;
  const owner = ownerOf(pipe);
  const away = lit !== null && owner !== null && owner !== lit;
  const text = flow === 0 ? 'still' : `${flow < 0 ? 'backwards ' : ''}${say(Math.abs(flow), 'volumeFlow', display)}`;
  return (
    <text
      x={at[0]}
      y={at[1]}
      fontSize={13}
      fontWeight={650}
      fill={flow < 0 ? colours.stop : colours.metal}
      opacity={away ? 0.45 : 1}
      transform={upright ? `rotate(-90 ${at[0]} ${at[1]})` : undefined}
      style={{ fontStretch: '84%' }}
    >
      {text}
    </text>
  );
}
