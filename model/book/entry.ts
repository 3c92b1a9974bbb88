import { z } from 'zod';
import { text } from '../schema-parts.ts';

/**
 * The site book: what was measured, set, tested, signed and topped up on a plant. Entries are only ever added; one may correct or
 * withdraw an earlier one, which stays. Books from two phones meet by being sets of entries, so they never disagree.
 */

/** Version of entries this program writes. Older ones stay readable for good; newer ones are kept as they are. */
export const BOOK_VERSION = 1;

/** Most photos of one entry and of one job, most bytes of one photo, and of all of a job. */
export const MOST_PHOTOS_OF_ENTRY = 12;
export const MOST_PHOTOS = 600;
export const MOST_PHOTO_BYTES = 1_000_000;
export const MOST_BYTES_OF_PHOTOS = 300_000_000;
/** Most entries sent or read at once, and most characters of one as JSON. */
export const MOST_ENTRIES_AT_ONCE = 500;
const MOST_ENTRY_TEXT = 64_000;

const Uuid = z
  .string()
  .regex(/^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/, 'is no id of an entry, device or photo');
/** Device time with its distance from UTC, so that the hour on the wall of the day can still be read. */
const Time = z
  .string()
  .regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?(Z|[+-]\d\d:\d\d)$/, 'is no time such as 2026-11-30T10:15:00+01:00')
  .refine((value) => !Number.isNaN(Date.parse(value)), 'is a time that does not exist');
const Day = z.string().regex(/^\d{4}-\d\d-\d\d$/, 'is no day such as 2026-11-30');
/** A place of the job or a point of the plant: `rooms/r3/e1/loop2`, `circuits/c1/pump`, `source`. */
const BookPlace = z
  .string()
  .regex(/^[A-Za-z0-9_-]+(\/[A-Za-z0-9_-]+){0,7}$/, 'is no place of a job')
  .max(200);
const Words = text(2000);
const Short = text(200);
const finite = (least: number, most: number, what: string) =>
  z.number('is not a number').min(least, `is below what ${what} can be`).max(most, `is beyond what ${what} can be`);

/** What can be read off a plant: what each is, and between which values it can be at all, in SI and degrees C. */
export const READING_QUANTITIES = {
  supply: { kind: 'temperature', least: -60, most: 300, label: 'Flow temperature' },
  back: { kind: 'temperature', least: -60, most: 300, label: 'Return temperature' },
  air: { kind: 'temperature', least: -40, most: 80, label: 'Room temperature' },
  flow: { kind: 'volumeFlow', least: 0, most: 0.1, label: 'Flow' },
  pressure: { kind: 'pressure', least: -1e5, most: 2.5e6, label: 'Pressure' },
  head: { kind: 'head', least: 0, most: 100, label: 'Head' },
  power: { kind: 'electricPower', least: 0, most: 20_000, label: 'Electric power' },
  glycol: { kind: 'fraction', least: 0, most: 1, label: 'Glycol by volume' },
} as const;
export type ReadingQuantity = keyof typeof READING_QUANTITIES;

/** In what state a plant was read: nothing can be held against the design without it. */
export const StateNoteSchema = z.strictObject({
  /** Zones that called, by id; `all` for every one of them. */
  calls: z.union([z.literal('all'), z.array(text(120)).max(2000, 'names more zones than a plant has')]),
  mode: z.enum(['heating', 'cooling'], 'is neither "heating" nor "cooling"'),
  /** Pumps that ran otherwise than decided, by their place: share of full speed. */
  speeds: z.record(BookPlace, finite(0, 1, 'a share of full speed')),
  /** Degrees C outdoors, and of what the source sent, where they were read. */
  outdoor: finite(-60, 60, 'outdoor air').nullable(),
  source: finite(-60, 300, 'water').nullable(),
  /** Whether pumps turned; false for cold and at rest. */
  running: z.boolean('is neither true nor false'),
  /** How long nothing had been changed, min. */
  settledFor: finite(0, 100_000, 'a wait').nullable(),
});
export type StateNote = z.infer<typeof StateNoteSchema>;

const AsTyped = z.strictObject({ text: text(60), unit: text(20) });
const Digest = z.string().regex(/^[0-9a-f]{64}$/, 'is no SHA-256 in hexadecimal');

