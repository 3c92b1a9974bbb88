import type { RunRecord } from '../model/job.ts';

/** Result of a run as a file keeps it: invented. */
export const SAMPLE_RUN: RunRecord = {
  id: 'n1',
  at: '2026-01-02T03:04:05.000Z',
  kind: 'season',
  title: 'Season',
  settings: 'invented',
  inputs: '0f3a9c12',
  made: 1e11,
  bought: null,
  pumps: 1e9,
  cost: null,
  emission: null,
  startsADay: 4,
  shortestRun: null,
  meanFlow: 45,
  meanReturn: 38,
  hoursShort: 12,
};
