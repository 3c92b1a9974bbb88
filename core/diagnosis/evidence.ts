import type { StateNote } from '../../model/book/entry.ts';
import type { Said } from '../fault/words.ts';

/** A reading in the state it was taken in. */
export interface Measured {
  /** Place and quantity, `circuits/c1#flow`. */
  key: string;
  /** SI, degrees C. */
  value: number;
  /** Standard deviation of the instrument. */
  error: number;
  state: StateNote;
}

/** What was seen when something was looked at: whether it was as it is where that is the cause. */
export interface Seen {
  /** Fault and cause whose look it was: `loop-shut@rooms/r1/e1/loop1` and `meter-shut`. */
  fault: string;
  look: string;
  so: boolean;
}

/** All that is known of a plant that does not work. */
export interface Evidence {
  readings: readonly Measured[];
  said: readonly Said[];
  seen: readonly Seen[];
}

/** Whether a reading or a look was made: nothing is asked for twice. */
export const madeAlready =
  ({ readings, seen }: Pick<Evidence, 'readings' | 'seen'>) =>
  (each: { key: string; state: StateNote } | { fault: string; look: string }): boolean =>
    'key' in each
      ? readings.some(({ key, state }) => key === each.key && stateKey(state) === stateKey(each.state))
      : seen.some(({ fault, look }) => fault === each.fault && look === each.look);

/** States are the same where their entries are. */
export const stateKey = (state: StateNote): string =>
  JSON.stringify([
    state.calls === 'all' ? 'all' : [...state.calls].sort(),
    state.mode,
    state.speeds,
    state.outdoor,
    state.source,
  ]);
