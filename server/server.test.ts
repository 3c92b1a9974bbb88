import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request as httpRequest, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { thistleMill } from '../demo/thistle-mill.ts';
import { JOB_VERSION } from '../model/job.ts';
import { newRated } from '../model/new-emitter.ts';
import { entryOfEmitter } from '../model/own-entry.ts';
import { openDatabase } from './database/open.ts';
import type { Database } from './database/tables.ts';
import { listen, openTestDatabase, servicesOf } from './kit.fixture.ts';
import type { Services } from './services.ts';

let database: Database;
let owner: Database;
let services: Services;
let server: Server;
let base: string;
/** A page as the build would leave it: the server only fills in the mark. */
const webFolder = mkdtempSync(join(tmpdir(), 'warm-page-'));
writeFileSync(join(webFolder, 'index.html'), readFileSync('index.html', 'utf8'));

beforeAll(async () => {
  const opened = await openTestDatabase();
  ({ database, owner } = opened);
  services = servicesOf(database, opened.url, 'here');
  void services.news.listen();
  const listening = await listen(services, webFolder);
  server = listening.server;
  base = `${listening.base}/api`;
});

afterAll(async () => {
  await services?.news.stop();
  server?.close();
  await database?.destroy();
  await owner?.destroy();
  rmSync(webFolder, { recursive: true, force: true });
});

const send = async (method: string, path: string, body?: unknown, headers: Record<string, string> = {}) => {
  const raw = typeof body === 'string' || body instanceof Uint8Array;
  const response = await fetch(`${base}${path}`, {
    method,
    headers: body === undefined ? headers : { 'Content-Type': raw ? 'text/plain' : 'application/json', ...headers },
    body: body === undefined ? undefined : raw ? (body as string) : JSON.stringify(body),
  });
  const text = await response.text();
  return {
    status: response.status,
    headers: response.headers,
    text,
    body: text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : null,
  };
};
const startDemo = async () =>
  (await send('POST', '/jobs/import', JSON.stringify(thistleMill))).body as { id: string; revision: number };

describe('jobs', () => {
  it('are started, listed, read, saved and kept with their history', async () => {
    const { status, body } = await send('POST', '/jobs', { name: 'Weir House' });
    expect(status).toBe(201);
    expect(body).toMatchObject({ revision: 1, job: { name: 'Weir House', rooms: [] } });
    const saved = await send('PUT', `/jobs/${body.id}`, {
      revision: 1,
      summary: 'Renamed',
      job: { ...body.job, name: 'Weir' },
    });
    expect(saved).toMatchObject({ status: 200, body: { revision: 2 } });
    expect((await send('GET', `/jobs/${body.id}`)).body).toMatchObject({
      revision: 2,
      job: { name: 'Weir' },
    });
    expect((await send('GET', '/jobs')).body.jobs).toContainEqual(
      expect.objectContaining({ id: body.id, name: 'Weir', roomCount: 0 }),
    );
    const history = (await send('GET', `/jobs/${body.id}/history`)).body;
    expect(history.map((row: { summary: string }) => row.summary)).toEqual(['Renamed', 'Job started']);
    expect((await send('GET', `/jobs/${body.id}/history/1`)).body.name).toBe('Weir House');
    expect((await send('GET', `/jobs/${body.id}/history/9`)).status).toBe(404);
  });

  it('refuse a save on an old revision, showing both versions and changing nothing', async () => {
    const { id } = await startDemo();
    await send('PUT', `/jobs/${id}`, {
      revision: 1,
      summary: 'first',
      job: { ...thistleMill, name: 'First' },
    });
    const late = await send('PUT', `/jobs/${id}`, {
      revision: 1,
      summary: 'late',
      job: { ...thistleMill, name: 'Late' },
    });
    expect(late.status).toBe(409);
    expect(late.headers.get('content-type')).toContain('application/problem+json');
    expect(late.body).toMatchObject({
      theirs: { revision: 2, job: { name: 'First' } },
      yours: { name: 'Late' },
    });
    expect((await send('GET', `/jobs/${id}`)).body.job.name).toBe('First');
    const again = await send('PUT', `/jobs/${id}`, {
      revision: 1,
      summary: 'again',
      job: { ...thistleMill, name: 'First' },
    });
    expect(again).toMatchObject({ status: 200, body: { revision: 2 } });
  });

  it('let one of many saves at once win, and give every other its conflict', async () => {
    const { id } = await startDemo();
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        send('PUT', `/jobs/${id}`, {
          revision: 1,
          summary: `${i}`,
          job: { ...thistleMill, name: `Name ${i}` },
        }),
      ),
    );
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
    expect((await send('GET', `/jobs/${id}/history`)).body.length).toBe(2);
  });

  it('are copied, deleted and brought back', async () => {
    const { id } = await startDemo();
    const copy = await send('POST', `/jobs/${id}/duplicate`);
    expect(copy).toMatchObject({ status: 201, body: { revision: 1, job: { name: 'Thistle Mill (copy)' } } });
    expect((await send('DELETE', `/jobs/${id}`)).status).toBe(204);
    expect((await send('GET', `/jobs/${id}`)).status).toBe(404);
    expect((await send('DELETE', `/jobs/${id}`)).status).toBe(404);
    expect((await send('POST', `/jobs/${id}/restore`)).status).toBe(204);
    expect((await send('GET', `/jobs/${id}`)).status).toBe(200);
  });

  it('leave as a job file', async () => {
    const { id } = await startDemo();
    const exported = await send('GET', `/jobs/${id}/export`);
    expect(exported.headers.get('content-disposition')).toContain('thistle-mill.warm.json');
    expect(JSON.parse(exported.text)).toEqual(thistleMill);
  });
});

