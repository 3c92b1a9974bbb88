import { describe, expect, it } from 'vitest';
import type { OwnPump } from '../model/job.ts';
import { readPumpCurve, writePumpCurve } from './pump-curve.ts';

const POINTS: OwnPump['points'] = [
  [0, 7, 30],
  [900 / 3.6e6, 5, 45],
  [2000 / 3.6e6, 0, 50],
];

describe('a pump curve typed or pasted', () => {
  const metric = { system: 'metric' as const, units: {} };
  it('is read in the units of the job, or in those beside the numbers', () => {
    const plain = readPumpCurve('0\t6\t40\n1200\t4\t55\n2400\t0\t60', metric);
    const other = readPumpCurve('0 m³/h; 600 cm; 40\n1.2 m³/h; 400 cm; 55\n2.4 m³/h; 0 cm; 60', metric);
    if (!plain.ok) throw new Error(plain.reason);
    expect(plain.points[1]?.[0]).toBeCloseTo(1.2 / 3600, 12);
    expect(other.ok || other.reason).toBeTruthy();
    const us = readPumpCurve('0 20\n5 14\n11 0', { system: 'us', units: {} });
    if (!us.ok) throw new Error(us.reason);
    expect(us.points[0]?.[1]).toBeCloseTo(20 * 0.3048, 9);
    expect(us.points[1]?.[0]).toBeCloseTo((5 * 3.785411784e-3) / 60, 9);
    expect(us.points[1]?.[2]).toBeGreaterThan(10);
  });

  it('names the line and the remedy of a slip', () => {
    for (const [text, reason] of [
      ['0 6\nfast 4\n2400 0', 'Line 2, flow'],
      ['0 6\n1200\n2400 0', 'Line 2 has one number'],
      ['0 6\n1200 high\n2400 0', 'Line 2, head'],
      ['0 6\n1200 4 much\n2400 0', 'Line 2, power'],
      ['', 'too few points'],
    ] as const) {
      const read = readPumpCurve(text, metric);
      expect(read.ok ? '' : read.reason).toContain(reason);
    }
  });

  it('is written as it can be read again', () => {
    const read = readPumpCurve(writePumpCurve(POINTS, metric), metric);
    if (!read.ok) throw new Error(read.reason);
    read.points.forEach((point, i) => {
      for (const [k, value] of point.entries()) expect(value).toBeCloseTo(POINTS[i]?.[k] ?? -1, 6);
    });
  });
});
