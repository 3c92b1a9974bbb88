import type { ComponentId } from '../../model/job.ts';
import type { Point, Sheet } from './sheet.ts';

/** Pieces of pipe that have no sign of their own. */
const PLAIN: readonly ComponentId[] = ['bend', 'elbow', 'tee-straight', 'tee-branch'];
const WIDEST = 21;

/**
 * Draws the parts of a pipe one after the other in the order the water meets them, evenly between two points, and no
 * wider apart than they need.
 * @param end of the stretch where the parts stand close: parts of a return gather at its end, others at its start
 */
export function drawParts(
  sheet: Sheet,
  pipe: string,
  all: readonly ComponentId[],
  [from, to]: readonly [Point, Point],
  end: 'start' | 'end' = 'start',
): void {
  const parts = all.filter((part) => !PLAIN.includes(part));
  if (parts.length === 0) return;
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy);
  const step = parts.length > 1 ? Math.min(WIDEST, length / (parts.length - 1)) : 0;
  const first = end === 'start' ? 0 : length - step * (parts.length - 1);
  parts.forEach((part, i) => {
    const along = (first + i * step) / length;
    sheet.parts.push({
      id: `${pipe}/${i}`,
      pipe,
      part,
      at: [from[0] + dx * along, from[1] + dy * along],
      upright: dx === 0,
      // Crowded parts are drawn smaller, so that none covers the next.
      size: parts.length > 1 ? Math.min(17, step - 2) : 17,
    });
  });
}
