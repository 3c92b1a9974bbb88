import { readFile, stat, writeFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import { designJob, designWithPlant } from '../core/job/design-job.ts';
import { season } from '../core/job/season.ts';
import { FEWEST_WAYS, MOST_WAYS, sideBySide, waysOf } from '../core/job/side-by-side.ts';
import { say } from '../core/quantity/format.ts';
import { ended } from '../core/run/ended.ts';
import type { RunResult } from '../core/run/run.ts';
import { daySettings } from '../core/run/settings.ts';
import { simulate } from '../core/run/simulate.ts';
import type { Weather } from '../core/run/weather.ts';
import { MOST_TEXT_BYTES } from '../exchange/decode-text.ts';
import { MOST_JOB_BYTES, writeJobFile } from '../exchange/job-file.ts';
import { MOST_ROOMS_BYTES, readRoomsFile } from '../exchange/rooms-file.ts';
import { takeRooms, tooManyRooms } from '../exchange/take-rooms.ts';
import { readWeather } from '../exchange/weather-file.ts';
import { JOB_VERSION, type Job } from '../model/job.ts';
import { newJob } from '../model/new-job.ts';
import { readJobText } from '../model/read-job.ts';
import { BadInput, type Printed } from './command.ts';
import { drawing, papers, schema } from './papers.ts';
import { printDesign, printPreview } from './print.ts';
import { printDiagnosis, printFaults } from './print-diagnosis.ts';
import { printPlan } from './print-plan.ts';
import { printRun, printSides } from './print-run.ts';

const PROGRAM_VERSION = '0.1.0';

const USAGE = `warm: the design from a terminal

  warm design JOB.json            print the design as tables
  warm day JOB.json               run an invented day; --mean and --swing in °C and K
  warm season JOB.json            run an invented heating season
  warm side JOB.json              lay two to four ways of piping side by side;
                                  --ways present,open,header,buffer
       --weather FILE             through the weather of a file (CSV, hourly format)
  warm rooms LOADS                show how a table (CSV, XLSX) or building model (gbXML) is read
  warm rooms LOADS --into JOB.json --out NEW.json
                                  add its rooms to a job and write the result

  warm papers JOB.json --out FOLDER
                                  make the papers, a PDF for each set; --set all or wall,merchant,floor,
                                  electrician,commissioner,record,owner; --paper A4, A3, letter, tabloid;
                                  --tint colour, grey; --sums; --prices; --labels; --revision; --made; --address
  warm plan JOB.json              the plan of commissioning, and what every gauge shall show with its band;
                                  --outdoor and --source in °C for a state that is met on site
  warm faults JOB.json            every fault the plant can have, with looks and cures
  warm diagnose JOB.json READINGS.json
                                  which fault explains what was said and read, how sure that is, and what to
                                  read next
  warm drawing JOB.json --out FILE
                                  the wall as a drawing, --format svg, dxf, pdf; inp for the solved plant,
                                  ics for the service dates, design for the figures as JSON
  warm schema job                 print the JSON Schema of the job file, or of a design

  --json      print what the command worked out as JSON (docs/terminal.md says its shape)
  --version   print the version of the program, of the job file it writes, and of its JSON

  Exit code 0: done; 2: bad input, with a sentence on what to do; 1: a fault of the program.`;

/** Shape of what --json prints: it grows, and this number rises when something in it changes its meaning or goes. */
const JSON_VERSION = 1;

/** Where a command prints to. */
export interface Terminal {
  out: (text: string) => void;
  err: (text: string) => void;
}

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

async function design(path: string): Promise<Printed> {
  const job = await loadJob(path);
  const result = designJob(job);
  return { text: printDesign(job, result), json: result };
}

async function rooms(path: string, into?: string, out?: string): Promise<Printed> {
  if ((into === undefined) !== (out === undefined))
    throw new BadInput('Give both --into JOB.json and --out NEW.json, or neither.');
  const job = into === undefined ? newJob('') : await loadJob(into);
  const read = await readRoomsFile(
    new Uint8Array(await readBounded(path, MOST_ROOMS_BYTES)),
    job.display,
    job.rooms.map((room) => room.name),
  );
  if (!read.ok) throw new BadInput(`${path}: ${read.problem}`);
  const shown = printPreview(read.preview, job.display);
  if (out === undefined) return { text: shown, json: read.preview, mend: read.preview.badCells > 0 };
  const full = tooManyRooms(job, read.preview.rows.length);
  if (full) throw new BadInput(full);
  await writeFile(out, writeJobFile(takeRooms(job, read.preview)), { flag: 'wx' }).catch((error: NodeJS.ErrnoException) => {
    throw new BadInput(
      error.code === 'EEXIST'
        ? `${out}: the file exists and is left as it is. Choose another name.`
        : `${out}: cannot be written (${error.code}).`,
    );
  });
  return {
    text: `${shown}\n${read.preview.rows.length} rooms added; the job is in ${out}.\n`,
    json: { ...read.preview, writtenTo: out },
  };
}

const NO_PLANT = 'There is no plant to run: rooms with heat loads on a circuit are needed.';

async function weatherOf(path: string | undefined): Promise<(Weather & { words: string }) | null> {
  if (path === undefined) return null;
  const read = readWeather(new Uint8Array(await readBounded(path, MOST_TEXT_BYTES)));
  if (!read.ok) throw new BadInput(`${path}: ${read.problem}`);
  return { outdoor: read.outdoor, step: read.step, words: read.notes.join(' ') };
}

function numberOption(text: string | undefined, name: string, fallback: number, least: number, most: number): number {
  if (text === undefined) return fallback;
  const value = Number(text.replace(',', '.'));
  if (!Number.isFinite(value) || value < least || value > most)
    throw new BadInput(`--${name} ${text}: give a number from ${least} to ${most}.`);
  return value;
}

/** A run without its moments, which are thousands: its totals, days and sources. */
const totalsOf = ({ moments: _, ...totals }: RunResult) => totals;

async function runDay(job: Job, options: Options): Promise<Printed> {
  const weather = await weatherOf(options.weather);
  const mean = numberOption(options.mean, 'mean', job.site.outdoorDesignTemperature / 2, -60, 50);
  const swing = numberOption(options.swing, 'swing', 4, 0, 30);
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new BadInput(NO_PLANT);
  const run = simulate(job, design, plant, daySettings(job, weather ?? { mean, swing }));
  const words = weather ? `the weather given, ${weather.words}` : `a day of ${mean} °C on average, ${swing} K to either side`;
  return { text: printRun(job, run, words), json: { job: job.name, weather: words, run: totalsOf(run) } };
}

async function runSeason(job: Job, options: Options): Promise<Printed> {
  const weather = await weatherOf(options.weather);
  const run = ended(season(job, weather));
  if (!run) throw new BadInput(NO_PLANT);
  const invented = `an invented season from October to April, design day ${say(job.site.outdoorDesignTemperature, 'temperature', job.display)}`;
  const words = weather?.words ?? invented;
  return { text: printRun(job, run, words), json: { job: job.name, weather: words, run: totalsOf(run) } };
}

async function runSides(job: Job, options: Options): Promise<Printed> {
  const weather = await weatherOf(options.weather);
  const ways = waysOf(job);
  const wanted = (options.ways ?? 'present,open,header,buffer').split(',');
  const unknown = wanted.find((key) => !ways.some((way) => way.key === key));
  if (unknown !== undefined)
    throw new BadInput(`--ways ${unknown}: there is no such way. Choose among ${ways.map((way) => way.key).join(', ')}.`);
  if (wanted.length < FEWEST_WAYS || wanted.length > MOST_WAYS)
    throw new BadInput(`--ways: name ${FEWEST_WAYS} to ${MOST_WAYS} of them, with commas between.`);
  const sides = ended(
    sideBySide(
      ways.filter((way) => wanted.includes(way.key)),
      weather,
    ),
  );
  const json = sides.map(({ key, title, parts, pumps, pumpPower, drawbacks, run }) => ({
    key,
    title,
    parts,
    pumps,
    pumpPower,
    drawbacks,
    run: run && totalsOf(run),
  }));
  return { text: printSides(sides), json: { job: job.name, sides: json } };
}

const OPTIONS = {
  json: { type: 'boolean' },
  help: { type: 'boolean' },
  version: { type: 'boolean' },
  weather: { type: 'string' },
  mean: { type: 'string' },
  swing: { type: 'string' },
  ways: { type: 'string' },
  into: { type: 'string' },
  out: { type: 'string' },
  set: { type: 'string' },
  paper: { type: 'string' },
  tint: { type: 'string' },
  labels: { type: 'string' },
  sums: { type: 'boolean' },
  prices: { type: 'boolean' },
  revision: { type: 'string' },
  made: { type: 'string' },
  address: { type: 'string' },
  format: { type: 'string' },
  outdoor: { type: 'string' },
  source: { type: 'string' },
} as const;

type Options = { [name in keyof typeof OPTIONS]?: (typeof OPTIONS)[name]['type'] extends 'boolean' ? boolean : string };

/** What each command takes beside --json. */
const COMMANDS: Record<
  string,
  {
    takes: readonly (keyof typeof OPTIONS)[];
    /** A second file that it needs. */
    also?: string;
    run: (path: string, options: Options, also?: string) => Promise<Printed>;
  }
> = {
  design: { takes: [], run: design },
  day: { takes: ['weather', 'mean', 'swing'], run: async (path, options) => runDay(await loadJob(path), options) },
  season: { takes: ['weather'], run: async (path, options) => runSeason(await loadJob(path), options) },
  side: { takes: ['weather', 'ways'], run: async (path, options) => runSides(await loadJob(path), options) },
  papers: {
    takes: ['out', 'set', 'paper', 'tint', 'labels', 'sums', 'prices', 'revision', 'made', 'address'],
    run: async (path, options) => papers(await loadJob(path), options),
  },
  drawing: {
    takes: ['out', 'format', 'paper', 'tint', 'revision', 'made'],
    run: async (path, options) => drawing(await loadJob(path), options),
  },
  plan: {
    takes: ['outdoor', 'source'],
    run: async (path, { outdoor, source }) =>
      printPlan(await loadJob(path), {
        outdoor: outdoor === undefined ? null : numberOption(outdoor, 'outdoor', 0, -60, 60),
        source: source === undefined ? null : numberOption(source, 'source', 0, -60, 300),
      }),
  },
  faults: { takes: [], run: async (path) => printFaults(await loadJob(path)) },
  diagnose: {
    takes: [],
    also: 'READINGS.json',
    run: async (path, _, also = '') =>
      printDiagnosis(await loadJob(path), (await readBounded(also, MOST_TEXT_BYTES)).toString('utf8'), also),
  },
  schema: { takes: [], run: async (name) => schema(name) },
  rooms: { takes: ['into', 'out'], run: (path, { into, out }) => rooms(path, into, out) },
};

/** The known word nearest to one that is not known: by the letters they share at their start. */
function nearest(word: string, known: readonly string[]): string | null {
  const shared = (other: string) => [...other].findIndex((letter, i) => letter !== word[i]);
  const best = known
    .map((other) => ({ other, length: shared(other) < 0 ? other.length : shared(other) }))
    .sort((a, b) => b.length - a.length)[0];
  return best && best.length >= 2 ? best.other : null;
}

/** A negative number after an option belongs to it: the parser would take its sign for another option. */
const joined = (args: readonly string[]): string[] =>
  args.flatMap((arg, i) => {
    if (/^-[\d.,]/.test(arg) && args[i - 1]?.startsWith('--')) return [];
    const next = args[i + 1];
    return arg.startsWith('--') && next !== undefined && /^-[\d.,]/.test(next) ? [`${arg}=${next}`] : [arg];
  });

function optionsOf(args: string[]): { values: Options; positionals: string[] } {
  try {
    return parseArgs({ args: joined(args), options: OPTIONS, allowPositionals: true, strict: true });
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    const unknown = /Unknown option '(--?[^']+)'/.exec(message)?.[1];
    if (unknown === undefined) throw new BadInput(`${message}.`.replace(/\.\.$/, '.'));
    const near = nearest(unknown.replace(/^-+/, ''), Object.keys(OPTIONS));
    throw new BadInput(`There is no option ${unknown}.${near ? ` Did you mean --${near}?` : ''} warm --help lists them.`);
  }
}

