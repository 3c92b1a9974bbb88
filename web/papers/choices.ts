import type { PaperSize } from '../../core/drawing/paper/paper-size.ts';
import { LABEL_SIZES, type LabelSize } from '../../core/paper/block.ts';
import type { Tint } from '../../exchange/drawing/inks.ts';

/** How papers are wanted; kept in this browser, since an office has one printer. */
export interface PaperChoices {
  paper: PaperSize;
  tint: Tint;
  labels: LabelSize;
  sums: boolean;
  prices: boolean;
}

export const PAPER_LABELS: Record<PaperSize, string> = { A4: 'A4', A3: 'A3', letter: 'Letter', tabloid: 'Tabloid' };
export const TINT_LABELS: Record<Tint, string> = { colour: 'Colour', grey: 'Grey' };

const KEY = 'warm-manifold/papers';

const usual = (us: boolean): PaperChoices => ({
  paper: us ? 'letter' : 'A4',
  tint: 'colour',
  labels: us ? 'letter, 3 × 10 of 66.7 × 25.4 mm' : 'A4, 3 × 8 of 70 × 37 mm',
  sums: false,
  prices: false,
});

/** What was chosen last in this browser, each choice that still stands; what is usual where nothing was. */
export function keptChoices(us: boolean): PaperChoices {
  const start = usual(us);
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, unknown>;
    const one = <T extends string>(value: unknown, known: object, fallback: T): T =>
      typeof value === 'string' && Object.hasOwn(known, value) ? (value as T) : fallback;
    return {
      paper: one(kept.paper, PAPER_LABELS, start.paper),
      tint: one(kept.tint, TINT_LABELS, start.tint),
      labels: one(kept.labels, LABEL_SIZES, start.labels),
      sums: kept.sums === true,
      prices: kept.prices === true,
    };
  } catch {
    // Storage is refused, or holds something else.
    return start;
  }
}

export function keepChoices(choices: PaperChoices): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(choices));
  } catch {
    // The choices are of this page then.
  }
}
