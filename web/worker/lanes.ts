import { Lane } from './lane.ts';

const listeners = new Set<() => void>();
const restarted = () => {
  for (const tell of listeners) tell();
};

/** What follows every key, and nothing that takes longer: the design, its state, the preview of a remedy. */
export const designLane = new Lane(restarted);

/** All else: days that are run and comparisons. Typing never waits for them. */
export const runLane = new Lane(restarted);

/** Faults worked out one after another: it keeps what it knows of the plant asked last, and is ended when nobody wants it any more. */
export const faultLane = new Lane(restarted);

/** The reading of one file; ended when a person no longer wants it, which must not end a run beside it. */
export const fileLane = new Lane(restarted);

/** Papers: two, since each has to warm up by itself and most machines have two cores. They stay for the next paper. */
export const paperLanes: readonly Lane[] = [new Lane(restarted), new Lane(restarted)];

/** Tells when a worker failed and was started again. @returns how to stop listening */
export function onRestart(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}
