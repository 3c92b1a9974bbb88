import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { type AnyEntry, readEntry } from '../../model/book/entry.ts';
import { judgeMakeUpWater } from '../commission/make-up-water.ts';
import { commissioningPlan } from '../commission/plan/plan.ts';
import { designJob } from '../job/design-job.ts';
import { bookOf, standing, stands } from './book.ts';
import { entry, kept, OTHER_PHONE, photoId } from './entries.fixture.ts';
import { placeIsThere } from './place-there.ts';
import { gatesOf, progressOf } from './progress.ts';
import { roundsOf } from './rounds.ts';
import { tuningLog } from './tuning-log.ts';
import { waterAdded } from './water-log.ts';

const MADE = Date.parse('2026-10-01T00:00:00Z');
const design = designJob(thistleMill);
const plan = commissioningPlan(thistleMill, design);
const of = (...entries: AnyEntry[]) =>
  bookOf(
    entries.map((each) => ({ entry: each, seq: null, receivedAt: null })),
    MADE,
  );
const stateOf = (id: string, ...entries: AnyEntry[]) =>
  progressOf(plan, of(...entries), thistleMill, design).find(({ step }) => step.id === id)?.state;

describe('a book', () => {
  it('is the same set whatever order its entries came in', () => {
    const first = entry('reading', { value: 30 });
    const second = entry('reading', { value: 31, corrects: first.id });
    const third = entry('reading', { value: 32, corrects: second.id });
    for (const order of [
      [first, second, third],
      [third, first, second],
      [second, third, first, third],
    ]) {
      const book = of(...order);
      expect(book.items.filter(stands).map((item) => item.entry.id)).toEqual([third.id]);
      expect(book.byId.get(third.id)?.replaces).toEqual([second.id, first.id]);
    }
  });

  it('shows two corrections of one entry from two phones, the newest counting', () => {
    const first = entry('reading', { value: 30 });
    const mine = entry('reading', { value: 31, corrects: first.id, at: '2026-11-03T08:00:00Z' });
    const theirs = entry('reading', { value: 29, corrects: first.id, device: OTHER_PHONE, at: '2026-11-03T09:00:00Z' });
    const book = of(first, mine, theirs);
    expect(standing(book, 'reading').map((item) => item.entry.value)).toEqual([29]);
    expect(book.byId.get(theirs.id)?.contested).toBe(true);
  });

  it('keeps what was withdrawn, with the reason, and counts it no more', () => {
    const wrong = entry('water', { litres: 400, cause: 'fill' });
    const book = of(wrong, entry('withdraw', { target: wrong.id, why: 'Another house' }));
    expect(standing(book, 'water')).toEqual([]);
    expect(book.byId.get(wrong.id)?.withdrawn).toBe('Another house');
  });

  it('a withdrawn correction gives the place back to what stood before', () => {
    const first = entry('reading', { value: 30 });
    const second = entry('reading', { value: 99, corrects: first.id });
    const book = of(first, second, entry('withdraw', { target: second.id, why: 'The wrong radiator' }));
    expect(standing(book, 'reading').map((item) => item.entry.value)).toEqual([30]);
  });

  it('tells a clock that was wrong by years, and keeps the distances of what was written with it', () => {
    const early = entry('remark', { at: '2031-05-01T10:00:00Z' });
    const late = entry('remark', { at: '2031-05-01T12:00:00Z' });
    const received = '2026-11-02T18:00:00Z';
    const book = bookOf([kept(early, received, 1), kept(late, received, 2)], MADE);
    const [a, b] = [book.byId.get(early.id), book.byId.get(late.id)];
    expect((b?.time ?? 0) - (a?.time ?? 0)).toBe(2 * 3600_000);
    expect(b?.time).toBe(Date.parse(received));
    expect(a?.clockOff).toBeGreaterThan(4 * 365 * 86_400_000);
    // What was right stays as it is.
    const right = entry('remark');
    expect(bookOf([kept(right, received, 3)], MADE).byId.get(right.id)?.clockOff).toBe(0);
  });

  it('keeps an entry of a newer program whole', () => {
    const read = readEntry({ ...entry('remark'), v: 2, kind: 'hologram', depth: 3 });
    expect(read.ok && read.entry).toMatchObject({ kind: 'hologram', depth: 3 });
    if (read.ok) expect(of(read.entry).items).toHaveLength(1);
  });
});

