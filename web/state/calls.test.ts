import { afterEach, describe, expect, it, vi } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { ApiProblem } from './http.ts';
import { jobHistory, openJob, openRevision, saveJob } from './job-api.ts';
import { deleteJob, importJob, listJobs, startJob } from './jobs-api.ts';

const answer = (status: number, body: unknown) => new Response(status === 204 ? null : JSON.stringify(body), { status });
const server = (...answers: (Response | Error)[]) => {
  const calls: { path: string; method: string; body: unknown }[] = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    calls.push({ path, method: init.method ?? 'GET', body: init.body });
    const next = answers.shift() ?? answer(200, {});
    if (next instanceof Error) throw next;
    return next;
  });
  return calls;
};
afterEach(() => vi.unstubAllGlobals());

const ALL = { find: '', skip: 0, deleted: false };

const UUID = /[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/;

describe('asking the server', () => {
  it('lists, starts, imports and deletes jobs at their addresses', async () => {
    const calls = server(answer(200, []), answer(201, { id: 'a' }), answer(201, { id: 'b' }), answer(204, null), answer(200, []));
    expect(await listJobs(ALL)).toEqual([]);
    expect(await startJob('Weir', { system: 'us', units: {} })).toEqual({ id: 'a' });
    expect(await importJob('{}')).toEqual({ id: 'b' });
    await deleteJob('b');
    await jobHistory('b');
    expect(calls.map(({ method, path }) => `${method} ${path.replace(UUID, 'ID')}`)).toEqual([
      'GET /api/jobs',
      'POST /api/jobs',
      'POST /api/jobs/import?id=ID',
      'DELETE /api/jobs/b',
      'GET /api/jobs/b/history',
    ]);
    expect(JSON.parse(String(calls[1]?.body))).toEqual({
      name: 'Weir',
      display: { system: 'us', units: {} },
      id: expect.stringMatching(UUID),
    });
  });

  it('reads jobs as strictly as files', async () => {
    server(
      answer(200, { revision: 3, job: thistleMill }),
      answer(200, { revision: 3, job: { ...thistleMill, rulebook: 'x' } }),
      answer(200, thistleMill),
    );
    expect(await openJob('a')).toEqual({ revision: 3, job: thistleMill });
    await expect(openJob('a')).rejects.toThrow('rulebook');
    expect(await openRevision('a', 2)).toEqual(thistleMill);
  });

  it('asks for a page of the jobs, and for saves before a revision', async () => {
    const calls = server(answer(200, { jobs: [], total: 0 }), answer(200, []));
    await listJobs({ find: 'weir & mill', skip: 100, deleted: true });
    await jobHistory('b', 40);
    expect(calls.map(({ path }) => path)).toEqual([
      '/api/jobs?find=weir+%26+mill&skip=100&deleted=yes',
      '/api/jobs/b/history?before=40',
    ]);
  });

  it('passes on what the server says went wrong', async () => {
    server(answer(422, { detail: 'rooms[0] (Hall) area is wrong.' }), answer(500, 'no object'), new TypeError('network'));
    await expect(importJob('x')).rejects.toMatchObject({ status: 422, message: 'rooms[0] (Hall) area is wrong.' });
    await expect(listJobs(ALL)).rejects.toMatchObject({ status: 500, message: expect.stringContaining('does not answer') });
    await expect(listJobs(ALL)).rejects.toBeInstanceOf(ApiProblem);
  });
});

describe('saving', () => {
  it.each([
    ['saved', answer(200, { revision: 8 }), { kind: 'saved', revision: 8 }],
    ['refused', answer(413, { detail: 'At most 4 MB are taken in.' }), { kind: 'refused', detail: 'At most 4 MB are taken in.' }],
    ['refused', answer(404, { detail: 'This job is not here.' }), { kind: 'refused', detail: 'This job is not here.' }],
    [
      'tried later',
      answer(503, { detail: 'The database does not answer.' }),
      { kind: 'offline', detail: 'The database does not answer.' },
    ],
    ['tried later', answer(507, { detail: 'The disk is full.' }), { kind: 'offline', detail: 'The disk is full.' }],
    ['tried later', new TypeError('Failed to fetch'), { kind: 'offline', detail: expect.stringContaining('does not answer') }],
  ])('comes back as %s', async (_, response, outcome) => {
    server(response);
    expect(await saveJob('a', 7, thistleMill, 'Name')).toEqual(outcome);
  });

  it('brings both versions of a conflict', async () => {
    const theirs = { ...thistleMill, name: 'Theirs' };
    server(answer(409, { detail: 'changed', theirs: { revision: 9, job: theirs } }));
    expect(await saveJob('a', 7, thistleMill, 'Name')).toEqual({ kind: 'conflict', theirs: { revision: 9, job: theirs } });
  });

  it('sends the revision it was made on', async () => {
    const calls = server(answer(200, { revision: 8 }));
    await saveJob('a', 7, thistleMill, 'Heat load of Kitchen');
    expect(calls[0]).toMatchObject({ method: 'PUT', path: '/api/jobs/a' });
    expect(JSON.parse(String(calls[0]?.body))).toEqual({
      revision: 7,
      summary: 'Heat load of Kitchen',
      job: thistleMill,
      saveId: expect.stringMatching(UUID),
    });
  });

  it('waits where one is signed out, as where the server is away: nothing of the job is wrong', async () => {
    server(answer(401, { detail: 'You are not signed in here.' }), answer(403, { detail: 'As reader you may not.' }));
    expect(await saveJob('a', 7, thistleMill, '')).toEqual({ kind: 'offline', detail: 'You are not signed in here.' });
    expect(await saveJob('a', 7, thistleMill, '')).toEqual({ kind: 'refused', detail: 'As reader you may not.' });
  });

  it('what makes something is sent once more where no answer came, under the same id', async () => {
    const calls = server(answer(502, {}), answer(201, { id: 'a' }));
    expect(await startJob('Weir', { system: 'us', units: {} })).toEqual({ id: 'a' });
    expect(calls.map(({ body }) => JSON.parse(String(body)).id)).toEqual(
      [calls[0], calls[0]].map((call) => JSON.parse(String(call?.body)).id),
    );
  });
});