describe('bad input', () => {
  it.each([
    ['an empty job file', '/jobs/import', '', 422, 'The file is empty'],
    ['no JSON', '/jobs/import', '{"a":', 422, 'not JSON'],
    [
      'a newer version',
      '/jobs/import',
      JSON.stringify({ ...thistleMill, version: JOB_VERSION + 1 }),
      422,
      `version ${JOB_VERSION}`,
    ],
    [
      'a negative area',
      '/jobs/import',
      JSON.stringify({ ...thistleMill, rooms: [{ ...thistleMill.rooms[0], area: -1 }] }),
      422,
      'rooms[0] (Mill hall) area',
    ],
    ['a job too large', '/jobs/import', 'x'.repeat(4_100_000), 413, 'At most 4 MB'],
  ])('%s gets a sentence', async (_, path, body, status, sentence) => {
    const before = (await send('GET', '/jobs')).body.total;
    const answer = await send('POST', path, body);
    expect(answer.status).toBe(status);
    expect(answer.body.detail).toContain(sentence);
    expect(answer.headers.get('content-type')).toContain('application/problem+json');
    expect((await send('GET', '/jobs')).body.total).toBe(before);
  });

  it('a broken body, a wrong id and an unknown address are answered in kind', async () => {
    expect((await send('POST', '/jobs', '{', { 'Content-Type': 'application/json' })).body.title).toBe('Not JSON');
    expect((await send('POST', '/jobs', { name: '   ' })).body.detail).toContain('needs a name');
    expect((await send('GET', "/jobs/1' or '1'='1")).status).toBe(404);
    expect((await send('GET', '/jobs/00000000-0000-4000-8000-000000000000')).status).toBe(404);
    expect((await send('GET', '/nothing')).status).toBe(404);
    const { id } = await startDemo();
    expect((await send('PUT', `/jobs/${id}`, { revision: 0, summary: '', job: {} })).status).toBe(400);
    expect((await send('PUT', `/jobs/${id}`, { revision: 1, summary: '', job: {} })).status).toBe(422);
  });
});

