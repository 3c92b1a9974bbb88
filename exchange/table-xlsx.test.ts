import readXlsx from 'read-excel-file/node';
import { describe, expect, it } from 'vitest';
import { designJob } from '../core/job/design-job.ts';
import { plainTable, type Table } from '../core/paper/table.ts';
import { resultTables } from '../core/paper/tables/all-tables.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { HOSTILE_NAMES } from './hostile-names.fixture.ts';
import { tablesToXlsx } from './table-xlsx.ts';

const MADE = new Date('2026-01-02T03:04:05Z');

/** Sheets as another program reads them. */
const read = async (bytes: Uint8Array) => readXlsx(Buffer.from(bytes));

describe('a workbook, read back by another reader', () => {
  it.each(['metric', 'us'] as const)('gives each number and word of every table, in %s units', async (system) => {
    const job = { ...thistleMill, display: { system, units: {} } };
    const tables = resultTables(job, designJob(job));
    const sheets = await read(await tablesToXlsx(tables, job.display, MADE));
    expect(sheets).toHaveLength(tables.length);
    for (const [i, table] of tables.entries()) {
      const { headings, rows } = plainTable(table, job.display);
      const got = sheets[i]?.data ?? [];
      expect(got[0], table.id).toEqual(headings);
      for (const [r, row] of rows.entries())
        expect(
          headings.map((_, k) => got[r + 1]?.[k] ?? null),
          `${table.id}, row ${r + 1}`,
        ).toEqual(row.map((cell) => (cell === '' ? null : cell)));
    }
  });

  it.each(HOSTILE_NAMES)('keeps “%s” a word', async (name) => {
    const table: Table = { id: 'x', title: name, columns: [{ label: 'Name' }, { label: 'Number' }], rows: [[name, 7]] };
    const [sheet] = await read(await tablesToXlsx([table, table], thistleMill.display, MADE));
    const [, row] = sheet?.data ?? [];
    expect(row?.[1]).toBe(7);
    expect(typeof row?.[0] === 'string' || row?.[0] === null).toBe(true);
    expect(sheet?.sheet.length).toBeLessThanOrEqual(31);
  });
});