async function dispatch(args: string[], { out }: Terminal): Promise<number> {
  const { values, positionals } = optionsOf(args);
  if (values.version) {
    out(`warm ${PROGRAM_VERSION}, job file version ${JOB_VERSION}, JSON version ${JSON_VERSION}\n`);
    return 0;
  }
  const [name, path, ...more] = positionals;
  if (values.help || name === undefined || name === 'help') {
    out(`${USAGE}\n`);
    return 0;
  }
  const command = COMMANDS[name];
  if (!command) {
    const near = nearest(name, Object.keys(COMMANDS));
    throw new BadInput(`Unknown command ${name}.${near ? ` Did you mean ${near}?` : ''}\n\n${USAGE}`);
  }
  if (path === undefined) throw new BadInput(`warm ${name}: name the file to read.\n\n${USAGE}`);
  const also = command.also === undefined ? undefined : more.shift();
  if (command.also !== undefined && also === undefined)
    throw new BadInput(`warm ${name}: name ${command.also} behind the job.\n\n${USAGE}`);
  if (more.length > 0)
    throw new BadInput(`warm ${name}: ${command.also ? 'two files' : 'one file'} at a time; “${more[0]}” is one too many.`);
  const stray = (Object.keys(values) as (keyof typeof OPTIONS)[]).find(
    (each) => each !== 'json' && !command.takes.includes(each),
  );
  if (stray) throw new BadInput(`warm ${name} takes no --${stray}. warm --help says what each command takes.`);
  const { text, json, mend } = await command.run(path, values, also);
  out(values.json ? `${JSON.stringify(name === 'design' ? json : { version: JSON_VERSION, ...json }, null, 2)}\n` : text);
  return mend ? BAD_INPUT : 0;
}

const BAD_INPUT = 2;
const FAULT = 1;

/** Runs one command. @returns the exit code */
export async function main(args: string[], terminal: Terminal): Promise<number> {
  try {
    return await dispatch(args, terminal);
  } catch (error) {
    if (error instanceof BadInput) {
      terminal.err(`${error.message}\n`);
      return BAD_INPUT;
    }
    terminal.err(`${error instanceof Error ? error.stack : String(error)}\n`);
    return FAULT;
  }
}
