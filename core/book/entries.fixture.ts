import type { BookEntry, EntryKind, EntryOf } from '../../model/book/entry.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import type { KeptEntry } from './book.ts';

const uuid = (start: string, n: number): string => `${start}-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;

const PHONE = uuid('aaaaaaaa', 1);
export const OTHER_PHONE = uuid('bbbbbbbb', 2);
let count = 0;

const fields: { [K in EntryKind]: Omit<EntryOf<K>, keyof EntryOf<'remark'>> } = {
  reading: { quantity: 'back', value: 31, asTyped: { text: '31', unit: '°C' }, instrument: null, state: DESIGN_DAY },
  setting: { what: 'Regulating valve', before: null, after: 'open' },
  test: {
    medium: 'water',
    pipe: 'plastic',
    start: { pressure: 4e5, temperature: 18, at: '2026-11-02T08:00:00Z' },
    end: { pressure: 3.98e5, temperature: 18, at: '2026-11-02T10:05:00Z' },
  },
  step: { step: 'show', outcome: 'done', why: '' },
  signature: { of: 'as-left', name: 'A. Person', strokes: [], signed: [], digest: '0'.repeat(64) },
  water: { litres: 0, cause: 'top-up', meter: null, by: 'meter' },
  instrument: { instrument: 'i1', name: 'Clip', quantity: 'back', error: 0.2, share: 0, checkedOn: null },
  'as-built': { route: '', length: null, noDrill: [] },
  tuning: { slope: 0.7, shift: 0, room: 21, wanted: 20, outdoor: 3 },
  part: { changed: '', why: '' },
  fault: { saw: '', was: '', cure: '' },
  remark: {},
  withdraw: { target: uuid('cccccccc', 1), why: 'Misread' },
} as never;

/** An entry of a test, whole; each has an id of its own and the next number of its device. */
export function entry<K extends EntryKind>(kind: K, over: Partial<EntryOf<K>> = {}): EntryOf<K> {
  count++;
  return {
    id: uuid('dddddddd', count),
    v: 1,
    at: `2026-11-02T${String(8 + Math.floor((count % 720) / 60)).padStart(2, '0')}:${String(count % 60).padStart(2, '0')}:00Z`,
    device: PHONE,
    order: count,
    who: 'A. Person',
    place: null,
    placeLabel: '',
    corrects: null,
    designRevision: 1,
    note: '',
    photos: [],
    kind,
    ...fields[kind],
    ...over,
  } as unknown as EntryOf<K>;
}

export const photoId = (n: number): string => uuid('eeeeeeee', n);

export const kept = (entry: BookEntry, receivedAt: string | null = null, seq: number | null = null): KeptEntry => ({
  entry,
  receivedAt,
  seq,
});
