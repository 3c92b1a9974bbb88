import { describe, expect, it } from 'vitest';
import { designJob } from '../core/job/design-job.ts';
import { plainTable } from '../core/paper/table.ts';
import { resultTables } from '../core/paper/tables/all-tables.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import { applyEdits } from '../model/place.ts';
import { tableToCsv } from './table-csv.ts';

const tablesOf = (...edits: [string, unknown][]) => {
  const job: Job = applyEdits(
    thistleMill,
    edits.map(([at, value]) => ({ at, value })),
  );
  const tables = resultTables(job, designJob(job));
  return (id: string) => {
    const table = tables.find((each) => each.id === id);
    if (!table) throw new Error(`no table ${id}`);
    return { ...plainTable(table, job.display), csv: () => tableToCsv(table, job.display) };
  };
};

describe('the papers of manifolds and loops', () => {
  it('name manifolds by circuit and letter, with their ports, flow and pipe', () => {
    const table = tablesOf(['circuits/c1/ports', 4]);
    const rows = table('manifolds').rows;
    expect(rows.map((row) => row.slice(0, 4))).toEqual([
      ['Ground floor', '1.A', 'Ground', 3],
      ['Ground floor', '1.B', 'Ground', 4],
      ['Ground floor', '1.C', 'Ground', 2],
    ]);
    const loops = table('loops').rows;
    const flowOf = (label: string) => loops.find((row) => row[2] === label)?.[6] as number;
    // Each loop in litres a minute, as its meter shows it; the whole in litres an hour.
    expect((rows[0]?.[4] as number) / 60).toBeCloseTo(flowOf('1.A1') + flowOf('1.A2') + flowOf('1.A3'), 2);
  });

  it('label loops by their port, branches by their number, and say no setting where there is no valve', () => {
    const labels = tablesOf()('loops').rows.map((row) => String(row[2]));
    expect(labels.slice(0, 3)).toEqual(['1.A1', '1.A2', '1.A3']);
    expect(labels.filter((label) => label.startsWith('3.'))).toEqual(['3.1', '3.2', '3.3']);
    const bare = tablesOf(['circuits/c1/loopValves', 'none'])('loops').rows;
    const ofGround = bare.filter((row) => row[0] === 'Ground floor');
    expect(ofGround.every((row) => row[9] === null)).toBe(true);
  });

  it('split into equal loops, are cut from coils all the same', () => {
    const table = tablesOf(['circuits/c1/loopSplit', 'equal']);
    const floors = table('loops').rows.filter((row) => row[0] === 'Ground floor');
    const cut = table('coils').rows.flatMap((row) => String(row[2]).split(', '));
    expect(cut.sort()).toEqual(floors.map((row) => String(row[2])).sort());
  });

  it('tell of findings that are let stand, with the reason, safe for a spreadsheet', () => {
    const findings = tablesOf(['accepted', [{ finding: 'load-gap', reason: '=2+5' }]])('findings');
    const row = findings.rows.find((each) => String(each[1]).includes('whole house'));
    expect(row?.[0]).toBe('accepted: =2+5');
    expect(findings.csv()).not.toMatch(/(^|,)=2/m);
  });
});

describe('words a spreadsheet would run', () => {
  const csv = (text: string) =>
    tableToCsv({ id: 'x', title: 'x', columns: [{ label: 'A' }, { label: 'B' }], rows: [[text, 'b']] }, thistleMill.display);
  it.each(['=1+1', ' =1+1', '\t=1+1', '\u200b=1+1', '＝1+1', '＋1', '＠SUM(A1)', '-2+3', '@x'])('“%s” is only text', (text) => {
    expect(csv(text).split('\r\n')[1]).toMatch(/^"?'/);
  });
  it('begin no cell behind another separator', () => {
    expect(csv('Hall;=1+1').split('\r\n')[1]).toBe('"Hall;=1+1",b');
    expect(csv('Hall\t=1+1').split('\r\n')[1]).toBe('"Hall\t=1+1",b');
  });
});
