import type { NewsEvent } from '../../model/news.ts';
import { GONE_AFTER } from '../../model/news.ts';

/** Another window that has the job open, or had. */
export interface Window {
  person: string;
  name: string;
  page: string;
  /** When it was heard of last, ms. */
  at: number;
  /** Number of the word heard last: a window counts its words. */
  turn: number;
  /** It said that it goes. */
  gone: boolean;
}

type Word = Extract<NewsEvent, { of: 'here' | 'gone' }>;

/**
 * What is known of the other windows once one more word has come. Words overtake each other on their way: one that is older than what is
 * known already says nothing, so that a window that has gone does not come back by an earlier word of its own.
 * @returns the same map where nothing changed
 */
export function afterWord(known: ReadonlyMap<string, Window>, word: Word, now: number): ReadonlyMap<string, Window> {
  const before = known.get(word.tab);
  if (before && before.turn >= word.turn) return known;
  const next = new Map(known);
  next.set(
    word.tab,
    word.of === 'here'
      ? { person: word.person, name: word.name, page: word.page, at: now, turn: word.turn, gone: false }
      : { person: '', name: '', page: '', ...before, at: now, turn: word.turn, gone: true },
  );
  return next;
}

/** What is left once windows that were not heard of for long are taken for gone. @returns the same map where all were */
export function withoutLost(known: ReadonlyMap<string, Window>, now: number): ReadonlyMap<string, Window> {
  const left = [...known].filter(([, { at }]) => now - at <= GONE_AFTER);
  return left.length === known.size ? known : new Map(left);
}

/** The people in the windows that are there, each once, without oneself. */
export function peopleIn(
  known: ReadonlyMap<string, Window>,
  me: string | null,
): { person: string; name: string; page: string }[] {
  const others = new Map<string, { person: string; name: string; page: string }>();
  for (const { person, name, page, gone } of known.values())
    if (!gone && person !== me) others.set(person, { person, name, page });
  return [...others.values()];
}
