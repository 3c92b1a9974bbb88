// npm start: packages, database, migrations, demo job, build, server. Safe to run again.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, rmSync, statSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join, resolve } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { prepareFolder, takeOrFind, writeWhole } from './data-folder.mjs';
import { installPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { plainReason, StartProblem } from './start-problem.mjs';

const HABITUAL_PORT = 4310;
const root = dirname(dirname(fileURLToPath(import.meta.url)));
process.chdir(root);
const dataDir = resolve(process.env.DATA_DIR || join(root, '.data'));
const runningFile = join(dataDir, 'running.json');

const isFree = (port) =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => done(true)));
  });

async function choosePort() {
  if (process.env.PORT) {
    const port = Number(process.env.PORT);
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new StartProblem(`PORT=${process.env.PORT} is no port; give a number from 1 to 65535.`);
    if (!(await isFree(port))) throw new StartProblem(`Port ${port} is taken. Choose another: PORT=${port + 1} npm start`);
    return port;
  }
  for (let port = HABITUAL_PORT; port < HABITUAL_PORT + 50; port++) if (await isFree(port)) return port;
  throw new StartProblem('No free port was found. Choose one: PORT=5000 npm start');
}

/** Builds the interface when its sources are newer than the last build; one built elsewhere (WEB_FOLDER) is served as it is. */
function build() {
  if (process.env.WEB_FOLDER) return;
  const mark = 'dist/index.html';
  const listed = spawnSync(
    'git',
    [
      'ls-files',
      '-co',
      '--exclude-standard',
      'web',
      'core',
      'model',
      'exchange',
      'public',
      'index.html',
      'vite.config.ts',
      'package-lock.json',
    ],
    { encoding: 'utf8' },
  );
  const sources = listed.status === 0 ? listed.stdout.split('\n').filter((file) => file && existsSync(file)) : [];
  const built = existsSync(mark) ? statSync(mark).mtimeMs : 0;
  if (built && sources.length > 0 && sources.every((file) => statSync(file).mtimeMs < built)) return;
  console.log('Building the interface ...');
  const done = spawnSync(process.execPath, ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn'], {
    stdio: 'inherit',
  });
  if (done.status !== 0) throw new StartProblem('The interface could not be built; the reason stands above.');
}

// Who reads the output may go (npm start | head); the work goes on without a reader.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});

/** The database this process started; stopped again when the start fails half way. */
let postgres = null;
/** A server that ends this many times shortly after its start is not started again. */
const MOST_QUICK_ENDS = 5;
const QUICK = 10_000;

async function main() {
  prepareFolder(dataDir);
  const first = await takeOrFind(dataDir);
  if (first) {
    console.log(
      `Warm Manifold runs already: ${first}\nStop it there with Ctrl-C, or start a second one beside it: PORT=${HABITUAL_PORT + 1} DATA_DIR=.data-2 npm start`,
    );
    return;
  }
  let stopping = false;
  let child;
  const stop = (code) => {
    if (stopping) return;
    stopping = true;
    const finish = () => {
      rmSync(runningFile, { force: true });
      postgres?.stop();
      process.exit(code);
    };
    if (!child || child.exitCode !== null || child.signalCode !== null) finish();
    else {
      child.once('exit', finish);
      child.kill('SIGTERM');
    }
  };
  process.on('SIGINT', () => stop(0));
  process.on('SIGTERM', () => stop(0));
  process.on('SIGHUP', () => stop(0));

  installPackages();
  const port = await choosePort();
  postgres = await startPostgres(dataDir);
  build();
  const url = `http://127.0.0.1:${port}`;
  const token = `${process.pid}-${Date.now()}`;
  let quickEnds = 0;
  /** Where the server that runs now looks for the database. */
  let databaseUrl;

  const serve = () => {
    const since = Date.now();
    databaseUrl = postgres.url();
    child = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
      // The channel tells the server when this process is gone, so that it never stays behind alone.
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      // Ctrl-C reaches this process, which stops the others in order.
      detached: true,
      env: {
        ...process.env,
        PORT: String(port),
        DATABASE_URL: databaseUrl,
        INSTANCE: token,
        NODE_ENV: 'production',
      },
    });
    child.on('message', (message) => {
      if (message !== 'listening') return;
      try {
        writeWhole(runningFile, JSON.stringify({ url, token }));
      } catch (error) {
        console.error(plainReason(error, dataDir) ?? error.message);
      }
      console.log(`Warm Manifold: ${url}   (Ctrl-C stops it)`);
    });
    child.on('exit', (code) => {
      if (stopping) return;
      quickEnds = Date.now() - since < QUICK ? quickEnds + 1 : 0;
      if (code === 78) stop(1);
      else if (quickEnds >= MOST_QUICK_ENDS) {
        console.log('The server ends right after every start; the reason stands above.');
        stop(1);
      } else {
        console.log('The server stopped; starting it again.');
        setTimeout(serve, 500);
      }
    });
  };
  serve();
  // A database that dies is started again: the server answers "later" meanwhile and the browser keeps what was typed.
  while (!stopping) {
    await sleep(2000);
    if (stopping || (await postgres.isUp())) continue;
    if (stopping) break;
    console.log('The database stopped; starting it again.');
    await postgres.ensureUp().catch((error) => console.error(error.message));
    // Its port was taken meanwhile: the server is sent to the new one by starting it again.
    if (!stopping && postgres.url() !== databaseUrl) child.kill('SIGTERM');
  }
}

main().catch((error) => {
  console.error(error instanceof StartProblem ? error.message : error);
  postgres?.stop();
  process.exit(1);
});
