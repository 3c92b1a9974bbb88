import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, describe, expect, it } from 'vitest';
import { freePort } from '../scripts/postgres.mjs';

const asRoot = process.getuid?.() === 0;
const started: ChildProcess[] = [];
const folders: string[] = [];

/** A new data folder; the database's own user has to reach it. */
function newFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'warm-start-'));
  chmodSync(folder, 0o755);
  folders.push(folder);
  return folder;
}

const processes = (pattern: string): number[] =>
  spawnSync('pgrep', ['-f', pattern], { encoding: 'utf8' }).stdout.split('\n').filter(Boolean).map(Number);

afterAll(async () => {
  for (const child of started) if (!hasEnded(child)) child.kill('SIGINT');
  await sleep(1500);
  for (const folder of folders)
    for (const pid of processes(`-D ${folder}`)) {
      // A database that ended in the meantime is what was wanted.
      try {
        process.kill(pid, 'SIGKILL');
      } catch {}
    }
  // Some twenty data folders of a database: a busy machine deletes them slowly.
  await Promise.all(folders.map((folder) => rm(folder, { recursive: true, force: true, maxRetries: 5 })));
}, 120_000);

const hasEnded = (child: ChildProcess): boolean => child.exitCode !== null || child.signalCode !== null;

async function until(holds: () => boolean | Promise<boolean>, what: () => string): Promise<void> {
  for (let i = 0; i < 300; i++) {
    if (await holds()) return;
    await sleep(200);
  }
  throw new Error(`waited in vain for ${what()}`);
}

const ended = (child: ChildProcess) =>
  until(
    () => hasEnded(child),
    () => 'the end of a start',
  );

interface Started {
  child: ChildProcess;
  said: () => string;
}

/** Runs `npm start`'s script without waiting for anything. */
function begin(folder: string, port: number, environment: Record<string, string> = {}): Started {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, PORT: String(port), DATA_DIR: folder, ...environment },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  started.push(child);
  let text = '';
  for (const stream of [child.stdout, child.stderr])
    stream?.on('data', (chunk) => {
      text += chunk;
    });
  return { child, said: () => text };
}

/** The same, up to a line it prints. */
async function start(folder: string, port: number, line: RegExp): Promise<Started> {
  const begun = begin(folder, port);
  await until(
    () => line.test(begun.said()),
    () => `"${line}" in: ${begun.said()}`,
  );
  return begun;
}

const SERVES = /Ctrl-C stops it/;

const jobNames = async (port: number): Promise<string[]> => {
  const answer = await fetch(`http://127.0.0.1:${port}/api/jobs`).catch(() => null);
  return answer?.ok ? ((await answer.json()) as { jobs: { name: string }[] }).jobs.map((job) => job.name).sort() : [];
};
const addJob = (port: number, name: string) =>
  fetch(`http://127.0.0.1:${port}/api/jobs`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name }),
  });
const noteOf = (folder: string): string[] => readFileSync(join(folder, 'db', 'postmaster.pid'), 'utf8').split('\n');
const postmaster = (folder: string): number => Number(noteOf(folder)[0]);

/** A server on a port; null where that is taken. */
const listening = (port: number): Promise<Server | null> =>
  new Promise((done) => {
    const server = createServer();
    server.once('error', () => done(null));
    server.listen(port, '127.0.0.1', () => done(server));
  });

/** Kills the database and takes its port before it is back; where it was quicker on a busy machine it dies once more. */
async function squat(folder: string, port: number): Promise<{ squatter: Server; killed: number }> {
  for (let deaths = 0; deaths < 10; deaths++) {
    await until(
      () => existsSync(join(folder, 'db', 'postmaster.pid')),
      () => 'a database to kill',
    );
    const killed = postmaster(folder);
    process.kill(killed, 'SIGKILL');
    for (let i = 0; i < 300; i++) {
      const squatter = await listening(port);
      if (squatter) return { squatter, killed };
      await sleep(10);
    }
  }
  throw new Error(`port ${port} is never free`);
}

