import { cutToWidth, textWidth } from '../text-width.ts';
import type { Run, TextMark } from './mark.ts';

/** Least share of its size that a line is set in before it is cut. */
const LEAST = 0.72;

const widthOf = (runs: readonly Run[]) => runs.reduce((sum, { text, size, weight }) => sum + textWidth(text, size, weight), 0);

/** A line of text no wider than its room: set smaller as far as it can be read, then cut short, the whole of it kept beside. */
export function fitted(mark: TextMark, room: number): TextMark {
  const width = widthOf(mark.runs);
  if (width <= room) return mark;
  const share = Math.max(room / width, LEAST);
  const runs = mark.runs.map((run) => ({ ...run, size: run.size * share }));
  if (widthOf(runs) <= room + 1e-6) return { ...mark, runs };
  const whole = mark.whole ?? mark.runs.map(({ text }) => text).join('');
  let left = room;
  const cut = runs.flatMap((run) => {
    if (left <= 0) return [];
    const text = cutToWidth(run.text, left, run.size, run.weight);
    left = text === run.text ? left - textWidth(text, run.size, run.weight) : 0;
    return text === '…' && run !== runs[0] ? [] : [{ ...run, text }];
  });
  return { ...mark, runs: cut, whole };
}
