import type { Job } from './job.ts';
import { JobSchema } from './job.ts';
import { readJob } from './read-job.ts';
import { upgradeJob } from './upgrade.ts';

/** An entry that could not be taken over, with what stood there. */
export interface LeftOut {
  /** "rooms r3 name". */
  place: string;
  was: string;
}

export type Mended = { job: Job; leftOut: LeftOut[] };

type Tree = Record<string | number, unknown>;

/** Rounds of putting back: each mends all that the schema names at once. */
const MOST_ROUNDS = 12;
/** Longest text of what stood there. */
const SHOWN = 200;

const idOf = (value: unknown): unknown =>
  typeof value === 'object' && value !== null ? (value as { id?: unknown }).id : undefined;

/** The value at a path of another version of the job: items of lists by their id, not their place in the list. */
function beside(other: unknown, raw: unknown, path: readonly PropertyKey[]): unknown {
  let [theirs, mine] = [other, raw];
  for (const step of path) {
    mine = (mine as Tree | undefined)?.[step as string];
    if (typeof theirs !== 'object' || theirs === null) return undefined;
    const id = idOf(mine);
    theirs =
      Array.isArray(theirs) && id !== undefined ? theirs.find((each) => idOf(each) === id) : (theirs as Tree)[step as string];
  }
  return theirs;
}

function nameOf(raw: unknown, path: readonly PropertyKey[]): string {
  let here = raw;
  return path
    .map((step) => {
      here = (here as Tree | undefined)?.[step as string];
      return String(idOf(here) ?? String(step));
    })
    .join(' ');
}

/**
 * A job in which whatever cannot be read is put back to another version of it, piece by piece, or left out where that version has no
 * such piece: all the rest is kept, and what was left out is told.
 * @param raw anything kept as a job @param fallback a version that can be read
 * @returns null where it is no job at all
 */
export function mendJob(raw: unknown, fallback: Job): Mended | null {
  const read = readJob(raw);
  if (read.ok) return { job: read.job, leftOut: [] };
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return null;
  const tree = JSON.parse(JSON.stringify(upgradeJob(raw))) as Tree;
  const tries = new Map<string, number>();
  const leftOut: LeftOut[] = [];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const parsed = JobSchema.safeParse(tree);
    if (parsed.success) return { job: parsed.data, leftOut };
    // From the back, so that leaving out of a list moves nothing that is still to be mended.
    const issues = new Map(parsed.error.issues.map((issue) => [nameOf(tree, issue.path), issue]));
    for (const [name, issue] of [...issues].reverse()) {
      const tried = tries.get(name) ?? 0;
      tries.set(name, tried + 1);
      if ('keys' in issue) leftOut.push(...dropKeys(tree, issue.path, issue.keys as string[]));
      else if (issue.code === 'too_big' && Array.isArray(at(tree, issue.path)))
        (at(tree, issue.path) as unknown[]).splice(Number(issue.maximum));
      else {
        if (tried === 0) leftOut.push({ place: name, was: (JSON.stringify(at(tree, issue.path)) ?? 'nothing').slice(0, SHOWN) });
        putBack(tree, fallback, issue.path, tried);
      }
    }
  }
  return null;
}

const at = (tree: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((here, step) => (here as Tree | undefined)?.[step as string], tree);

function dropKeys(tree: Tree, path: readonly PropertyKey[], keys: readonly string[]): LeftOut[] {
  const here = at(tree, path) as Tree;
  return keys.map((key) => {
    const was = { place: nameOf(tree, [...path, key]), was: (JSON.stringify(here[key]) ?? '').slice(0, SHOWN) };
    delete here[key];
    return was;
  });
}

/** Puts one place back: to the other version, then to nothing, then without the item of a list it stands in, then all of its kind. */
function putBack(tree: Tree, fallback: Job, path: readonly PropertyKey[], tried: number): void {
  const parent = at(tree, path.slice(0, -1)) as Tree | undefined;
  const last = path.at(-1) as string | undefined;
  if (last === undefined || typeof parent !== 'object' || parent === null) return;
  const theirs = beside(fallback, tree, path);
  if (tried === 0 && theirs !== undefined) parent[last] = theirs;
  else if (tried <= 1) parent[last] = null;
  else if (tried === 2) {
    for (let length = path.length - 1; length > 0; length--) {
      const list = at(tree, path.slice(0, length));
      if (!Array.isArray(list)) continue;
      list.splice(Number(path[length]), 1);
      return;
    }
  } else {
    const key = path[0] as keyof Job;
    tree[key] = JSON.parse(JSON.stringify(fallback[key]));
  }
}
