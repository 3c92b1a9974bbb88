/** On paper: no ground, no buttons; heads of tables come again on every page. */
export const PRINT = {
  '@media print': {
    body: { background: '#ffffff', color: '#000000' },
    'button, nav, [role="toolbar"], .no-print': { display: 'none !important' },
    thead: { display: 'table-header-group' },
    'section, tr, figure': { breakInside: 'avoid' },
  },
} as const;

/** Where a person asked for more contrast, nothing is faint; where the system has its own colours, shapes carry what colours did. */
export const MORE_CONTRAST = {
  '@media (prefers-contrast: more)': {
    ':root': {
      '--mui-palette-text-secondary': 'var(--mui-palette-text-primary)',
      '--mui-palette-divider': 'var(--mui-palette-text-primary)',
      '--mui-palette-wall-edge': 'var(--mui-palette-text-primary)',
      '--mui-palette-wall-still': 'var(--mui-palette-text-primary)',
    },
  },
  '@media (forced-colors: active)': {
    '.water-flow': { stroke: 'CanvasText !important' },
    '.water-return': { stroke: 'CanvasText !important', strokeDasharray: '8 4' },
    '[aria-pressed="true"], [aria-selected="true"], [aria-current]': { outline: '2px solid Highlight' },
  },
} as const;
