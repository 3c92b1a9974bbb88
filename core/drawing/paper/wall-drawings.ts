import type { Look } from '../scene/look.ts';
import { type Group, words } from '../scene/mark.ts';
import { inkOf } from '../scene/pipes.ts';
import { sceneOf } from '../scene/scene.ts';
import type { Sheet } from '../sheet.ts';
import type { Drawing, PaperHead } from './drawing.ts';
import { legend, legendHeight } from './legend.ts';
import { MARGIN, PAPERS, type PaperSize } from './paper-size.ts';
import { TITLE_HEIGHT, titleBlock } from './title-block.ts';
import { type Crossing, inWindow, windowsOf } from './windows.ts';

/** Least mm to a sheet unit: the smallest words on the wall are then 2.3 mm high, which is read at arm's length. */
const LEAST_SCALE = 0.2;
/** Most mm to a unit: a small plant does not fill a large sheet with a few thick pipes. */
const MOST_SCALE = 0.42;
const PAD = 4;

/** An arrow beyond the cut for each pipe that goes on, and where to. */
function onward(crossings: readonly Crossing[], sheet: number, cold: boolean): Group[] {
  return crossings.map(({ role, at, side }, i) => ({
    key: `onward/${side}/${i}`,
    role: 'frame',
    component: null,
    label: 'goes on',
    owner: null,
    at,
    marks: [
      {
        kind: 'path',
        d: side === 'left' ? 'M-2 -6L-9 0L-2 6z' : 'M2 -6L9 0L2 6z',
        fill: inkOf(role, cold),
      },
      words(`sheet ${side === 'left' ? sheet - 1 : sheet + 1}`, side === 'left' ? [-10, 20] : [10, 20], {
        size: 12.5,
        anchor: side === 'left' ? undefined : 'end',
        weight: 700,
      }),
    ],
  }));
}

/**
 * The wall on paper: one sheet, or several where one would be too small to read, each with frame, title block and legend.
 * @param sheet the wall, as it is on the screen
 * @returns drawings in mm, landscape
 */
export function wallDrawings(sheet: Sheet, look: Look, head: PaperHead, paper: PaperSize): Drawing[] {
  const [width, height] = PAPERS[paper];
  const [wide, high] = [width - 2 * MARGIN, height - 2 * MARGIN];
  const cold = look.state?.cools === true;
  const signs = legendHeight(sheet, wide - 2 * PAD);
  const room = { width: wide - 2 * PAD - 6, height: high - TITLE_HEIGHT - signs - 2 * PAD };
  const tallest = Math.min(MOST_SCALE, room.height / sheet.height);
  const whole = Math.min(tallest, room.width / sheet.width);
  const windows = whole >= LEAST_SCALE ? [{ from: 0, to: sheet.width }] : windowsOf(sheet, room.width / LEAST_SCALE);
  const widest = Math.max(...windows.map(({ from, to }) => to - from));
  const scale = Math.min(tallest, room.width / widest);
  return windows.map((window, i) => {
    const { sheet: part, crossings } = inWindow(sheet, window);
    const left = PAD + 3 + Math.max(0, (room.width - part.width * scale) / 2);
    const top = PAD + Math.max(0, (room.height - part.height * scale) / 2);
    const title = cold ? 'Plant-room wall in summer' : 'Plant-room wall';
    return {
      title: windows.length === 1 ? title : `${title}, sheet ${i + 1} of ${windows.length}`,
      width,
      height,
      placed: [
        { at: [MARGIN, MARGIN], scale: 1, groups: titleBlock(head, title, [i + 1, windows.length], [wide, high]) },
        { at: [MARGIN + PAD, MARGIN + high - TITLE_HEIGHT - signs], ...legend(sheet, wide - 2 * PAD, cold) },
        {
          at: [MARGIN + left, MARGIN + top],
          scale,
          groups: [...sceneOf(part, look), ...onward(crossings, i + 1, cold)],
        },
      ],
    };
  });
}
