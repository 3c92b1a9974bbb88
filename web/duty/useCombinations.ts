import { proxy } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { type Combination, combinationCount } from '../../core/design/combinations.ts';
import type { Job } from '../../model/job.ts';
import { Lane } from '../worker/lane.ts';

export interface CombinationRun {
  /** What is there so far, in the order it came. */
  found: Combination[];
  total: number;
  state: 'running' | 'done' | 'cancelled' | 'failed';
  /** Seconds it took, once done. */
  seconds: number | null;
}

/** Two halves on two workers: as many as the cores of a small machine. */
const WORKERS = 2;

/** Runs every combination of calls of a job, again whenever the job changes; `cancel` ends it, `again` starts anew. */
export function useCombinations(
  job: Job,
  zones: number,
  cools = false,
): CombinationRun & { cancel: () => void; again: () => void } {
  const total = combinationCount(zones);
  const [run, setRun] = useState<CombinationRun>({ found: [], total, state: 'running', seconds: null });
  const [round, setRound] = useState(0);
  const stop = useRef<() => void>(() => {});
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new round is how the person starts it again
  useEffect(() => {
    const workers = Array.from({ length: WORKERS }, () => new Lane());
    const end = () => {
      for (const worker of workers) worker.end();
    };
    const started = performance.now();
    let over = false;
    setRun({ found: [], total, state: 'running', seconds: null });
    // By half, so that one asked a second time, its worker having failed, begins anew.
    const halves: Combination[][] = workers.map(() => []);
    const take = (half: number) => async (batch: Combination[]) => {
      halves[half] = [...(halves[half] ?? []), ...batch];
      if (!over) setRun((before) => ({ ...before, found: halves.flat() }));
    };
    const share = Math.ceil(total / WORKERS);
    Promise.all(
      workers.map((lane, i) =>
        lane.ask((work) => {
          halves[i] = [];
          return work.combine(job, cools, i * share, (i + 1) * share, proxy(take(i)));
        }),
      ),
    )
      .then(() => {
        if (!over) setRun((before) => ({ ...before, state: 'done', seconds: (performance.now() - started) / 1000 }));
      })
      .catch(() => {
        if (!over) setRun((before) => ({ ...before, state: 'failed' }));
      })
      .finally(end);
    stop.current = () => {
      if (over) return;
      over = true;
      end();
      setRun((before) => (before.state === 'running' ? { ...before, state: 'cancelled' } : before));
    };
    return () => {
      over = true;
      end();
    };
  }, [job, cools, total, round]);
  return { ...run, cancel: useCallback(() => stop.current(), []), again: useCallback(() => setRound((n) => n + 1), []) };
}
