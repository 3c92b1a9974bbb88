import { startTransition, useEffect, useState } from 'react';

/** Frames between two drawings: one in which it takes up what is new, one in which it paints that. */
const FRAMES = 2;

/** Runs something once so many frames have gone by. @returns how to call it off */
function afterFrames(count: number, run: () => void): () => void {
  let over = false;
  const wait = (left: number) => {
    if (over) return;
    if (left <= 0) run();
    else requestAnimationFrame(() => setTimeout(() => wait(left - 1)));
  };
  const first = setTimeout(() => wait(count));
  return () => {
    over = true;
    clearTimeout(first);
  };
}

/**
 * A value as a drawing is to show it: each of several takes a new one in its turn, so that keys and frames find room between
 * them, and is rendered in slices. Null until the first turn.
 */
export function useInTurn<T>(value: T, turn: number): T | null {
  const [shown, setShown] = useState<T | null>(null);
  useEffect(() => afterFrames(turn * FRAMES, () => startTransition(() => setShown(() => value))), [value, turn]);
  return shown;
}
