import type { Palette } from '@mui/material/styles';
import { createContext, useContext } from 'react';

interface WallState {
  colours: Palette['wall'];
  picked: string | null;
  /** Components that are others than they were, outlined. */
  marked: ReadonlySet<string>;
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