describe('the boundary', () => {
  it('sends security headers and keeps nothing in caches', async () => {
    const { headers } = await send('GET', '/health');
    expect(headers.get('content-security-policy')).toContain("default-src 'none'");
    expect(headers.get('content-security-policy')).not.toContain('unsafe');
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('cache-control')).toBe('no-store');
    expect(headers.get('x-powered-by')).toBeNull();
  });

  it('answers neither other pages nor other host names', async () => {
    expect((await send('POST', '/jobs', { name: 'x' }, { Origin: 'http://evil.example' })).status).toBe(403);
    const { port } = server.address() as AddressInfo;
    const status = await new Promise((done) => {
      httpRequest({ port, host: '127.0.0.1', path: '/api/jobs', headers: { Host: 'evil.example' } }, (answer) =>
        done(answer.statusCode),
      ).end();
    });
    expect(status).toBe(421);
  });

  it('runs as a role that is no superuser', async () => {
    const { rows } = await database.executeQuery<{ rolsuper: boolean }>({
      sql: 'select rolsuper from pg_roles where rolname = current_user',
      parameters: [],
      query: { kind: 'RawNode' } as never,
      queryId: { queryId: 'role' },
    });
    expect(rows[0]?.rolsuper).toBe(false);
  });

  it('says that the disk is full, as the database says it', async () => {
    const { id, revision } = await startDemo();
    // The database's own error of that code, raised by a trigger.
    await sql`create function no_space() returns trigger as $$ begin raise exception 'could not extend file' using errcode = '53100'; end $$ language plpgsql`.execute(
      owner,
    );
    await sql`create trigger no_space before insert on revisions for each row execute function no_space()`.execute(owner);
    const save = () => send('PUT', `/jobs/${id}`, { revision, summary: 'x', job: { ...thistleMill, name: 'Fuller' } });
    const answer = await save();
    await sql`drop function no_space cascade`.execute(owner);
    expect(answer.status).toBe(507);
    expect(answer.body.detail).toContain('free some space');
    expect((await send('GET', `/jobs/${id}`)).body).toMatchObject({ revision, job: { name: thistleMill.name } });
    expect((await save()).status).toBe(200);
  });

  it('says that the database is away instead of failing', async () => {
    const away = openDatabase('postgres://nobody:x@127.0.0.1:1/none');
    const lone = await listen(servicesOf(away));
    const answer = await fetch(`${lone.base}/api/jobs`);
    expect(answer.status).toBe(503);
    expect((await answer.json()).detail).toContain('Nothing is lost');
    lone.server.close();
    await away.destroy();
  });
});

describe('the page', () => {
  const page = async (path: string) => {
    const response = await fetch(`${base.replace('/api', '')}${path}`);
    return {
      status: response.status,
      policy: response.headers.get('content-security-policy') ?? '',
      text: await response.text(),
    };
  };

  it('carries the mark of its own policy, made anew each time', async () => {
    const [one, two] = [await page('/'), await page('/jobs/anything/plant')];
    const markOf = ({ text }: { text: string }) => /<script nonce="([^"]+)"/.exec(text)?.[1] ?? '';
    expect(markOf(one).length).toBeGreaterThan(15);
    expect(one.policy).toContain(`'nonce-${markOf(one)}'`);
    expect(markOf(two)).not.toBe(markOf(one));
    expect(one.text).not.toMatch(/__NONCE__|__WORKER__/);
  });

  it('names the parts of a page to the browser before its program asks for them', async () => {
    mkdirSync(join(webFolder, '.vite'), { recursive: true });
    writeFileSync(
      join(webFolder, '.vite', 'manifest.json'),
      JSON.stringify({
        'web/pages/JobFrame.tsx': { file: 'assets/JobFrame-1.js', imports: ['_shared.js'] },
        'web/pages/RoomsPage.tsx': { file: 'assets/RoomsPage-1.js', imports: ['_shared.js'] },
        'web/pages/PlantPage.tsx': { file: 'assets/PlantPage-1.js' },
        '_shared.js': { file: 'assets/shared-1.js', assets: ['assets/design.worker-1.js'] },
      }),
    );
    const id = '00000000-0000-4000-8000-000000000000';
    const { text } = await page(`/jobs/${id}/rooms`);
    const linked = [...text.matchAll(/<link rel="(?:modulepreload|preload)"[^>]*href="([^"]+)"/g)].map(([, href]) => href);
    expect(linked).toEqual([`/api/jobs/${id}`, '/assets/JobFrame-1.js', '/assets/shared-1.js', '/assets/RoomsPage-1.js']);
    expect(text).toContain("new Worker('/assets/design.worker-1.js'");
    const list = await page('/');
    expect(list.text).not.toContain('modulepreload');
    expect(list.text).toContain("new Worker('', ");
    rmSync(join(webFolder, '.vite'), { recursive: true });
  });

  it('goes out compressed to who can read that', async () => {
    const plain = await fetch(`${base}/jobs`, { headers: { 'Accept-Encoding': 'identity' } });
    const packed = await fetch(`${base}/jobs`, { headers: { 'Accept-Encoding': 'gzip' } });
    expect(plain.headers.get('content-encoding')).toBeNull();
    expect(packed.headers.get('content-encoding')).toBe('gzip');
    expect(await packed.json()).toEqual(await plain.json());
  });

  it('gives nothing outside its folder', async () => {
    for (const path of [
      '/assets/../../package.json',
      '/assets/%2e%2e/%2e%2e/package.json',
      '/..%2fpackage.json',
      '/assets/none.js',
    ]) {
      const { text } = await page(path);
      expect(text).not.toContain('"devDependencies"');
    }
  });
});

