import { isOpen, thisTab } from './drafts.ts';

/** Text in a cell that was not left yet: kept with each key, so that a closed tab does not lose it. */
export interface Typing {
  room: string;
  column: string;
  text: string;
}

const keyOf = (jobId: string, tab: string) => `typing:${jobId}:${tab}`;

/** Keeps the text of the open cell, at once and not in a while: the tab may be closed on the next key. Null once the cell is left. */
export async function keepTyping(jobId: string, typing: Typing | null): Promise<void> {
  const key = keyOf(jobId, await thisTab());
  try {
    if (typing) localStorage.setItem(key, JSON.stringify(typing));
    else localStorage.removeItem(key);
  } catch {
    // A browser without storage: what was left open is lost with the tab.
  }
}

const isTyping = (value: unknown): value is Typing =>
  typeof value === 'object' &&
  value !== null &&
  ['room', 'column', 'text'].every((key) => typeof (value as Record<string, unknown>)[key] === 'string');

/** Texts that tabs which are gone, or this one before a reload, left in an open cell. Each is handed over once. */
export async function takeTyping(jobId: string): Promise<Typing[]> {
  const own = await thisTab();
  const prefix = `typing:${jobId}:`;
  const found: Typing[] = [];
  try {
    for (const key of Object.keys(localStorage)) {
      if (!key.startsWith(prefix)) continue;
      const tab = key.slice(prefix.length);
      if (tab !== own && (await isOpen(tab))) continue;
      const typing: unknown = JSON.parse(localStorage.getItem(key) ?? 'null');
      localStorage.removeItem(key);
      if (isTyping(typing)) found.push(typing);
    }
  } catch {
    // Nothing is kept where nothing can be read.
  }
  return found;
}
