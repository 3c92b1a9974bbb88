import { useCallback, useSyncExternalStore } from 'react';
import { useParams } from 'react-router';
import { z } from 'zod';
import type { Seen } from '../../core/diagnosis/evidence.ts';
import { COMPLAINTS, type Complaint, type Said } from '../../core/fault/words.ts';
import { READING_QUANTITIES, type ReadingQuantity } from '../../model/book/entry.ts';

/** A fault that is looked for: what was said and seen, and since when; readings are in the book. */
export interface FaultCase {
  said: readonly Said[];
  seen: readonly Seen[];
  /** What there is no instrument for. */
  without: readonly ReadingQuantity[];
  /** ms since 1970; 0 while nothing is looked for. */
  since: number;
}

const CaseSchema = z.object({
  said: z.array(
    z.object({
      complaint: z.enum(Object.keys(COMPLAINTS) as [Complaint, ...Complaint[]]),
      of: z.string().nullable(),
      so: z.boolean(),
    }),
  ),
  seen: z.array(z.object({ fault: z.string(), look: z.string(), so: z.boolean() })),
  without: z.array(z.enum(Object.keys(READING_QUANTITIES) as [ReadingQuantity, ...ReadingQuantity[]])).default([]),
  since: z.number(),
});
const NONE: FaultCase = { said: [], seen: [], without: [], since: 0 };

const listeners = new Set<() => void>();
const known = new Map<string, FaultCase>();
const keyOf = (job: string) => `fault-case:${job}`;

function caseOf(job: string): FaultCase {
  const there = known.get(job);
  if (there) return there;
  let found = NONE;
  try {
    const kept = CaseSchema.safeParse(JSON.parse(localStorage.getItem(keyOf(job)) ?? 'null'));
    if (kept.success) found = kept.data;
  } catch {
    // Said anew.
  }
  known.set(job, found);
  return found;
}

/** The fault that is looked for in the open job; kept on this device until it is found. */
export function useFaultCase(): { found: FaultCase; change: (to: Partial<FaultCase>) => void; end: () => void } {
  const { id = '' } = useParams();
  const found = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => caseOf(id),
  );
  const put = useCallback(
    (next: FaultCase) => {
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
  const change = useCallback(
    (to: Partial<FaultCase>) => {
      const before = caseOf(id);
      put({ ...before, ...to, since: before.since || to.since || Date.now() });
    },
    [id, put],
  );
  const end = useCallback(() => put(NONE), [put]);
  return { found, change, end };
}
