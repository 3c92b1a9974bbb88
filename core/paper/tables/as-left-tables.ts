import type { Job } from '../../../model/job.ts';
import type { Assessed } from '../../book/assess.ts';
import { type Book, standing } from '../../book/book.ts';
import { entryLine, stateWords } from '../../book/entry-line.ts';
import { gatesOf, verdictOf } from '../../book/progress.ts';
import { keyOf } from '../../commission/reading-points.ts';
import { kindOfReading } from '../../commission/reading-words.ts';
import { settingsOf } from '../../commission/settings.ts';
import type { Design } from '../../design/design.ts';
import { say } from '../../quantity/format.ts';
import { type Cell, column, type Table } from '../table.ts';

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
/** A day on a paper: "18 Nov 2026". */
export const dayOf = (time: number): string => DAY.format(time);

/** What a book holds, as sheets to hand over: every setting and reading beside its target, tests, signatures, what was done since. */
export function asLeftTables(job: Job, design: Design, book: Book, assessed: Assessed | null): Table[] {
  return [
    settingsAsLeft(job, design, book),
    readingsAsLeft(job, book, assessed),
    testsAsLeft(job, design, book),
    gatesAsLeft(job, design, book),
    signaturesAsLeft(book),
    doneSince(job, book),
  ].filter(({ rows }) => rows.length > 0);
}

function settingsAsLeft(job: Job, design: Design, book: Book): Table {
  const left = standing(book, 'setting');
  return {
    id: 'as-left-settings',
    title: 'Settings, as designed and as left',
    columns: [column('Where'), column('What is set'), column('As designed'), column('As left'), column('By'), column('Date')],
    rows: settingsOf(job, design).map(({ place, where, what, to }): Cell[] => {
      const own = left.find(({ entry }) => entry.place === place && entry.what === what);
      return [where, what, to, own?.entry.after ?? '', own?.entry.who ?? '', own ? dayOf(own.time) : ''];
    }),
  };
}

function readingsAsLeft({ display }: Job, book: Book, assessed: Assessed | null): Table {
  // The latest of each point, in the order of their places.
  const latest = new Map<string, ReturnType<typeof standing<'reading'>>[number]>();
  for (const item of standing(book, 'reading')) {
    const key = keyOf(item.entry.place ?? '', item.entry.quantity);
    if (!latest.has(key)) latest.set(key, item);
  }
  return {
    id: 'as-left-readings',
    title: 'Readings, beside what was expected in their state',
    columns: [
      column('Where'),
      column('Read'),
      column('Expected then'),
      column('State'),
      column('What it says'),
      column('By'),
      column('Date'),
    ],
    rows: [...latest.values()]
      .sort((a, b) => a.entry.placeLabel.localeCompare(b.entry.placeLabel))
      .map(({ entry, time }): Cell[] => {
        const means = assessed?.readings[entry.id];
        const kind = kindOfReading({ key: keyOf(entry.place ?? '', entry.quantity), quantity: entry.quantity });
        const expected = means?.expected;
        return [
          entry.placeLabel,
          entryLine(entry, display),
          expected === null || expected === undefined ? '' : say(expected, kind, display),
          stateWords(entry.state, display),
          means?.words ?? '',
          entry.who,
          dayOf(time),
        ];
      }),
  };
}

const testsAsLeft = (job: Job, design: Design, book: Book): Table => ({
  id: 'as-left-tests',
  title: 'Pressure tests',
  columns: [column('Of'), column('Test'), column('What it says'), column('By'), column('Date')],
  rows: standing(book, 'test').map(({ entry, time }): Cell[] => [
    entry.placeLabel,
    entryLine(entry, job.display),
    verdictOf(entry, job, design).words,
    entry.who,
    dayOf(time),
  ]),
});

const gatesAsLeft = (job: Job, design: Design, book: Book): Table => ({
  id: 'as-left-gates',
  title: 'Before covering',
  columns: [column('What is covered'), column('May it be covered'), column('Signed by')],
  rows:
    book.items.length === 0
      ? []
      : gatesOf(book, job, design).map(({ gate, open, missing, signedBy }): Cell[] => [
          gate.label,
          open ? 'yes' : `no: ${missing.join('; ')}`,
          signedBy ?? '',
        ]),
});

const signaturesAsLeft = (book: Book): Table => ({
  id: 'as-left-signatures',
  title: 'Signatures',
  columns: [column('Under'), column('Name'), column('Over'), column('Date')],
  rows: standing(book, 'signature').map(({ entry, time }): Cell[] => [
    entry.placeLabel,
    entry.name,
    `${entry.signed.length} entries, ${entry.digest.slice(0, 12)}`,
    dayOf(time),
  ]),
});

/** Water, parts, faults and remarks, the latest first. */
const doneSince = ({ display }: Job, book: Book): Table => ({
  id: 'as-left-done',
  title: 'Water, parts, faults, remarks',
  columns: [column('Date'), column('Where'), column('What'), column('Note'), column('By')],
  rows: book.items
    .filter(
      ({ replacedBy, withdrawn, entry }) =>
        replacedBy === null && withdrawn === null && ['water', 'part', 'fault', 'remark'].includes(entry.kind),
    )
    .map(({ entry, time }): Cell[] => [
      dayOf(time),
      entry.placeLabel,
      entryLine(entry, display),
      entry.kind === 'remark' ? '' : entry.note,
      entry.who,
    ]),
});
