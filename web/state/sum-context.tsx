import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from 'react';

interface SumState {
  /** The figure whose sum is open; null when none is. */
  figureId: string | null;
  /** Where one came from, so that one can go back along the terms. */
  trail: readonly string[];
  open: (figureId: string) => void;
  follow: (figureId: string) => void;
  back: () => void;
  close: () => void;
}

const Sum = createContext<SumState | null>(null);

export function SumProvider({ children }: { children: ReactNode }) {
  const [trail, setTrail] = useState<readonly string[]>([]);
  const open = useCallback((figureId: string) => setTrail([figureId]), []);
  const follow = useCallback((figureId: string) => setTrail((known) => [...known, figureId]), []);
  const back = useCallback(() => setTrail((known) => known.slice(0, -1)), []);
  const close = useCallback(() => setTrail([]), []);
  const value = useMemo(
    () => ({ figureId: trail.at(-1) ?? null, trail, open, follow, back, close }),
    [trail, open, follow, back, close],
  );
  return <Sum.Provider value={value}>{children}</Sum.Provider>;
}

export function useSum(): SumState {
  const sum = useContext(Sum);
  if (!sum) throw new Error('no place for a sum here');
  return sum;
}
