// npm run firm: the program for several people, who sign in. npm run firm -- owner-link: a link that makes another owner, printed here;
// npm run firm -- check: only looks whether it could start. What it takes stands in docs/deploy.md.
import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { backupTimes, keepBackups } from './backups.mjs';
import { buildWhatChanged } from './build.mjs';
import { prepareFolder, takeFolder, writeWhole } from './data-folder.mjs';
import { installPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { ServerProcess } from './server-process.mjs';
import { StartProblem } from './start-problem.mjs';

const HABITUAL_PORT = 4310;
const MOST_PROCESSES = 16;
const root = dirname(dirname(fileURLToPath(import.meta.url)));
process.chdir(root);
const command = process.argv[2];
const dataDir = resolve(process.env.DATA_DIR || join(root, '.data'));

for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});

/** The cluster this process started; stopped again with it. */
let postgres = null;

function numberOf(name, habitual, most) {
  const given = process.env[name] ?? String(habitual);
  const number = Number(given);
  if (!Number.isInteger(number) || number < 1 || number > most)
    throw new StartProblem(`${name}=${given} is no number from 1 to ${most}.`);
  return number;
}

/** Where the secrets of the server stand; made at the first start. */
function secretsFile() {
  if (process.env.SECRETS_FILE) return process.env.SECRETS_FILE;
  const file = join(dataDir, 'secrets');
  if (!existsSync(file)) writeWhole(file, `${randomBytes(48).toString('base64')}\n`);
  return file;
}

/** The database on another machine as it is given, or one of our own in the data folder. */
async function databaseOf() {
  const { DATABASE_URL, OWNER_DATABASE_URL } = process.env;
  if (DATABASE_URL && OWNER_DATABASE_URL)
    return { url: () => DATABASE_URL, ownerUrl: () => OWNER_DATABASE_URL, isUp: async () => true };
  if (DATABASE_URL || OWNER_DATABASE_URL)
    throw new StartProblem(
      'DATABASE_URL and OWNER_DATABASE_URL go together: the same database, once with the role warm_server and once with warm. Leave both out for a database of its own.',
    );
  // Whoever runs beside it (owner-link) does not hold the folder.
  const ours = takeFolder(dataDir);
  if (!ours && !command)
    throw new StartProblem(
      `The program runs on ${dataDir} already. Stop it there first, or choose another: DATA_DIR=/some/folder`,
    );
  const cluster = await startPostgres(dataDir, { running: !ours });
  if (ours) postgres = cluster;
  return cluster;
}

/** Runs the server's program for one short task. */
function once(file, task, environment) {
  const done = spawnSync(process.execPath, [file, task], {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, NODE_ENV: 'production', ...environment },
  });
  if (done.status !== 0) throw new StartProblem('It was not started; the reason stands above.');
}

async function main() {
  prepareFolder(dataDir);
  installPackages();
  const port = numberOf('PORT', HABITUAL_PORT, 65_535);
  const count = numberOf('PROCESSES', 1, MOST_PROCESSES);
  if (count > 1 && process.env.CERTIFICATE)
    throw new StartProblem(
      'PROCESSES takes a proxy in front, which shares the work out and ends TLS. Leave CERTIFICATE out and give PROXY, or leave PROCESSES out.',
    );
  const settings = { FIRM: 'yes', PORT: String(port), SECRETS_FILE: secretsFile() };
  const file = buildWhatChanged();
  // What can be wrong with the settings is said before anything is started.
  once(file, 'check', { ...settings, DATABASE_URL: process.env.DATABASE_URL || 'postgres://127.0.0.1/check' });
  const times = backupTimes(process.env);
  if (command === 'check') return console.log('The settings are good.');
  const database = await databaseOf();
  const asOwner = () => ({ ...settings, DATABASE_URL: database.url(), OWNER_DATABASE_URL: database.ownerUrl() });
  if (command === 'owner-link') {
    once(file, 'owner-link', asOwner());
    postgres?.stop();
    return;
  }
  if (command)
    throw new StartProblem(
      `There is no "${command}" here; there is: npm run firm, npm run firm -- check, npm run firm -- owner-link`,
    );
  // Once, before any process serves: those know the owner of the tables no more.
  once(file, 'prepare', asOwner());

  let stopping = false;
  let serving = 0;
  const servers = Array.from(
    { length: count },
    (_, i) =>
      new ServerProcess({
        file,
        environment: () => ({
          ...settings,
          PORT: String(port + i),
          // One of them answers the operator.
          OPERATOR_PORT: process.env.OPERATOR_PORT ? String(Number(process.env.OPERATOR_PORT) + i) : '',
          DATABASE_URL: database.url(),
          OWNER_DATABASE_URL: '',
        }),
        onListening: () => {
          serving++;
          if (serving === count)
            console.log(
              `Warm Manifold serves ${process.env.ADDRESS} on ${count === 1 ? `port ${port}` : `ports ${port} to ${port + count - 1}`}`,
            );
        },
        onGivenUp: () => stop(1),
      }),
  );
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    await Promise.all(servers.map((server) => server.stop()));
    postgres?.stop();
    process.exit(code);
  };
  process.on('SIGINT', () => stop(0));
  process.on('SIGTERM', () => stop(0));
  let renewing = Promise.resolve();
  // One after the other: the others serve meanwhile.
  process.on('SIGHUP', () => {
    renewing = renewing.then(async () => {
      try {
        installPackages();
        buildWhatChanged();
        once(file, 'prepare', asOwner());
        for (const server of servers) if (!stopping) await server.renew();
        console.log('All processes are renewed.');
      } catch (error) {
        console.error(error instanceof StartProblem ? error.message : error);
      }
    });
  });
  for (const server of servers) server.start();
  if (times) {
    if (!postgres)
      throw new StartProblem(
        'BACKUP_FOLDER is for a database of its own; one on another machine is backed up there (docs/deploy.md).',
      );
    keepBackups(postgres, times);
  }
  let known = database.url();
  while (!stopping && postgres) {
    await sleep(2000);
    if (stopping || (await postgres.isUp())) continue;
    if (stopping) break;
    console.log('The database stopped; starting it again.');
    await postgres.ensureUp().catch((error) => console.error(error.message));
    if (!stopping && postgres.url() !== known) {
      known = postgres.url();
      for (const server of servers) server.kick();
    }
  }
}

main().catch((error) => {
  console.error(error instanceof StartProblem ? error.message : error);
  postgres?.stop();
  process.exit(1);
});
