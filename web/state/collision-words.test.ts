import { describe, expect, it } from 'vitest';
import { placeWords, valueWords } from '../../core/job/entry-words.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { mergeJobs } from '../../model/merge-jobs.ts';
import { collisionLines } from './collision-words.ts';

describe('what two windows disagree in', () => {
  it('is named by room and field, with all values in the units of the job', () => {
    const set = (heatLoad: number): Job => ({
      ...thistleMill,
      rooms: thistleMill.rooms.map((room, i) => (i === 1 ? { ...room, heatLoad } : room)),
    });
    const [mine, theirs] = [set(900), set(1100)];
    const { collisions } = mergeJobs(thistleMill, mine, theirs);
    const [line] = collisionLines(mine, theirs, collisions);
    expect(line).toMatchObject({ title: 'Room Kitchen: heat load', mine: '900\u00a0W', theirs: '1\u202f100\u00a0W' });
  });

  it('has a word for every part of a job, hot water and controls included', () => {
    for (const key of Object.keys(thistleMill)) {
      const words = placeWords(thistleMill, key);
      expect(words, key).toMatch(/^[A-Z]/);
      // A part that differs as a whole shows on both sides.
      const changed = (to: string): Job => {
        const was = thistleMill[key as keyof Job];
        const list = key === 'rooms' || key === 'circuits';
        return {
          ...thistleMill,
          [key]: list ? (was as { name: string }[]).map((item, i) => (i === 0 ? { ...item, name: to } : item)) : to,
        } as Job;
      };
      const [other, third] = [changed('x'), changed('y')];
      const { collisions } = mergeJobs(thistleMill, other, third);
      expect(collisionLines(other, third, collisions).length, key).toBe(1);
    }
  });

  it('says what is deleted, empty, chosen or long in words', () => {
    const { display } = thistleMill;
    expect(valueWords('rooms/r1', undefined, display)).toBe('deleted');
    expect(valueWords('rooms/r1/name', '', display)).toBe('empty');
    expect(valueWords('hotWater/temperingValve', true, display)).toBe('yes');
    expect(valueWords('rooms/r1', { id: 'r1', name: 'Hall' }, display)).toBe('Hall');
    expect(valueWords('source/components', ['relief-valve', 'vent'], display)).toBe('relief-valve, vent');
  });
});