describe('the own catalogue', () => {
  const pipe = { kind: 'pipe', name: 'Old barrier pipe', pipe: { material: 'pex-iso15875', size: '20.4x2.9' } };
  const list = async () => (await send('GET', '/own-entries')).body as { id: string; name: string }[];

  it('keeps entries by name, once each, and lets them go', async () => {
    const kept = await send('POST', '/own-entries', pipe);
    expect(kept.status).toBe(201);
    const again = await send('POST', '/own-entries', { ...pipe, pipe: { ...pipe.pipe, size: '20x2.8' } });
    expect(again.body).toMatchObject({ id: kept.body.id, pipe: { size: '20x2.8' } });
    const emitter = entryOfEmitter('Hall radiator', newRated('e7', 'radiator', { circuit: 'c1', share: 0.5 }));
    expect((await send('POST', '/own-entries', emitter)).body).toMatchObject({ emitter: { circuit: null, share: 'auto' } });
    expect((await list()).map((each) => each.name)).toEqual(['Hall radiator', 'Old barrier pipe']);
    expect((await send('DELETE', `/own-entries/${kept.body.id}`)).status).toBe(204);
    expect((await list()).map((each) => each.name)).toEqual(['Hall radiator']);
  });

  it('refuses what is no entry, with a sentence', async () => {
    for (const body of [{}, { ...pipe, name: '' }, { ...pipe, kind: 'pump' }, { ...pipe, more: 1 }]) {
      const answer = await send('POST', '/own-entries', body);
      expect(answer.status).toBe(400);
      expect(answer.body.detail).toContain('needs a name');
    }
    for (const size of ['wide', '<b>', '20x40']) {
      const answer = await send('POST', '/own-entries', { ...pipe, pipe: { ...pipe.pipe, size } });
      expect(answer.status).toBe(422);
      expect(answer.body.detail).toContain('24x1.5');
    }
    const nothing = { ...pipe, pipe: { ...pipe.pipe, size: 'a\u0000' } };
    expect((await send('POST', '/own-entries', nothing)).status).toBe(400);
    expect((await send('DELETE', '/own-entries/none')).status).toBe(404);
  });
});

