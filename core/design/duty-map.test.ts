import { describe, expect, it } from 'vitest';
import type { Combination } from '../design/combinations.ts';
import { dutyPoints, tellingCombinations } from './duty-map.ts';

const one = (calls: string, flow: number, head: number, more: Partial<Combination> = {}): Combination => ({
  calls,
  converged: true,
  pumps: { p: { flow, head } },
  supply: 55,
  back: 40,
  heat: 5000,
  power: 20,
  leastShare: 1,
  ...more,
});

describe('the duty map', () => {
  it('draws what lies at one spot as one point, the design day first', () => {
    const points = dutyPoints(
      [one('10', 1e-4, 3), one('01', 1.0001e-4, 3), one('11', 1.0002e-4, 3), one('00', 0, 0)],
      'p',
      1e-3,
      6,
    );
    expect(points).toHaveLength(1);
    expect(points[0]).toMatchObject({ count: 3, calls: '11', designDay: true });
  });

  it('leaves out what was not solved and pumps that stand', () => {
    expect(dutyPoints([one('10', 1e-4, 3, { converged: false }), one('01', 2e-4, 0)], 'p', 1e-3, 6)).toEqual([]);
    expect(dutyPoints([one('10', 1e-4, 3), one('01', 4e-4, 2)], 'p', 1e-3, 6)).toHaveLength(2);
  });

  it('tells the ends of what can happen', () => {
    const telling = tellingCombinations([
      one('00', 0, 0, { back: 99 }),
      one('10', 1e-4, 3, { back: 52, power: 10 }),
      one('11', 2e-4, 3, { back: 44, power: 30, leastShare: 0.7 }),
    ]);
    expect(telling.map(({ word, combination }) => `${word}: ${combination.calls}`)).toEqual([
      'Hottest return to the source: 10',
      'Coldest return to the source: 11',
      'Most pump power: 11',
      'Least heat wanted of the source: 10',
      'Emitters furthest short of their heat: 11',
    ]);
    expect(tellingCombinations([])).toEqual([]);
  });
});
