import type { Job } from '../../../model/job.ts';
import { standing } from '../../book/book.ts';
import { settingsOf } from '../../commission/settings.ts';
import type { Design } from '../../design/design.ts';
import type { PaperInput } from '../paper-input.ts';
import { type Column, column, type Table } from '../table.ts';
import { dayOf } from './as-left-tables.ts';

/**
 * The settings, with room to write down how they were left; what the site book has of that stands there already.
 * @param left whether those columns stand there @param book null without one
 */
export function settingsTable(job: Job, design: Design, left: boolean, book: PaperInput['book'] = null): Table {
  const written = book ? standing(book.book, 'setting') : [];
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
    rows: settingsOf(job, design).map(({ place, where, what, to }) => {
      const own = written.find(({ entry }) => entry.place === place && entry.what === what);
      const asLeft = own ? [own.entry.after, own.entry.who, dayOf(own.time)] : byHand.map(() => '');
      return [where, what, to, ...(left ? asLeft : [])];
    }),
  };
}
