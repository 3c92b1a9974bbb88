import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { type Job, MOST_ROOMS } from '../../model/job.ts';
import { newJob, newRoom } from '../../model/new-job.ts';
import { readJob } from '../../model/read-job.ts';
import { fillDown, pasteBlock, ROOM_COLUMNS, removeRooms, setCell } from './room-edits.ts';

const room = (job: Job, id: string) => job.rooms.find((each) => each.id === id);

describe('a cell of the grid', () => {
  it('takes words, numbers with units, and choices by their first letters', () => {
    let job = setCell(thistleMill, 'r2', 'name', 'Scullery');
    job = setCell(job, 'r2', 'heatLoad', '1.4 kW');
    job = setCell(job, 'r2', 'area', '200 ft2');
    job = setCell(job, 'r2', 'use', 'Bath');
    job = setCell(job, 'r2', 'facing', 'SE');
    job = setCell(job, 'r2', 'coolingLoad', '12*40');
    expect(room(job, 'r2')).toMatchObject({ name: 'Scullery', heatLoad: 1400, use: 'bathroom', facing: 'se', coolingLoad: 480 });
    expect(room(job, 'r2')?.area).toBeCloseTo(18.58, 2);
  });

  it.each([
    ['south-west', 'sw'],
    ['N', 'n'],
    ['nort', 'n'],
    ['up', null],
    ['', null],
  ])('reads “%s” as a side of the sky: %s', (text, facing) => {
    expect(room(setCell(thistleMill, 'r1', 'facing', text), 'r1')?.facing).toBe(facing);
  });

  it('puts a room on a circuit by its name or id, on a new one by a new name, on none by nothing', () => {
    expect(room(setCell(thistleMill, 'r1', 'circuit', 'loft'), 'r1')?.circuit).toBe('c3');
    expect(room(setCell(thistleMill, 'r1', 'circuit', 'c4'), 'r1')?.circuit).toBe('c4');
    expect(room(setCell(thistleMill, 'r1', 'circuit', ''), 'r1')?.circuit).toBeNull();
    const made = setCell(thistleMill, 'r1', 'circuit', 'Attic');
    expect(made.circuits.at(-1)).toMatchObject({ id: 'c5', name: 'Attic', emitters: 'floor' });
    expect(room(made, 'r1')?.circuit).toBe('c5');
  });

  it('keeps what cannot be read beside the value before, and forgets it once it can', () => {
    const bad = setCell(thistleMill, 'r1', 'heatLoad', 'plenty');
    expect(room(bad, 'r1')?.heatLoad).toBe(2150);
    expect(bad.unread).toContainEqual({ place: 'rooms/r1/heatLoad', text: 'plenty' });
    const outside = setCell(bad, 'r1', 'roomTemperature', '90');
    expect(outside.unread).toHaveLength(2);
    expect(setCell(setCell(outside, 'r1', 'heatLoad', '900'), 'r1', 'roomTemperature', '19').unread).toEqual([]);
  });

  it('is empty where nothing is decided, and needs a value where one is', () => {
    expect(room(setCell(thistleMill, 'r1', 'heatLoad', ' '), 'r1')?.heatLoad).toBeNull();
    expect(room(setCell(thistleMill, 'r1', 'latentLoad', ''), 'r1')?.latentLoad).toBeNull();
    expect(setCell(thistleMill, 'r1', 'roomTemperature', '').unread).toEqual([{ place: 'rooms/r1/roomTemperature', text: ' ' }]);
  });

  it('makes a room where there was none, up to the most a job takes', () => {
    expect(setCell(newJob('New'), 'r1', 'name', 'Attic').rooms.map((each) => each.name)).toEqual(['Attic']);
    expect(setCell(newJob('New'), 'r1', 'name', '  ').rooms).toEqual([]);
    const full = { ...newJob('Full'), rooms: Array.from({ length: MOST_ROOMS }, (_, i) => newRoom(`r${i}`)) };
    expect(setCell(full, 'rx', 'name', 'One more')).toBe(full);
  });
});

