// What is lost when processes are killed: saves go on while start script, server or database end without warning at random moments.
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { newJob } from '../model/new-job.ts';
import { freePort } from '../scripts/postgres.mjs';

const KILLS = Number(process.argv[2] ?? 100);
const folder = mkdtempSync(join(tmpdir(), 'warm-kills-'));
chmodSync(folder, 0o755);
const port = await freePort();
const base = `http://127.0.0.1:${port}/api`;
const begin = (): ChildProcess =>
  spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, PORT: String(port), DATA_DIR: folder },
    stdio: 'ignore',
  });
let script = begin();
const serves = () =>
  fetch(`${base}/jobs`, { signal: AbortSignal.timeout(2000) }).then(
    (answer) => answer.ok,
    () => false,
  );
const untilServing = async (): Promise<number> => {
  const from = performance.now();
  while (!(await serves())) {
    await sleep(100);
    if (performance.now() - from > 120_000) throw new Error('does not serve again');
  }
  return performance.now() - from;
};
/** Reads, again where a server on its way out still took the question. */
async function read<T>(path: string): Promise<T> {
  for (;;) {
    const answer = await fetch(`${base}${path}`).catch(() => null);
    if (answer?.ok) return (await answer.json()) as T;
    await sleep(200);
  }
}
const pidOf = (victim: string): number => {
  if (victim === 'start script') return script.pid ?? 0;
  if (victim === 'database') return Number(readFileSync(join(folder, 'db', 'postmaster.pid'), 'utf8').split('\n')[0]);
  return Number(spawnSync('pgrep', ['-P', String(script.pid), '-f', 'dist-server/main.js'], { encoding: 'utf8' }).stdout.trim());
};

await untilServing();
const headers = { 'Content-Type': 'application/json' };
const made = await fetch(`${base}/jobs`, { method: 'POST', headers, body: JSON.stringify({ name: 'Killed often' }) });
const { id } = (await made.json()) as { id: string };
let acknowledged = { revision: 1, name: 'Killed often' };
let saves = 0;
let stopped = false;
const saving = (async () => {
  for (let n = 1; !stopped; n++) {
    const job = { ...newJob(`Save ${n}`) };
    const body = JSON.stringify({ revision: acknowledged.revision, summary: 'x', job });
    const answer = await fetch(`${base}/jobs/${id}`, { method: 'PUT', headers, body, signal: AbortSignal.timeout(3000) }).catch(
      () => null,
    );
    if (answer?.ok) {
      acknowledged = { revision: ((await answer.json()) as { revision: number }).revision, name: job.name };
      saves++;
    } else if (answer?.status === 409) {
      // A save that was taken, its answer lost: the next starts from it.
      const { theirs } = (await answer.json()) as { theirs: { revision: number; job: { name: string } } };
      acknowledged = { revision: theirs.revision, name: theirs.job.name };
    } else await sleep(50);
    await sleep(20);
  }
})();

const back: Record<string, number[]> = { server: [], database: [], 'start script': [] };
let lost = 0;
for (let kill = 0; kill < KILLS; kill++) {
  await sleep(200 + Math.random() * 1500);
  const victim = ['server', 'database', 'start script'][kill % 3] as string;
  const before = acknowledged;
  const pid = pidOf(victim);
  // 0 would be this very group of processes.
  if (!(pid > 0)) {
    kill--;
    continue;
  }
  process.kill(pid, 'SIGKILL');
  await sleep(300);
  if (victim === 'start script') script = begin();
  back[victim]?.push(await untilServing());
  const stored = await read<{ revision: number }>(`/jobs/${id}`);
  if (stored.revision < before.revision) lost++;
}
stopped = true;
await saving;
const history = new Set((await read<{ revision: number }[]>(`/jobs/${id}/history`)).map((row) => row.revision));
const say = (times: number[]) => `${times.length} times, again after ${(Math.max(...times) / 1000).toFixed(1)} s at most`;
console.log(
  `${KILLS} kills at random moments during ${saves} saves: ${lost} lost, history ${history.has(acknowledged.revision) ? 'whole' : 'BROKEN'}; ${Object.entries(
    back,
  )
    .map(([victim, times]) => `${victim} ${say(times)}`)
    .join('; ')}`,
);
script.kill('SIGINT');
await sleep(4000);
rmSync(folder, { recursive: true, force: true });
