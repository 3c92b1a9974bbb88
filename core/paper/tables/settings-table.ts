import type { Job } from '../../../model/job.ts';
import { settingsOf } from '../../commission/settings.ts';
import type { Design } from '../../design/design.ts';
import { type Column, column, type Table } from '../table.ts';

/** The settings, with room to write down how they were left. @param left whether those columns stand there */
export function settingsTable(job: Job, design: Design, left: boolean): Table {
  const byHand: Column[] = left
    ? [
        { label: 'As left', byHand: true },
        { label: 'By', byHand: true },
        { label: 'Date', byHand: true },
      ]
    : [];
  return {
    id: 'settings',
    title: left ? 'Settings, as left' : 'Settings',
    columns: [column('Where'), column('What is set'), column('To'), ...byHand],
    rows: settingsOf(job, design).map(({ where, what, to }) => [where, what, to, ...byHand.map(() => '')]),
  };
}
