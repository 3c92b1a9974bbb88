import { describe, expect, it } from 'vitest';
import { GONE_AFTER } from '../../model/news.ts';
import { afterWord, peopleIn, type Window, withoutLost } from './presence.ts';

const none: ReadonlyMap<string, Window> = new Map();
const here = (tab: string, turn: number, page = 'plant', person = 'ben') =>
  ({ of: 'here', job: 'j', tab, turn, page, person, name: person }) as const;
const gone = (tab: string, turn: number) => ({ of: 'gone', job: 'j', tab, turn }) as const;

describe('who else is in a job', () => {
  it('is each person once, on the page said last, without oneself', () => {
    let known = afterWord(none, here('a', 1), 0);
    known = afterWord(known, here('b', 1, 'rooms'), 0);
    known = afterWord(known, here('c', 1, 'run', 'nora'), 0);
    expect(peopleIn(known, 'nora')).toEqual([{ person: 'ben', name: 'ben', page: 'rooms' }]);
    known = afterWord(known, here('b', 2, 'pipes'), 0);
    expect(peopleIn(known, 'nora')).toEqual([{ person: 'ben', name: 'ben', page: 'pipes' }]);
  });

  it('does not come back by a word that was overtaken', () => {
    let known = afterWord(none, here('a', 1), 0);
    known = afterWord(known, gone('a', 3), 10);
    expect(peopleIn(known, null)).toEqual([]);
    // The word before the last one arrives after it.
    expect(afterWord(known, here('a', 2), 20)).toBe(known);
    expect(peopleIn(afterWord(known, here('a', 4), 20), null)).toHaveLength(1);
  });

  it('a last word before any other is remembered', () => {
    const known = afterWord(none, gone('a', 5), 0);
    expect(peopleIn(afterWord(known, here('a', 4), 1), null)).toEqual([]);
  });

  it('who was not heard of for long is gone, and forgotten', () => {
    const known = afterWord(afterWord(none, here('a', 1), 0), here('b', 1, 'rooms', 'nora'), 30_000);
    expect(withoutLost(known, GONE_AFTER)).toBe(known);
    expect(peopleIn(withoutLost(known, GONE_AFTER + 1), null).map(({ person }) => person)).toEqual(['nora']);
  });
});
