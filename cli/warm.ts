import { readFile, stat, writeFile } from 'node:fs/promises';
import { designJob } from '../core/design/design-job.ts';
import { season } from '../core/run/season.ts';
import { MOST_JOB_BYTES, writeJobFile } from '../exchange/job-file.ts';
import { MOST_ROOMS_BYTES, readRoomsFile } from '../exchange/rooms-file.ts';
import { takeRooms, tooManyRooms } from '../exchange/take-rooms.ts';
import type { Job } from '../model/job.ts';
import { newJob } from '../model/new-job.ts';
import { readJobText } from '../model/read-job.ts';
import { printDesign, printPreview, printSeason } from './print.ts';

const USAGE = `warm: the design from a terminal

  warm design JOB.json            print the design as tables
  warm design JOB.json --json     print the whole design as JSON
  warm season JOB.json            run an invented heating season
  warm rooms LOADS                show how a table (CSV, XLSX) or building model (gbXML) is read
  warm rooms LOADS --into JOB.json --out NEW.json
                                  add its rooms to a job and write the result`;

/** Bad input: the message says where and what to do, and the exit code is 2. */
class BadInput extends Error {}

async function readBounded(path: string, most: number): Promise<Buffer> {
  const found = await stat(path).catch(() => null);
  if (!found?.isFile()) throw new BadInput(`${path}: there is no such file. Check the name.`);
  if (found.size > most)
    throw new BadInput(`${path}: the file has ${(found.size / 1e6).toFixed(1)} MB; at most ${most / 1e6} MB are read.`);
  return readFile(path);
}

async function loadJob(path: string): Promise<Job> {
  const read = readJobText((await readBounded(path, MOST_JOB_BYTES)).toString('utf8'));
  if (!read.ok) throw new BadInput(`${path}: ${read.problems.join(`\n${path}: `)}`);
  return read.job;
}

async function design(path: string, json: boolean): Promise<void> {
  const job = await loadJob(path);
  const result = designJob(job);
  process.stdout.write(json ? `${JSON.stringify(result, null, 2)}\n` : printDesign(job, result));
}

async function rooms(path: string, into?: string, out?: string): Promise<void> {
  if ((into === undefined) !== (out === undefined))
    throw new BadInput('Give both --into JOB.json and --out NEW.json, or neither.');
  const job = into === undefined ? newJob('') : await loadJob(into);
  const read = await readRoomsFile(
    new Uint8Array(await readBounded(path, MOST_ROOMS_BYTES)),
    job.display,
    job.rooms.map((room) => room.name),
  );
  if (!read.ok) throw new BadInput(`${path}: ${read.problem}`);
  process.stdout.write(printPreview(read.preview, job.display));
  if (out === undefined) {
    if (read.preview.badCells > 0) process.exitCode = 2;
    return;
  }
  const full = tooManyRooms(job, read.preview.rows.length);
  if (full) throw new BadInput(full);
  await writeFile(out, writeJobFile(takeRooms(job, read.preview)), { flag: 'wx' }).catch((error: NodeJS.ErrnoException) => {
    throw new BadInput(
      error.code === 'EEXIST'
        ? `${out}: the file exists and is left as it is. Choose another name.`
        : `${out}: cannot be written (${error.code}).`,
    );
  });
  process.stdout.write(`\n${read.preview.rows.length} rooms added; the job is in ${out}.\n`);
}

function runSeason(job: Job): string {
  const run = season(job);
  for (;;) {
    const { done, value } = run.next();
    if (!done) continue;
    if (!value) throw new BadInput('There is no plant to run: rooms with heat loads on a circuit are needed.');
    return printSeason(job, value);
  }
}

function option(args: string[], name: string): string | undefined {
  const at = args.indexOf(name);
  return at < 0 ? undefined : args[at + 1];
}

async function main(args: string[]): Promise<void> {
  const [command, path] = args;
  if (command === 'design' && path) await design(path, args.includes('--json'));
  else if (command === 'season' && path) process.stdout.write(runSeason(await loadJob(path)));
  else if (command === 'rooms' && path) await rooms(path, option(args, '--into'), option(args, '--out'));
  else if (command === undefined || command === 'help' || command === '--help') process.stdout.write(`${USAGE}\n`);
  else throw new BadInput(`Unknown command.\n\n${USAGE}`);
}

main(process.argv.slice(2)).catch((error: unknown) => {
  process.stderr.write(
    error instanceof BadInput ? `${error.message}\n` : `${error instanceof Error ? error.stack : String(error)}\n`,
  );
  process.exitCode = error instanceof BadInput ? 2 : 1;
});