const serverOf = (child: ChildProcess): number =>
  Number(spawnSync('pgrep', ['-P', String(child.pid), '-f', 'dist-server/main.js'], { encoding: 'utf8' }).stdout.trim());

const script = (name: string, folder: string, ...args: string[]) =>
  spawnSync(process.execPath, [`scripts/${name}.mjs`, ...args], {
    env: { ...process.env, DATA_DIR: folder },
    encoding: 'utf8',
  });

describe('starting and stopping', () => {
  it('keeps the data through restarts and kill -9 of server and database, and in a backup', { timeout: 300_000 }, async () => {
    const folder = newFolder();
    const port = await freePort();
    // Two starts at once on an empty folder: one serves, the other says where.
    const [first, second] = await Promise.all([
      start(folder, port, /Ctrl-C stops it|runs already/),
      sleep(50).then(async () => start(folder, await freePort(), /Ctrl-C stops it|runs already/)),
    ]);
    const [serving, other] = SERVES.test(first.said()) ? [first, second] : [second, first];
    expect(serving.said()).toMatch(SERVES);
    expect(other.said()).toContain('Another start is at work on');
    const at = Number(/127\.0\.0\.1:(\d+)/.exec(serving.said())?.[1]);
    expect(other.said()).toContain(`runs already: http://127.0.0.1:${at}`);
    expect(await jobNames(at)).toEqual(['Thistle Mill']);
    await addJob(at, 'Weir House');
    const both = async (where = at) => (await jobNames(where)).join() === 'Thistle Mill,Weir House';

    process.kill(serverOf(serving.child), 'SIGKILL');
    await until(
      async () => !(await both()),
      () => 'the server to be gone',
    );
    await until(both, () => 'the server to be back');

    // The database dies and its port is taken meanwhile: it comes back on another, and the jobs with it.
    const portBefore = Number(noteOf(folder)[3]);
    const { squatter, killed: before } = await squat(folder, portBefore);
    await until(
      () => existsSync(join(folder, 'db', 'postmaster.pid')) && postmaster(folder) !== before,
      () => 'a new database process',
    );
    await until(both, () => `the jobs after the database came back: ${serving.said()}`);
    expect(Number(noteOf(folder)[3])).not.toBe(portBefore);
    squatter.close();

    // A backup is taken while the program runs, and nothing secret stands in a process list.
    const commands = spawnSync('ps', ['-eo', 'args'], { encoding: 'utf8' }).stdout;
    const { superuser, application, server } = JSON.parse(readFileSync(join(folder, 'credentials.json'), 'utf8'));
    expect(commands).not.toMatch(new RegExp(`${superuser}|${application}|${server}`));
    const backup = join(folder, 'all.backup');
    const taken = script('backup', folder, backup);
    expect(taken.stdout + taken.stderr).toMatch(/^2 jobs with 2 saves in .*all\.backup \(.* MB\), read back and compared\.\n$/);
    expect(script('backup', folder, backup).stderr).toContain('is there already');
    expect(script('restore', folder, backup).stderr).toContain('Stop it there with Ctrl-C');

    serving.child.kill('SIGINT');
    await ended(serving.child);
    expect(existsSync(join(folder, 'db', 'postmaster.pid'))).toBe(false);
    expect(await jobNames(at)).toEqual([]);

    // Half a backup changes nothing; a whole one serves the same jobs from another folder.
    const half = join(folder, 'half.backup');
    writeFileSync(half, readFileSync(backup).subarray(0, 4000));
    expect(script('restore', folder, half).stderr).toMatch(/is no backup of this program, or it is damaged; nothing was changed/);
    const elsewhere = newFolder();
    expect(script('restore', elsewhere, backup).stdout).toContain('2 jobs with 2 saves restored into');
    const copy = await start(elsewhere, port, SERVES);
    expect(await both(port)).toBe(true);
    copy.child.kill('SIGINT');
    await ended(copy.child);

    // Killed without warning, the server does not stay behind alone, and the next start finds the data at once.
    const third = await start(folder, port, SERVES);
    expect(await both(port)).toBe(true);
    third.child.kill('SIGKILL');
    const fourth = await start(folder, port, SERVES);
    expect(await both(port)).toBe(true);
    fourth.child.kill('SIGINT');
    await ended(fourth.child);
    expect(processes(`-D ${join(folder, 'db')}`)).toEqual([]);
  });

  it('a first start killed at any moment leaves nothing that stands in the way', { timeout: 240_000 }, async () => {
    const folder = newFolder();
    const port = await freePort();
    // Before, in and after the making of the cluster; each try goes on from what the last one left.
    for (const wait of [120, 300, 700, 1300, 2000]) {
      const { child } = begin(folder, port);
      await sleep(wait);
      child.kill('SIGKILL');
      await ended(child);
    }
    const good = await start(folder, port, SERVES);
    expect(await jobNames(port)).toEqual(['Thistle Mill']);
    expect(readdirSync(folder).filter((name) => name.includes('making'))).toEqual([]);
    good.child.kill('SIGKILL');

    // The power goes: the note of the database's process stays, and names what is by then another program of the same user.
    const old = postmaster(folder);
    process.kill(old, 'SIGKILL');
    await sleep(500);
    const sleeper = asRoot ? spawn('runuser', ['-u', 'postgres', '--', 'sleep', '100']) : spawn('sleep', ['100']);
    started.push(sleeper);
    await sleep(300);
    const alive = asRoot
      ? Number(spawnSync('pgrep', ['-P', String(sleeper.pid)], { encoding: 'utf8' }).stdout.trim())
      : Number(sleeper.pid);
    const note = join(folder, 'db', 'postmaster.pid');
    writeFileSync(note, readFileSync(note, 'utf8').replace(String(old), String(alive)));
    // And the passwords are lost as well.
    rmSync(join(folder, 'credentials.json'));
    const again = await start(folder, port, SERVES);
    expect(await jobNames(port)).toEqual(['Thistle Mill']);

    // Nobody reads what it prints any more; it still brings its server back.
    again.child.stdout?.destroy();
    again.child.stderr?.destroy();
    process.kill(serverOf(again.child), 'SIGKILL');
    await until(
      async () => (await jobNames(port)).length === 0,
      () => 'the server to be gone',
    );
    await until(
      async () => (await jobNames(port)).length === 1,
      () => 'the server to be back',
    );
    expect(hasEnded(again.child)).toBe(false);
    again.child.kill('SIGTERM');
    await ended(again.child);
  });

  it('says in plain words what keeps it from starting', { timeout: 60_000 }, async () => {
    const folder = newFolder();
    const open = begin(folder, await freePort(), { HOST: '0.0.0.0' });
    await ended(open.child);
    expect(open.said()).toContain('nobody signs in here');
    const file = join(folder, 'a-file');
    writeFileSync(file, '');
    const blocked = begin(file, await freePort());
    await ended(blocked.child);
    expect(blocked.said()).toMatch(/^The folder .*a-file cannot be used: a file of that name stands in the way\..*\n$/);
    expect(script('backup', join(folder, 'none')).stderr).toContain('There are no jobs in');
  });

  // Only root may mount a small disk.
  const disk = mkdtempSync(join(tmpdir(), 'warm-small-'));
  const mounted = asRoot && spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=12M,mode=755', 'tmpfs', disk]).status === 0;
  it.runIf(mounted)('says that the disk is full, and starts once there is room', { timeout: 120_000 }, async () => {
    try {
      const port = await freePort();
      const full = begin(disk, port);
      await ended(full.child);
      expect(full.said()).toMatch(/cannot be used: its disk is full\. Free some space and start again/);
      spawnSync('mount', ['-o', 'remount,size=400M', disk]);
      const roomy = await start(disk, port, SERVES);
      expect(await jobNames(port)).toEqual(['Thistle Mill']);
      roomy.child.kill('SIGINT');
      await ended(roomy.child);
    } finally {
      spawnSync('umount', ['-l', disk]);
      rmSync(disk, { recursive: true, force: true });
    }
  });
});
