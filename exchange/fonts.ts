/** Types the papers are set in: a narrow one for Latin text, and a wide one that also has Greek, Cyrillic, Hebrew, Arabic and signs. */
export const NARROW = 'Archivo Narrow';
export const WIDE = 'DejaVu Sans Condensed';
export type PaperFont = typeof NARROW | typeof WIDE;

/** What the narrow type has glyphs for, as shipped. */
const IN_NARROW =
  /^[\u0020-\u007e\u00a0-\u00ff\u2013\u2014\u2018-\u201a\u201c-\u201e\u2022\u2026\u20ac\u2122\u2191\u2193\u2212]*$/u;

/** Blanks that either type sets as an ordinary one. */
const BLANKS = /[\u2009\u202f]/gu;

/** A text in stretches of one type each: a word with a sign that the narrow type lacks is set whole in the other. */
export function runsByFont(text: string): { text: string; font: PaperFont }[] {
  const runs: { text: string; font: PaperFont }[] = [];
  for (const piece of text.replace(BLANKS, '\u00a0').split(/(?<= )/u)) {
    const font = IN_NARROW.test(piece) ? NARROW : WIDE;
    const last = runs.at(-1);
    if (last && last.font === font) last.text += piece;
    else runs.push({ text: piece, font });
  }
  return runs;
}
