import { z } from 'zod';
import { DESIGN_DAY } from '../core/commission/book-state.ts';
import { instrumentFor, readingError } from '../core/commission/instruments.ts';
import { readingPoints } from '../core/commission/reading-points.ts';
import { kindOfReading } from '../core/commission/reading-words.ts';
import type { Evidence, Measured } from '../core/diagnosis/evidence.ts';
import type { SoundPlant } from '../core/fault/fault.ts';
import { COMPLAINTS, type Complaint } from '../core/fault/words.ts';
import { readInJobUnits } from '../core/quantity/parse.ts';
import { READING_QUANTITIES, type ReadingQuantity, type StateNote } from '../model/book/entry.ts';

const EVIDENCE_FORMAT = 'warm-manifold/evidence';
const MOST_READINGS = 500;

const SaidSchema = z.strictObject({
  complaint: z.enum(
    Object.keys(COMPLAINTS) as [Complaint, ...Complaint[]],
    `is no complaint; use one of ${Object.keys(COMPLAINTS).join(', ')}`,
  ),
  of: z.string('names no room or circuit by its id').max(60).nullable().default(null),
  so: z.boolean('is neither true nor false').default(true),
});
const StateSchema = z.strictObject({
  calls: z.union([z.literal('all'), z.array(z.string().max(120)).max(2000)], {
    error: 'is neither "all" nor a list of zones that call',
  }),
  outdoor: z.number('is no temperature in °C').min(-60).max(60).nullable().default(null),
  source: z.number('is no temperature in °C').min(-60).max(300).nullable().default(null),
  readings: z
    .array(
      z.strictObject({
        at: z.string('names no place').max(200),
        quantity: z.enum(
          Object.keys(READING_QUANTITIES) as [ReadingQuantity, ...ReadingQuantity[]],
          `is nothing that is read; use one of ${Object.keys(READING_QUANTITIES).join(', ')}`,
        ),
        /** As a person writes it: "12.5 L/min", "41 °C"; without a unit in those of the job. */
        read: z.string('is no text such as "41 °C"').max(60),
      }),
    )
    .max(MOST_READINGS, `has more than ${MOST_READINGS} readings`),
});
const EvidenceSchema = z.strictObject({
  format: z.literal(EVIDENCE_FORMAT, `should be "${EVIDENCE_FORMAT}"`),
  version: z.literal(1, 'is not 1'),
  said: z.array(SaidSchema).max(50, 'holds more than 50 complaints').default([]),
  states: z.array(StateSchema).max(20, 'holds more than 20 states').default([]),
  seen: z
    .array(z.strictObject({ fault: z.string().max(200), look: z.string().max(60), so: z.boolean('is neither true nor false') }))
    .max(100)
    .default([]),
});

export type EvidenceRead = { ok: true; evidence: Evidence; states: StateNote[] } | { ok: false; problems: string[] };

/** Two readings of one thing in one state that lie further apart than this, in errors of the instrument, cannot both be right. */
const APART = 6;

/**
 * Reads a file of what was said, read and seen on a plant; docs/job-file.md says its shape.
 * @returns the evidence, or sentences that say where it is wrong and what to do
 */
export function readEvidence(text: string, plant: SoundPlant): EvidenceRead {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    return { ok: false, problems: ['The file is not JSON. Write it as docs/job-file.md shows.'] };
  }
  if (typeof given === 'object' && given !== null && 'readings' in given)
    return {
      ok: false,
      problems: [
        'readings stand outside any state: put them under "states", each with the zones that called when they were read.',
      ],
    };
  const read = EvidenceSchema.safeParse(given);
  if (!read.success)
    return {
      ok: false,
      problems: read.error.issues.slice(0, 8).map(({ path, message }) => `${path.join('/') || 'The file'} ${message}.`),
    };
  const { job, design, assembly } = plant;
  const problems: string[] = [];
  const points = new Map(readingPoints(job, design).map((point) => [point.key, point]));
  const zones = new Set(assembly.zones.map(({ id }) => id));
  const known = new Set([...job.rooms.map(({ id }) => id), ...job.circuits.map(({ id }) => id)]);
  const readings: Measured[] = [];
  const states = read.data.states.map(({ calls, outdoor, source, readings: list }, s): StateNote => {
    const state: StateNote = { ...DESIGN_DAY, calls, outdoor, source };
    for (const zone of calls === 'all' ? [] : calls)
      if (!zones.has(zone))
        problems.push(`states/${s}/calls names ${zone}; zones here are ${[...zones].slice(0, 12).join(', ')}.`);
    list.forEach(({ at, quantity, read: typed }, r) => {
      const where = `states/${s}/readings/${r}`;
      const key = `${at}#${quantity}`;
      if (!points.has(key)) {
        const there = [...points.values()].filter(({ place }) => place === at).map((point) => point.quantity);
        problems.push(
          there.length > 0
            ? `${where}: ${quantity} is not read at ${at}; there ${there.join(', ')} is.`
            : `${where}: there is no ${at} on this plant; warm plan lists what can be read.`,
        );
        return;
      }
      const value = readInJobUnits(typed, kindOfReading({ key, quantity }), job.display);
      if (!value.ok) {
        problems.push(`${where}/read ${value.reason}.`);
        return;
      }
      const { least, most, label } = READING_QUANTITIES[quantity];
      if (value.value < least || value.value > most) {
        problems.push(`${where}/read cannot be ${typed}: ${label.toLowerCase()} is never that. Look at the unit.`);
        return;
      }
      const error = readingError(instrumentFor(quantity, null, []), value.value);
      const before = readings.find((each) => each.key === key && each.state === state);
      if (before && Math.abs(before.value - value.value) > APART * error)
        problems.push(`${where}: ${at} was read before in this state, and differently. Read it once more and keep one of them.`);
      else readings.push({ key, value: value.value, error, state });
    });
    return state;
  });
  for (const [i, { of, complaint }] of read.data.said.entries()) {
    const wanted = COMPLAINTS[complaint].of;
    if (wanted !== 'plant' && (of === null || !known.has(of)))
      problems.push(`said/${i}/of names no ${wanted} of this job; ids are ${[...known].slice(0, 12).join(', ')}.`);
  }
  if (problems.length > 0) return { ok: false, problems };
  const { said, seen } = read.data;
  return { ok: true, evidence: { readings, said, seen }, states };
}
