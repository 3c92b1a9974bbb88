import type { Drawing, Placed } from '../../core/drawing/paper/drawing.ts';
import type { Group, Ink, Mark, PathMark } from '../../core/drawing/scene/mark.ts';
import { BOLD_FROM } from '../../core/drawing/text-width.ts';
import { cleanText } from '../../model/clean-text.ts';
import { runsByFont } from '../fonts.ts';
import { PAPER_INKS, type Tint } from './inks.ts';

/** Text as XML holds it: without what no document may contain, and with its own signs written out. */
export const escapeXml = (text: string): string =>
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
  const spans = runs
    .flatMap(({ text, size, weight }) =>
      runsByFont(escapeXml(text)).map(
        (run) =>
          `<tspan font-family="${run.font}" font-size="${n(size)}" font-weight="${weight >= BOLD_FROM ? 700 : 400}">${run.text}</tspan>`,
      ),
    )
    .join('');
  const place = turn ? ` transform="rotate(${n(turn)} ${n(at[0])} ${n(at[1])})"` : '';
  return `<text x="${n(at[0])}" y="${n(at[1])}" fill="${inks[ink]}"${anchor ? ` text-anchor="${anchor}"` : ''}${place} xml:space="preserve">${spans}</text>`;
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
