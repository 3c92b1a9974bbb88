import type { Palette } from '@mui/material/styles';
import { createContext, useContext } from 'react';
import type { Design } from '../../core/design/design.ts';
import type { PlantState } from '../../core/design/plant-state.ts';

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

export { flowOf, ownerOf } from './water.ts';
