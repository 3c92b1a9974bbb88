import { useCallback, useSyncExternalStore } from 'react';
import { useParams } from 'react-router';
import { DESIGN_DAY } from '../../core/commission/book-state.ts';
import { type StateNote, StateNoteSchema } from '../../model/book/entry.ts';

/** The state of the plant as it was said last, and when. */
export interface RoundState {
  note: StateNote;
  /** ms since 1970; 0 where nobody said anything yet. */
  since: number;
}

/** A plant moves on: after so long it is asked whether it still stands so, ms. */
export const ASK_AFTER = 30 * 60_000;

const listeners = new Set<() => void>();
const known = new Map<string, RoundState>();
const keyOf = (job: string) => `book-state:${job}`;

function stateOf(job: string): RoundState {
  const there = known.get(job);
  if (there) return there;
  let state: RoundState = { note: DESIGN_DAY, since: 0 };
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(job)) ?? 'null') as { note?: unknown; since?: number } | null;
    const note = StateNoteSchema.safeParse(kept?.note);
    if (note.success) state = { note: note.data, since: Number(kept?.since) || 0 };
  } catch {
    // Asked anew.
  }
  known.set(job, state);
  return state;
}

/** In which state the plant is read: said once a round, the same on every page of this device. */
export function useRoundState(): RoundState & { say: (note: StateNote) => void } {
  const { id = '' } = useParams();
  const state = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => stateOf(id),
  );
  const say = useCallback(
    (note: StateNote) => {
      const next = { note, since: Date.now() };
      known.set(id, next);
      try {
        localStorage.setItem(keyOf(id), JSON.stringify(next));
      } catch {
        // It lasts as long as the page.
      }
      for (const listener of listeners) listener();
    },
    [id],
  );
  return { ...state, say };
}
