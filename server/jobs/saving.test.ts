import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newJob, newRoom } from '../../model/new-job.ts';
import type { Database } from '../database/tables.ts';
import { jobsOf, openTestDatabase } from '../kit.fixture.ts';
import { Problem } from '../problem.ts';
import { purge } from '../record/keeper.ts';
import { HISTORY_PAGE } from './history.ts';
import { JOBS_PAGE } from './jobs.ts';

let database: Database;
let owner: Database;
let jobs: ReturnType<typeof jobsOf>;

beforeAll(async () => {
  ({ database, owner } = await openTestDatabase());
  jobs = jobsOf(database);
});
afterAll(async () => {
  await database?.destroy();
  await owner?.destroy();
});

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
    const { id } = await jobs.createJob(odd, 'Odd');
    expect((await jobs.readStoredJob(id)).job).toEqual(odd);
  });

  it('a job of 2000 rooms', async () => {
    const large: Job = {
      ...newJob('Large'),
      rooms: Array.from({ length: 2000 }, (_, i) => newRoom(`r${i}`, { name: `Flat ${i}`, heatLoad: 700 })),
    };
    const { id } = await jobs.createJob(large, 'Large');
    const stored = await jobs.readStoredJob(id);
    expect(stored.job.rooms.length).toBe(2000);
    const row = (await jobs.listJobs()).jobs.find((each) => each.id === id);
    expect(row).toMatchObject({ roomCount: 2000, heatLoad: 1_400_000, system: 'metric' });
  });

  it('the newest job first in the list', async () => {
    const first = await jobs.createJob(newJob('First'), 'x');
    const second = await jobs.createJob(newJob('Second'), 'x');
    const order = (await jobs.listJobs()).jobs.map((row) => row.id);
    expect(order.indexOf(second.id)).toBeLessThan(order.indexOf(first.id));
    await jobs.saveJob(first.id, 1, newJob('First again'), 'Renamed');
    expect((await jobs.listJobs()).jobs[0]).toMatchObject({ id: first.id, name: 'First again', revision: 2 });
  });
});

describe('the list of jobs', () => {
  it('comes in pages, and finds by name and place whatever the letters mean elsewhere', { timeout: 60_000 }, async () => {
    const names = Array.from({ length: JOBS_PAGE + 5 }, (_, i) => `Ferry 100%_ number ${i}`);
    for (const name of names) await jobs.createJob(newJob(name), 'x');
    const place = newJob('Elsewhere');
    await jobs.createJob({ ...place, site: { ...place.site, place: 'Ferry 100%_ quay' } }, 'x');
    const first = await jobs.listJobs({ find: 'ferry 100%_' });
    const rest = await jobs.listJobs({ find: 'ferry 100%_', skip: first.jobs.length });
    expect([first.total, first.jobs.length, rest.jobs.length]).toEqual([names.length + 1, JOBS_PAGE, 6]);
    const found = [...first.jobs, ...rest.jobs].map((row) => row.name);
    expect(found.sort()).toEqual([...names, 'Elsewhere'].sort());
    expect((await jobs.listJobs({ find: 'ferry 100_%' })).total).toBe(0);
    expect((await jobs.listJobs({ find: '%' })).total).toBe(names.length + 1);
  });

  it('a deleted job is listed with its last day for thirty days, then gone with its history', async () => {
    const young = await jobs.createJob(newJob('Deleted of late'), 'x');
    const old = await jobs.createJob(newJob('Deleted long ago'), 'x');
    for (const { id } of [young, old]) await jobs.setDeleted(id, true);
    const deletedAgo = (id: string, days: number) =>
      owner
        .updateTable('jobs')
        .set({ deleted_at: new Date(Date.now() - days * 86_400_000) })
        .where('id', '=', id)
        .execute();
    await deletedAgo(young.id, 29.9);
    await deletedAgo(old.id, 30.1);
    expect(await purge(database, 400)).toBe(1);
    const listed = await jobs.listJobs({ deleted: true, find: 'Deleted' });
    expect(listed.jobs.map((row) => row.name)).toEqual(['Deleted of late']);
    expect(Date.parse(listed.jobs[0]?.goneOn ?? '') - Date.now()).toBeCloseTo(0.1 * 86_400_000, -5);
    expect(await owner.selectFrom('revisions').select('revision').where('job_id', '=', old.id).execute()).toEqual([]);
    await jobs.setDeleted(young.id, false);
    expect((await jobs.listJobs({ find: 'Deleted of late' })).jobs[0]?.goneOn).toBeNull();
  });
});

