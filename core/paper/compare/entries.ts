import type { Job } from '../../../model/job.ts';
import { placeWords, valueWords } from '../../job/entry-words.ts';

/** An entry that two versions of a job have differently. */
export interface EntryChange {
  place: string;
  title: string;
  before: string;
  after: string;
}

type Tree = Record<string, unknown>;
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value);
const isItems = (value: unknown): value is Tree[] =>
  Array.isArray(value) && value.length > 0 && value.every((each) => isTree(each) && typeof each.id === 'string');

/** What no person entered: it says nothing about the plant. */
const APART = new Set(['format', 'version', 'runs', 'unread', 'display']);

/** Places whose values differ, item by item where a list holds things with ids. */
function differences(place: string, before: unknown, after: unknown, found: [string, unknown, unknown][]): void {
  if (before === after) return;
  if (isTree(before) && isTree(after)) {
    for (const key of new Set([...Object.keys(before), ...Object.keys(after)]))
      differences(place === '' ? key : `${place}/${key}`, before[key], after[key], found);
    return;
  }
  if (isItems(before) || isItems(after)) {
    const list = (value: unknown) =>
      new Map((Array.isArray(value) ? (value as Tree[]) : []).map((each) => [each.id as string, each]));
    const [was, is] = [list(before), list(after)];
    for (const id of new Set([...was.keys(), ...is.keys()])) differences(`${place}/${id}`, was.get(id), is.get(id), found);
    return;
  }
  if (JSON.stringify(before) !== JSON.stringify(after)) found.push([place, before, after]);
}

/** The entries two versions of a job differ in, in the order of the job. */
export function entryChanges(before: Job, after: Job): EntryChange[] {
  const found: [string, unknown, unknown][] = [];
  for (const key of Object.keys(after) as (keyof Job)[]) if (!APART.has(key)) differences(key, before[key], after[key], found);
  return found.map(([place, was, is]) => ({
    place,
    // What is gone has its name in the version before.
    title: placeWords(is === undefined ? before : after, place),
    before: was === undefined ? 'not there' : valueWords(place, was, after.display),
    after: is === undefined ? 'gone' : valueWords(place, is, after.display),
  }));
}
