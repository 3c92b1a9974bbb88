import { boundsProblem, FIELDS, type FieldPlace } from '../../model/fields.ts';
import type { Display, Source } from '../../model/job.ts';
import { inUnits } from '../quantity/in-units.ts';
import { readQuantity } from '../quantity/parse.ts';
import { unitFor } from '../quantity/units.ts';

export type DataPoint = Source['points'][number];
export type BlockRead = { ok: true; points: DataPoint[] } | { ok: false; reason: string };

/** Most points of a source. */
export const MOST_POINTS = 60;

/** What the columns hold where no heading says otherwise. */
const PLAIN = ['outdoor', 'flow', 'output', 'cop'] as const;
type Column = (typeof PLAIN)[number] | 'input';

/** What a block is of: heat with its COP, or cold with its EER. */
export type BlockOf = 'source/points' | 'source/cooling/points';

const HEADINGS: readonly (readonly [Column, RegExp])[] = [
  ['outdoor', /^(outdoor|outside|air|source|brine|a\b)/i],
  ['flow', /^(flow|supply|water|w\b|sink)/i],
  ['output', /^(output|capacity|(heat|cool)(ing)?( output| capacity)?|q)/i],
  ['input', /^(input|power|electric)/i],
  ['cop', /^(cop|eer|efficiency)/i],
];

/** "A-7/W35" and "B0/W35": outdoors or brine, and water, in one cell. */
const POINT = /^[AB]\s*(-?\d+(?:[.,]\d+)?)\s*\/\s*W\s*(\d+(?:[.,]\d+)?)$/i;

const numberOf = (cell: string): number => Number(cell.replace(',', '.').replace(/^[−–]/, '-'));

/**
 * Reads the block of a data sheet: a point a line, outdoors, flow, output and COP or EER, or power taken in place of it; parted by tabs,
 * semicolons or spaces, with a heading or without. Points may be named A-7/W35.
 */
export function readDataBlock(text: string, display: Display, of: BlockOf = 'source/points'): BlockRead {
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
  if (lines.length === 0) return { ok: false, reason: 'It is empty: paste a line for each point, outdoors, flow, output, COP.' };
  let columns: readonly Column[] = PLAIN;
  const points: DataPoint[] = [];
  for (const [i, line] of lines.entries()) {
    const cells = cellsOf(line);
    if (i === 0 && cells.every((cell) => !/^[-−–]?\d/.test(cell) && !POINT.test(cell))) {
      const named = cells.map((cell) => HEADINGS.find(([, words]) => words.test(cell))?.[0]);
      const known = named.flatMap((each) => each ?? []);
      if (known.length >= 3) columns = known;
      continue;
    }
    const read = readPoint(cells, columns, display, of);
    if (typeof read === 'string') return { ok: false, reason: `Line ${i + 1}, “${line.slice(0, 50)}”: ${read}.` };
    points.push({ ...read, id: `p${points.length + 1}` });
    if (points.length > MOST_POINTS) return { ok: false, reason: `More than ${MOST_POINTS} points; leave some out.` };
  }
  return points.length > 0 ? { ok: true, points } : { ok: false, reason: 'There is a heading and no point below it.' };
}

const cellsOf = (line: string): string[] => {
  const parted = /[\t;]/.test(line) ? line.split(/[\t;]/) : line.split(/\s+/);
  return parted.map((cell) => cell.trim()).filter((cell) => cell !== '' && !/^(kW|W|kBTU\/h|BTU\/h|°?[CF])$/i.test(cell));
};

function readPoint(
  cells: readonly string[],
  columns: readonly Column[],
  display: Display,
  of: BlockOf,
): Omit<DataPoint, 'id'> | string {
  const named = POINT.exec(cells[0] ?? '');
  const found: Partial<Record<Column, string>> = {};
  if (named) {
    const rest = columns.filter((column) => column !== 'outdoor' && column !== 'flow');
    // A point by its name is in °C wherever the sheet comes from.
    found.outdoor = `${numberOf(named[1] as string)} °C`;
    found.flow = `${numberOf(named[2] as string)} °C`;
    rest.forEach((column, i) => {
      found[column] = cells[i + 1] ?? '';
    });
  } else {
    columns.forEach((column, i) => {
      found[column] = cells[i] ?? '';
    });
  }
  const read = (text: string | undefined, place: FieldPlace): number | string => {
    const { kind } = FIELDS[place];
    const got = readQuantity(text ?? '', kind, place.endsWith('output') ? unitFor('power', display) : unitFor(kind, display));
    if (!got.ok) return `${FIELDS[place].label} ${got.reason}`;
    const problem = boundsProblem(FIELDS[place], got.value);
    return problem ? `${FIELDS[place].label} ${inUnits(problem, display)}` : got.value;
  };
  const outdoor = read(found.outdoor, `${of}/*/outdoor`);
  const flow = read(found.flow, `${of}/*/flow`);
  const output = read(found.output, `${of}/*/output`);
  if (typeof outdoor === 'string') return outdoor;
  if (typeof flow === 'string') return flow;
  if (typeof output === 'string') return output;
  const share = shareOf(of);
  const cop = found.cop ? read(found.cop, share) : ratio(output, read(found.input, `${of}/*/output`), share);
  if (typeof cop === 'string') return cop;
  return { outdoor, flow, output, cop } as Omit<DataPoint, 'id'>;
}

const shareOf = (of: BlockOf): FieldPlace => (of === 'source/points' ? 'source/points/*/cop' : 'source/cooling/points/*/eer');

/** Heat or cold over what is taken from the cable. */
const ratio = (output: number, input: number | string, share: FieldPlace): number | string => {
  if (typeof input === 'string') return input;
  const cop = Number((output / input).toFixed(3));
  return boundsProblem(FIELDS[share], cop) ?? cop;
};
