import { say, showOnTag } from '../../quantity/format.ts';
import type { Point } from '../sheet.ts';
import type { Look } from './look.ts';
import type { Ink, TextMark } from './mark.ts';

/** Unit and words behind a number are smaller than it. */
const SMALLER = 0.82;

/**
 * A computed figure as a line of text, number large and unit small; null where the design has no such figure.
 * @param word said behind the unit
 */
export function figureText(
  id: string,
  at: Point,
  { design, display }: Look,
  { strong, size, word, ink = 'metal' }: { strong: boolean; size?: number; word?: string | undefined; ink?: Ink },
): TextMark | null {
  const figure = design.figures[id];
  if (!figure) return null;
  const { number, unit } = showOnTag(figure.value, figure.kind, display);
  // Valves are spoken of as "Kv 2.5", everything else with the unit behind.
  const unitFirst = figure.kind === 'flowCoefficient';
  const large = size ?? (strong ? 16.5 : 14);
  const small = { size: large * SMALLER, weight: 450 };
  const behind = `${unitFirst ? '' : unit} ${word ?? ''}`.trim();
  return {
    kind: 'text',
    at,
    ink,
    runs: [
      ...(unitFirst ? [{ text: `${unit} `, ...small }] : []),
      { text: number, size: large, weight: strong ? 750 : 550 },
      ...(behind === '' ? [] : [{ text: ` ${behind}`, ...small }]),
    ],
    figure: { id, says: `${figure.label}: ${say(figure.value, figure.kind, display)}` },
  };
}
