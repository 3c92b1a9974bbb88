import { startTransition, useEffect, useRef, useState } from 'react';
import type { PlantState } from '../../core/design/operate.ts';
import type { RunMoment, RunResult, RunSettings } from '../../core/run/run.ts';
import type { WhatIf } from '../../core/run/what-if.ts';
import type { Job } from '../../model/job.ts';
import { runWork } from '../state/design-context.tsx';

/** Rest after the last touch before a day is run, ms. */
const REST = 150;

interface Ran {
  key: unknown;
  result: RunResult | null;
}

/** The day run in a worker, again whenever job or settings change; the last one stays until the next is there. */
export function useDay(job: Job, settings: RunSettings) {
  const [ran, setRan] = useState<Ran | null>(null);
  const [asked, setAsked] = useState<{ key: unknown; answers: WhatIf[] } | null>(null);
  // Settings are made anew with each job, so they stand for both.
  useEffect(() => {
    let over = false;
    const rest = setTimeout(async () => {
      const result = await runWork()
        .day(job, settings)
        .catch(() => null);
      if (over) return;
      // Charts are painted in pieces, so that keys are heard between them.
      startTransition(() => setRan({ key: settings, result }));
      const answers = await runWork()
        .whatIfs(job, settings)
        .catch(() => []);
      if (!over) startTransition(() => setAsked({ key: settings, answers }));
    }, REST);
    return () => {
      over = true;
      clearTimeout(rest);
    };
  }, [job, settings]);
  return {
    result: ran?.result ?? null,
    failed: ran !== null && ran.result === null && ran.key === settings,
    stale: ran?.key !== settings,
    answers: asked?.answers ?? [],
    answersStale: asked?.key !== settings,
  };
}

/**
 * The plant as it stood at a moment, from the worker that ran the day: while one is being worked out only the newest wish
 * waits, so that scrubbing never piles up.
 */
export function useMinute(moment: RunMoment | null): PlantState | null {
  const [state, setState] = useState<PlantState | null>(null);
  const wanted = useRef<RunMoment | null>(null);
  const busy = useRef(false);
  wanted.current = moment;
  useEffect(() => {
    if (busy.current || !moment) return;
    const run = async () => {
      busy.current = true;
      let done: RunMoment | null = null;
      try {
        while (wanted.current && wanted.current !== done) {
          done = wanted.current;
          const found = await runWork().minute(done);
          if (found) setState(found);
        }
      } catch {
        // The wall keeps what it last showed; the numbers beside it are the run's own.
      } finally {
        busy.current = false;
      }
    };
    void run();
  }, [moment]);
  return state;
}
