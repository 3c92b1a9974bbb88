// The whole database as one file, and back. The file is what PostgreSQL's own pg_dump writes.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { binaries } from './postgres.mjs';
import { plainReason, StartProblem } from './start-problem.mjs';

/** Runs one of the database's programs as its superuser; the password goes by the environment. */
function runProgram(cluster, name, args) {
  return new Promise((done) => {
    const child = spawn(join(binaries(), name), args, {
      env: { ...process.env, ...cluster.superuser() },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    child.stderr.setEncoding('utf8').on('data', (chunk) => (said += chunk));
    child.once('error', (error) => done({ good: false, said: error.message }));
    child.once('close', (code) => done({ good: code === 0, said: said.trim() }));
  });
}

/** One line a table: its name, its rows, and a sum over all they hold. */
const fingerprint = (tables) =>
  tables
    .map(
      (table) =>
        `select '${table}|' || count(*) || '|' || coalesce(md5(string_agg(md5(t::text), '' order by md5(t::text))), '') from "${table}" t;`,
    )
    .join('\n');

async function tablesOf(cluster, database) {
  const listed = await cluster.must(
    "select table_name from information_schema.tables where table_schema = 'public' order by 1",
    'The tables could not be listed',
    database,
  );
  return listed.split('\n').filter(Boolean);
}

/**
 * Holds one state of a database in view while others write on.
 * @returns {Promise<{ snapshot: string, print: string[], let(): Promise<void> }>} its name for pg_dump and its fingerprint
 */
async function holdState(cluster, database, tables) {
  const child = spawn(join(binaries(), 'psql'), ['-XAtq', '-v', 'ON_ERROR_STOP=1', '-f', '-'], {
    env: { ...process.env, ...cluster.superuser(), PGDATABASE: database },
    stdio: ['pipe', 'pipe', 'pipe'],
  });
  const ended = new Promise((done) => child.once('close', done));
  let said = '';
  child.stderr.setEncoding('utf8').on('data', (chunk) => (said += chunk));
  child.stdin.on('error', () => {});
  child.stdin.write(`begin isolation level repeatable read, read only;\nselect pg_export_snapshot();\n${fingerprint(tables)}\n`);
  const lines = [];
  for await (const line of createInterface({ input: child.stdout })) {
    lines.push(line);
    if (lines.length === tables.length + 1) break;
  }
  if (lines.length < tables.length + 1) throw new StartProblem(`The database could not be read: ${said.trim()}`);
  return {
    snapshot: lines[0],
    print: lines.slice(1),
    let: async () => {
      child.stdin.end('commit;\n');
      await ended;
    },
  };
}

/** Fills an empty database from a file; all of it or nothing. */
async function fill(cluster, database, file) {
  await cluster.must(`drop database if exists ${database}`, 'The database could not be prepared');
  await cluster.addDatabase(database);
  const done = await runProgram(cluster, 'pg_restore', [
    '--dbname',
    database,
    '--exit-on-error',
    '--single-transaction',
    '--no-owner',
    '--role=warm',
    file,
  ]);
  if (done.good) return;
  await cluster.must(`drop database ${database}`, 'The database could not be tidied');
  throw new StartProblem(
    plainReason(done.said, file) ??
      `${file} is no backup of this program, or it is damaged; nothing was changed. The database says: ${done.said}`,
  );
}

/**
 * Writes a database to a file and reads it back into a database beside it to compare the two.
 * @param cluster a running cluster
 * @param {string} database its name
 * @param {string} file path to write
 * @returns {Promise<string[]>} one line a table, `name|rows|sum`
 * @throws StartProblem when it cannot be written, or reads back otherwise
 */
export async function writeBackup(cluster, database, file) {
  const state = await holdState(cluster, database, await tablesOf(cluster, database));
  try {
    const dumped = await runProgram(cluster, 'pg_dump', [
      '--format=custom',
      `--snapshot=${state.snapshot}`,
      '--dbname',
      database,
      '--file',
      file,
    ]);
    if (!dumped.good) throw new StartProblem(plainReason(dumped.said, file) ?? `The backup could not be written: ${dumped.said}`);
  } finally {
    await state.let();
  }
  const beside = `${database}_check`;
  await fill(cluster, beside, file);
  const back = await holdState(cluster, beside, await tablesOf(cluster, beside));
  await back.let();
  await cluster.must(`drop database ${beside}`, 'The database could not be tidied');
  if (back.print.join('\n') !== state.print.join('\n'))
    throw new StartProblem(
      `The backup ${file} reads back otherwise than it was written; its disk may be failing. Write it elsewhere.`,
    );
  return state.print;
}

/**
 * Puts a database in the place of another, which is kept under `<name>_before` until the next time.
 * @throws StartProblem when the file is no whole backup; then nothing is changed
 */
export async function readBackup(cluster, database, file) {
  const coming = `${database}_coming`;
  await fill(cluster, coming, file);
  const said = 'The databases could not be exchanged';
  await cluster.must(`drop database if exists ${database}_before`, said);
  // Both names change or none: a database's name is a row like any other.
  await cluster.must(
    `begin; alter database ${database} rename to ${database}_before; alter database ${coming} rename to ${database}; commit;`,
    said,
  );
  const back = await holdState(cluster, database, await tablesOf(cluster, database));
  await back.let();
  return back.print;
}

/** "12 jobs with 340 saves". */
export function saySize(print) {
  const rows = new Map(print.map((line) => line.split('|').slice(0, 2)));
  const of = (table, one, many) => `${rows.get(table) ?? 0} ${rows.get(table) === '1' ? one : many}`;
  return `${of('jobs', 'job', 'jobs')} with ${of('revisions', 'save', 'saves')}`;
}