describe('revisions', () => {
  it('grow by one with each save, and every one can be read again', async () => {
    const { id } = await jobs.createJob(thistleMill, 'Start');
    for (let revision = 1; revision <= 5; revision++) {
      const saved = await jobs.saveJob(id, revision, { ...thistleMill, name: `Name ${revision + 1}` }, `Save ${revision + 1}`);
      expect(saved.revision).toBe(revision + 1);
    }
    const history = await jobs.historyOf(id);
    expect(history.map((row) => row.revision)).toEqual([6, 5, 4, 3, 2, 1]);
    expect(history.map((row) => row.summary)).toEqual(['Save 6', 'Save 5', 'Save 4', 'Save 3', 'Save 2', 'Start']);
    expect((await jobs.readRevision(id, 3)).name).toBe('Name 3');
    expect(await jobs.readRevision(id, 1)).toEqual(thistleMill);
  });

  it('any revision reads back as it was saved, over lists moved about and revisions kept whole', {
    timeout: 60_000,
  }, async () => {
    const kept: Job[] = [{ ...thistleMill, name: 'Many saves' }];
    const { id } = await jobs.createJob(kept[0] as Job, 'Start');
    for (let revision = 1; revision < 230; revision++) {
      const last = kept.at(-1) as Job;
      const rooms = [...last.rooms];
      const turn = revision % 5;
      if (turn === 0) rooms.reverse();
      if (turn === 1) rooms.push(newRoom(`added-${revision}`, { name: `Room ${revision}`, heatLoad: revision * 7.5 }));
      if (turn === 2) rooms.splice(revision % rooms.length, 1);
      if (turn === 3) rooms[0] = { ...(rooms[0] as (typeof rooms)[number]), heatLoad: null, name: `Ünnamed ${revision}` };
      const job: Job = { ...last, rooms, name: turn === 4 ? `Named ${revision}` : last.name };
      kept.push(job);
      await jobs.saveJob(id, revision, job, `Save ${revision + 1}`);
      // Some are read while they are whole, most as ways back.
      if (revision % 90 === 0) await jobs.putBy(id);
    }
    for (const [i, job] of kept.entries()) expect(await jobs.readRevision(id, i + 1)).toEqual(job);
    await jobs.putBy(id);
    for (const [i, job] of kept.entries()) expect(await jobs.readRevision(id, i + 1)).toEqual(job);
    expect((await problemOf(jobs.readRevision(id, 231))).status).toBe(404);
    const rows = await owner.selectFrom('revisions').select(['revision', 'document']).where('job_id', '=', id).execute();
    expect(rows.filter((row) => row.document !== null).map((row) => row.revision)).toEqual([200]);

    const first = await jobs.historyOf(id);
    const second = await jobs.historyOf(id, first.at(-1)?.revision);
    const third = await jobs.historyOf(id, second.at(-1)?.revision);
    expect([first.length, second.length, third.length]).toEqual([HISTORY_PAGE, HISTORY_PAGE, 30]);
    expect([...first, ...second, ...third].map((row) => row.revision)).toEqual(kept.map((_, i) => kept.length - i));
  });

  it('saved before ways back were kept are read as they stand', async () => {
    const { id } = await jobs.createJob({ ...thistleMill, name: 'One' }, 'Start');
    await jobs.saveJob(id, 1, { ...thistleMill, name: 'Two' }, 'x');
    const whole = JSON.stringify({ ...thistleMill, name: 'One' });
    await owner
      .updateTable('revisions')
      .set({ document: whole, back: null })
      .where('job_id', '=', id)
      .where('revision', '=', 1)
      .execute();
    expect((await jobs.readRevision(id, 1)).name).toBe('One');
  });

  it('a conflict brings both versions and leaves no trace', async () => {
    const { id } = await jobs.createJob(thistleMill, 'Start');
    await jobs.saveJob(id, 1, { ...thistleMill, name: 'Theirs' }, 'Theirs');
    const problem = await problemOf(jobs.saveJob(id, 1, { ...thistleMill, name: 'Mine' }, 'Mine'));
    expect(problem.status).toBe(409);
    expect(problem.more).toMatchObject({ theirs: { revision: 2, job: { name: 'Theirs' } }, yours: { name: 'Mine' } });
    expect((await jobs.historyOf(id)).length).toBe(2);
  });

  it('a revision from the future is a conflict too', async () => {
    const { id } = await jobs.createJob(thistleMill, 'Start');
    expect((await problemOf(jobs.saveJob(id, 7, { ...thistleMill, name: 'x' }, 'x'))).status).toBe(409);
  });
});

describe('what is not there', () => {
  const nowhere = '00000000-0000-4000-8000-000000000000';

  it.each([
    ['reading', () => jobs.readStoredJob(nowhere)],
    ['saving', () => jobs.saveJob(nowhere, 1, thistleMill, 'x')],
    ['its history', () => jobs.historyOf(nowhere)],
    ['a revision of it', () => jobs.readRevision(nowhere, 1)],
    ['deleting', () => jobs.setDeleted(nowhere, true)],
    ['bringing back', () => jobs.setDeleted(nowhere, false)],
  ])('%s says so', async (_, call) => {
    const problem = await problemOf(call());
    expect(problem.status).toBe(404);
    expect(problem.message).toMatch(/\.$/);
  });

  it('a deleted job cannot be saved, and comes back with its history', async () => {
    const { id } = await jobs.createJob(thistleMill, 'Start');
    await jobs.setDeleted(id, true);
    expect((await problemOf(jobs.saveJob(id, 1, { ...thistleMill, name: 'x' }, 'x'))).status).toBe(404);
    expect((await jobs.listJobs()).jobs.some((row) => row.id === id)).toBe(false);
    await jobs.setDeleted(id, false);
    expect((await jobs.readStoredJob(id)).revision).toBe(1);
    expect((await jobs.historyOf(id)).length).toBe(1);
  });
});

describe('a stored document that broke', () => {
  it('is named instead of shown half', async () => {
    const { id } = await jobs.createJob(thistleMill, 'Start');
    await owner
      .updateTable('jobs')
      .set({ document: JSON.stringify({ ...thistleMill, rooms: 'gone' }) })
      .where('id', '=', id)
      .execute();
    const problem = await problemOf(jobs.readStoredJob(id));
    expect(problem.status).toBe(500);
    expect(problem.message).toContain('rooms');
  });
});
