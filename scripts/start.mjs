// npm start: packages, database, migrations, demo job, build, server. Safe to run again.
import { rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join, resolve } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { buildWhatChanged } from './build.mjs';
import { prepareFolder, takeOrFind, writeWhole } from './data-folder.mjs';
import { installPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { ServerProcess } from './server-process.mjs';
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

// Who reads the output may go (npm start | head); the work goes on without a reader.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});

/** The database this process started; stopped again when the start fails half way. */
let postgres = null;
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
  let server;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    await server?.stop();
    rmSync(runningFile, { force: true });
    postgres?.stop();
    process.exit(code);
  };
  process.on('SIGINT', () => stop(0));
  process.on('SIGTERM', () => stop(0));
  process.on('SIGHUP', () => stop(0));

  installPackages();
  const port = await choosePort();
  postgres = await startPostgres(dataDir);
  const file = buildWhatChanged();
  const url = `http://127.0.0.1:${port}`;
  const token = `${process.pid}-${Date.now()}`;
  /** Where the server that runs now looks for the database. */
  let databaseUrl;
  server = new ServerProcess({
    file,
    environment: () => {
      databaseUrl = postgres.url();
      return { PORT: String(port), DATABASE_URL: databaseUrl, OWNER_DATABASE_URL: postgres.ownerUrl(), INSTANCE: token };
    },
    onListening: () => {
      try {
        writeWhole(runningFile, JSON.stringify({ url, token }));
      } catch (error) {
        console.error(plainReason(error, dataDir) ?? error.message);
      }
      console.log(`Warm Manifold: ${url}   (Ctrl-C stops it)`);
    },
    onGivenUp: () => stop(1),
  });
  server.start();
  // A database that dies is started again: the server answers "later" meanwhile and the browser keeps what was typed.
  while (!stopping) {
    await sleep(2000);
    if (stopping || (await postgres.isUp())) continue;
    if (stopping) break;
    console.log('The database stopped; starting it again.');
    await postgres.ensureUp().catch((error) => console.error(error.message));
    // Its port was taken meanwhile: the server is sent to the new one by starting it again.
    if (!stopping && postgres.url() !== databaseUrl) server.kick();
  }
}

main().catch((error) => {
  console.error(error instanceof StartProblem ? error.message : error);
  postgres?.stop();
  process.exit(1);
});
