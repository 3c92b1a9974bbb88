import { request } from 'node:http';
import { setTimeout as sleep } from 'node:timers/promises';
import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newJob } from '../../model/new-job.ts';
import { freePort } from '../../scripts/postgres.mjs';
import { Client, type Firm, openFirm, type SignedIn } from '../firm.fixture.ts';
import { type Running, run } from '../run.ts';

let firm: Firm;
let ben: SignedIn;
/** Another process on the same database, as far as a test can tell: it shares nothing with the first but that. */
let second: Running;
let secondPort: number;

beforeAll(async () => {
  firm = await openFirm();
  ben = await firm.member('designer');
  secondPort = await freePort();
  second = await run({ ...firm.settings, port: secondPort });
});
afterAll(async () => {
  await second?.stop();
  await firm?.close();
});

/** What a signed-in window hears. */
function listen(port: number, { client }: SignedIn) {
  const heard: string[] = [];
  const state = { ended: false, status: 0 };
  const call = request({
    port,
    host: '127.0.0.1',
    path: '/api/events',
    headers: {
      Host: 'heat.example.org',
      'X-Forwarded-Proto': 'https',
      Cookie: [...client.cookies].map(([name, value]) => `${name}=${value}`).join('; '),
    },
  });
  call.on('response', (answer) => {
    state.status = answer.statusCode ?? 0;
    answer.setEncoding('utf8').on('data', (text: string) => heard.push(text));
    answer.on('end', () => {
      state.ended = true;
    });
    answer.on('error', () => {
      state.ended = true;
    });
  });
  call.on('error', () => {
    state.ended = true;
  });
  call.end();
  return { heard: () => heard.join(''), state, stop: () => call.destroy() };
}
async function until(holds: () => boolean, what: string): Promise<void> {
  for (let i = 0; i < 800; i++) {
    if (holds()) return;
    await sleep(50);
  }
  throw new Error(`waited in vain for ${what}`);
}

describe('news', () => {
  it('of a save reach windows that talk to another process', async () => {
    const other = new Client(secondPort);
    for (const [name, value] of firm.first.client.cookies) other.cookies.set(name, value);
    const window = listen(secondPort, firm.first);
    await until(() => window.heard().includes('again'), 'the first word');
    const { id } = (await ben.client.api('POST', '/jobs', { name: 'Told' })).body;
    const saved = await ben.client.api('PUT', `/jobs/${id}`, { revision: 1, summary: 'x', job: newJob('Told anew') });
    expect(saved.body.revision).toBe(2);
    await until(() => window.heard().includes(`{"of":"saved","job":"${id}","revision":2,"by":"${ben.id}"}`), 'the save');
    expect((await other.api('GET', `/jobs/${id}?newer=1`)).body.job.name).toBe('Told anew');
    expect((await other.api('GET', `/jobs/${id}?newer=2`)).status).toBe(204);
    await ben.client.api('POST', `/jobs/${id}/here`, { tab: '00000000-0000-4000-8000-00000000abcd', turn: 1, page: 'plant' });
    await until(() => window.heard().includes('"of":"here"') && window.heard().includes('"name":"designer"'), 'who is there');
    window.stop();
  });

  it('that were missed while the database was away are looked for', { timeout: 90_000 }, async () => {
    const window = listen(secondPort, firm.first);
    await until(() => window.heard().includes('again'), 'the first word');
    const before = window.heard().split('again').length;
    // Whoever listens has that statement as the last one.
    const { rows } = await sql<{ ended: boolean }>`
      select pg_terminate_backend(pid) as ended from pg_stat_activity where query = 'listen warm'`.execute(firm.database);
    expect(rows.length).toBeGreaterThanOrEqual(2);
    await until(() => window.heard().split('again').length > before, 'the word to look again');
    const { id } = (await ben.client.api('POST', '/jobs', { name: 'After it' })).body;
    await ben.client.api('PUT', `/jobs/${id}`, { revision: 1, summary: 'x', job: newJob('After it was away') });
    await until(() => window.heard().includes(id), 'a save after it came back');
    window.stop();
  });

  it('go to nobody who is not signed in', async () => {
    const nobody = listen(secondPort, { ...ben, client: new Client(secondPort) });
    await until(() => nobody.state.status !== 0, 'an answer');
    expect(nobody.state.status).toBe(401);
  });

  it('end for a device that is revoked, within the time between two heartbeats', { timeout: 90_000 }, async () => {
    const site = await firm.member('site');
    const window = listen(firm.port, site);
    await until(() => window.heard().includes('again'), 'the first word');
    await firm.owner.updateTable('devices').set({ revoked_at: new Date() }).where('person_id', '=', site.id).execute();
    for (let i = 0; i < 60 && !window.state.ended; i++) await sleep(1000);
    expect(window.state.ended).toBe(true);
  });

  it('end in order with the process, which takes no new ones', async () => {
    const port = await freePort();
    const third = await run({ ...firm.settings, port });
    const window = listen(port, firm.first);
    await until(() => window.heard().includes('again'), 'the first word');
    await third.stop();
    await until(() => window.state.ended, 'the end of the stream');
    await expect(new Client(port).api('GET', '/session')).rejects.toThrow(/ECONNREFUSED/);
  });
});
