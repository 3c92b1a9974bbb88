import { withConstructions } from './construction.ts';
import type { Job } from './job.ts';

/** Two people gave one entry two values. */
export interface Collision {
  /** Place of the job, as findings and fields name it. */
  place: string;
  base: unknown;
  mine: unknown;
  theirs: unknown;
}

type Tree = Record<string, unknown>;
type Item = Tree & { id: string };

const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value);
const isItems = (value: unknown): value is Item[] =>
  Array.isArray(value) && value.length > 0 && value.every((each) => isTree(each) && typeof each.id === 'string');
const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** What is not there at all: an item deleted, a key that is missing. */
const NOTHING = undefined;

function mergeValue(place: string, base: unknown, mine: unknown, theirs: unknown, collisions: Collision[]): unknown {
  if (same(mine, theirs) || same(base, theirs)) return mine;
  if (same(base, mine)) return theirs;
  if (isTree(mine) && isTree(theirs) && (isTree(base) || base === null || base === NOTHING))
    return mergeTrees(place, isTree(base) ? base : {}, mine, theirs, collisions);
  const lists = [base, mine, theirs].filter((each) => Array.isArray(each) && each.length > 0);
  if (Array.isArray(mine) && Array.isArray(theirs) && Array.isArray(base) && lists.every(isItems))
    return mergeItems(place, base as Item[], mine as Item[], theirs as Item[], collisions);
  collisions.push({ place, base, mine, theirs });
  return mine;
}

function mergeTrees(place: string, base: Tree, mine: Tree, theirs: Tree, collisions: Collision[]): Tree {
  // A choice of kind brings fields of its own: two different kinds are one collision, not many.
  if ('kind' in mine && mine.kind !== theirs.kind && place !== '') {
    if (same(base.kind, theirs.kind)) return mine;
    if (same(base.kind, mine.kind)) return theirs;
    collisions.push({ place, base, mine, theirs });
    return mine;
  }
  const merged: Tree = {};
  for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
    const value = mergeValue(place === '' ? key : `${place}/${key}`, base[key], mine[key], theirs[key], collisions);
    if (value !== NOTHING) merged[key] = value;
  }
  return merged;
}

/** Lists of items by their ids: what either added is there, what either deleted is gone, unless the other changed it meanwhile. */
function mergeItems(place: string, base: Item[], mine: Item[], theirs: Item[], collisions: Collision[]): Item[] {
  const byId = (items: readonly Item[]) => new Map(items.map((item) => [item.id, item]));
  const [was, here, there] = [byId(base), byId(mine), byId(theirs)];
  // Their order, with what only stands here where it stood behind its neighbour.
  const order = theirs.map(({ id }) => id);
  mine.forEach(({ id }, i) => {
    if (there.has(id)) return;
    const before = mine[i - 1]?.id;
    const at = before === undefined ? 0 : order.indexOf(before) + 1;
    order.splice(before !== undefined && at === 0 ? order.length : at, 0, id);
  });
  return order.flatMap((id): Item[] => {
    const value = mergeValue(`${place}/${id}`, was.get(id), here.get(id), there.get(id), collisions);
    return value === NOTHING ? [] : [value as Item];
  });
}

/** Floors as their constructions say. What was merged may be no list at all: the reader of jobs says so then. */
const built = (job: Job): Job => (Array.isArray(job.constructions) && Array.isArray(job.rooms) ? withConstructions(job) : job);

/**
 * Two changed versions of a job with what both changed: an entry that only one of them touched is taken from that one. Where both
 * gave one entry different values mine stands for the time being, and the collision is named.
 * @param base the version both began from
 */
export function mergeJobs(base: Job, mine: Job, theirs: Job): { job: Job; collisions: Collision[] } {
  const collisions: Collision[] = [];
  const own = withFreshIds(base, mine, theirs);
  const job = mergeTrees('', base as unknown as Tree, own as unknown as Tree, theirs as unknown as Tree, collisions);
  return { job: built(job as unknown as Job), collisions };
}

/**
 * Two windows that each add a room give both the same next id, for two different rooms. Mine then gets an id of its own, and whatever
 * names it follows, so that both are kept.
 */
function withFreshIds(base: Job, mine: Job, theirs: Job): Job {
  let next = mine;
  for (const [list, letter] of [
    ['rooms', 'r'],
    ['circuits', 'c'],
  ] as const) {
    const known = new Set(base[list].map(({ id }) => id));
    for (const { id } of theirs[list]) {
      const own = next[list].find((item) => item.id === id);
      if (
        known.has(id) ||
        !own ||
        same(
          own,
          theirs[list].find((item) => item.id === id),
        )
      )
        continue;
      const taken = new Set<string>([...next[list], ...theirs[list]].map((item) => item.id));
      let n = 1;
      while (taken.has(`${letter}${n}`)) n++;
      next = renamed(next, list, id, `${letter}${n}`);
    }
  }
  return next;
}

/** A job with an item of a list under another id, in all that names it: places, circuits of rooms and emitters, rooms of sections and thermostats. */
function renamed(job: Job, list: 'rooms' | 'circuits', was: string, is: string): Job {
  const place = `${list}/${was}`;
  const walk = (value: unknown, key: string, within: string): unknown => {
    if (typeof value === 'string') {
      if (list === 'circuits' && key === 'circuit' && value === was) return is;
      if (list === 'rooms' && within === 'rooms' && key === '' && value === was) return is;
      if (key === 'id' && within === list && value === was) return is;
      if (value === place || value.startsWith(`${place}/`)) return `${list}/${is}${value.slice(place.length)}`;
      return value;
    }
    if (Array.isArray(value)) return value.map((each) => walk(each, '', key));
    if (!isTree(value)) return value;
    return Object.fromEntries(Object.entries(value).map(([each, inner]) => [each, walk(inner, each, key === '' ? within : key)]));
  };
  return walk(job, '', '') as Job;
}

/** A job with the collisions settled as chosen: theirs at these places. */
export function settled(job: Job, collisions: readonly Collision[], theirsAt: ReadonlySet<string>): Job {
  const tree = JSON.parse(JSON.stringify(job)) as Tree;
  for (const { place, theirs } of collisions) {
    if (!theirsAt.has(place)) continue;
    const path = place.split('/');
    let here: unknown = tree;
    for (const step of path.slice(0, -1)) {
      here = Array.isArray(here) ? here.find((each) => isTree(each) && each.id === step) : (here as Tree)?.[step];
    }
    const last = path.at(-1) as string;
    if (Array.isArray(here)) {
      const at = here.findIndex((each) => isTree(each) && each.id === last);
      if (theirs === NOTHING) here.splice(at, at < 0 ? 0 : 1);
      else if (at < 0) here.push(theirs);
      else here[at] = theirs;
    } else if (isTree(here)) {
      if (theirs === NOTHING) delete here[last];
      else here[last] = theirs;
    }
  }
  return built(tree as unknown as Job);
}

/**
 * A job made of an earlier state of the present one, taken in its place: what was changed meanwhile elsewhere in the present one
 * stays, and where both changed one entry the one taken counts.
 * @param base the state it was made of
 */
export function taken(base: Job, present: Job, made: Job): Job {
  const { job, collisions } = mergeJobs(base, present, made);
  return settled(job, collisions, new Set(collisions.map(({ place }) => place)));
}
