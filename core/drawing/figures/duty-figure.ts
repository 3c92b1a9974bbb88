import type { Display } from '../../../model/job.ts';
import type { PumpDesign } from '../../design/choose-pump.ts';
import type { Combination } from '../../design/combinations.ts';
import { dutyPoints } from '../../design/duty-map.ts';
import { formatNumber } from '../../quantity/format.ts';
import { fromSI, unitFor } from '../../quantity/units.ts';
import type { Drawing } from '../paper/drawing.ts';
import type { Point } from '../sheet.ts';
import { chart, roundUp } from './chart.ts';

/** The curve of a pump with a point for every combination of calls that was run, larger the more lie there; square on the design day. */
export function dutyFigure({ place, label, duty }: PumpDesign, found: readonly Combination[], display: Display): Drawing | null {
  if (!duty) return null;
  const flow = (value: number) => fromSI(value, 'volumeFlow', unitFor('volumeFlow', display));
  const head = (value: number) => fromSI(value, 'head', unitFor('head', display));
  const most = {
    flow: Math.max(...duty.pumpCurve.map(([q]) => q), duty.flow.value),
    head: Math.max(...duty.pumpCurve.map(([, h]) => h), duty.head.value),
  };
  const points = dutyPoints(found, place, most.flow, most.head);
  const at = ({ flow: q, head: h }: { flow: number; head: number }): Point => [flow(q), head(h)];
  const apart = points.filter(({ designDay }) => !designDay);
  const [x, y] = [roundUp(flow(most.flow)), roundUp(head(most.head) * 1.02)];
  return chart(
    `Duty: ${label}`,
    { label: `flow, ${unitFor('volumeFlow', display)}`, from: 0, to: x, write: (value) => formatNumber(value, x < 10 ? 2 : 0) },
    { label: `head, ${unitFor('head', display)}`, from: 0, to: y, write: (value) => formatNumber(value, 2) },
    [
      { kind: 'line', points: duty.pumpCurve.map(([q, h]): Point => [flow(q), head(h)]), ink: 'metal', label: duty.running },
      {
        kind: 'points',
        points: apart.map(at),
        radii: apart.map(({ count }) => Math.min(0.9 + 0.35 * Math.log2(count), 2.6)),
        ink: 'back',
        label: 'some call',
      },
      { kind: 'squares', points: [at({ flow: duty.flow.value, head: duty.head.value })], ink: 'flow', label: 'design day' },
    ],
    86,
    62,
  );
}
