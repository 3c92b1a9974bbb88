import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, describe, expect, it } from 'vitest';
import { freePort } from '../scripts/postgres.mjs';

const folder = mkdtempSync(join(tmpdir(), 'warm-start-'));
// The database's own user has to reach it.
chmodSync(folder, 0o755);
const started: ChildProcess[] = [];

afterAll(async () => {
  for (const child of started) if (child.exitCode === null) child.kill('SIGINT');
  await sleep(1500);
  rmSync(folder, { recursive: true, force: true });
});

/** Runs `npm start`'s script and waits for a line it prints. */
async function start(port: number, line: RegExp): Promise<{ child: ChildProcess; said: () => string }> {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, PORT: String(port), DATA_DIR: folder },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  started.push(child);
  let text = '';
  child.stdout?.on('data', (chunk) => {
    text += chunk;
  });
  child.stderr?.on('data', (chunk) => {
    text += chunk;
  });
  await until(
    () => line.test(text),
    () => `"${line}" in: ${text}`,
  );
  return { child, said: () => text };
}

async function until(holds: () => boolean | Promise<boolean>, what: () => string): Promise<void> {
  for (let i = 0; i < 300; i++) {
    if (await holds()) return;
    await sleep(200);
  }
  throw new Error(`waited in vain for ${what()}`);
}

const jobNames = async (port: number): Promise<string[]> => {
  const answer = await fetch(`http://127.0.0.1:${port}/api/jobs`).catch(() => null);
  return answer?.ok ? ((await answer.json()) as { name: string }[]).map((job) => job.name) : [];
};
const processes = (pattern: string): number[] =>
  spawnSync('pgrep', ['-f', pattern], { encoding: 'utf8' }).stdout.split('\n').filter(Boolean).map(Number);
const postmaster = (): number => Number(readFileSync(join(folder, 'db', 'postmaster.pid'), 'utf8').split('\n')[0]);

describe('starting and stopping', () => {
  it('keeps the data through restarts and kill -9 of server and database', { timeout: 180_000 }, async () => {
    const port = await freePort();
    const first = await start(port, /Ctrl-C stops it/);
    expect(await jobNames(port)).toEqual(['Thistle Mill']);
    await fetch(`http://127.0.0.1:${port}/api/jobs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: 'Weir House' }),
    });
    const both = async () => (await jobNames(port)).sort().join() === 'Thistle Mill,Weir House';

    // A second start says where the first one runs, and leaves it alone.
    const second = await start(await freePort(), /runs already/);
    expect(second.said()).toContain(`http://127.0.0.1:${port}`);

    const serverPid = spawnSync('pgrep', ['-P', String(first.child.pid), '-f', 'server/main.ts'], {
      encoding: 'utf8',
    }).stdout.trim();
    process.kill(Number(serverPid), 'SIGKILL');
    await until(
      async () => !(await both()),
      () => 'the server to be gone',
    );
    await until(both, () => 'the server to be back');

    const before = postmaster();
    process.kill(before, 'SIGKILL');
    await until(
      () => existsSync(join(folder, 'db', 'postmaster.pid')) && postmaster() !== before,
      () => 'a new database process',
    );
    await until(both, () => 'the jobs after the database came back');

    first.child.kill('SIGINT');
    await until(
      () => first.child.exitCode !== null,
      () => 'the end of the first start',
    );
    expect(existsSync(join(folder, 'db', 'postmaster.pid'))).toBe(false);
    expect(await jobNames(port)).toEqual([]);

    // Killed without warning, the server does not stay behind alone, and the next start finds the data.
    const third = await start(port, /Ctrl-C stops it/);
    expect(await both()).toBe(true);
    third.child.kill('SIGKILL');
    await until(
      async () => (await jobNames(port)).length === 0,
      () => 'the orphaned server to end',
    );
    const fourth = await start(port, /Ctrl-C stops it/);
    expect(await both()).toBe(true);
    fourth.child.kill('SIGINT');
    await until(
      () => fourth.child.exitCode !== null,
      () => 'the end of the last start',
    );
    expect(processes(`-D ${join(folder, 'db')}`)).toEqual([]);
  });
});
