import { useDeferredValue, useEffect, useState } from 'react';
import type { PlantState } from '../../core/design/plant-state.ts';
import type { WhatIf } from '../../core/job/what-if.ts';
import type { RunMoment, RunResult, RunSettings } from '../../core/run/run.ts';
import type { Job } from '../../model/job.ts';
import { runLane } from '../worker/lanes.ts';
import { Newest } from '../worker/newest.ts';
import { useWork } from '../worker/use-work.ts';

/** Rest after the last touch before a day is run, ms. */
const REST = 150;

/** The day run in a worker, again whenever job or settings change; the last one stays until the next is there. */
export function useDay(job: Job, settings: RunSettings) {
  const day = useWork<RunResult | null>('day', [job, settings], (work) => work.day(job, settings), { rest: REST });
  // The worker hears one question at a time: the day itself comes before what it would be otherwise.
  const asked = useWork<WhatIf[]>('what-if', [job, settings], (work) => work.whatIfs(job, settings), {
    enabled: day.fresh && day.data !== null,
  });
  // Charts are painted in pieces, so that keys are heard between them.
  const result = useDeferredValue(day.data);
  const answers = useDeferredValue(asked.data);
  return {
    result,
    failed: day.failed !== null || (day.fresh && day.data === null),
    stale: !day.fresh || result !== day.data,
    answers: answers ?? [],
    answersStale: !asked.fresh || answers !== asked.data,
  };
}

/**
 * The plant as it stood at a moment, from the worker that ran the day: while one is being worked out only the newest wish
 * waits, so that scrubbing never piles up.
 */
export function useMinute(moment: RunMoment | null): PlantState | null {
  const [state, setState] = useState<PlantState | null>(null);
  const [newest] = useState(
    () =>
      new Newest(
        (wanted: RunMoment) => runLane.ask((work) => work.minute(wanted)),
        // Where one fails the wall keeps what it last showed; the numbers beside it are the run's own.
        (outcome) => 'output' in outcome && outcome.output && setState(outcome.output),
      ),
  );
  useEffect(() => {
    if (moment) newest.want(moment);
  }, [newest, moment]);
  return state;
}
