import type { Drawing } from '../paper/drawing.ts';
import { boxOf, type Group, type Ink, type Mark, ringOf, through, words } from '../scene/mark.ts';
import type { Point } from '../sheet.ts';
import { textWidth } from '../text-width.ts';

/** Room for the numbers at the left, the words at the foot, and a little at the other sides, mm. */
const ROOM = { left: 13, foot: 11, top: 5, right: 5 };
const SIZE = 3;

export interface Axis {
  label: string;
  from: number;
  to: number;
  /** How a number on it is written. */
  write: (value: number) => string;
}

/** A line, or points, over the two axes. */
export interface Series {
  kind: 'line' | 'points' | 'squares';
  points: readonly Point[];
  ink: Ink;
  dash?: readonly number[];
  /** Radius of each point, mm, where they differ. */
  radii?: readonly number[];
  label: string;
}

/** The next of 1, 2, 3, 4, 5, 6, 8 times a power of ten: axes end on a round number. */
export function roundUp(value: number): number {
  const power = 10 ** Math.floor(Math.log10(Math.max(value, 1e-9)));
  return ([1, 2, 3, 4, 5, 6, 8, 10].find((step) => step * power >= value - 1e-12) ?? 10) * power;
}

/**
 * A chart on paper: frame, five ticks to each axis, what is drawn over them, and a line for each below.
 * @param width and height of all of it, mm
 */
export function chart(title: string, x: Axis, y: Axis, series: readonly Series[], width = 120, height = 74): Drawing {
  const across = width - ROOM.left - ROOM.right;
  const key = 5;
  const up = height - ROOM.top - ROOM.foot - key;
  const at = ([px, py]: Point): Point => [
    ROOM.left + ((px - x.from) / (x.to - x.from)) * across,
    ROOM.top + up - ((py - y.from) / (y.to - y.from)) * up,
  ];
  const ticks = [0, 0.25, 0.5, 0.75, 1];
  const marks: Mark[] = [
    { kind: 'path', d: boxOf(ROOM.left, ROOM.top, across, up), stroke: 'string', width: 0.25 },
    ...ticks.flatMap((share): Mark[] => {
      const [px, py] = [x.from + share * (x.to - x.from), y.from + share * (y.to - y.from)];
      const [tx, ty] = [at([px, y.from]), at([x.from, py])];
      return [
        { kind: 'path', d: `M${tx[0]} ${ROOM.top}V${ROOM.top + up}`, stroke: 'string', width: 0.1 },
        { kind: 'path', d: `M${ROOM.left} ${ty[1]}H${ROOM.left + across}`, stroke: 'string', width: 0.1 },
        words(x.write(px), [tx[0], ROOM.top + up + 3.6], { size: SIZE, anchor: share === 1 ? 'end' : 'middle' }),
        words(y.write(py), [ROOM.left - 1.2, ty[1] + 1], { size: SIZE, anchor: 'end' }),
      ];
    }),
    words(y.label, [ROOM.left, ROOM.top - 1.5], { size: SIZE, weight: 700 }),
    words(x.label, [ROOM.left + across, ROOM.top + up + 7.6], { size: SIZE, weight: 700, anchor: 'end' }),
    ...series.flatMap((each) => seriesMarks(each, at)),
  ];
  // What each line is, in a row at the foot.
  let along = ROOM.left;
  const keys = series
    .filter(({ label }) => label !== '')
    .flatMap(({ label, ink, kind, dash }): Mark[] => {
      const from = along;
      along += 11.5 + textWidth(label, SIZE);
      const sample: Mark =
        kind === 'line'
          ? { kind: 'path', d: `M${from} ${height - 2.2}h6`, stroke: ink, width: 0.7, ...(dash ? { dash } : {}) }
          : {
              kind: 'path',
              d: kind === 'points' ? ringOf(1.1, from + 3, height - 2.2) : boxOf(from + 2, height - 3.2, 2, 2),
              fill: ink,
            };
      return [sample, words(label, [from + 7.5, height - 1.2], { size: SIZE })];
    });
  const group: Group = {
    key: 'chart',
    role: 'frame',
    component: null,
    label: title,
    owner: null,
    at: [0, 0],
    marks: [...marks, ...keys],
  };
  return { title, width, height, placed: [{ at: [0, 0], scale: 1, groups: [group] }] };
}

function seriesMarks({ kind, points, ink, dash, radii }: Series, at: (point: Point) => Point): Mark[] {
  if (points.length === 0) return [];
  if (kind === 'line') return [{ kind: 'path', d: through(points.map(at)), stroke: ink, width: 0.7, ...(dash ? { dash } : {}) }];
  return points.map((point, i): Mark => {
    const [x, y] = at(point);
    const r = radii?.[i] ?? 1.1;
    return {
      kind: 'path',
      d: kind === 'points' ? ringOf(r, x, y) : boxOf(x - r, y - r, 2 * r, 2 * r),
      fill: ink,
      stroke: 'board',
      width: 0.2,
    };
  });
}
