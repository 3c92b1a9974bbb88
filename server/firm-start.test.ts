import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { request as tlsRequest } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, describe, expect, it } from 'vitest';
import { backupTimes, untilNext } from '../scripts/backups.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { selfSigned } from '../scripts/self-signed.mjs';
import { Client } from './firm.fixture.ts';

const folder = mkdtempSync(join(tmpdir(), 'warm-firm-start-'));
chmodSync(folder, 0o755);
const { certificate, key } = selfSigned(folder, 'localhost');
chmodSync(key, 0o600);
const data = join(folder, 'data');
const children: ChildProcess[] = [];
afterAll(async () => {
  for (const child of children) if (child.exitCode === null) child.kill('SIGKILL');
  await sleep(500);
  await rm(folder, { recursive: true, force: true, maxRetries: 5 });
}, 60_000);

const environment = (more: Record<string, string>) => ({
  ...process.env,
  DATABASE_URL: '',
  OWNER_DATABASE_URL: '',
  DATA_DIR: data,
  ...more,
});
function begin(script: string, more: Record<string, string>): { child: ChildProcess; said: () => string } {
  const child = spawn(process.execPath, [script], { env: environment(more), stdio: ['ignore', 'pipe', 'pipe'] });
  children.push(child);
  let text = '';
  for (const stream of [child.stdout, child.stderr])
    stream?.on('data', (chunk) => {
      text += chunk;
    });
  return { child, said: () => text };
}
async function until(holds: () => boolean, what: () => string): Promise<void> {
  for (let i = 0; i < 900; i++) {
    if (holds()) return;
    await sleep(200);
  }
  throw new Error(`waited in vain: ${what()}`);
}
const once = (script: string, args: string[], more: Record<string, string>) =>
  spawnSync(process.execPath, [script, ...args], { env: environment(more), encoding: 'utf8' });
const overTls = (port: number, path: string): Promise<{ status: number; hsts: string | undefined }> =>
  new Promise((done, failed) =>
    tlsRequest({ port, host: 'localhost', path, rejectUnauthorized: false }, (answer) => {
      answer.resume();
      done({ status: answer.statusCode ?? 0, hsts: answer.headers['strict-transport-security'] });
    })
      .on('error', failed)
      .end(),
  );

describe('a firm', () => {
  it('does not start in the open, and says all that is missing', { timeout: 120_000 }, () => {
    const { status, stderr } = once('scripts/firm.mjs', ['check'], {});
    expect(status).toBe(1);
    expect(stderr).toContain('ADDRESS is missing');
    expect(stderr).toContain('Nothing ends TLS');
    expect(once('scripts/firm.mjs', ['check'], { PROCESSES: '2', CERTIFICATE: certificate }).stderr).toContain(
      'PROCESSES takes a proxy',
    );
    expect(
      once('scripts/firm.mjs', ['check'], {
        BACKUP_FOLDER: folder,
        BACKUP_AT: '25:00',
        ADDRESS: 'https://localhost',
        PROXY: '127.0.0.1',
      }).stderr,
    ).toContain('no time of day');
  });

  it('starts over HTTPS, prints the owner’s link once, and one person alone cannot open its folder', {
    timeout: 400_000,
  }, async () => {
    const port = await freePort();
    const settings = { ADDRESS: `https://localhost:${port}`, PORT: String(port), CERTIFICATE: certificate, CERTIFICATE_KEY: key };
    const first = begin('scripts/firm.mjs', settings);
    await until(() => first.said().includes('serves'), first.said);
    const link = /welcome#(\S+)/.exec(first.said())?.[1] ?? '';
    expect(link.length).toBe(43);
    const answer = await overTls(port, '/api/session');
    expect(answer).toEqual({ status: 200, hsts: expect.stringContaining('max-age=31536000') });
    expect((await overTls(port, '/api/jobs')).status).toBe(401);
    // In the clear there is nobody.
    await expect(new Client(port).api('GET', '/session')).rejects.toThrow();
    // Another link, while it runs; the first one is good no more.
    const another = once('scripts/firm.mjs', ['owner-link'], settings);
    expect(another.stdout).toMatch(/welcome#\S{43}/);
    const secrets = spawnSync('ps', ['-eo', 'args'], { encoding: 'utf8' }).stdout;
    expect(secrets).not.toContain('postgres://');
    first.child.kill('SIGTERM');
    await until(() => first.child.exitCode !== null, first.said);

    // Two processes behind a proxy, on the same folder.
    const ports = await freePort();
    const second = begin('scripts/firm.mjs', {
      ADDRESS: 'https://heat.example.org',
      PROXY: '127.0.0.1',
      PROCESSES: '2',
      PORT: String(ports),
    });
    await until(() => second.said().includes('serves'), second.said);
    const owner = new Client(ports);
    const secret = /welcome#(\S+)/.exec(another.stdout)?.[1] ?? '';
    expect((await owner.api('POST', '/welcome/look', { secret: link })).status).toBe(410);
    // Nobody is an owner yet, so that this start has printed one of its own.
    const newest = /welcome#(\S+)/.exec(second.said())?.[1] ?? secret;
    expect(
      (await owner.api('POST', '/welcome', { secret: newest, login: 'first', name: 'First', password: 'copper otter lantern' }))
        .status,
    ).toBe(200);
    const onOther = new Client(ports + 1);
    for (const [name, value] of owner.cookies) onOther.cookies.set(name, value);
    expect((await onOther.api('GET', '/session')).body.member.name).toBe('First');
    // Renewed one after the other: there is always one that answers.
    let unanswered = 0;
    let renewing = true;
    const asking = (async () => {
      while (renewing) {
        const answers = await Promise.all(
          [owner, onOther].map((client) =>
            client.api('GET', '/jobs').then(
              ({ status }) => status === 200,
              () => false,
            ),
          ),
        );
        if (!answers.includes(true)) unanswered++;
        await sleep(50);
      }
    })();
    second.child.kill('SIGHUP');
    await until(() => second.said().includes('All processes are renewed'), second.said);
    renewing = false;
    await asking;
    expect(unanswered).toBe(0);
    expect((await onOther.api('GET', '/session')).body.member.name).toBe('First');
    second.child.kill('SIGTERM');
    await until(() => second.child.exitCode !== null, second.said);

    const alone = begin('scripts/start.mjs', { PORT: String(await freePort()) });
    await until(() => alone.child.exitCode !== null, alone.said);
    expect(alone.said()).toContain('belong to a firm');
  });
});

describe('backups by the clock', () => {
  it('are for a time of day, the next one there is', () => {
    const times = backupTimes({ BACKUP_FOLDER: join(folder, 'kept'), BACKUP_AT: '02:30', BACKUPS_KEPT: '3' });
    expect(readdirSync(join(folder, 'kept'))).toEqual([]);
    expect(times).toMatchObject({ hour: 2, minute: 30, kept: 3 });
    expect(untilNext({ hour: 2, minute: 30 }, new Date(2026, 10, 30, 2, 29))).toBe(60_000);
    expect(untilNext({ hour: 2, minute: 30 }, new Date(2026, 10, 30, 2, 30))).toBe(86_400_000);
    expect(untilNext({ hour: 2, minute: 30 }, new Date(2026, 10, 30, 23, 0))).toBe(3.5 * 3_600_000);
    expect(backupTimes({})).toBeNull();
    expect(() => backupTimes({ BACKUP_FOLDER: folder, BACKUPS_KEPT: '0' })).toThrow('from 1 up');
  });
});
