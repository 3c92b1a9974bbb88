import { del, entries, set } from 'idb-keyval';
import type { Draft } from './job-session.ts';
import { dropLate, type LateChange, lateChanges, noteLate } from './late-change.ts';

/**
 * Each tab keeps its own draft of a job: two tabs on one job would else write over each other. A tab holds a lock under its name for
 * as long as it lives, so that the draft of one that is gone can be told from that of one that is still open.
 */
const prefix = (jobId: string) => `draft:${jobId}`;
const keyOf = (jobId: string, tab: string) => `${prefix(jobId)}:${tab}`;
const lockOf = (tab: string) => `tab:${tab}`;

const TAB = 'tab';
let tabName: Promise<string> | null = null;
/** The same once it is known: a change is noted before anything can be waited for. */
let nameOfTab: string | null = null;

/** The name of this tab: kept over a reload; a duplicated tab, which inherits it, gets one of its own. */
export function thisTab(): Promise<string> {
  tabName ??= (async () => {
    const kept = readSession(TAB);
    if (kept && (await hold(kept))) {
      nameOfTab = kept;
      return kept;
    }
    const name = crypto.randomUUID();
    writeSession(TAB, name);
    await hold(name);
    nameOfTab = name;
    return name;
  })();
  return tabName;
}

const readSession = (key: string): string | null => {
  try {
    return sessionStorage.getItem(key);
  } catch {
    return null;
  }
};
const writeSession = (key: string, value: string): void => {
  try {
    sessionStorage.setItem(key, value);
  } catch {
    // A browser without storage: the tab then has a new name after each reload.
  }
};

/** Holds the lock of a tab until the tab is gone. @returns false where another tab holds it */
function hold(tab: string): Promise<boolean> {
  if (!navigator.locks) return Promise.resolve(true);
  return new Promise((done) => {
    void navigator.locks.request(lockOf(tab), { ifAvailable: true }, (lock) => {
      done(lock !== null);
      return lock === null ? undefined : new Promise(() => {});
    });
  });
}

/** Whether a tab of this name is still there. */
export async function isOpen(tab: string): Promise<boolean> {
  if (!navigator.locks) return false;
  const { held } = await navigator.locks.query();
  return held?.some(({ name }) => name === lockOf(tab)) ?? false;
}

/** What tabs kept of a job. */
export interface Kept {
  /** Of this tab, or taken over from one that is gone. */
  own: Draft | null;
  /** Unsent work of other tabs that are gone. */
  others: { key: string; draft: Draft }[];
  /** What this tab, or one that is gone, changed last and could not put into its draft any more. */
  late: { tab: string; own: boolean; change: LateChange; kept: Draft | null }[];
  /** Whether this browser keeps anything at all. */
  keeps: boolean;
}

/** All that this browser kept of a job, as it was written; of tabs that are still open only their own business. */
export async function keptDrafts(jobId: string): Promise<Kept> {
  const tab = await thisTab();
  const own = keyOf(jobId, tab);
  const all = await entries<string, Draft>().catch(() => null);
  const late: Kept['late'] = [];
  for (const [by, change] of lateChanges(jobId)) {
    if (by !== tab && (await isOpen(by))) continue;
    const kept = all?.find(([key]) => key === keyOf(jobId, by))?.[1] ?? null;
    late.push({ tab: by, own: by === tab, change, kept });
  }
  if (all === null) return { own: null, others: [], late, keeps: false };
  const ours = all.filter(([key]) => typeof key === 'string' && (key === prefix(jobId) || key.startsWith(`${prefix(jobId)}:`)));
  const others: Kept['others'] = [];
  const idle: Kept['others'] = [];
  for (const [key, draft] of ours) {
    // What came after it holds all of it.
    if (late.some((each) => !each.own && keyOf(jobId, each.tab) === key)) continue;
    if (key === own || (await isOpen(key.slice(prefix(jobId).length + 1)))) continue;
    if (draft.dirty) others.push({ key, draft });
    else idle.push({ key, draft });
  }
  // What was saved is on the server; of the tabs that are gone the last one's steps back are worth keeping.
  idle.sort((a, b) => b.draft.revision - a.draft.revision);
  for (const { key } of idle.slice(1)) await dropDraft(key);
  const mine = ours.find(([key]) => key === own)?.[1] ?? idle[0]?.draft ?? null;
  return { own: mine, others, late, keeps: await canKeep() };
}

/** Whether this browser lets anything be kept: not in every private window, and not when it is full. */
async function canKeep(): Promise<boolean> {
  const key = 'probe';
  try {
    await set(key, 1);
    await del(key);
    return true;
  } catch {
    return false;
  }
}

/**
 * Writes drafts one after the other, always ending with the newest.
 * @param onFailure told once the browser takes no more, and again with false when it does
 */
export function draftKeeper(jobId: string, onFailure: (failed: boolean) => void): (draft: Draft) => void {
  let next: Draft | null = null;
  let writing = false;
  let failed = false;
  const write = async () => {
    writing = true;
    const key = keyOf(jobId, await thisTab());
    while (next) {
      const draft = next;
      next = null;
      const refused = await set(key, draft).then(
        () => false,
        () => true,
      );
      if (refused !== failed) onFailure(refused);
      failed = refused;
      if (!refused && next === null) dropLate(jobId, await thisTab());
    }
    writing = false;
  };
  return (draft) => {
    next = draft;
    if (nameOfTab) noteLate(jobId, nameOfTab, draft);
    if (!writing) void write();
  };
}

/** Drops what a tab that is gone had kept, once it is taken over. */
export async function dropTab(jobId: string, tab: string): Promise<void> {
  dropLate(jobId, tab);
  await dropDraft(keyOf(jobId, tab));
}

export const dropDraft = (key: string): Promise<void> => del(key).catch(() => {});

/** Drops all that tabs kept of a job. */
export async function dropDrafts(jobId: string): Promise<void> {
  for (const tab of lateChanges(jobId).keys()) dropLate(jobId, tab);
  const all = await entries<string, Draft>().catch(() => []);
  await Promise.all(all.flatMap(([key]) => (String(key).startsWith(prefix(jobId)) ? [dropDraft(String(key))] : [])));
}
