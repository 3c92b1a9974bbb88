import { sayOnTag } from '../../quantity/format.ts';
import { ownerOf } from '../owner.ts';
import type { FlowLabel, SheetGauge } from '../sheet.ts';
import { flowIn, type Look } from './look.ts';
import { type Group, ringOf, words } from './mark.ts';

const RADIUS = 11;
/** Gauge pressure at which the needle has gone all the way round, Pa: the usual dial of a small plant. */
const FULL_SCALE = 4e5;
const SWEEP = 270;

/** Dials that show the pressure just now. */
export const gaugeGroups = (gauges: readonly SheetGauge[], { state, display }: Look): Group[] =>
  gauges.flatMap(({ point, at: [x, y], tap, label }) => {
    const pressure = state?.gauges[point];
    if (pressure === undefined) return [];
    const turn = pressure === null ? 0 : Math.min(Math.max(pressure / FULL_SCALE, 0), 1) * SWEEP;
    const text = pressure === null ? 'cut off' : sayOnTag(pressure, 'pressure', display);
    return [
      {
        key: `gauge/${point}`,
        role: 'gauge',
        component: point,
        label: `${label}: ${text} on the gauge`,
        owner: ownerOf(point),
        at: [0, 0],
        marks: [
          { kind: 'path', d: `M${tap[0]} ${tap[1]}L${tap[0]} ${y}L${x} ${y}`, stroke: 'metal', width: 1.5 },
          { kind: 'path', d: ringOf(RADIUS, x, y), fill: 'tag', stroke: 'metal', width: 2.4 },
          ...(pressure === null
            ? []
            : [
                {
                  kind: 'path',
                  d: 'M0 2L0 -8',
                  stroke: 'stop',
                  width: 2,
                  round: true,
                  at: [x, y],
                  turn: turn - SWEEP / 2,
                } as const,
              ]),
          words(text, [x + RADIUS + 5, y + 5], { size: 13.5, weight: 650 }),
        ],
      },
    ];
  });

/** The flow written along each riser. */
export const flowGroups = (flows: readonly FlowLabel[], look: Look): Group[] =>
  flows.flatMap(({ pipe, at, upright }) => {
    const flow = flowIn(look, pipe);
    if (flow === null) return [];
    const text = flow === 0 ? 'still' : `${flow < 0 ? 'backwards ' : ''}${sayOnTag(Math.abs(flow), 'volumeFlow', look.display)}`;
    return [
      {
        key: `flow/${pipe}`,
        role: 'flow',
        component: pipe,
        label: text,
        owner: ownerOf(pipe),
        at: [0, 0],
        marks: [words(text, at, { size: 13, weight: 650, ink: flow < 0 ? 'stop' : 'metal', ...(upright ? { turn: -90 } : {}) })],
      },
    ];
  });
