import type { Job } from '../../model/job.ts';

type Item = { id: string };
type ListKey = 'rooms' | 'circuits';
type ValueKey = Exclude<keyof Job, ListKey>;

const LISTS: readonly ListKey[] = ['rooms', 'circuits'];

interface ListChange {
  /** The items that differ, by id; null where the item is not there. */
  before: Record<string, Item | null>;
  after: Record<string, Item | null>;
  order: { before: string[]; after: string[] } | null;
}

/**
 * What one step changed in a job, small enough to keep many of: whole values for the plain keys, only the touched
 * items for rooms and circuits. It can be taken back and done again.
 */
export interface JobChange {
  /** What the person did, for the history: "Heat load of Kitchen". */
  label: string;
  values: { [key in ValueKey]?: { before: unknown; after: unknown } };
  lists: { [key in ListKey]?: ListChange };
}

const byId = (items: readonly Item[]): Map<string, Item> => new Map(items.map((item) => [item.id, item]));

function compareLists(before: readonly Item[], after: readonly Item[]): ListChange {
  const old = byId(before);
  const now = byId(after);
  const change: ListChange = { before: {}, after: {}, order: null };
  for (const [id, item] of old) {
    const next = now.get(id) ?? null;
    if (next !== item) {
      change.before[id] = item;
      change.after[id] = next;
    }
  }
  for (const [id, item] of now) {
    if (!old.has(id)) {
      change.before[id] = null;
      change.after[id] = item;
    }
  }
  const sameOrder = before.length === after.length && before.every((item, i) => item.id === after[i]?.id);
  if (!sameOrder) change.order = { before: before.map((item) => item.id), after: after.map((item) => item.id) };
  return change;
}

/** The step from one job to another; both must share what did not change, as immutable updates do. */
export function changeBetween(before: Job, after: Job, label: string): JobChange {
  const change: JobChange = { label, values: {}, lists: {} };
  for (const key of Object.keys(after) as (keyof Job)[]) {
    if (before[key] === after[key]) continue;
    if (LISTS.includes(key as ListKey))
      change.lists[key as ListKey] = compareLists(before[key as ListKey], after[key as ListKey]);
    else change.values[key as ValueKey] = { before: before[key], after: after[key] };
  }
  return change;
}

function moved(job: Job, change: JobChange, to: 'before' | 'after'): Job {
  const next: Record<string, unknown> = { ...job };
  for (const [key, value] of Object.entries(change.values)) next[key] = value[to];
  for (const [key, list] of Object.entries(change.lists)) {
    const items = byId(job[key as ListKey]);
    for (const [id, item] of Object.entries(list[to])) {
      if (item) items.set(id, item);
      else items.delete(id);
    }
    const order = list.order?.[to] ?? [...items.keys()];
    next[key] = order.flatMap((id) => items.get(id) ?? []);
  }
  return next as Job;
}

/** The job before a step. */
export const takeBack = (job: Job, change: JobChange): Job => moved(job, change, 'before');
/** The job after a step. */
export const doAgain = (job: Job, change: JobChange): Job => moved(job, change, 'after');
