import type { Display, Job } from '../../../model/job.ts';
import { curveFollowers, curveOf, needOf } from '../../control/curve-followers.ts';
import { sentAt } from '../../control/weather-curve.ts';
import type { Design } from '../../design/design.ts';
import { formatNumber } from '../../quantity/format.ts';
import { fromSI, unitFor } from '../../quantity/units.ts';
import type { Drawing } from '../paper/drawing.ts';
import type { Point } from '../sheet.ts';
import { chart } from './chart.ts';

const degrees = (display: Display) => (value: number) => fromSI(value, 'temperature', unitFor('temperature', display));

/** Each weather curve: what the emitters need, and what is sent. */
export function curveFigures(job: Job, design: Design): { name: string; drawing: Drawing }[] {
  const shown = degrees(job.display);
  const unit = unitFor('temperature', job.display);
  return curveFollowers(job).flatMap((follower) => {
    const need = needOf(job, design, follower);
    const { curve } = follower;
    const straight = curveOf(job, design, follower);
    if (need.length === 0 || !curve || !straight) return [];
    const over = (of: (outdoor: number, flow: number) => number): Point[] =>
      need.map(({ outdoor, flow }): Point => [shown(outdoor), shown(of(outdoor, flow))]);
    const sent = over((outdoor) => sentAt(curve, straight, outdoor));
    const needed = over((_, flow) => flow);
    const all = [...sent, ...needed];
    const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
    const step = unit === '°F' ? 20 : 10;
    const write = (value: number) => formatNumber(value, 0);
    return [
      {
        name: follower.name,
        drawing: chart(
          `Weather curve: ${follower.name}`,
          { label: `outdoors, ${unit}`, from: Math.min(...xs), to: Math.max(...xs), write },
          {
            label: `flow, ${unit}`,
            from: Math.floor(Math.min(...ys) / step) * step,
            to: Math.ceil(Math.max(...ys) / step) * step,
            write,
          },
          [
            { kind: 'line', points: needed, ink: 'back', dash: [2, 1.4], label: 'the emitters need' },
            { kind: 'line', points: sent, ink: 'flow', label: 'is sent' },
          ],
        ),
      },
    ];
  });
}