/** What every entry has. The job it belongs to is said by the address it is sent to. */
const base = {
  id: Uuid,
  v: z.literal(BOOK_VERSION),
  /** When, by the clock of the device; which device, and the how manieth of it. */
  at: Time,
  device: Uuid,
  order: z
    .int('is no whole number')
    .min(1, 'is below 1')
    .max(2 ** 31 - 1, 'is beyond what a device writes'),
  who: text(80).refine((value) => value.trim() !== '', 'is empty; say who'),
  place: BookPlace.nullable(),
  /** What the place was called then: an entry for a part that is gone still reads. */
  placeLabel: Short,
  /** The earlier entry this one puts right. */
  corrects: Uuid.nullable(),
  /** Revision of the design it was written beside. */
  designRevision: z.int('is no whole number').min(0, 'is below 0'),
  note: Words,
  photos: z.array(Uuid).max(MOST_PHOTOS_OF_ENTRY, `holds more than ${MOST_PHOTOS_OF_ENTRY} photos; add another entry`),
};

const READING = z
  .strictObject({
    ...base,
    kind: z.literal('reading'),
    quantity: z.enum(Object.keys(READING_QUANTITIES) as [ReadingQuantity, ...ReadingQuantity[]], 'is nothing that is read here'),
    value: z.number('is not a number'),
    asTyped: AsTyped,
    instrument: text(60).nullable(),
    state: StateNoteSchema,
  })
  .superRefine(({ quantity, value }, context) => {
    const { least, most, label } = READING_QUANTITIES[quantity];
    if (value < least || value > most)
      context.addIssue({
        code: 'custom',
        path: ['value'],
        message: `cannot be: ${label.toLowerCase()} lies between ${least} and ${most} here; look at the unit`,
      });
  });
