import { useCallback } from 'react';
import { z } from 'zod';
import { LEVELS, type Level } from '../../core/diagnosis/practice.ts';
import { keptOfJob } from './kept-of-job.ts';

const MadeSchema = z.object({ what: z.string(), shown: z.string(), expected: z.string() });
/** Something that was read or looked at in a hidden plant. */
export type Made = z.infer<typeof MadeSchema>;

const SearchSchema = z.object({ made: z.array(MadeSchema), minutes: z.number() });
/** How far a search is. */
export type Search = z.infer<typeof SearchSchema>;

const ResultSchema = z.object({
  right: z.boolean(),
  rightCause: z.boolean(),
  points: z.number(),
  minutes: z.number(),
  fault: z.string(),
  cause: z.string(),
});
/** What one fault of an exam came to. */
export type ExamResult = z.infer<typeof ResultSchema>;

/** What is practised in a job; kept on this device until it is ended. */
export interface PracticeCase {
  mode: 'none' | 'practice' | 'exam';
  level: Level;
  /** Number of the fault, or of the exam. */
  number: number;
  search: Search;
  results: readonly ExamResult[];
}

export const NOTHING_MADE: Search = { made: [], minutes: 0 };
const NONE: PracticeCase = { mode: 'none', level: 'apprentice', number: 0, search: NOTHING_MADE, results: [] };
const Schema = z.object({
  mode: z.enum(['none', 'practice', 'exam']),
  level: z.enum(Object.keys(LEVELS) as [Level, ...Level[]]),
  number: z.number(),
  search: SearchSchema,
  results: z.array(ResultSchema),
});

const kept = keptOfJob(
  'practice',
  (found): PracticeCase | null => {
    const read = Schema.safeParse(found);
    return read.success ? read.data : null;
  },
  NONE,
);

/** Adds to a search what was made of it meanwhile. */
export type Keep = (make: (before: Search) => Search) => void;

/** The practice of the open job. */
export function usePractice(): {
  practice: PracticeCase;
  change: (to: Partial<PracticeCase>) => void;
  keep: Keep;
  end: () => void;
} {
  const [practice, put] = kept.use();
  const change = useCallback((to: Partial<PracticeCase>) => put((before) => ({ ...before, ...to })), [put]);
  const keep: Keep = useCallback((make) => put((before) => ({ ...before, search: make(before.search) })), [put]);
  const end = useCallback(() => put(() => NONE), [put]);
  return { practice, change, keep, end };
}
