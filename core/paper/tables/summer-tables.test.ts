import { describe, expect, it } from 'vitest';
import { summerMill } from '../../../demo/summer-mill.ts';
import { thistleMill } from '../../../demo/thistle-mill.ts';
import type { Figure } from '../../figure/figure.ts';
import { designJob } from '../../job/design-job.ts';
import { resultTables } from './all-tables.ts';
import { coldTargetsTables, summerTables } from './summer-tables.ts';

const design = designJob(summerMill);
const table = (id: string) =>
  [...summerTables(summerMill, design), ...coldTargetsTables(summerMill, design)].find((each) => each.id === id);
const numberOf = (cell: unknown): number => (typeof cell === 'object' && cell !== null ? (cell as Figure).value : Number(cell));

describe('the tables of a summer', () => {
  it('say what the design says, circuit by circuit', () => {
    const rows = table('cold-circuits')?.rows ?? [];
    expect(rows.map(([name]) => name)).toEqual(['Ground floor', 'Loft', 'Workshop']);
    rows.forEach((row, i) => {
      const circuit = design.cooling?.circuits[i];
      expect(numberOf(row[2])).toBe(circuit?.output.value);
      expect(numberOf(row[4])).toBe(circuit?.solved?.heat.value);
      expect(numberOf(row[9])).toBe(circuit?.solved?.condensate.value);
    });
  });

  it('say of each room what comes, which adds up to what its circuits bring', () => {
    const rows = table('cold-rooms')?.rows ?? [];
    const sum = (at: number) => rows.reduce((total, row) => total + numberOf(row[at]), 0);
    const heat = design.cooling?.circuits.reduce((total, { solved }) => total + (solved?.heat.value ?? 0), 0) ?? 0;
    expect((sum(2) + sum(4)) / heat).toBeCloseTo(1, 6);
  });

  it('give the commissioner what the solved plant shows, with room to write beside it', () => {
    const state = design.cooling?.state;
    const temperatures = table('targets-cold-temperature');
    expect(numberOf(temperatures?.rows[0]?.[2])).toBe(state?.source.supply);
    expect(numberOf(temperatures?.rows[1]?.[2])).toBe(state?.source.back);
    expect(temperatures?.columns.filter(({ byHand }) => byHand)).toHaveLength(2);
    const flows = table('targets-cold-flow');
    expect(flows?.rows.slice(1).map((row) => numberOf(row[2]))).toEqual(state?.circuits.map(({ flow }) => flow));
  });

  it('are among the results of a plant that cools, and not of one that only heats', () => {
    const ids = (job: typeof summerMill) => resultTables(job, designJob(job)).map(({ id }) => id);
    expect(ids(summerMill)).toEqual(expect.arrayContaining(['cold-source', 'cold-circuits', 'cold-rooms']));
    expect(ids(thistleMill).filter((id) => id.startsWith('cold'))).toEqual([]);
    expect(coldTargetsTables(thistleMill, designJob(thistleMill))).toEqual([]);
  });
});
