/** What opens takes so long, ms; figures change at once, and nothing moves under the pointer. */
export const OPENS = 120;
/** Nothing moves by itself where a person asked for that. */
export const REDUCED = {
  '@media (prefers-reduced-motion: reduce)': {
    '*': { animationDuration: '0.01ms !important', transitionDuration: '0.01ms !important' },
  },
} as const;