describe('an entry that cannot be', () => {
  it.each([
    ['a return of 380 degrees', { ...entry('reading'), value: 380 }, 'Its value cannot be: return temperature lies between'],
    ['a pressure typed in psi as bar', { ...entry('reading', { quantity: 'pressure' }), value: 4.3e6 }, 'look at the unit'],
    ['no name', { ...entry('remark'), who: ' ' }, 'Its who is empty; say who.'],
    ['a time that does not exist', { ...entry('remark'), at: '2026-13-45T10:00:00Z' }, 'Its at'],
    ['a place of nowhere', { ...entry('remark'), place: '../../etc' }, 'Its place is no place of a job.'],
    [
      'thirteen photos',
      { ...entry('remark'), photos: Array.from({ length: 13 }, (_, i) => photoId(i + 1)) },
      'more than 12 photos',
    ],
    ['no reason for withdrawing', { ...entry('withdraw'), why: '' }, 'Its why is empty; say why it no longer holds.'],
    ['a kind nobody knows, of this version', { ...entry('remark'), kind: 'x'.repeat(50) }, 'Its kind'],
    ['a novel', { ...entry('remark'), note: 'a'.repeat(70_000) }, 'longer than 64000 characters'],
    ['nothing', null, 'no kind of entry'],
  ])('%s is told in words', (_, given, words) => {
    const read = readEntry(given);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problem).toContain(words);
  });
});

describe('how far the plan has come', () => {
  it('what is done is read off the entries: readings, settings, water', () => {
    expect(stateOf('fill/vessel')).toBe('waits');
    expect(stateOf('gas/vessel')).toBe('open');
    const gas = plan.find(({ id }) => id === 'gas/vessel')?.target;
    const set = entry('setting', { place: 'vessel', what: gas?.kind === 'setting' ? gas.what : '', after: '0.9 bar' });
    expect(stateOf('gas/vessel', set)).toBe('done');
    expect(stateOf('fill/vessel', set)).toBe('open');
    expect(stateOf('fill/vessel', set, entry('water', { place: 'vessel', cause: 'fill', litres: 160 }))).toBe('done');
    const balance = plan.find(({ phase, target }) => phase === 'balance' && target.kind === 'reading');
    const key = balance?.target.kind === 'reading' ? (balance.target.keys[0] ?? '') : '';
    const [place, quantity] = key.split('#') as [string, 'flow' | 'back'];
    expect(stateOf(balance?.id ?? '', entry('reading', { place, quantity, value: quantity === 'flow' ? 3e-5 : 30 }))).toBe(
      'done',
    );
  });

  it('a gate is red until tested, photographed and signed, and no tick opens it', () => {
    const book = (...entries: AnyEntry[]) =>
      gatesOf(of(...entries), thistleMill, design).find(({ gate }) => gate.loops.length > 0);
    const gate = book();
    expect(gate?.open).toBe(false);
    expect(gate?.missing).toEqual(['no test yet', expect.stringContaining('without label and photo'), 'not signed']);
    const id = gate?.gate.id ?? '';
    const test = entry('test', { place: id });
    const photos = (gate?.gate.loops ?? []).map(({ place }, i) => entry('as-built', { place, photos: [photoId(i + 1)] }));
    const tick = entry('step', { step: id, outcome: 'done' });
    expect(book(test, ...photos, tick)?.missing).toEqual(['not signed']);
    const signature = entry('signature', { of: id, signed: [test.id, ...photos.map((each) => each.id)] });
    expect(book(test, ...photos, signature)).toMatchObject({ open: true, missing: [] });
    // One that fell too far shuts it again.
    const leak = entry('test', { place: id, corrects: test.id, end: { ...test.end, pressure: 2.5e5 } });
    const after = book(test, ...photos, signature, leak);
    expect(after).toMatchObject({ open: false, changedSince: true });
    expect(after?.missing).toEqual(['it leaks']);
    // A signature that is withdrawn is none.
    expect(
      book(test, ...photos, signature, entry('withdraw', { target: signature.id, why: 'Signed for the wrong floor' }))?.missing,
    ).toEqual(['not signed']);
  });

  it.each([
    ['rooms/r1/e1/loop1', true],
    ['rooms/r1/loop2', true],
    ['rooms/r1', true],
    ['rooms/r1/e9/loop1', false],
    ['rooms/gone/e1/loop1', false],
    ['circuits/c1/pump', true],
    ['circuits/c9/pump', false],
    ['vessel', true],
    ['cover/circuits/c1/A', true],
    [null, true],
  ])('a part is in the design or no longer: %s', (place, there) => {
    expect(placeIsThere(thistleMill, place)).toBe(there);
  });

  it('a step whose place is gone is not in the plan, its entries are in the book', () => {
    const gone = entry('reading', { place: 'rooms/gone/e1/loop1', placeLabel: 'Old study' });
    const book = of(gone);
    expect(book.items).toHaveLength(1);
    expect(progressOf(plan, book, thistleMill, design).some(({ entries }) => entries.includes(gone.id))).toBe(false);
  });
});

