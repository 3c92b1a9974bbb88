import { describe, expect, it } from 'vitest';
import { ALL_PLANTS } from '../../demo/all-plants.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Circuit, Job } from '../../model/job.ts';
import { readJob } from '../../model/read-job.ts';
import { readTreeLines, treeLines, withRoomAt, withTree } from './tree-lines.ts';

const upper = (job: Job): Circuit => job.circuits.find(({ id }) => id === 'c2') as Circuit;
const LINES = `28 7 cellar
  28? 4 under the landing : Landing
    22 5.5 east wing : Bedroom east, Guest
    22+ 3 west wing : Bathroom, Bedroom west`;

const read = (text: string, job = thistleMill) => readTreeLines(text, job, upper(job));
const problemsOf = (text: string) => {
  const got = read(text);
  return got.ok ? [] : got.problems;
};

describe('a pipe tree as lines', () => {
  it('is read by its indent, with rooms by name', () => {
    const got = read(LINES);
    if (!got.ok) throw new Error(got.problems.join());
    expect(got.sections.map(({ name, from, size, existing, rooms }) => [name, from, size, existing, rooms])).toEqual([
      ['cellar', null, '28x0.9', true, []],
      ['under the landing', got.sections[0]?.id, '28x0.9', true, ['r10']],
      ['east wing', got.sections[1]?.id, '22x0.9', true, ['r6', 'r8']],
      ['west wing', got.sections[1]?.id, '22x0.9', false, ['r9', 'r7']],
    ]);
    // The tee lies in the middle of where it may be, 0.8 to 3.2 m; the branches are longer by the other 2 m.
    expect(got.sections.map(({ length }) => length)).toEqual([7, 2, 7.5, 5]);
    expect(got.sections[1]?.unseen).toMatchObject({
      taken: 'tee',
      total: 4,
      least: 0.8,
      most: 3.2,
      trunk: '28x0.9',
      through: '22x0.9',
    });
  });

  it('is written so that reading it changes nothing, and notes what nobody has seen', () => {
    const got = read(LINES);
    if (!got.ok) throw new Error(got.problems.join());
    const job = withTree({ ...thistleMill, assumptions: [] }, 'c2', got.sections);
    expect(readJob(job).ok).toBe(true);
    expect(job.assumptions).toMatchObject([
      { alternatives: ['through'], place: expect.stringMatching(/^circuits\/c2\/sections\/.*\/unseen\/taken$/) },
    ]);
    const lines = treeLines(upper(job), job);
    expect(lines).toBe(LINES.replace('Guest', 'Guest room'));
    const again = read(lines, job);
    expect(again.ok && again.sections).toEqual(upper(job).sections);
    // A tee that is seen is no guess any more.
    const seen = read(lines.replace('?', ''), job);
    expect(seen.ok && withTree(job, 'c2', seen.sections).assumptions).toEqual([]);
  });

  it('says which line cannot be read, and why', () => {
    expect(problemsOf('cellar')[0]).toContain('Line 1, “cellar”: write size, length, name');
    expect(problemsOf('23 4 cellar')[0]).toContain('“23” is no size of this pipe; use 10, 12, 15');
    expect(problemsOf('22 9000 cellar')[0]).toContain('its length');
    expect(problemsOf('22 9 cellar : Chapel')[0]).toContain('“Chapel” is no room of Upper radiators');
    expect(problemsOf('22 9 a : Landing\n22 3 b : Landing')[0]).toContain('Landing hangs on another section already');
  });

  it('is the same tree for every circuit of every plant that has one, in both systems', () => {
    for (const [name, plant] of ALL_PLANTS) {
      for (const circuit of plant.circuits.filter(({ sections }) => sections.length > 0)) {
        for (const system of ['metric', 'us'] as const) {
          const job = { ...plant, display: { system, units: {} } };
          const got = readTreeLines(treeLines(circuit, job), job, circuit);
          if (!got.ok) throw new Error(`${name}, ${circuit.name}: ${got.problems.join(' ')}`);
          expect(treeLines({ ...circuit, sections: got.sections }, job), name).toBe(treeLines(circuit, job));
        }
      }
    }
  });

  it('lets a room go from one section to another in one step', () => {
    const got = read(LINES);
    if (!got.ok) throw new Error(got.problems.join());
    const job = withTree(thistleMill, 'c2', got.sections);
    const west = got.sections[3]?.id ?? '';
    const moved = upper(withRoomAt(job, 'c2', 'r6', west)).sections;
    expect(moved.map(({ rooms }) => rooms)).toEqual([[], ['r10'], ['r8'], ['r9', 'r7', 'r6']]);
    expect(upper(withRoomAt(job, 'c2', 'r6', null)).sections.flatMap(({ rooms }) => rooms)).not.toContain('r6');
  });
});
