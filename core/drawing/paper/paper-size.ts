/** Papers by their long and short side, mm: ISO 216 and ANSI/ASME Y14.1. */
export const PAPERS = {
  A4: [297, 210],
  A3: [420, 297],
  letter: [279.4, 215.9],
  tabloid: [431.8, 279.4],
} as const satisfies Record<string, readonly [number, number]>;
export type PaperSize = keyof typeof PAPERS;
export const PAPER_SIZES = Object.keys(PAPERS) as PaperSize[];

/** Margin round a drawing, mm; wide enough for any office printer. */
export const MARGIN = 10;
