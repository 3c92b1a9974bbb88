import { useCallback } from 'react';
import { z } from 'zod';
import type { Seen } from '../../core/diagnosis/evidence.ts';
import type { Costs } from '../../core/diagnosis/reading-costs.ts';
import { COMPLAINTS, type Complaint, type Said } from '../../core/fault/words.ts';
import { READING_QUANTITIES, type ReadingQuantity } from '../../model/book/entry.ts';
import { keptOfJob } from './kept-of-job.ts';

/** A fault that is looked for: what was said and seen, and since when; readings are in the book. */
export interface FaultCase {
  said: readonly Said[];
  seen: readonly Seen[];
  /** What there is no instrument for. */
  without: readonly ReadingQuantity[];
  /** Whether thermostats may be turned up and down to read more. */
  turns: boolean;
  /** Minutes that a reading takes, where a person said other than usual. */
  minutes: Partial<Costs>;
  /** ms since 1970; 0 while nothing is looked for. */
  since: number;
}

/** Nobody waits longer than this for one reading, minutes. */
export const MOST_MINUTES = 600;

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
  turns: z.boolean().default(false),
  minutes: z.record(z.string(), z.number().min(0).max(MOST_MINUTES)).default({}),
  since: z.number(),
});
const NONE: FaultCase = { said: [], seen: [], without: [], turns: false, minutes: {}, since: 0 };

const kept = keptOfJob(
  'fault-case',
  (found): FaultCase | null => {
    const read = CaseSchema.safeParse(found);
    return read.success ? read.data : null;
  },
  NONE,
);

/** The fault that is looked for in the open job; kept on this device until it is found. */
export function useFaultCase(): { found: FaultCase; change: (to: Partial<FaultCase>) => void; end: () => void } {
  const [found, put] = kept.use();
  const change = useCallback(
    (to: Partial<FaultCase>) => put((before) => ({ ...before, ...to, since: before.since || to.since || Date.now() })),
    [put],
  );
  // What there is to read with, and how long that takes here, is of the person and not of the case.
  const end = useCallback(() => put(({ without, turns, minutes }) => ({ ...NONE, without, turns, minutes })), [put]);
  return { found, change, end };
}
