import type { Palette } from '@mui/material/styles';
import { createContext, useContext } from 'react';
import type { Design } from '../../core/design/design.ts';
import type { PlantState } from '../../core/design/operate.ts';

interface WallState {
  design: Design;
  /** The plant as it runs just now; null while nothing could be solved. */
  state: PlantState | null;
  /** Whether every zone calls, so that the figures of the design are what is seen. */
  designDay: boolean;
  colours: Palette['wall'];
  picked: string | null;
  /** Circuit whose water is lit up just now. */
  lit: string | null;
  pick: (component: string) => void;
  light: (owner: string | null) => void;
}

export const WallContext = createContext<WallState | null>(null);

export function useWall(): WallState {
  const state = useContext(WallContext);
  if (!state) throw new Error('not on the wall');
  return state;
}

/** The circuit whose water a component carries; null for the plant, whose water goes to all of them. */
export const ownerOf = (component: string): string | null =>
  component.startsWith('circuits/')
    ? component.split('/').slice(0, 2).join('/')
    : component.startsWith('hotWater')
      ? 'hotWater'
      : null;

/** Below this a pipe stands still, m3/s: a tenth of a litre an hour. */
const STILL = 3e-8;

/** Flow in a drawn pipe in m3/s the way it is drawn: 0 when it stands, null when nothing is known of it. */
export function flowOf(state: PlantState | null, pipe: string): number | null {
  const flow = state?.pipes[pipe];
  if (flow === undefined) return null;
  return Math.abs(flow) < STILL ? 0 : flow;
}
