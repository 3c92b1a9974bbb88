/** Distances in px; MUI's own unit of 8 divides them. */
export const SPACES = [4, 8, 12, 16, 24, 32, 48] as const;
/** Least side of what a thumb presses, px (WCAG 2.2, 2.5.5), and where there is a thumb: on a phone. */
export const TOUCH = 44;
export const TOUCHED = '@media (max-width: 599.95px)';
export const POINTED = '@media (min-width: 600px)';
/** A link that stands by itself: high enough for a pointer, and for a thumb on a phone. */
export const STANDING_LINK = {
  display: 'inline-flex',
  alignItems: 'center',
  minHeight: 26,
  [TOUCHED]: { minHeight: TOUCH },
} as const;
/** Height of what is pressed or typed into, and of a row: at a desk, and under a thumb. */
export const CONTROL = { desk: 36, touch: 48 } as const;
export const ROW = { desk: 34, touch: 48 } as const;
/** Widths of pages in px: words, forms; work takes the whole width. */
export const WIDTH = { words: 720, forms: 1040 } as const;
export const RADIUS = 4;
/** Height of the strip that stays at the top, px: what is gone to stands clear of it. */
export const STRIP = 56;