describe('a pasted block', () => {
  it('runs along the columns and past the last room', () => {
    const job = pasteBlock(thistleMill, 12, 'name', [
      ['Smithy', 'Yard', '30', '2.1 kW', '16', 'Workshop', 'radiator 2,2 kW', 'work', 'w'],
      ['Stable', 'Yard', '22', '900'],
    ]);
    expect(job.rooms).toHaveLength(14);
    expect(job.rooms[12]).toMatchObject({ name: 'Smithy', heatLoad: 2100, circuit: 'c4', use: 'work', facing: 'w' });
    expect(job.rooms[13]).toMatchObject({ name: 'Stable', area: 22, heatLoad: 900, circuit: null });
    expect(job.rooms[12]?.emitters.at(-1)).toMatchObject({ form: 'radiator', ratedOutput: 2200 });
  });

  it('with a heading goes by that: any order, units above the columns, circuits and emitters made by their names', () => {
    const job = pasteBlock({ ...newJob('New'), usual: { emitter: 'by-circuit', construction: null } }, 0, 'name', [
      ['Emitters', 'Zone', 'Heat load (kW)', 'Room', 'Colour'],
      ['floor 100', 'Ground', '0,9', 'Hall', 'red'],
      ['', 'Upper', '1.2', 'Bed', ''],
    ]);
    expect(job.circuits.map(({ name, emitters }) => [name, emitters])).toEqual([
      ['Ground', 'floor'],
      ['Upper', 'radiators'],
    ]);
    expect(job.rooms).toMatchObject([
      { name: 'Hall', heatLoad: 900, circuit: 'c1', emitters: [{ kind: 'floor', spacing: 0.1 }] },
      { name: 'Bed', heatLoad: 1200, circuit: 'c2', emitters: [{ kind: 'panel', type: '2-2' }] },
    ]);
  });

  it('puts emitters that cannot be read beside the room, and forgets them once they can', () => {
    const bad = setCell(thistleMill, 'r6', 'emitters', 'a stove');
    expect(bad.unread).toContainEqual({ place: 'rooms/r6/emitters', text: 'a stove' });
    expect(room(bad, 'r6')?.emitters).toEqual(room(thistleMill, 'r6')?.emitters);
    expect(setCell(bad, 'r6', 'emitters', '22 600x1000').unread).toEqual([]);
  });
});

describe('a range filled down', () => {
  it('has what its top row has, and nothing else changes', () => {
    const job = fillDown(thistleMill, ['r6', 'r7', 'r8'], ['roomTemperature', 'emitters'], (id, column) =>
      column === 'emitters' ? '22 500x1200' : `${room(thistleMill, id)?.roomTemperature}`,
    );
    for (const id of ['r7', 'r8'])
      expect(room(job, id)).toMatchObject({ roomTemperature: 18, emitters: [{ type: '2-2', height: 0.5, length: 1.2 }] });
    expect(job.rooms.slice(8)).toEqual(thistleMill.rooms.slice(8));
  });
});

describe('any pasted block', () => {
  it('of any text leaves a job that can be read, with nothing lost', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string({ maxLength: 20 }), { maxLength: 12 }), { maxLength: 5 }),
        fc.integer({ min: 0, max: 14 }),
        fc.constantFrom(...ROOM_COLUMNS),
        (block, row, column) => {
          const job = pasteBlock(thistleMill, row, column, block);
          expect(readJob(JSON.parse(JSON.stringify(job))).ok).toBe(true);
          expect(job.rooms.length).toBeGreaterThanOrEqual(thistleMill.rooms.length);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('rooms removed', () => {
  it('take along what was unread in them', () => {
    const bad = setCell(setCell(thistleMill, 'r1', 'heatLoad', 'much'), 'r2', 'area', 'wide');
    const job = removeRooms(bad, new Set(['r1']));
    expect(room(job, 'r1')).toBeUndefined();
    expect(job.unread.map((each) => each.place)).toEqual(['rooms/r2/area']);
  });
});
