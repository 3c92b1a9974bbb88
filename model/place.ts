import { isShared, withConstructions } from './construction.ts';
import type { Job } from './job.ts';
import { unseenPlace, withUnseenTee } from './unseen-tee.ts';

/**
 * A place in a job, written with ids: `rooms/r3/heatLoad`, `circuits/c1/run/size`, `source/capacity`.
 * Places name what a finding is about, what a remedy changes and where a typed text belongs.
 */
export type Place = string;

/** One change to a job: a new value at a place. */
export interface JobEdit {
  at: Place;
  value: unknown;
}

const step = (here: unknown, key: string): unknown => {
  if (Array.isArray(here)) return here.find((each) => (each as { id?: unknown }).id === key);
  // Only what the job itself holds: a place may come from a file and name anything.
  if (typeof here !== 'object' || here === null || !Object.hasOwn(here, key)) return undefined;
  return (here as Record<string, unknown>)[key];
};

/** What stands at a place, or undefined. */
export function valueAt(job: Job, place: Place): unknown {
  return place.split('/').reduce<unknown>(step, job);
}

/**
 * A job with edits applied; the given job is left as it is. A value put in place also clears what was unread there. Floors follow
 * their construction; one that is changed itself is one of its own from then on.
 * @throws RangeError when a place does not exist in the job
 */
export function applyEdits(job: Job, edits: readonly JobEdit[]): Job {
  let next = job;
  for (const { at, value } of edits) {
    const before = next;
    next = replaceAt(next, at.split('/'), value, at) as Job;
    if (unseenPlace(at)) next = withUnseenTee(before, next, at);
    if (isShared(at)) {
      const own = at.split('/').slice(0, 4);
      if (valueAt(next, [...own, 'construction'].join('/'))) next = replaceAt(next, [...own, 'construction'], null, at) as Job;
    }
    if (next.unread.some((entry) => entry.place === at)) {
      next = { ...next, unread: next.unread.filter((entry) => entry.place !== at) };
    }
  }
  return edits.some(({ at }) => at.startsWith('constructions') || at.endsWith('/construction')) ? withConstructions(next) : next;
}

function replaceAt(here: unknown, path: string[], value: unknown, place: Place): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (Array.isArray(here)) {
    const index = here.findIndex((each) => each.id === key);
    if (index < 0) throw new RangeError(`the job has no ${place}`);
    return here.with(index, replaceAt(here[index], rest, value, place));
  }
  if (typeof here !== 'object' || here === null || !Object.hasOwn(here, key)) throw new RangeError(`the job has no ${place}`);
  return { ...here, [key]: replaceAt((here as Record<string, unknown>)[key], rest, value, place) };
}

/** A job that remembers a text that could not be read at a place; an empty text forgets it. */
export function keepUnread(job: Job, place: Place, text: string): Job {
  const others = job.unread.filter((entry) => entry.place !== place);
  return { ...job, unread: text === '' ? others : [...others, { place, text }] };
}
