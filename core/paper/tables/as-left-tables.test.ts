import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../../demo/thistle-mill.ts';
import { thistleMillBook } from '../../../demo/thistle-mill-book.ts';
import { assessBook } from '../../book/assess.ts';
import { bookOf, standing } from '../../book/book.ts';
import { entry } from '../../book/entries.fixture.ts';
import { gatesOf } from '../../book/progress.ts';
import { roundsOf } from '../../book/rounds.ts';
import { settingsOf } from '../../commission/settings.ts';
import { SitePlant } from '../../commission/site-plant.ts';
import { designWithPlant } from '../../job/design-job.ts';
import { say } from '../../quantity/format.ts';
import { asLeftTables } from './as-left-tables.ts';

const UNTIL = Date.parse('2026-11-30T12:00:00Z');
const { design, plant } = designWithPlant(thistleMill);
if (!plant) throw new Error('no plant');
const book = bookOf(
  thistleMillBook(UNTIL).map((each) => ({ entry: each, seq: null, receivedAt: null })),
  0,
);
const assessed = assessBook(new SitePlant(thistleMill, design, plant), roundsOf(book));
const tables = new Map(asLeftTables(thistleMill, design, book, assessed).map((table) => [table.id, table]));

describe('what is handed over, as the book has it', () => {
  it('every setting of the design stands beside how it was left, empty where nobody wrote it', () => {
    const rows = tables.get('as-left-settings')?.rows ?? [];
    expect(rows.map((row) => row.slice(0, 3))).toEqual(
      settingsOf(thistleMill, design).map(({ where, what, to }) => [where, what, to]),
    );
    const left = standing(book, 'setting');
    expect(rows.filter((row) => row[3] !== '')).toHaveLength(left.length);
    expect(rows[0]?.slice(3)).toEqual(['103.5 kPa', 'Site lead', '18 Nov 2026']);
  });

  it('every reading stands once beside what was expected in its state, and what it says', () => {
    const rows = tables.get('as-left-readings')?.rows ?? [];
    const readings = standing(book, 'reading');
    expect(rows).toHaveLength(new Set(readings.map(({ entry: { place, quantity } }) => `${place}#${quantity}`)).size);
    const guest = rows.find(([where, read]) => where === 'Guest room' && String(read).startsWith('Return'));
    const means =
      assessed.readings[
        readings.find(({ entry: { place, quantity } }) => place === 'rooms/r8/e1/loop1' && quantity === 'back')?.entry.id ?? ''
      ];
    expect(guest?.[1]).toBe(`Return temperature ${say(27.9, 'temperature', thistleMill.display)}`);
    expect(guest?.[2]).toBe(say(means?.expected ?? 0, 'temperature', thistleMill.display));
    expect(guest?.[4]).toBe(means?.words);
  });

  it('gates, tests and water are the book’s own', () => {
    const gates = gatesOf(book, thistleMill, design);
    expect(tables.get('as-left-gates')?.rows.map(([label, open]) => [label, open === 'yes'])).toEqual(
      gates.map(({ gate, open }) => [gate.label, open]),
    );
    expect(tables.get('as-left-tests')?.rows).toHaveLength(standing(book, 'test').length);
    expect(tables.get('as-left-done')?.rows.some(([, , what]) => what === `174\u00a0L filled, meter at 174 L`)).toBe(true);
  });

  it('a reading that was put right shows its right value alone', () => {
    const first = entry('reading', { place: 'source', placeLabel: 'Boiler', value: 40 });
    const right = entry('reading', { place: 'source', placeLabel: 'Boiler', value: 41, corrects: first.id });
    const own = bookOf(
      [first, right].map((each) => ({ entry: each, seq: null, receivedAt: null })),
      0,
    );
    const rows = asLeftTables(thistleMill, design, own, null).find(({ id }) => id === 'as-left-readings')?.rows;
    expect(rows?.map((row) => row[1])).toEqual([`Return temperature ${say(41, 'temperature', thistleMill.display)}`]);
  });
});
