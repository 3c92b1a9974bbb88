import type { Palette } from '@mui/material/styles';
import { createContext, useContext } from 'react';
import type { Design } from '../../core/design/design.ts';

interface WallState {
  design: Design;
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
  component.startsWith('circuits/') ? component.split('/').slice(0, 2).join('/') : null;
