import { useCallback } from 'react';
import { DESIGN_DAY } from '../../core/commission/book-state.ts';
import { type StateNote, StateNoteSchema } from '../../model/book/entry.ts';
import { keptOfJob } from './kept-of-job.ts';

/** The state of the plant as it was said last, and when. */
export interface RoundState {
  note: StateNote;
  /** ms since 1970; 0 where nobody said anything yet. */
  since: number;
}

/** A plant moves on: after so long it is asked whether it still stands so, ms. */
export const ASK_AFTER = 30 * 60_000;

const kept = keptOfJob(
  'book-state',
  (found): RoundState | null => {
    const { note, since } = (found ?? {}) as { note?: unknown; since?: number };
    const read = StateNoteSchema.safeParse(note);
    return read.success ? { note: read.data, since: Number(since) || 0 } : null;
  },
  { note: DESIGN_DAY, since: 0 },
);

/** In which state the plant is read: said once a round, the same on every page of this device. */
export function useRoundState(): RoundState & { say: (note: StateNote) => void } {
  const [state, put] = kept.use();
  const say = useCallback((note: StateNote) => put(() => ({ note, since: Date.now() })), [put]);
  return { ...state, say };
}
