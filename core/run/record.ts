import { fingerprintOf } from '../../model/fingerprint.ts';
import { type Job, MOST_RUN_RECORDS, type RunRecord } from '../../model/job.ts';
import { DAY } from '../quantity/spans.ts';
import { costOf } from './cost.ts';
import type { RunResult } from './run.ts';

/**
 * What a run came to, to be kept with the job that made it.
 * @param settings weather and use, in words @param at when, as an ISO date and time
 */
export function recordOf(job: Job, run: RunResult, of: Pick<RunRecord, 'id' | 'at' | 'kind' | 'title' | 'settings'>): RunRecord {
  const { cost, emission } = costOf(job, run);
  const days = run.lasted / DAY;
  return {
    ...of,
    inputs: fingerprintOf(job),
    made: run.energy.made,
    bought: run.energy.bought,
    pumps: run.energy.pumps,
    cost,
    emission,
    startsADay: days > 0 ? run.cycles / days : null,
    shortestRun: run.shortestRun,
    meanFlow: run.meanFlow,
    meanReturn: run.meanReturn,
    hoursShort: run.hoursAnyShort,
  };
}

/** The job with a record more; the oldest goes where there would be too many. */
export const withRecord = (job: Job, record: RunRecord): Job => ({
  ...job,
  runs: [...job.runs, record].slice(-MOST_RUN_RECORDS),
});

/** Whether a record was made from the job as it is now. */
export const isFresh = (record: RunRecord, fingerprint: string): boolean => record.inputs === fingerprint;
