import { fitted } from '../scene/fit.ts';
import { boxOf, type Group, type Mark, words } from '../scene/mark.ts';
import { textWidth } from '../text-width.ts';
import { CAUTION, type PaperHead, revisionWords } from './drawing.ts';

export const TITLE_HEIGHT = 22;
const PAD = 2;
/** Heights of type, mm. */
const LABEL = 2.8;
const TEXT = 3.8;
const LARGE = 5.5;

/** Words broken into lines no wider than a width. */
function brokenInto(text: string, width: number, size: number, weight = 400): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && textWidth(`${last} ${word}`, size, weight) <= width) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/**
 * Frame of a sheet and the block at its foot: job, place, drawing, revision, date, scale, sheet k of n, caution.
 * @param width and height inside the margin, mm
 * @returns groups in mm from the top left of the frame
 */
export function titleBlock(
  head: PaperHead,
  title: string,
  [sheet, sheets]: readonly [number, number],
  [width, height]: readonly [number, number],
): Group[] {
  const top = height - TITLE_HEIGHT;
  // Shares of the width: job, drawing, four short cells, caution.
  const shares = [0.24, 0.17, 0.1, 0.13, 0.09, 0.27];
  const edges = [0];
  for (const share of shares) edges.push((edges.at(-1) as number) + share * width);
  const cell = (i: number) => ({ x: edges[i] as number, room: shares[i] as number });
  const marks: Mark[] = [
    { kind: 'path', d: boxOf(0, 0, width, height), stroke: 'metal', width: 0.5 },
    { kind: 'path', d: `M0 ${top}H${width}`, stroke: 'metal', width: 0.5 },
    ...edges.slice(1, -1).map((x): Mark => ({ kind: 'path', d: `M${x} ${top}V${height}`, stroke: 'metal', width: 0.25 })),
  ];
  const put = (i: number, label: string, text: string, below = '', size = TEXT) => {
    const { x, room } = cell(i);
    const wide = room * width - 2 * PAD;
    marks.push(words(label, [x + PAD, top + 4.2], { size: LABEL, ink: 'string' }));
    marks.push(fitted(words(text, [x + PAD, top + 11], { size, weight: 700 }), wide));
    if (below) marks.push(fitted(words(below, [x + PAD, top + 17], { size: TEXT }), wide));
  };
  put(0, 'Job', head.job || 'Unnamed job', head.place, LARGE);
  put(1, 'Drawing', title, `rulebook ${head.rulebook}`, TEXT + 0.6);
  put(2, 'Revision', revisionWords(head));
  put(3, 'Date', head.date);
  put(4, 'Sheet', `${sheet} of ${sheets}`, 'scale: none');
  const { x, room } = cell(5);
  brokenInto(CAUTION, room * width - 2 * PAD, LABEL + 0.1)
    .slice(0, 5)
    .forEach((line, i) => {
      marks.push(words(line, [x + PAD, top + 4.4 + i * 3.4], { size: LABEL + 0.1 }));
    });
  return [{ key: 'frame', role: 'frame', component: null, label: 'Frame', owner: null, at: [0, 0], marks }];
}
