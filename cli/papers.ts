import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { PAPER_SIZES, type PaperSize } from '../core/drawing/paper/paper-size.ts';
import { LABEL_SIZES, type LabelSize } from '../core/paper/block.ts';
import { PAPER_SET_IDS, type PaperSetId, setsOf } from '../core/paper/sets/set-list.ts';
import { TINTS, type Tint } from '../exchange/drawing/inks.ts';
import { filesOf } from '../exchange/files.ts';
import { makePapers, type PaperOrder } from '../exchange/pdf/make-papers.ts';
import { paperFonts } from '../exchange/pdf/paper-fonts.ts';
import { SCHEMAS } from '../exchange/schemas.ts';
import type { Job } from '../model/job.ts';
import { BadInput, type Printed } from './command.ts';

/** What `warm papers` and `warm drawing` are told. */
export interface PaperOptions {
  set?: string | undefined;
  out?: string | undefined;
  paper?: string | undefined;
  tint?: string | undefined;
  labels?: string | undefined;
  sums?: boolean | undefined;
  prices?: boolean | undefined;
  revision?: string | undefined;
  made?: string | undefined;
  address?: string | undefined;
  format?: string | undefined;
}

function oneOf<T extends string>(option: string, text: string | undefined, known: readonly T[], usual: T): T {
  if (text === undefined) return usual;
  const found = known.find((each) => each.toLowerCase() === text.toLowerCase());
  if (found === undefined) throw new BadInput(`--${option} ${text}: there is no such one. Choose among ${known.join(', ')}.`);
  return found;
}

/** @throws BadInput naming the option that cannot be read */
function orderOf(options: PaperOptions): Omit<PaperOrder, 'sets'> {
  const made = options.made === undefined ? new Date() : new Date(options.made);
  if (Number.isNaN(made.getTime())) throw new BadInput(`--made ${options.made}: give a date as 2026-11-30.`);
  const revision = options.revision === undefined ? null : Number(options.revision);
  if (revision !== null && !(Number.isInteger(revision) && revision > 0))
    throw new BadInput(`--revision ${options.revision}: give the number of a revision, 1 or more.`);
  return {
    paper: oneOf<PaperSize>('paper', options.paper, PAPER_SIZES, 'A4'),
    tint: oneOf<Tint>('tint', options.tint, TINTS, 'colour'),
    labels: oneOf<LabelSize>('labels', options.labels, Object.keys(LABEL_SIZES) as LabelSize[], 'A4, 3 × 8 of 70 × 37 mm'),
    sums: options.sums ?? false,
    prices: options.prices ?? false,
    revision,
    changed: false,
    made: made.toISOString(),
    address: options.address ?? null,
  };
}

/** Writes a file that is not there yet. @throws BadInput where it is, or cannot be written */
async function writeNew(path: string, content: string | Uint8Array): Promise<void> {
  await writeFile(path, content, { flag: 'wx' }).catch((error: NodeJS.ErrnoException) => {
    throw new BadInput(
      error.code === 'EEXIST'
        ? `${path}: the file exists and is left as it is. Choose another name.`
        : `${path}: cannot be written (${error.code}).`,
    );
  });
}

/** Papers of a job into a folder, a PDF for each set. */
export async function papers(job: Job, options: PaperOptions): Promise<Printed> {
  if (options.out === undefined) throw new BadInput('warm papers: name the folder with --out FOLDER.');
  const wanted = options.set ?? 'all';
  const sets =
    wanted === 'all' ? setsOf(job) : wanted.split(',').map((each) => oneOf<PaperSetId>('set', each, PAPER_SET_IDS, 'wall'));
  const order = { ...orderOf(options), sets };
  await mkdir(options.out, { recursive: true }).catch((error: NodeJS.ErrnoException) => {
    throw new BadInput(`${options.out}: the folder cannot be made (${error.code}).`);
  });
  const files = await makePapers(job, order, await paperFonts());
  const written: { set: string; file: string; bytes: number }[] = [];
  for (const { id, name, bytes } of files) {
    const file = join(options.out, name);
    await writeNew(file, bytes);
    written.push({ set: id, file, bytes: bytes.length });
  }
  return { text: `${written.map(({ file }) => file).join('\n')}\n`, json: { papers: written } };
}

/** The wall as a drawing, the solved plant, the service dates or the design, into one file; further sheets get a number. */
export async function drawing(job: Job, options: PaperOptions): Promise<Printed> {
  const { out } = options;
  if (out === undefined) throw new BadInput('warm drawing: name the file with --out FILE.');
  const format = oneOf('format', options.format, ['svg', 'dxf', 'pdf', 'inp', 'ics', 'design'] as const, 'svg');
  const order = orderOf(options);
  const written: string[] = [];
  const put = async (content: string | Uint8Array, i = 0) => {
    const path = i === 0 ? out : out.replace(/(\.[^./\\]*)?$/, (ending) => `-${i + 1}${ending}`);
    await writeNew(path, content);
    written.push(path);
  };
  if (format === 'pdf') {
    const [file] = await makePapers(job, { ...order, sets: ['wall'] }, await paperFonts());
    if (file) await put(file.bytes);
  } else {
    const files = filesOf(format, job, order);
    if (files.length === 0) throw new BadInput('There is no solved plant: rooms with heat loads on a circuit are needed.');
    for (const [i, { text }] of files.entries()) await put(text, i);
  }
  return { text: `${written.join('\n')}\n`, json: { files: written } };
}

/** The published schema of the job file or of a design. @throws BadInput where there is no such one */
export function schema(name: string): Printed {
  const make = SCHEMAS[name];
  if (!make) throw new BadInput(`warm schema ${name}: there is no such one. Choose among ${Object.keys(SCHEMAS).join(', ')}.`);
  const text = `${JSON.stringify(make(), null, 2)}\n`;
  return { text, json: make() };
}
