import { useMemo } from 'react';
import { gatesOf, progressOf } from '../../core/book/progress.ts';
import { commissioningPlan } from '../../core/commission/plan/plan.ts';
import { useDesigned } from '../state/design-context.tsx';
import { useJob } from '../state/job-context.tsx';
import { useBook } from './use-book.ts';

/** Plan, progress and gates of the open job; null until its design is there. */
export function usePlan() {
  const job = useJob();
  const designed = useDesigned();
  const { book } = useBook();
  const design = designed?.design ?? null;
  const plan = useMemo(() => (design ? commissioningPlan(job, design) : null), [job, design]);
  return useMemo(() => {
    if (!plan || !design) return null;
    return { plan, design, progress: progressOf(plan, book, job, design), gates: gatesOf(book, job, design) };
  }, [plan, design, book, job]);
}
