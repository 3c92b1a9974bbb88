import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../../demo/thistle-mill.ts';
import type { Job } from '../../../model/job.ts';
import { designWithPlant } from '../../job/design-job.ts';
import type { AdditionAnswers } from '../../start/answers.ts';
import { draftAddition } from '../../start/draft-addition.ts';
import { spareOf } from '../../start/spare.ts';
import type { Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import type { Cell } from '../table.ts';
import { additionSet } from './addition-set.ts';
import { setsOf } from './set-list.ts';

const answers: AdditionAnswers = {
  name: 'Garage',
  display: { system: 'metric', units: {} },
  source: 'condensing-boiler',
  capacity: 29_000,
  flowTemperature: 71,
  temperatureDifference: 11,
  pump: 'a6',
  zones: [
    { name: 'Living', load: 6400, size: null },
    { name: 'Bedrooms', load: 5300, size: null },
  ],
  added: { name: 'Garage', kind: 'air-units', load: 6000, rating: { output: 9000, flow: 82, return: 71, room: 16 }, run: 12 },
};
const inputOf = (job: Job): PaperInput => ({
  job,
  ...designWithPlant(job),
  head: { job: job.name, place: '', rulebook: job.rulebook, revision: 1, changed: false, date: '30 November 2026' },
  paper: 'A4',
  sums: false,
  prices: false,
  labels: 'A4, 3 × 8 of 70 × 37 mm',
  address: null,
  book: null,
});
const tablesOf = ({ blocks }: Paper) => blocks.flatMap((block) => (block.kind === 'table' ? [block.table] : []));
const word = (cell: Cell | undefined): string => (typeof cell === 'string' ? cell : '');

describe('the papers of an addition', () => {
  const job = draftAddition(answers);
  const input = inputOf(job);
  const paper = additionSet(input);
  const tables = tablesOf(paper);

  it('are offered where something is added to a plant that is there, and nowhere else', () => {
    expect(setsOf(job)).toContain('addition');
    expect(setsOf(thistleMill)).not.toContain('addition');
    expect(JSON.stringify(additionSet(inputOf(thistleMill)).blocks)).toContain('gets a circuit more');
  });

  it('say what the plant has left, as the wall does', () => {
    const spare = spareOf(job, input.design);
    const row = (label: string) => tables.flatMap(({ rows }) => rows).find(([first]) => first === label);
    expect(row('Output of the source')?.slice(1)).toEqual([spare?.capacity.before, spare?.capacity.after]);
    expect(row('Load the mains could carry')?.slice(1)).toEqual([spare?.mains.before, spare?.mains.after]);
    expect(row('The pump at full speed')?.slice(1)).toEqual([spare?.head?.before, spare?.head?.after]);
  });

  it('tell of the new zone alone: no setting, size or reading of what is there', () => {
    const own = tables.filter(({ id }) => !id.startsWith('spare-') && !id.startsWith('takeoff'));
    expect(own.map(({ id }) => id)).toEqual(expect.arrayContaining(['circuits', 'settings', 'targets-flow']));
    for (const { id, rows } of own) {
      expect(rows.length, id).toBeGreaterThan(0);
      for (const [first] of rows) expect(word(first), id).toMatch(/^Garage/);
    }
    const bought = tables.find(({ id }) => id === 'takeoff-new')?.rows ?? [];
    expect(bought.length).toBeGreaterThan(2);
    // The boiler is there.
    expect(bought.map(([kind]) => kind)).not.toContain('Sources');
  });

  it('show the column of the new zone and no other', () => {
    const sheets = paper.blocks.flatMap((block) => (block.kind === 'sheet' ? [block.drawing] : []));
    expect(sheets).toHaveLength(1);
    const drawn = JSON.stringify(sheets[0]?.placed);
    expect(drawn).toContain('"house/');
    expect(drawn.match(/"house\//g)).toHaveLength(1);
    expect(drawn).toContain('Garage');
    expect(drawn).not.toContain('Bedrooms');
  });
});
