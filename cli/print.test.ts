import { describe, expect, it } from 'vitest';
import { designJob } from '../core/job/design-job.ts';
import { thistleMillByLoads as thistleMill } from '../demo/thistle-mill.ts';
import { readRoomsCsv } from '../exchange/rooms-csv.ts';
import type { Job } from '../model/job.ts';
import { newJob } from '../model/new-job.ts';
import { applyEdits } from '../model/place.ts';
import { printDesign, printPreview } from './print.ts';

const print = (job: Job) => printDesign(job, designJob(job));

describe('the design on paper', () => {
  const text = print(thistleMill);

  it('has a table for circuits, pipes, pumps and plant, columns lined up', () => {
    for (const title of ['Circuits', 'Pipes', 'Pumps', 'Plant']) expect(text).toContain(`\n${title}\n`);
    const lines = text.split('\n');
    const heading = lines.findIndex((line) => line.startsWith('Circuit  '));
    const rows = lines.slice(heading + 1, heading + 5);
    expect(rows.map((row) => row.slice(0, 12).trim())).toEqual(['Ground floor', 'Upper radiat', 'Loft', 'Workshop']);
    const end = (lines[heading] ?? '').indexOf('Load (kW)') + 'Load (kW)'.length;
    expect(rows.map((row) => row.slice(end - 4, end))).toEqual(['5.05', '4.14', '1.71', ' 3.9']);
  });

  it('writes numbers as one would write them down', () => {
    expect(text).toContain('625.1');
    expect(text).not.toMatch(/\d\.\d{6}/);
  });

  it('lists findings with reasons and cures', () => {
    expect(text).toMatch(/MEND {2}Upper radiators.*\n {6}At this flow.*\n {6}> Lay 22 × 0\.9 mm here/);
  });

  it('says so when nothing was found, and prints an empty job without tables', () => {
    const empty = print(newJob('Empty'));
    expect(empty).toContain('No findings.');
    expect(empty).not.toContain('Pumps\n');
  });

  it('shows control characters in names as dots, so that no file steers the terminal', () => {
    const hostile = applyEdits(thistleMill, [
      { at: 'name', value: '\u001b[2JGone' },
      { at: 'circuits/c1/name', value: 'a\u0007b' },
    ]);
    for (const steering of ['\u001b', '\u0007']) expect(print(hostile)).not.toContain(steering);
    expect(print(hostile)).toContain('·[2JGone');
  });

  it('marks what stops the work', () => {
    expect(print(applyEdits(thistleMill, [{ at: 'source/capacity', value: 5000 }]))).toContain(
      'STOP  The source is 10.29\u00a0kW short',
    );
  });
});

describe('the preview of a table on paper', () => {
  const read = readRoomsCsv('Room;Load (kW);Area\nHall;1,5;20\nBath;much;4\nHall;0,4;\n', { system: 'metric', units: {} });
  const text = read.ok ? printPreview(read.preview, { system: 'metric', units: {} }) : '';

  it('shows each row as it was read, bad cells marked', () => {
    expect(text).toMatch(/2 +Hall +1\u202f500\u00a0W +20\u00a0m²/);
    expect(text).toContain('much (!)');
  });

  it('names bad cells, doubtful rows and guesses', () => {
    expect(text).toContain('line 3, Heat load “much” is not a number');
    expect(text).toContain('line 4: Another room has this name.');
    expect(text).toContain('Area has no unit in its heading: numbers without one are read as m²');
  });
});
