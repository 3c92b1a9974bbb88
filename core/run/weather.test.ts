import { describe, expect, it } from 'vitest';
import { degreeDays, resampled, syntheticDay, syntheticSeason } from './weather.ts';

describe('weather', () => {
  it('a day has its mean, and is coldest at five', () => {
    const day = syntheticDay(3, 5, 900);
    expect(day.reduce((sum, at) => sum + at, 0) / day.length).toBeCloseTo(3, 9);
    expect(day.indexOf(Math.min(...day)) / 4).toBe(5);
    expect(Math.min(...day)).toBeCloseTo(-2, 9);
  });

  it('degree days: ten days of 5 C below a base of 15 make 100', () => {
    expect(
      degreeDays(
        Array.from({ length: 240 }, () => 5),
        15,
        3600,
      ),
    ).toBeCloseTo(100, 9);
    expect(degreeDays([20, 30], 15, 3600)).toBe(0);
  });

  it('is told in other steps on straight lines', () => {
    expect(resampled({ outdoor: [0, 4, 2], step: 3600 }, 1800)).toEqual([0, 2, 4, 3, 2, 2]);
    expect(resampled({ outdoor: [0, 4, 2, 6], step: 900 }, 1800)).toEqual([0, 2]);
  });

  it('a season is 212 days, never colder than designed for by more than the swing of its day', () => {
    const season = syntheticSeason(-9, 18, 4, 3600);
    expect(season).toHaveLength(212 * 24);
    expect(Math.min(...season)).toBeGreaterThan(-9.1);
    expect(season[0]).toBeGreaterThan(5);
  });
});
