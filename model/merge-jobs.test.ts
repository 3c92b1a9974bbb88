import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from './job.ts';
import { mergeJobs, settled, taken } from './merge-jobs.ts';
import { newCircuit, newRoom, newSeparation } from './new-job.ts';
import { applyEdits } from './place.ts';
import { readJob } from './read-job.ts';

const put = (job: Job, ...edits: [string, unknown][]): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const [first, second] = thistleMill.rooms.map(({ id }) => id) as [string, string];

describe('a job made of an earlier state', () => {
  it('is taken with what was entered meanwhile, and counts where both changed one entry', () => {
    const made = put(thistleMill, ['separation', newSeparation('buffer')], ['source/flowTemperature', 50]);
    const present = put(thistleMill, [`rooms/${first}/heatLoad`, 999], ['name', 'Renamed'], ['source/flowTemperature', 45]);
    const job = taken(thistleMill, present, made);
    expect(job.separation).toEqual(made.separation);
    expect([job.rooms[0]?.heatLoad, job.name, job.source.flowTemperature]).toEqual([999, 'Renamed', 50]);
    expect(readJob(job).ok).toBe(true);
  });
});

describe('two versions of one job', () => {
  it('edited in different places are both kept', () => {
    const mine = put(thistleMill, [`rooms/${first}/heatLoad`, 999], ['name', 'Mine']);
    const theirs = put(
      thistleMill,
      [`rooms/${first}/name`, 'Great hall'],
      ['hotWater/storeTemperature', 51],
      [`rooms/${second}/area`, 7],
    );
    const { job, collisions } = mergeJobs(thistleMill, mine, theirs);
    expect(collisions).toEqual([]);
    expect(job.name).toBe('Mine');
    expect(job.rooms[0]).toMatchObject({ heatLoad: 999, name: 'Great hall' });
    expect(job.hotWater?.storeTemperature).toBe(51);
    expect(job.rooms[1]?.area).toBe(7);
  });

  it('that disagree in one entry name it, with all three values, and either can be chosen', () => {
    const mine = put(thistleMill, [`rooms/${first}/heatLoad`, 999]);
    const theirs = put(thistleMill, [`rooms/${first}/heatLoad`, 1111], ['name', 'Theirs']);
    const { job, collisions } = mergeJobs(thistleMill, mine, theirs);
    const place = `rooms/${first}/heatLoad`;
    expect(collisions).toEqual([{ place, base: thistleMill.rooms[0]?.heatLoad, mine: 999, theirs: 1111 }]);
    expect(job.name).toBe('Theirs');
    expect(settled(job, collisions, new Set()).rooms[0]?.heatLoad).toBe(999);
    expect(settled(job, collisions, new Set([place])).rooms[0]?.heatLoad).toBe(1111);
  });

  it('keep what either added and drop what either deleted; a room deleted here and changed there is asked about', () => {
    const mine = { ...thistleMill, rooms: [...thistleMill.rooms.slice(1), newRoom('r70', { name: 'Mine' })] };
    const theirs = { ...thistleMill, rooms: [newRoom('r80', { name: 'Theirs' }), ...thistleMill.rooms] };
    const { job, collisions } = mergeJobs(thistleMill, mine, theirs);
    expect(collisions).toEqual([]);
    const ids = job.rooms.map(({ id }) => id);
    expect(ids).toContain('r70');
    expect(ids).toContain('r80');
    expect(ids).not.toContain(first);
    const changed = mergeJobs(thistleMill, mine, put(thistleMill, [`rooms/${first}/heatLoad`, 5]));
    expect(changed.collisions.map(({ place }) => place)).toEqual([`rooms/${first}`]);
    expect(
      settled(changed.job, changed.collisions, new Set([`rooms/${first}`])).rooms.find(({ id }) => id === first)?.heatLoad,
    ).toBe(5);
  });

  it('that both added something under the next id keep both, each with what names it', () => {
    const circuit = newCircuit('c9', thistleMill, { name: 'Mine' });
    const mine = put({
      ...thistleMill,
      circuits: [...thistleMill.circuits, circuit],
      rooms: [...thistleMill.rooms, newRoom('r90', { name: 'Mine', circuit: 'c9' })],
    });
    const theirs: Job = {
      ...thistleMill,
      circuits: [...thistleMill.circuits, { ...circuit, name: 'Theirs' }],
      rooms: [...thistleMill.rooms, newRoom('r90', { name: 'Theirs', circuit: 'c9' })],
    };
    const { job, collisions } = mergeJobs(thistleMill, mine, theirs);
    expect(collisions).toEqual([]);
    const named = (name: string) => job.rooms.find((room) => room.name === name);
    const circuitOf = (name: string) => job.circuits.find(({ id }) => id === named(name)?.circuit)?.name;
    expect([named('Mine')?.id === named('Theirs')?.id, circuitOf('Mine'), circuitOf('Theirs')]).toEqual([
      false,
      'Mine',
      'Theirs',
    ]);
    expect(job.circuits.filter(({ name }) => name === 'Mine' || name === 'Theirs')).toHaveLength(2);
    expect(readJob(JSON.parse(JSON.stringify(job))).ok).toBe(true);
  });

  it('a changed kind is one choice, not a mixture of two', () => {
    const mine = put(thistleMill, ['source/kind', 'heat-pump']);
    const theirs = put(thistleMill, ['source/kind', 'electric'], ['source/flowTemperature', 50]);
    expect(mergeJobs(thistleMill, mine, theirs).collisions.map(({ place }) => place)).toEqual(['source']);
  });

  it('whatever was changed, the order of merging does not matter where nothing collides, and nothing typed is lost', () => {
    const place = fc.constantFrom(
      ...thistleMill.rooms.map(({ id }) => `rooms/${id}/heatLoad`),
      ...thistleMill.circuits.map(({ id }) => `circuits/${id}/flowTemperature`),
      'vessel/staticHeight',
    );
    const edits = fc.array(fc.tuple(place, fc.integer({ min: 1, max: 90 })), { maxLength: 8 });
    fc.assert(
      fc.property(edits, edits, (a, b) => {
        const [mine, theirs] = [put(thistleMill, ...a), put(thistleMill, ...b)];
        const one = mergeJobs(thistleMill, mine, theirs);
        const other = mergeJobs(thistleMill, theirs, mine);
        expect(one.collisions.map((each) => each.place).sort()).toEqual(other.collisions.map((each) => each.place).sort());
        if (one.collisions.length === 0) expect(one.job).toEqual(other.job);
        for (const [at, value] of new Map(a)) {
          const there = at
            .split('/')
            .reduce<unknown>(
              (here, step) =>
                Array.isArray(here) ? here.find((each) => each.id === step) : (here as Record<string, unknown>)[step],
              one.job,
            );
          expect(there).toBe(value);
        }
      }),
      { seed: 11, numRuns: 80 },
    );
  });
});
