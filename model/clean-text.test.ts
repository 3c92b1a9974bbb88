import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thistleMill } from '../demo/thistle-mill.ts';
import { cleaned, cleanText, clipText } from './clean-text.ts';
import { readJob } from './read-job.ts';

describe('texts of a job', () => {
  it('lose what no database keeps, and nothing else', () => {
    expect(cleanText('Ki\u0000tch\u0007en')).toBe('Kitchen');
    expect(cleanText('half \ud83d of one')).toBe('half  of one');
    expect(cleanText('whole 🔥, tab\tand\nline')).toBe('whole 🔥, tab\tand\nline');
  });

  it('are cut between characters: 119 letters and an emoji become 119 letters', () => {
    expect(clipText(`${'a'.repeat(119)}🔥`, 120)).toBe('a'.repeat(119));
    expect(clipText(`${'a'.repeat(118)}🔥`, 120)).toBe(`${'a'.repeat(118)}🔥`);
  });

  it('whatever is typed as a name, cut and cleaned, the job can be read', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 0xffff }), { maxLength: 150 }), (units) => {
        const name = clipText(String.fromCharCode(...units), 120);
        expect(readJob({ ...thistleMill, name }).ok).toBe(true);
      }),
      { seed: 3, numRuns: 60 },
    );
  });

  it('are cleaned deep in a job, all else staying the same object', () => {
    const [first, ...rest] = thistleMill.rooms;
    const odd = { ...thistleMill, rooms: [{ ...first, name: 'Hall\u0000' }, ...rest] };
    const clean = cleaned(odd, thistleMill);
    expect(clean.rooms[0]?.name).toBe('Hall');
    expect(clean.rooms[1]).toBe(thistleMill.rooms[1]);
    expect(clean.source).toBe(thistleMill.source);
    expect(cleaned(thistleMill)).toBe(thistleMill);
  });
});
