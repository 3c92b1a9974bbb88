import svgpath from 'svgpath';
import type { Point } from '../../core/drawing/sheet.ts';

/** A line of points, closed or not. */
export interface Polyline {
  points: Point[];
  closed: boolean;
}

/** Chords a curve is drawn with: at the size of a sign they stay within a few hundredths of a millimetre of it. */
const CHORDS = 12;

/** Outline of SVG path data as straight lines, curves as chords. */
export function flattened(d: string): Polyline[] {
  const lines: Polyline[] = [];
  let run: Point[] = [];
  const end = (closed: boolean) => {
    if (run.length > 1) lines.push({ points: run, closed });
    run = [];
  };
  let start: Point = [0, 0];
  let at: Point = [0, 0];
  const to = (next: Point) => {
    if (run.length === 0) run.push(at);
    run.push(next);
    at = next;
  };
  svgpath(d)
    .abs()
    .unarc()
    .unshort()
    .iterate((segment) => {
      const [command, ...n] = segment as [string, ...number[]];
      const point = (i: number): Point => [n[i] as number, n[i + 1] as number];
      switch (command) {
        case 'M':
          end(false);
          at = point(0);
          start = at;
          break;
        case 'L':
          to(point(0));
          break;
        case 'H':
          to([n[0] as number, at[1]]);
          break;
        case 'V':
          to([at[0], n[0] as number]);
          break;
        case 'C': {
          const [from, a, b, last] = [at, point(0), point(2), point(4)];
          for (let i = 1; i <= CHORDS; i++) to(between([from, a, b, last], i / CHORDS));
          break;
        }
        case 'Q': {
          const [from, a, last] = [at, point(0), point(2)];
          for (let i = 1; i <= CHORDS; i++) to(between([from, a, last], i / CHORDS));
          break;
        }
        default:
          end(true);
          at = start;
      }
    });
  end(false);
  return lines;
}

/** A point of a Bézier curve, by repeated halfway points (de Casteljau). */
function between(points: readonly Point[], share: number): Point {
  if (points.length === 1) return points[0] as Point;
  return between(
    points.slice(1).map(([x, y], i): Point => {
      const [fromX, fromY] = points[i] as Point;
      return [fromX + (x - fromX) * share, fromY + (y - fromY) * share];
    }),
    share,
  );
}
