/** Types the papers are set in: a narrow one for Latin text, and a wide one that also has Greek, Cyrillic, Hebrew, Arabic and signs. */
export const NARROW = 'Archivo Narrow';
export const WIDE = 'DejaVu Sans Condensed';
export type PaperFont = typeof NARROW | typeof WIDE;

/** What the narrow type has glyphs for, as shipped. */
const IN_NARROW =
  /^[\u0020-\u007e\u00a0-\u017f\u03bc\u03c0\u1e80-\u1e85\u1ea0-\u1ef9\u2013-\u2015\u2017-\u201e\u2020-\u2022\u2026\u2030\u2032\u2033\u2039\u203a\u2044\u2070\u2074-\u2079\u207f-\u2089\u20ac\u2122\u2126\u2190-\u2195\u2206\u2211\u2212\u221a\u221e\u2248]*$/u;

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
