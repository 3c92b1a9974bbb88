import type { Drawing, Placed } from '../../core/drawing/paper/drawing.ts';
import type { Group, Ink, Mark, PathMark } from '../../core/drawing/scene/mark.ts';
import { BOLD_FROM, textWidth } from '../../core/drawing/text-width.ts';
import { cleanText } from '../../model/clean-text.ts';
import { runsByFont } from '../fonts.ts';
import { PAPER_INKS, type Tint } from './inks.ts';

/** Text as XML holds it: without what no document may contain, and with its own signs written out. */
const escapeXml = (text: string): string =>
  cleanText(text)
    .replace(/[\u200e\u200f\u202a-\u202e\u2066-\u2069\ufffe\uffff]/g, '')
    .replace(/[\r\n\t]+/g, ' ')
    .replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

const n = (value: number): string => String(Math.round(value * 1000) / 1000);

function moved({ at, turn, stretch }: Pick<PathMark, 'at' | 'turn' | 'stretch'>, scale = 1): string {
  const moves = [
    ...(at && (at[0] !== 0 || at[1] !== 0) ? [`translate(${n(at[0])} ${n(at[1])})`] : []),
    ...(turn ? [`rotate(${n(turn)})`] : []),
    ...(stretch ? [`scale(${n(stretch[0] * scale)} ${n(stretch[1] * scale)})`] : scale === 1 ? [] : [`scale(${n(scale)})`]),
  ];
  return moves.length === 0 ? '' : ` transform="${moves.join(' ')}"`;
}

function markSvg(mark: Mark, inks: Record<Ink, string>): string {
  if (mark.kind === 'path') {
    const { d, fill, stroke, width, dash, round } = mark;
    const line = stroke
      ? ` stroke="${inks[stroke]}" stroke-width="${n(width ?? 1)}"${dash ? ` stroke-dasharray="${dash.join(' ')}"` : ''}${round ? ' stroke-linecap="round"' : ''}`
      : '';
    return `<path d="${d}" fill="${fill ? inks[fill] : 'none'}"${line}${moved(mark)}/>`;
  }
  const { at, runs, ink, anchor, turn } = mark;
  // Each stretch of one size and type stands at its own place: programs differ in how they go on from one to the next.
  const pieces = runs.flatMap(({ text, size, weight }) => runsByFont(text).map((run) => ({ ...run, size, weight })));
  const widths = pieces.map(({ text, size, weight }) => textWidth(text, size, weight));
  const whole = widths.reduce((sum, width) => sum + width, 0);
  const place = turn ? ` transform="rotate(${n(turn)} ${n(at[0])} ${n(at[1])})"` : '';
  const alone = pieces.length === 1 && anchor ? ` text-anchor="${anchor}"` : '';
  let along = alone ? 0 : anchor === 'end' ? -whole : anchor === 'middle' ? -whole / 2 : 0;
  return pieces
    .map(({ text, font, size, weight }, i) => {
      const x = at[0] + along;
      along += widths[i] as number;
      const [plain, blanks] = [text.trimStart(), text.length - text.trimStart().length];
      const from = x + textWidth(' '.repeat(blanks), size, weight);
      return `<text x="${n(from)}" y="${n(at[1])}" fill="${inks[ink]}"${alone}${place} font-family="${font}" font-size="${n(size)}" font-weight="${weight >= BOLD_FROM ? 700 : 400}">${escapeXml(plain)}</text>`;
    })
    .join('');
}

const groupSvg = (group: Group, inks: Record<Ink, string>): string =>
  `<g${group.label ? ` data-role="${group.role}"` : ''}${moved(group)}>${group.marks.map((mark) => markSvg(mark, inks)).join('')}</g>`;

const placedSvg = ({ at, scale, groups }: Placed, inks: Record<Ink, string>): string =>
  `<g${moved({ at }, scale)}>${groups.map((group) => groupSvg(group, inks)).join('')}</g>`;

/** A drawing as an SVG document of its true size (SVG 1.1, W3C). */
export function drawingToSvg(drawing: Drawing, tint: Tint = 'colour'): string {
  const inks = PAPER_INKS[tint];
  const { width, height, placed, title } = drawing;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}" stroke-linejoin="round">`,
    `<title>${escapeXml(title)}</title>`,
    ...placed.map((each) => placedSvg(each, inks)),
    '</svg>\n',
  ].join('\n');
}
