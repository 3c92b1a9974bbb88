import { createTheme } from '@mui/material/styles';
import { DARK, LIGHT, type Scheme, type WallColours } from './colour.ts';
import { REDUCED } from './motion.ts';
import { MORE_CONTRAST, PRINT } from './print.ts';
import { CONTROL, POINTED, RADIUS, STRIP, TOUCH, TOUCHED } from './space.ts';
import { TYPE } from './type.ts';

declare module '@mui/material/styles' {
  interface Palette {
    wall: WallColours;
  }
  interface PaletteOptions {
    wall?: WallColours;
  }
}

const paletteOf = (scheme: Scheme) => ({
  palette: {
    primary: { main: scheme.primary, contrastText: scheme.onPrimary },
    secondary: { main: scheme.secondary },
    error: { main: scheme.wall.stop },
    warning: { main: scheme.wall.mend },
    background: { default: scheme.ground, paper: scheme.paper },
    text: { primary: scheme.text, secondary: scheme.muted },
    divider: scheme.divider,
    wall: scheme.wall,
  },
});

/** Puts the design system together for the components of pages; what it is made of stands beside it. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: { light: paletteOf(LIGHT), dark: paletteOf(DARK) },
  shape: { borderRadius: RADIUS },
  typography: {
    // The sizes by their names: `fontSize: 'label'` in a style.
    ...(TYPE as object),
    fontFamily: "'Archivo Variable', sans-serif",
    fontSize: 14,
    h1: { fontSize: TYPE.result, fontWeight: 750, fontStretch: '86%', letterSpacing: '-0.01em', lineHeight: 1.2 },
    h2: { fontSize: TYPE.reading, fontWeight: 700, fontStretch: '86%', lineHeight: 1.2 },
    h3: { fontSize: TYPE.body, fontWeight: 700, fontStretch: '86%', lineHeight: 1.25 },
    body1: { fontSize: TYPE.body, lineHeight: 1.45 },
    button: { textTransform: 'none', fontWeight: 650, fontSize: TYPE.table },
    body2: { fontSize: TYPE.table, lineHeight: 1.45 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: (t) => ({
        html: { scrollPaddingTop: STRIP + 16 },
        body: { fontVariantNumeric: 'tabular-nums', overflowX: 'hidden' },
        ':focus-visible': { outline: `3px solid ${t.vars.palette.secondary.main}`, outlineOffset: 2 },
        // Without weight of their own, so that what a page says of a height counts.
        [POINTED]: { ':where(.MuiButton-sizeSmall)': { minHeight: 28 } },
        [TOUCHED]: {
          ':where(.MuiButton-root, .MuiToggleButton-root)': { minHeight: TOUCH },
          ':where(.MuiIconButton-root)': { minWidth: TOUCH, minHeight: TOUCH },
          ':where(.MuiOutlinedInput-root, .MuiMenuItem-root, .MuiAccordionSummary-root)': { minHeight: CONTROL.touch },
        },
        ...REDUCED,
        ...PRINT,
        ...MORE_CONTRAST,
      }),
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: { borderRadius: RADIUS },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiToggleButton: {
      styleOverrides: {
        root: ({ theme: t }) => ({
          color: t.vars?.palette.text.secondary,
          backgroundColor: t.vars?.palette.background.paper,
          // Chosen is told by a bar and by weight, not by a shade.
          '&.Mui-selected': {
            color: t.vars?.palette.text.primary,
            fontWeight: 750,
            boxShadow: `inset 0 -3px 0 ${t.vars?.palette.wall.copperLine}`,
          },
        }),
      },
    },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiFormControl: { defaultProps: { size: 'small' } },
    MuiOutlinedInput: {
      styleOverrides: {
        input: { '&::placeholder': { opacity: 0.8 } },
        root: ({ theme: t }) => ({ backgroundColor: t.vars?.palette.background.paper }),
        notchedOutline: ({ theme: t }) => ({ borderColor: t.vars?.palette.wall.edge }),
      },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTooltip: { defaultProps: { enterDelay: 400 } },
  },
});