describe('what follows from entries', () => {
  it('readings of one state within two hours are a round; the latest of a point counts', () => {
    const at = (hour: number) => `2026-11-05T${String(hour).padStart(2, '0')}:00:00Z`;
    const book = of(
      entry('reading', { place: 'circuits/c1', value: 30, at: at(8) }),
      entry('reading', { place: 'circuits/c1', value: 31, at: at(9) }),
      entry('reading', { place: 'circuits/c2', value: 45, at: at(9) }),
      entry('reading', { place: 'circuits/c2', value: 44, at: at(18) }),
    );
    const rounds = roundsOf(book);
    expect(rounds.map(({ readings }) => readings.map(({ value }) => value))).toEqual([[44], [31, 45]]);
  });

  it('an instrument of the book says how wrong its readings are', () => {
    const own = entry('instrument', { instrument: 'i7', error: 0.1 });
    const book = of(own, entry('reading', { place: 'source', instrument: 'i7' }), entry('reading', { place: 'circuits/c1' }));
    expect(
      roundsOf(book)
        .flatMap(({ readings }) => readings.map(({ error }) => error))
        .sort(),
    ).toEqual([0.1, 0.5]);
  });

  it('litres between readings of a meter, from the day of filling', () => {
    const day = (n: number) => new Date(Date.parse('2026-11-01T08:00:00Z') + n * 86_400_000).toISOString();
    const book = of(
      entry('water', { cause: 'fill', litres: 180, meter: 1200, at: day(0) }),
      entry('water', { cause: 'meter', litres: 0, meter: 1203, at: day(7) }),
      entry('water', { cause: 'meter', litres: 0, meter: 1204.5, at: day(14) }),
      entry('water', { cause: 'top-up', litres: 1, at: day(21), by: 'guess' }),
    );
    expect(waterAdded(book)).toEqual([
      { from: 0, to: 7, litres: 3, error: 0.15 },
      { from: 7, to: 14, litres: 1.5, error: 0.15 },
      { from: 14, to: 21, litres: 1, error: 2 },
    ]);
    expect(judgeMakeUpWater(waterAdded(book)).verdict).toBe('too early');
  });

  it('the log of a curve tells the next step and the day it is read', () => {
    const book = of(entry('tuning', { place: 'source', room: 22.5, at: '2026-11-06T08:00:00Z' }));
    const log = tuningLog(book, 'source');
    expect(log.advice).toMatchObject({ done: false, slope: 0.6 });
    expect(new Date(log.due ?? 0).toISOString()).toBe('2026-11-08T08:00:00.000Z');
    expect(tuningLog(book, 'circuits/c1').readings).toEqual([]);
  });
});
