import type { SymbolKind } from '../../core/drawing/sheet.ts';

/** What each thing of the wall does, and how large its sign is drawn, in the units of the wall. */
export const SIGN_TEXTS: Record<SymbolKind, { width: number; height: number; does: string }> = {
  source: {
    width: 94,
    height: 144,
    does: 'Makes the heat: boiler, heat pump, stove or sun. Its tag says output and flow by design; its picture tells the kinds apart.',
  },
  header: {
    width: 30,
    height: 126,
    does: 'Lets the flow of the source differ from that of the circuits: what one side has too much goes through it, down or up. The tag says what temperature goes out to the circuits.',
  },
  tank: {
    width: 66,
    height: 126,
    does: 'A buffer between source and circuits: separates their flows and holds water enough for the source to run its least time.',
  },
  'coil-tank': {
    width: 66,
    height: 126,
    does: 'A tank whose water is warmed, or gives its heat, through a coil: the two waters stay apart.',
  },
  tees: {
    width: 34,
    height: 84,
    does: 'Two tees close to each other: the secondary pump draws and returns there without moving the primary water.',
  },
  plates: {
    width: 34,
    height: 100,
    does: 'Heat passes between two waters that do not mix, such as glycol outside and water inside.',
  },
  pump: {
    width: 34,
    height: 34,
    does: 'Pushes the water the way it points. Its tag says flow and head where its curve meets the plant, and the head its index run requires.',
  },
  'zone-valve': {
    width: 26,
    height: 34,
    does: 'Opens when its thermostat calls and shuts when it does not; moved by a pump that serves several zones.',
  },
  'mixing-valve': {
    width: 34,
    height: 34,
    does: 'Mixes hot water with return water to the temperature of its circuit. The dark port is the cold one. Its tag says Kv and how much of the water is hot.',
  },
  'four-way-valve': {
    width: 34,
    height: 34,
    does: 'Mixes as a valve with three ways does, and sends hot water round to the source, so that its return is lifted.',
  },
  vessel: { width: 44, height: 44, does: 'Takes up what the water expands by. Its tag says volume and cold filling pressure.' },
  'relief-valve': {
    width: 26,
    height: 34,
    does: 'Opens at its set pressure, before anything bursts. Its pipe ends where it can be seen and scalds nobody.',
  },
  cylinder: { width: 90, height: 106, does: 'Stores hot drinking water, warmed by a coil from the source.' },
};
