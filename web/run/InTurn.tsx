import type { ReactNode } from 'react';
import { useInTurn } from './useInTurn.ts';

/** A drawing that takes up what is new in its turn; its place is kept meanwhile. */
export function InTurn({ turn, height, children }: { turn: number; height: number; children: ReactNode }) {
  return useInTurn(children, turn) ?? <div style={{ height }} />;
}