const ENTRY_SCHEMAS = [
  READING,
  z.strictObject({
    ...base,
    kind: z.literal('setting'),
    /** What was set: "Regulating valve", "slope"; and how, in words as read off it. */
    what: Short,
    before: Short.nullable(),
    after: Short.refine((value) => value.trim() !== '', 'is empty; say how it was left'),
  }),
  z.strictObject({
    ...base,
    kind: z.literal('test'),
    medium: z.enum(['water', 'air'], 'is neither "water" nor "air"'),
    /** Gauge pressures in Pa, temperatures in degrees C of pipe and medium. */
    start: z.strictObject({
      pressure: finite(0, 4e6, 'a test pressure'),
      temperature: finite(-40, 90, 'a pipe under test'),
      at: Time,
    }),
    end: z.strictObject({
      pressure: finite(0, 4e6, 'a test pressure'),
      temperature: finite(-40, 90, 'a pipe under test'),
      at: Time,
    }),
    pipe: z.enum(['plastic', 'metal'], 'is neither "plastic" nor "metal"'),
  }),
  z.strictObject({
    ...base,
    kind: z.literal('step'),
    step: Short,
    outcome: z.enum(['done', 'skipped', 'not-here'], 'is neither "done", "skipped" nor "not-here"'),
    why: Words,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('signature'),
    /** What is signed: a step of the plan, or a sheet. */
    of: Short,
    name: text(80).refine((value) => value.trim() !== '', 'is empty; write the name beside the signature'),
    /** Lines drawn with a finger, in shares of the field's width. */
    strokes: z
      .array(z.array(z.tuple([finite(0, 1, 'the field'), finite(0, 1, 'the field')])).max(400, 'is too long a line'))
      .max(80, 'holds more lines than a signature has'),
    /** Entries it stands under, and SHA-256 over them. */
    signed: z.array(Uuid).max(2000, 'signs more entries than one sheet holds'),
    digest: Digest,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('water'),
    litres: finite(-10_000, 100_000, 'water put in'),
    cause: z.enum(['fill', 'purge', 'top-up', 'drained', 'meter'], 'is no cause; use fill, purge, top-up, drained or meter'),
    /** What the meter of the filling line stood at afterwards, litres. */
    meter: finite(0, 1e9, 'a meter').nullable(),
    /** How the litres were known: off a meter, from the shots of a feeder, or guessed. */
    by: z.enum(['meter', 'feeder', 'guess'], 'is neither "meter", "feeder" nor "guess"'),
  }),
  z.strictObject({
    ...base,
    kind: z.literal('instrument'),
    instrument: text(60),
    name: Short,
    quantity: z.enum(Object.keys(READING_QUANTITIES) as [ReadingQuantity, ...ReadingQuantity[]], 'is nothing that is read here'),
    /** Standard error of one reading: as an amount in SI, and as a share of what is read. */
    error: finite(0, 1e6, 'an error'),
    share: finite(0, 1, 'a share'),
    checkedOn: Day.nullable(),
  }),
  z.strictObject({
    ...base,
    kind: z.literal('as-built'),
    route: Words,
    /** Length of pipe as laid, m. */
    length: finite(0, 5000, 'a pipe').nullable(),
    /** Where not to drill: shares of the width and height of the first photo, and what lies there. */
    noDrill: z
      .array(z.strictObject({ x: finite(0, 1, 'a photo'), y: finite(0, 1, 'a photo'), what: Short }))
      .max(60, 'marks more than 60 places; take another photo'),
  }),
  z.strictObject({
    ...base,
    kind: z.literal('tuning'),
    slope: finite(0, 10, 'a slope'),
    shift: finite(-50, 50, 'a shift'),
    /** Means of the last day, degrees C: of the room that is watched, what is wanted there, and outdoors over two days. */
    room: finite(-40, 80, 'a room'),
    wanted: finite(-10, 60, 'a room'),
    outdoor: finite(-60, 60, 'outdoor air'),
  }),
  z.strictObject({ ...base, kind: z.literal('part'), changed: Short, why: Words }),
  z.strictObject({ ...base, kind: z.literal('fault'), saw: Words, was: Words, cure: Words }),
  z.strictObject({ ...base, kind: z.literal('remark') }),
  z.strictObject({
    ...base,
    kind: z.literal('withdraw'),
    target: Uuid,
    why: Words.refine((value) => value.trim() !== '', 'is empty; say why it no longer holds'),
  }),
] as const;
const EntrySchema = z.discriminatedUnion('kind', ENTRY_SCHEMAS, 'is no kind of entry');
export type BookEntry = z.infer<typeof EntrySchema>;
export type EntryKind = BookEntry['kind'];
export type EntryOf<K extends EntryKind> = Extract<BookEntry, { kind: K }>;
const ENTRY_KINDS = ENTRY_SCHEMAS.map((schema) => schema.shape.kind.value);

/** An entry of a newer program: what this one can still tell of it. It is kept whole and handed on. */
const NewerSchema = z.looseObject({
  ...base,
  v: z.int().min(1),
  kind: z.string().max(40),
});
export type NewerEntry = z.infer<typeof NewerSchema>;
export type AnyEntry = BookEntry | NewerEntry;

export const isKnown = (entry: AnyEntry): entry is BookEntry =>
  entry.v === BOOK_VERSION && (ENTRY_KINDS as readonly string[]).includes(entry.kind);

/**
 * Reads one entry from a device, a file or the database.
 * @returns the entry, or why it cannot be kept, as a sentence that names the field
 */
export function readEntry(given: unknown): { ok: true; entry: AnyEntry } | { ok: false; problem: string } {
  if (JSON.stringify(given ?? null).length > MOST_ENTRY_TEXT)
    return { ok: false, problem: `This entry is longer than ${MOST_ENTRY_TEXT} characters; split it.` };
  const { v, kind } = (typeof given === 'object' && given !== null ? given : {}) as { v?: unknown; kind?: unknown };
  const newer =
    (typeof v === 'number' && v > BOOK_VERSION) ||
    (typeof kind === 'string' && v === BOOK_VERSION && !(ENTRY_KINDS as readonly string[]).includes(kind));
  const read = newer ? NewerSchema.safeParse(given) : EntrySchema.safeParse(given);
  if (read.success) return { ok: true, entry: read.data };
  const issue = read.error.issues[0];
  const where = issue?.path.join(' ') ?? '';
  return { ok: false, problem: where === '' ? `This ${issue?.message ?? 'cannot be read'}.` : `Its ${where} ${issue?.message}.` };
}
