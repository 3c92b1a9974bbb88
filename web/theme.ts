import { createTheme } from '@mui/material/styles';

/** Colours of the workshop: paper, ink, copper, verdigris; flow warm, return cold. */
declare module '@mui/material/styles' {
  interface Palette {
    wall: WallColours;
  }
  interface PaletteOptions {
    wall?: WallColours;
  }
}

interface WallColours {
  board: string;
  peg: string;
  flow: string;
  back: string;
  backCore: string;
  metal: string;
  tag: string;
  string: string;
  stop: string;
  mend: string;
  note: string;
  strip: string;
  stripText: string;
  stripMuted: string;
  copper: string;
}

const light: WallColours = {
  board: '#efe6d6',
  peg: '#d9ccb6',
  flow: '#b3391b',
  back: '#27598a',
  backCore: '#cfe0ee',
  metal: '#4a3f36',
  tag: '#fffaf0',
  string: '#8a7a66',
  stop: '#9c1c1c',
  mend: '#85560a',
  note: '#245f59',
  strip: '#2a211b',
  stripText: '#f5ecdf',
  stripMuted: '#c9b9a4',
  copper: '#d8824f',
};

const dark: WallColours = {
  board: '#211b17',
  peg: '#372d26',
  flow: '#f08257',
  back: '#7db4e2',
  backCore: '#1f3547',
  metal: '#d9cab6',
  tag: '#2f2720',
  string: '#8f7f6c',
  stop: '#ff9d8f',
  mend: '#eabb62',
  note: '#84cdc0',
  strip: '#120e0c',
  stripText: '#f5ecdf',
  stripMuted: '#c0b09b',
  copper: '#e58a57',
};

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#97401c', contrastText: '#ffffff' },
        secondary: { main: '#1f655e' },
        error: { main: light.stop },
        warning: { main: light.mend },
        background: { default: '#f5eee2', paper: '#fffaf2' },
        text: { primary: '#2a211b', secondary: '#64564a' },
        divider: '#dccfbb',
        wall: light,
      },
    },
    dark: {
      palette: {
        primary: { main: '#eb9a6b', contrastText: '#1d130c' },
        secondary: { main: '#7cc5b9' },
        error: { main: dark.stop },
        warning: { main: dark.mend },
        background: { default: '#1a1512', paper: '#27201b' },
        text: { primary: '#f2e8da', secondary: '#bfae9a' },
        divider: '#443930',
        wall: dark,
      },
    },
  },
  shape: { borderRadius: 5 },
  typography: {
    fontFamily: "'Archivo Variable', sans-serif",
    fontSize: 14,
    h1: { fontSize: '1.75rem', fontWeight: 750, fontStretch: '84%', letterSpacing: '-0.01em' },
    h2: { fontSize: '1.2rem', fontWeight: 700, fontStretch: '86%' },
    h3: { fontSize: '1rem', fontWeight: 700, fontStretch: '90%' },
    button: { textTransform: 'none', fontWeight: 650 },
    body2: { fontSize: '0.875rem' },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: (t) => ({
        body: { fontVariantNumeric: 'tabular-nums', overflowX: 'hidden' },
        ':focus-visible': { outline: `3px solid ${t.vars.palette.secondary.main}`, outlineOffset: 2 },
        '@media (prefers-reduced-motion: reduce)': {
          '*': { animationDuration: '0.01ms !important', transitionDuration: '0.01ms !important' },
        },
      }),
    },
    MuiButton: { defaultProps: { disableElevation: true }, styleOverrides: { root: { borderRadius: 4 } } },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiToggleButton: {
      styleOverrides: {
        root: ({ theme: t }) => ({
          color: t.vars?.palette.text.secondary,
          backgroundColor: t.vars?.palette.background.paper,
          '&.Mui-selected': { color: t.vars?.palette.text.primary },
        }),
      },
    },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiFormControl: { defaultProps: { size: 'small' } },
    MuiOutlinedInput: {
      styleOverrides: {
        input: { '&::placeholder': { opacity: 0.8 } },
        root: ({ theme: t }) => ({ backgroundColor: t.vars?.palette.background.paper }),
      },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTooltip: { defaultProps: { enterDelay: 400 } },
  },
});
