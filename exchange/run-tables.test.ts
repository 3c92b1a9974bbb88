import { describe, expect, it } from 'vitest';
import { designWithPlant } from '../core/job/design-job.ts';
import { plainTable } from '../core/paper/table.ts';
import { resultTables } from '../core/paper/tables/all-tables.ts';
import { dayTable } from '../core/paper/tables/run-tables.ts';
import { recordOf, withRecord } from '../core/run/record.ts';
import { daySettings } from '../core/run/settings.ts';
import { simulate } from '../core/run/simulate.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { tablesToCsv, tableToCsv } from './table-csv.ts';

const { design, plant } = designWithPlant(thistleMill);
if (!plant) throw new Error('no plant');
const run = simulate(thistleMill, design, plant, daySettings(thistleMill, { mean: 1, swing: 4 }, { keepEvery: 30 }));

describe('a day as a table', () => {
  it('has a line for each moment, in the units of the job, and each room with its call', () => {
    const { headings, rows } = plainTable(dayTable(run), thistleMill.display);
    expect(rows).toHaveLength(48);
    for (const row of rows) expect(row).toHaveLength(headings.length);
    const at = (heading: RegExp, row: number) => rows[row]?.[headings.findIndex((each) => heading.test(each))];
    expect([at(/^Minute/, 0), at(/^Minute/, 47)]).toEqual([0, 47 * 30]);
    expect(at(/^Outdoors \(°C\)/, 10)).toBeCloseTo(run.moments[10]?.outdoor ?? 0, 3);
    expect(headings.filter((each) => / calls$/.test(each))).toHaveLength(run.zones.length);
    const us = plainTable(dayTable(run), { system: 'us', units: {} });
    expect(us.headings).toContain('Outdoors (°F)');
    expect(us.rows[10]?.[1]).toBeCloseTo((run.moments[10]?.outdoor ?? 0) * 1.8 + 32, 2);
  });
});

describe('kept runs among the papers', () => {
  it('stand there once there are any; words that look like formulas stay words', () => {
    expect(resultTables(thistleMill, design).some((table) => table.id === 'runs')).toBe(false);
    const record = recordOf(thistleMill, run, {
      id: 'n1',
      at: '2026-01-02T03:04:05.000Z',
      kind: 'day',
      title: '=HYPERLINK("x")',
      settings: 'a day',
    });
    const tables = resultTables(withRecord(thistleMill, record), design);
    const table = tables.find((each) => each.id === 'runs');
    expect(table?.rows).toHaveLength(1);
    expect(table?.rows[0]).toHaveLength(table?.columns.length ?? 0);
    expect(table?.rows[0]?.[3]).toBeCloseTo(run.energy.made / 3.6e6, 1);
    expect(table && tableToCsv(table, thistleMill.display)).toContain("'=HYPERLINK");
    expect(tablesToCsv(tables, thistleMill.display)).toContain('Runs kept with the job');
  });
});
