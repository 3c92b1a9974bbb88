import { Lane } from './lane.ts';

const listeners = new Set<() => void>();
const restarted = () => {
  for (const tell of listeners) tell();
};

/** What follows every key: the design and what is shown of it. */
export const designLane = new Lane(restarted);

/** Days that are run again and again, and the reading of files: typing never waits for them. */
export const runLane = new Lane(restarted);

/** Tells when a worker failed and was started again. @returns how to stop listening */
export function onRestart(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}