describe('input no server should fall over', () => {
  it('is answered with a sentence, never with a fault', async () => {
    const { id } = await startDemo();
    const tries: [string, string, unknown][] = [
      ['POST', '/jobs', { name: 'Zero\u0000byte' }],
      ['POST', '/jobs', { name: 'half \ud83d' }],
      ['POST', '/jobs', { name: '   ' }],
      ['PUT', `/jobs/${id}`, { revision: 1, summary: 'zero\u0000', job: thistleMill }],
      ['PUT', `/jobs/${id}`, { revision: 2 ** 40, summary: 'x', job: thistleMill }],
      ['PUT', `/jobs/${id}`, { revision: 1, summary: 'x', job: { ...thistleMill, name: 'a\u0000b' } }],
      ['GET', `/jobs/${id}/history/2147483648`, undefined],
      ['GET', `/jobs/${id}/history/1e99`, undefined],
      ['GET', `/jobs/${id}/history?before=0`, undefined],
      ['GET', `/jobs/${id}/history?before=x`, undefined],
      ['GET', '/jobs?skip=-1', undefined],
      ['GET', '/jobs?skip=1e99', undefined],
      ['GET', `/jobs?find=${'x'.repeat(121)}`, undefined],
      ['GET', '/jobs?find=%00', undefined],
      ['GET', '/jobs?find=a&find=b', undefined],
      ['GET', '/jobs?deleted=maybe', undefined],
      ['GET', '/jobs?order=name', undefined],
    ];
    for (const [method, path, body] of tries) {
      const { status, body: problem } = await send(method, path, body);
      expect(status, `${method} ${path} ${JSON.stringify(body)}`).toBeGreaterThanOrEqual(400);
      expect(status, `${method} ${path}`).toBeLessThan(500);
      expect(problem.detail).toMatch(/^\S.+\.$/s);
    }
  });

  it('a name of 119 letters and one character of two halves is a name', async () => {
    expect((await send('POST', '/jobs', { name: `${'a'.repeat(119)}🔥` })).status).toBe(201);
  });

  it('a name that just fits is copied, cut between characters', async () => {
    const name = `${'a'.repeat(109)}🔥${'b'.repeat(9)}`;
    const { body } = await send('POST', '/jobs/import', JSON.stringify({ ...thistleMill, name }));
    const copy = await send('POST', `/jobs/${body.id}/duplicate`);
    expect(copy.status).toBe(201);
    expect(copy.body.job.name).toBe(`${'a'.repeat(109)} (copy)`);
  });

  it('pages are only read, and other sites are turned away even without an origin', async () => {
    const page = base.replace(/api$/, '');
    for (const method of ['PUT', 'DELETE']) {
      const answer = await fetch(`${page}jobs/x`, { method });
      expect(answer.status).toBe(405);
      expect((await answer.json()).detail).toContain('Pages are only read');
    }
    // A client of its own: fetch writes these headers itself.
    const from = (headers: Record<string, string>, path = 'api/jobs') =>
      new Promise<{ status: number }>((done, failed) =>
        httpRequest(`${page}${path}`, { headers }, (answer) => {
          answer.resume();
          done({ status: answer.statusCode ?? 0 });
        })
          .on('error', failed)
          .end(),
      );
    expect((await from({ 'sec-fetch-site': 'cross-site' })).status).toBe(403);
    expect((await from({ 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' })).status).toBe(403);
    expect((await from({ 'sec-fetch-site': 'same-origin' })).status).toBe(200);
    expect((await from({ 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' }, '')).status).toBe(200);
  });

  it('windows that listen are told to look, and then of every save', async () => {
    const one = await startDemo();
    const stop = new AbortController();
    const listening = await fetch(`${base}/events`, { signal: stop.signal });
    expect(listening.headers.get('content-type')).toContain('text/event-stream');
    const reader = (listening.body as ReadableStream<Uint8Array>).getReader();
    let heard = '';
    const until = async (words: string) => {
      while (!heard.includes(words)) heard += new TextDecoder().decode((await reader.read()).value);
    };
    await until('{"of":"again"}');
    await send('PUT', `/jobs/${one.id}`, { revision: 1, summary: 'x', job: { ...thistleMill, name: 'One' } });
    await until(`{"of":"saved","job":"${one.id}","revision":2,`);
    // A save that changes nothing, or is refused, is no news.
    await send('PUT', `/jobs/${one.id}`, { revision: 2, summary: 'x', job: { ...thistleMill, name: 'One' } });
    await send('PUT', `/jobs/${one.id}`, { revision: 1, summary: 'x', job: { ...thistleMill, name: 'Two' } });
    await send('PUT', `/jobs/${one.id}`, { revision: 2, summary: 'x', job: { ...thistleMill, name: 'Three' } });
    await until('"revision":3,');
    expect(heard.match(/"saved"/g)).toHaveLength(2);
    stop.abort();
  });
});
