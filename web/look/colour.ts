/** Colours of the workshop: paper, ink, copper, verdigris; flow warm, return cold. */
export interface WallColours {
  /** Ground of the wall, and of what is drawn on it. */
  board: string;
  peg: string;
  /** Water on its way out and back, as lines and as words. */
  flow: string;
  flowText: string;
  back: string;
  backText: string;
  backCore: string;
  /** Water that cools, on its way out and back, and the marks in its middle that tell it without colour. */
  cold: string;
  coldBack: string;
  coldCore: string;
  /** Water that stands still. */
  still: string;
  metal: string;
  tag: string;
  string: string;
  stop: string;
  mend: string;
  note: string;
  strip: string;
  stripText: string;
  stripMuted: string;
  stripFocus: string;
  /** Copper as an area, and as a line or edge that means something. */
  copper: string;
  copperLine: string;
  /** Outline of fields and of what is pressed. */
  edge: string;
}

export interface Scheme {
  primary: string;
  onPrimary: string;
  secondary: string;
  ground: string;
  paper: string;
  text: string;
  muted: string;
  divider: string;
  wall: WallColours;
}

export const LIGHT: Scheme = {
  primary: '#85360f',
  onPrimary: '#ffffff',
  secondary: '#174f49',
  ground: '#f5eee2',
  paper: '#fffaf2',
  text: '#2a211b',
  muted: '#54473c',
  divider: '#dccfbb',
  wall: {
    board: '#efe6d6',
    peg: '#d9ccb6',
    flow: '#b3391b',
    flowText: '#a32f13',
    back: '#27598a',
    backText: '#1f4d7a',
    backCore: '#cfe0ee',
    cold: '#1f6b3f',
    coldBack: '#4f621a',
    coldCore: '#f3f6dc',
    still: '#8d7f6e',
    metal: '#4a3f36',
    tag: '#fffaf0',
    string: '#8a7a66',
    stop: '#8c1414',
    mend: '#694200',
    note: '#1d504b',
    strip: '#2a211b',
    stripText: '#f5ecdf',
    stripMuted: '#c9b9a4',
    stripFocus: '#8fd6ca',
    copper: '#d8824f',
    copperLine: '#b5622f',
    edge: '#7d6d57',
  },
};

export const DARK: Scheme = {
  primary: '#eb9a6b',
  onPrimary: '#1d130c',
  secondary: '#7cc5b9',
  ground: '#1a1512',
  paper: '#27201b',
  text: '#f2e8da',
  muted: '#c9b8a4',
  divider: '#443930',
  wall: {
    board: '#211b17',
    peg: '#372d26',
    flow: '#f08257',
    flowText: '#f59a74',
    back: '#7db4e2',
    backText: '#93c2ec',
    backCore: '#1f3547',
    cold: '#6fd196',
    coldBack: '#b9cf6e',
    coldCore: '#1d2a16',
    still: '#8f8170',
    metal: '#d9cab6',
    tag: '#2f2720',
    string: '#8f7f6c',
    stop: '#ff9d8f',
    mend: '#eabb62',
    note: '#84cdc0',
    strip: '#120e0c',
    stripText: '#f5ecdf',
    stripMuted: '#c0b09b',
    stripFocus: '#8fd6ca',
    copper: '#e58a57',
    copperLine: '#e58a57',
    edge: '#8b7b69',
  },
};

/** A role with where it stands and how far it has to stand off: 4.5 for words, 3 for lines and states (WCAG 2.2, 1.4.3 and 1.4.11). */
export interface Role {
  name: string;
  colour: (scheme: Scheme) => string;
  on: readonly ('ground' | 'paper' | 'board' | 'tag' | 'strip' | 'cold')[];
  least: 3 | 4.5 | 7;
}

/** What each colour is for, with the contrast it has to keep; the page of the design system shows them, a test computes them. */
export const ROLES: readonly Role[] = [
  { name: 'Text', colour: (s) => s.text, on: ['ground', 'paper', 'board', 'tag'], least: 7 },
  { name: 'Second text', colour: (s) => s.muted, on: ['ground', 'paper', 'board', 'tag'], least: 7 },
  { name: 'What is pressed', colour: (s) => s.primary, on: ['ground', 'paper'], least: 7 },
  { name: 'Focus, second colour', colour: (s) => s.secondary, on: ['ground', 'paper', 'board'], least: 7 },
  { name: 'Stop', colour: (s) => s.wall.stop, on: ['ground', 'paper', 'board'], least: 7 },
  { name: 'Fix', colour: (s) => s.wall.mend, on: ['ground', 'paper', 'board'], least: 7 },
  { name: 'Note', colour: (s) => s.wall.note, on: ['ground', 'paper', 'board'], least: 7 },
  { name: 'Flow, words', colour: (s) => s.wall.flowText, on: ['board', 'tag'], least: 4.5 },
  { name: 'Return, words', colour: (s) => s.wall.backText, on: ['board', 'tag'], least: 4.5 },
  { name: 'Flow, line', colour: (s) => s.wall.flow, on: ['paper', 'board'], least: 3 },
  { name: 'Return, line', colour: (s) => s.wall.back, on: ['paper', 'board'], least: 3 },
  { name: 'Cold water, line and words', colour: (s) => s.wall.cold, on: ['paper', 'board', 'tag'], least: 4.5 },
  { name: 'Cold water coming home, line and words', colour: (s) => s.wall.coldBack, on: ['paper', 'board', 'tag'], least: 4.5 },
  { name: 'Marks in cold water', colour: (s) => s.wall.coldCore, on: ['cold'], least: 3 },
  { name: 'Still water', colour: (s) => s.wall.still, on: ['paper', 'board'], least: 3 },
  { name: 'Copper, line', colour: (s) => s.wall.copperLine, on: ['ground', 'paper', 'board'], least: 3 },
  { name: 'Outline of fields', colour: (s) => s.wall.edge, on: ['ground', 'paper', 'board'], least: 3 },
  { name: 'Strip, words', colour: (s) => s.wall.stripText, on: ['strip'], least: 7 },
  { name: 'Strip, second words', colour: (s) => s.wall.stripMuted, on: ['strip'], least: 7 },
  { name: 'Strip, focus', colour: (s) => s.wall.stripFocus, on: ['strip'], least: 3 },
];

export const groundOf = (scheme: Scheme, on: Role['on'][number]): string =>
  on === 'ground' || on === 'paper' ? scheme[on] : scheme.wall[on];

const channel = (value: number): number => (value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4);

/** Relative luminance of a colour `#rrggbb`. Source: WCAG 2.2, definition of relative luminance. */
export function luminance(hex: string): number {
  const [red, green, blue] = [1, 3, 5].map((at) => channel(Number.parseInt(hex.slice(at, at + 2), 16) / 255));
  return 0.2126 * (red as number) + 0.7152 * (green as number) + 0.0722 * (blue as number);
}

/** Contrast ratio of two colours, 1 to 21. Source: WCAG 2.2, definition of contrast ratio. */
export function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}
