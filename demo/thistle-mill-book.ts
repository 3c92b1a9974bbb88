import type { BookEntry, EntryKind, EntryOf, ReadingQuantity, StateNote } from '../model/book/entry.ts';
import { DRAWN_PHOTOS } from './drawn-photos.ts';

/**
 * The site book of the demo job: a commissioning that is not finished. Some loops are tested, some readings are in, one is odd, and one
 * radiator is starved. People, days and values are invented.
 */

const DAY = 86_400_000;
const uuid = (start: string, n: number): string => `${start}-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;
const PHONE = uuid('d0d0d0d0', 1);
const TABLET = uuid('d0d0d0d0', 2);
const photoId = (n: number): string => uuid('d0f0d0f0', n);

/** Photos of the book, by id. */
export const BOOK_PHOTOS: readonly { id: string; base64: string }[] = [
  ...[1, 2, 3].map((n) => ({ id: photoId(n), base64: DRAWN_PHOTOS.hall })),
  ...[4, 5].map((n) => ({ id: photoId(n), base64: DRAWN_PHOTOS.run })),
];

const RUNNING: StateNote = { calls: 'all', mode: 'heating', speeds: {}, outdoor: 3, source: 46.5, running: true, settledFor: 90 };
const AT_REST: StateNote = {
  calls: [],
  mode: 'heating',
  speeds: {},
  outdoor: null,
  source: null,
  running: false,
  settledFor: 600,
};

/** What was read on the walk: place, what it is called, quantity, value in SI. The guest room's valve was left all but shut; the kitchen's second meter sticks. */
const WALK: readonly [place: string, label: string, quantity: ReadingQuantity, value: number, typed: string][] = [
  ['source', 'Boiler in the old grain store', 'supply', 46.7, '46.7'],
  ['source', 'Boiler in the old grain store', 'back', 39.1, '39.1'],
  ['circuits/c1', 'Ground floor', 'supply', 31.9, '31.9'],
  ['circuits/c1', 'Ground floor', 'back', 27.5, '27.5'],
  ['circuits/c2', 'Upper radiators', 'supply', 46.1, '46.1'],
  ['circuits/c2', 'Upper radiators', 'back', 41.1, '41.1'],
  ['rooms/r1/e1/loop1', 'Mill hall, A1', 'flow', 1.6e-3 / 60, '1.6'],
  ['rooms/r1/e1/loop2', 'Mill hall, A2', 'flow', 1.7e-3 / 60, '1.7'],
  ['rooms/r1/e1/loop3', 'Mill hall, A3', 'flow', 1.65e-3 / 60, '1.65'],
  ['rooms/r2/e1/loop1', 'Kitchen, A4', 'flow', 1.45e-3 / 60, '1.45'],
  ['rooms/r2/e1/loop2', 'Kitchen, A5', 'flow', 0.6e-3 / 60, '0.6'],
  ['rooms/r2/e1/loop2', 'Kitchen, A5', 'back', 26.8, '26.8'],
  ['rooms/r6/e1/loop1', 'Bedroom east', 'back', 42.3, '42.3'],
  ['rooms/r7/e1/loop1', 'Bedroom west', 'back', 40.9, '40.9'],
  ['rooms/r8/e1/loop1', 'Guest room', 'back', 27.9, '27.9'],
  ['rooms/r8', 'Guest room', 'air', 17.4, '17.4'],
  ['rooms/r9/e1/loop1', 'Bathroom', 'back', 42.2, '42.2'],
  ['rooms/r10/e1/loop1', 'Landing', 'back', 40.9, '40.9'],
];

/** Gauges at rest, Pa; the one behind the pump of the upper radiators shows too much. */
const GAUGES: readonly [place: string, label: string, value: number, typed: string][] = [
  ['source/in', 'Plant', 142_000, '142'],
  ['source/out', 'Plant', 143_000, '143'],
  ['flow', 'Plant', 142_000, '142'],
  ['circuits/c1/pumped', 'Ground floor', 143_000, '143'],
  ['circuits/c1/supply', 'Ground floor', 138_000, '138'],
  ['circuits/c2/pumped', 'Upper radiators', 155_000, '155'],
  ['circuits/c2/supply', 'Upper radiators', 113_000, '113'],
];

/**
 * The entries of the book.
 * @param until the day of the walk, ms since 1970; everything else lies in the weeks before
 */
export function thistleMillBook(until: number): BookEntry[] {
  let count = 0;
  const entry = <K extends EntryKind>(
    kind: K,
    daysBefore: number,
    hour: number,
    who: string,
    fields: Partial<EntryOf<K>>,
  ): BookEntry => {
    count++;
    const at = new Date(until - daysBefore * DAY);
    at.setUTCHours(hour, (count * 7) % 60, 0, 0);
    return {
      id: uuid('d0e0d0e0', count),
      v: 1,
      at: at.toISOString(),
      device: who === 'Apprentice' ? TABLET : PHONE,
      order: count,
      who,
      place: null,
      placeLabel: '',
      corrects: null,
      designRevision: 1,
      note: '',
      photos: [],
      kind,
      ...fields,
    } as unknown as BookEntry;
  };
  const lead = 'Site lead';
  const apprentice = 'Apprentice';
  const testAt = (days: number, hour: number): string => {
    const at = new Date(until - days * DAY);
    at.setUTCHours(hour, 0, 0, 0);
    return at.toISOString();
  };
  const test = (
    place: string,
    label: string,
    days: number,
    end: [pressure: number, temperature: number],
    pipe: 'plastic' | 'metal',
  ) =>
    entry('test', days, 11, lead, {
      place,
      placeLabel: label,
      medium: 'water',
      pipe,
      start: { pressure: 400_000, temperature: 14, at: testAt(days, 8) },
      end: { pressure: end[0], temperature: end[1], at: testAt(days, 11) },
    });
  const laid = (
    place: string,
    label: string,
    days: number,
    length: number | null,
    photo: number,
    marks: { x: number; y: number; what: string }[] = [],
  ) =>
    entry('as-built', days, 15, apprentice, {
      place,
      placeLabel: label,
      route: '',
      length,
      noDrill: marks,
      photos: [photoId(photo)],
    });
  const floor: BookEntry[] = [
    laid('circuits/c2/run', 'Upper radiators: pipes to it', 21, null, 4, [{ x: 0.5, y: 0.4, what: 'flow pipe' }]),
    laid('circuits/c1/run', 'Ground floor: pipes to it', 21, null, 5),
    test('cover/circuits/c2/run', 'Upper radiators: pipes to it', 20, [399_000, 14.1], 'metal'),
    laid('rooms/r1/e1/loop1', '1.A1 Mill hall', 19, 96, 1, [
      { x: 0.3, y: 0.25, what: 'pipe by the door' },
      { x: 0.88, y: 0.6, what: 'bend' },
    ]),
    laid('rooms/r1/e1/loop2', '1.A2 Mill hall', 19, 98, 2),
    laid('rooms/r1/e1/loop3', '1.A3 Mill hall', 19, 95, 3),
    test('cover/circuits/c1/A', 'Ground floor: floors of manifold 1.A', 18, [394_000, 13.8], 'plastic'),
    test('cover/circuits/c1/run', 'Ground floor: pipes to it', 18, [397_000, 14], 'plastic'),
  ];
  const fill: BookEntry[] = [
    entry('setting', 12, 8, lead, {
      place: 'vessel',
      placeLabel: 'Vessel',
      what: 'Gas pressure, its water side empty',
      before: '1.5 bar',
      after: '103.5 kPa',
    }),
    entry('water', 12, 9, lead, {
      place: 'vessel',
      placeLabel: 'Water of the plant',
      litres: 174,
      cause: 'fill',
      meter: 174,
      by: 'meter',
    }),
    ...GAUGES.map(([place, placeLabel, value, text]) =>
      entry('reading', 11, 8, lead, {
        place,
        placeLabel,
        quantity: 'pressure',
        value,
        asTyped: { text, unit: 'kPa' },
        instrument: null,
        state: AT_REST,
      }),
    ),
    entry('water', 9, 8, lead, { placeLabel: 'Plant', litres: 0, cause: 'meter', meter: 177.1, by: 'meter' }),
    entry('water', 5, 8, lead, { placeLabel: 'Plant', litres: 0, cause: 'meter', meter: 178.3, by: 'meter' }),
    entry('water', 2, 8, apprentice, { placeLabel: 'Plant', litres: 0, cause: 'meter', meter: 178.6, by: 'meter' }),
  ];
  const walk = WALK.map(([place, placeLabel, quantity, value, text]) =>
    entry('reading', 1, 14, apprentice, {
      place,
      placeLabel,
      quantity,
      value,
      asTyped: { text, unit: quantity === 'flow' ? 'L/min' : '°C' },
      instrument: null,
      state: RUNNING,
    }),
  );
  const after: BookEntry[] = [
    entry('tuning', 6, 8, lead, {
      place: 'circuits/c1',
      placeLabel: 'Ground floor',
      slope: 0.61,
      shift: 2.4,
      room: 21.6,
      wanted: 20,
      outdoor: 2.5,
    }),
    entry('tuning', 4, 8, lead, {
      place: 'circuits/c1',
      placeLabel: 'Ground floor',
      slope: 0.56,
      shift: 2.4,
      room: 20.9,
      wanted: 20,
      outdoor: 4,
    }),
    entry('remark', 1, 15, apprentice, {
      place: 'rooms/r8',
      placeLabel: 'Guest room',
      note: 'Radiator cold below the middle. Lockshield not looked at yet.',
    }),
  ];
  return [...floor, ...fill, ...walk, ...after];
}
