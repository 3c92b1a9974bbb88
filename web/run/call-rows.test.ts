import { describe, expect, it } from 'vitest';
import type { RunMoment } from '../../core/run/run.ts';
import { callRows, runsOf } from './call-rows.ts';
import { efficiency, kilograms, kWh, money, runTime } from './words.ts';

const moment = (time: number, calls: string, firing: boolean, store: number | null = null): RunMoment =>
  ({ time, calls, firing, store, calling: calls.endsWith('1') && store !== null ? ['hotWater'] : [] }) as unknown as RunMoment;

describe('who called when', () => {
  const moments = [
    moment(0, '10', true),
    moment(300, '11', true),
    moment(600, '01', false),
    moment(900, '01', true),
    moment(1200, '00', false),
  ];

  it('joins moments that follow each other into runs, each to the beginning of the next', () => {
    expect(runsOf(moments, (each) => each.firing)).toEqual([
      { from: 0, to: 600 },
      { from: 900, to: 1200 },
    ]);
    expect(runsOf([], () => true)).toEqual([]);
  });

  it('has a row for each zone and the source, and for a cylinder where there is one', () => {
    const zones = ['a', 'b'].map((id) => ({ id, label: id.toUpperCase(), setPoint: 20 }));
    const rows = callRows({ zones, moments });
    expect(rows.map((row) => row.label)).toEqual(['A', 'B', 'Source fires']);
    expect(rows[1]?.runs).toEqual([{ from: 300, to: 1200 }]);
    const stored = callRows({ zones: [], moments: [moment(0, '1', true, 45), moment(300, '0', true, 48)] });
    expect(stored.map((row) => [row.label, row.runs.length])).toEqual([
      ['Cylinder', 1],
      ['Source fires', 1],
    ]);
  });
});

describe('words of a run', () => {
  it('are as one writes them down', () => {
    expect(kWh(3.6e6 * 12.34)).toBe('12.3 kWh');
    expect(kWh(3.6e6 * 1234)).toMatch(/^1.?234 kWh$/);
    expect([runTime(null), runTime(300), runTime(3 * 3600)]).toEqual(['none ended', '5 min', '3.0 h']);
    expect([money(null), money(12.345)]).toEqual(['–', '12.35']);
    expect([kilograms(null), kilograms(12.4)]).toEqual(['–', '12 kg']);
    expect([efficiency(9, 3, 'electricity'), efficiency(9, 10, 'fuel'), efficiency(9, null, null)]).toEqual([
      '3.00',
      '90 %',
      '–',
    ]);
  });
});
