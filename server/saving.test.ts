import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import { newJob, newRoom } from '../model/new-job.ts';
import { type Database, openDatabase } from './database.ts';
import * as jobs from './jobs.ts';
import { migrate } from './migrations.ts';
import { Problem } from './problem.ts';

let database: Database;

beforeAll(async () => {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('These tests need a database of their own; run them with: npm test');
  database = openDatabase(url);
  await migrate(database);
});
afterAll(() => database?.destroy());

/** What a call throws, as a problem. */
async function problemOf(call: Promise<unknown>): Promise<Problem> {
  try {
    await call;
  } catch (error) {
    if (error instanceof Problem) return error;
    throw error;
  }
  throw new Error('nothing was thrown');
}

describe('what the database keeps', () => {
  it('a job to the last digit and letter', async () => {
    const odd: Job = {
      ...newJob('Ünïcode ✓ 漢字 "quotes" \\ back'),
      rooms: [newRoom('r1', { name: "Robert'); drop table jobs;--", heatLoad: 0.1 + 0.2, area: 1e-9 })],
      unread: [{ place: 'rooms/r1/heatLoad', text: 'tab\there\nline' }],
    };
    const { id } = await jobs.createJob(database, odd, 'Odd');
    expect((await jobs.readStoredJob(database, id)).job).toEqual(odd);
  });

  it('a job of 2000 rooms', async () => {
    const large: Job = {
      ...newJob('Large'),
      rooms: Array.from({ length: 2000 }, (_, i) => newRoom(`r${i}`, { name: `Flat ${i}`, heatLoad: 700 })),
    };
    const { id } = await jobs.createJob(database, large, 'Large');
    const stored = await jobs.readStoredJob(database, id);
    expect(stored.job.rooms.length).toBe(2000);
    const row = (await jobs.listJobs(database)).find((each) => each.id === id);
    expect(row).toMatchObject({ roomCount: 2000, heatLoad: 1_400_000, system: 'metric' });
  });

  it('the newest job first in the list', async () => {
    const first = await jobs.createJob(database, newJob('First'), 'x');
    const second = await jobs.createJob(database, newJob('Second'), 'x');
    const order = (await jobs.listJobs(database)).map((row) => row.id);
    expect(order.indexOf(second.id)).toBeLessThan(order.indexOf(first.id));
    await jobs.saveJob(database, first.id, 1, newJob('First again'), 'Renamed');
    expect((await jobs.listJobs(database))[0]).toMatchObject({ id: first.id, name: 'First again', revision: 2 });
  });
});

describe('revisions', () => {
  it('grow by one with each save, and every one can be read again', async () => {
    const { id } = await jobs.createJob(database, thistleMill, 'Start');
    for (let revision = 1; revision <= 5; revision++) {
      const saved = await jobs.saveJob(
        database,
        id,
        revision,
        { ...thistleMill, name: `Name ${revision + 1}` },
        `Save ${revision + 1}`,
      );
      expect(saved.revision).toBe(revision + 1);
    }
    const history = await jobs.historyOf(database, id);
    expect(history.map((row) => row.revision)).toEqual([6, 5, 4, 3, 2, 1]);
    expect(history.map((row) => row.summary)).toEqual(['Save 6', 'Save 5', 'Save 4', 'Save 3', 'Save 2', 'Start']);
    expect((await jobs.readRevision(database, id, 3)).name).toBe('Name 3');
    expect(await jobs.readRevision(database, id, 1)).toEqual(thistleMill);
  });

  it('a conflict brings both versions and leaves no trace', async () => {
    const { id } = await jobs.createJob(database, thistleMill, 'Start');
    await jobs.saveJob(database, id, 1, { ...thistleMill, name: 'Theirs' }, 'Theirs');
    const problem = await problemOf(jobs.saveJob(database, id, 1, { ...thistleMill, name: 'Mine' }, 'Mine'));
    expect(problem.status).toBe(409);
    expect(problem.more).toMatchObject({ theirs: { revision: 2, job: { name: 'Theirs' } }, yours: { name: 'Mine' } });
    expect((await jobs.historyOf(database, id)).length).toBe(2);
  });

  it('a revision from the future is a conflict too', async () => {
    const { id } = await jobs.createJob(database, thistleMill, 'Start');
    expect((await problemOf(jobs.saveJob(database, id, 7, { ...thistleMill, name: 'x' }, 'x'))).status).toBe(409);
  });
});

describe('what is not there', () => {
  const nowhere = '00000000-0000-4000-8000-000000000000';

  it.each([
    ['reading', () => jobs.readStoredJob(database, nowhere)],
    ['saving', () => jobs.saveJob(database, nowhere, 1, thistleMill, 'x')],
    ['its history', () => jobs.historyOf(database, nowhere)],
    ['a revision of it', () => jobs.readRevision(database, nowhere, 1)],
    ['deleting', () => jobs.setDeleted(database, nowhere, true)],
    ['bringing back', () => jobs.setDeleted(database, nowhere, false)],
  ])('%s says so', async (_, call) => {
    const problem = await problemOf(call());
    expect(problem.status).toBe(404);
    expect(problem.message).toMatch(/\.$/);
  });

  it('a deleted job cannot be saved, and comes back with its history', async () => {
    const { id } = await jobs.createJob(database, thistleMill, 'Start');
    await jobs.setDeleted(database, id, true);
    expect((await problemOf(jobs.saveJob(database, id, 1, { ...thistleMill, name: 'x' }, 'x'))).status).toBe(404);
    expect((await jobs.listJobs(database)).some((row) => row.id === id)).toBe(false);
    await jobs.setDeleted(database, id, false);
    expect((await jobs.readStoredJob(database, id)).revision).toBe(1);
    expect((await jobs.historyOf(database, id)).length).toBe(1);
  });
});

describe('a stored document that broke', () => {
  it('is named instead of shown half', async () => {
    const { id } = await jobs.createJob(database, thistleMill, 'Start');
    await database
      .updateTable('jobs')
      .set({ document: JSON.stringify({ ...thistleMill, rooms: 'gone' }) })
      .where('id', '=', id)
      .execute();
    const problem = await problemOf(jobs.readStoredJob(database, id));
    expect(problem.status).toBe(500);
    expect(problem.message).toContain('rooms');
  });
});
