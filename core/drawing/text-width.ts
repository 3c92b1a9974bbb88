/**
 * Advance widths of the printable ASCII characters of the narrow type that drawings are set in (Archivo Narrow 400 and 700, Open Font
 * License), in thousandths of its size. Characters beyond are counted wide, so that text is never wider than reckoned.
 */
const REGULAR =
  '228 228 291 456 456 729 547 157 273 273 319 479 228 273 228 228 456 456 456 456 456 456 456 456 456 456 228 228 479 479 479 456 832 547 547 592 592 547 501 638 592 228 410 547 456 683 592 638 547 638 592 547 501 592 547 774 547 547 501 228 228 228 385 456 0 456 456 410 456 456 228 456 456 228 182 410 182 683 456 456 456 456 273 410 228 456 410 592 410 410 410 274 213 274 479';
const BOLD =
  '228 273 389 456 456 729 592 195 273 273 319 479 228 273 228 228 456 456 456 456 456 456 456 456 456 456 273 273 479 479 479 501 800 592 592 592 592 547 501 638 592 228 456 592 501 683 592 638 547 638 592 547 501 592 547 774 547 547 501 273 228 273 479 456 0 456 501 456 501 456 273 501 501 228 228 456 228 729 501 501 501 501 319 456 273 501 456 638 456 456 410 319 230 319 479';
const table = (text: string): number[] => text.split(' ').map(Number);
const WIDTHS = { regular: table(REGULAR), bold: table(BOLD) };
const FIRST = 32;
/** Spaces beyond ASCII, which are set as ordinary ones, and signs that are narrower than the widest letters. */
const SPACES = /[\u00a0\u202f\u2009]/u;
const NARROW = /[°²³·–’‘“”↑↓±×−µ]/u;
const SIGN = 547;
const WIDE = 900;
const WIDEST = 1100;

/** Weight from which a text is set in the bold cut. */
export const BOLD_FROM = 600;

/** Width of a line of text, in the unit of its size. @param size height of the type  @param weight 100 to 900 */
export function textWidth(text: string, size: number, weight = 400): number {
  const widths = weight >= BOLD_FROM ? WIDTHS.bold : WIDTHS.regular;
  let sum = 0;
  for (const character of text) {
    // A letter is as wide with its accent as without.
    const code = (SPACES.test(character) ? ' ' : character.normalize('NFD')).codePointAt(0) ?? 0;
    sum += widths[code - FIRST] ?? (NARROW.test(character) ? SIGN : code < 0x250 ? WIDE : WIDEST);
  }
  return (sum * size) / 1000;
}

/** Text that fits a width: as it is, or cut short with an ellipsis. */
export function cutToWidth(text: string, width: number, size: number, weight = 400): string {
  if (textWidth(text, size, weight) <= width) return text;
  const characters = [...text];
  while (characters.length > 0 && textWidth(`${characters.join('')}…`, size, weight) > width) characters.pop();
  return `${characters.join('').trimEnd()}…`;
}
