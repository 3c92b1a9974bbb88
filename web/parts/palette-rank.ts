import { placeName } from '../../core/design/place-name.ts';
import { say } from '../../core/quantity/format.ts';
import { readInJobUnits } from '../../core/quantity/parse.ts';
import { boundsProblem, FIELDS, fieldAt } from '../../model/fields.ts';
import type { Job } from '../../model/job.ts';
import { type Place, valueAt } from '../../model/place.ts';

/** Sorts of things that can be found, in the order in which equals stand. */
const SORTS = ['set', 'page', 'action', 'room', 'circuit', 'field', 'part', 'finding', 'figure', 'help'] as const;
export type Sort = (typeof SORTS)[number];

/** Something that can be found by its words. */
export interface Found {
  id: string;
  sort: Sort;
  label: string;
  /** What stands behind it: a value, the page it is on. */
  hint?: string;
  /** More words it is found by. */
  also?: string;
}

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[\s,:;()]+/)
    .filter((word) => word !== '');

/** How well something fits what was typed; 0 where a word of it is nowhere. Whole words before beginnings, beginnings before middles. */
function matchOf(found: Found, typed: readonly string[]): number {
  const words = wordsOf(`${found.label} ${found.also ?? ''}`);
  let sum = 0;
  for (const wanted of typed) {
    const best = words.includes(wanted)
      ? 3
      : words.some((word) => word.startsWith(wanted))
        ? 2
        : words.some((word) => word.includes(wanted))
          ? 1
          : 0;
    if (best === 0) return 0;
    sum += best;
  }
  // The shorter of two that fit alike says it more exactly.
  return sum + 1 / (1 + words.length);
}

/** The things that fit, best first; what fits alike stands in the order of its sort. */
export function ranked(all: readonly Found[], typed: string, most = 60): Found[] {
  const words = wordsOf(typed);
  if (words.length === 0) return all.filter(({ sort }) => sort === 'page' || sort === 'action').slice(0, most);
  return all
    .map((found) => ({ found, score: matchOf(found, words) }))
    .filter(({ score }) => score > 0)
    .sort(
      (a, b) =>
        Math.floor(b.score) - Math.floor(a.score) ||
        SORTS.indexOf(a.found.sort) - SORTS.indexOf(b.found.sort) ||
        b.score - a.score,
    )
    .slice(0, most)
    .map(({ found }) => found);
}

/** Rooms whose fields are listed; beyond them the Rooms page is quicker. */
const MOST_ROOMS = 120;

/** Every place of a job that holds a number, by its pattern. */
export function placesOf(job: Job): Place[] {
  const places: Place[] = [];
  for (const pattern of Object.keys(FIELDS)) {
    const steps = pattern.split('/');
    let here: { place: string; at: unknown }[] = [{ place: '', at: job }];
    for (const step of steps) {
      here = here.flatMap(({ place, at }) => {
        if (step === '*') {
          if (!Array.isArray(at)) return [];
          return (at as { id: string }[]).slice(0, MOST_ROOMS).map((each) => ({ place: `${place}/${each.id}`, at: each }));
        }
        const next = (at as Record<string, unknown> | null)?.[step];
        return next === undefined || next === null ? [] : [{ place: place === '' ? step : `${place}/${step}`, at: next }];
      });
    }
    places.push(...here.map(({ place }) => place));
  }
  return places;
}

/** The fields of a job with what stands in them. */
export function fieldsOf(job: Job): Found[] {
  return placesOf(job).flatMap((place): Found[] => {
    const field = fieldAt(place);
    const value = valueAt(job, place);
    if (!field) return [];
    const owner = ownerOf(job, place);
    return [
      {
        id: place,
        sort: 'field',
        label: owner ? `${owner}: ${field.label}` : placeName(job, place),
        hint: typeof value === 'number' ? say(value, field.kind, job.display) : String(value ?? 'empty'),
      },
    ];
  });
}

/** The room that a place belongs to, with its emitter where it has several. */
function ownerOf(job: Job, place: Place): string | null {
  const [list, id, inner, emitterId] = place.split('/');
  const room = list === 'rooms' ? job.rooms.find((each) => each.id === id) : undefined;
  if (!room) return null;
  const several = inner === 'emitters' && room.emitters.length > 1;
  const n = room.emitters.findIndex((each) => each.id === emitterId) + 1;
  return `${room.name || room.id}${several ? `, emitter ${n}` : ''}`;
}

/** "spacing bath 100": the one field that its words fit, and the value that it would get; null for anything else. */
export function asValue(
  job: Job,
  fields: readonly Found[],
  typed: string,
): { field: Found; value: number; label: string } | null {
  const match = /^(.*?)\s+([-−]?[\d.,]+(?:\s*\S+)?)$/.exec(typed.trim());
  if (!match) return null;
  const words = wordsOf(match[1] as string);
  const fitting = fields.filter((found) => matchOf(found, words) > 0);
  const [field] = fitting;
  if (!field || fitting.length !== 1) return null;
  const kind = fieldAt(field.id);
  if (!kind) return null;
  const read = readInJobUnits((match[2] as string).replace('−', '-'), kind.kind, job.display);
  if (!read.ok || boundsProblem(kind, read.value)) return null;
  return { field, value: read.value, label: `Set ${field.label} to ${say(read.value, kind.kind, job.display)}` };
}
