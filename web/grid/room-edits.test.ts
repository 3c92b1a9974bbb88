import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { type Job, MOST_ROOMS } from '../../model/job.ts';
import { newJob, newRoom } from '../../model/new-job.ts';
import { readJob } from '../../model/read-job.ts';
import { pasteBlock, ROOM_COLUMNS, removeRooms, setCell } from './room-edits.ts';

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

  it('puts a room on a circuit by its name or id, on none by anything else', () => {
    expect(room(setCell(thistleMill, 'r1', 'circuit', 'loft'), 'r1')?.circuit).toBe('c3');
    expect(room(setCell(thistleMill, 'r1', 'circuit', 'c4'), 'r1')?.circuit).toBe('c4');
    expect(room(setCell(thistleMill, 'r1', 'circuit', 'attic'), 'r1')?.circuit).toBeNull();
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
      ['Smithy', 'Yard', '30', '2.1 kW', '16', 'Workshop', 'work', 'w'],
      ['Stable', 'Yard', '22', '900'],
    ]);
    expect(job.rooms).toHaveLength(14);
    expect(job.rooms[12]).toMatchObject({ name: 'Smithy', heatLoad: 2100, circuit: 'c4', use: 'work', facing: 'w' });
    expect(job.rooms[13]).toMatchObject({ name: 'Stable', area: 22, heatLoad: 900, circuit: null });
  });

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
