import { describe, expect, it } from 'vitest';
import { newJob } from '../../model/new-job.ts';
import { clock, type DayChoice, settingsOf } from './settings.ts';

describe('the settings of a day', () => {
  const choice: DayChoice = { mean: -3, swing: 5, weather: null, day: 0, setBack: true, sunny: false };
  const job = newJob('A day');

  it('are a day of minutes about its mean', () => {
    const settings = settingsOf(job, choice);
    expect(settings.outdoor).toHaveLength(1440);
    expect(Math.min(...settings.outdoor)).toBeCloseTo(-8, 6);
    expect(settings.sun).toBe(0);
    expect(settings.setBack).toEqual({ from: 22, to: 6, by: 3 });
    expect(settingsOf(job, { ...choice, setBack: false, sunny: true })).toMatchObject({ setBack: null, sun: 0.2 });
  });

  it('are one day of a file where one was read', () => {
    const weather = { outdoor: Array.from({ length: 72 }, (_, i) => i), step: 3600 };
    const { outdoor } = settingsOf(job, { ...choice, weather, day: 1 });
    expect(outdoor).toHaveLength(1440);
    expect([outdoor[0], outdoor[30], outdoor[1439]]).toEqual([24, 24.5, 47]);
    expect(settingsOf(job, { ...choice, weather, day: 9 }).outdoor[0]).toBe(48);
  });

  it('tell the time', () => {
    expect(clock(0)).toBe('00:00');
    expect(clock(7 * 3600 + 5 * 60)).toBe('07:05');
    expect(clock(86_399)).toBe('23:59');
  });
});
