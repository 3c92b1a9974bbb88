import { describe, expect, it } from 'vitest';
import { newJob } from '../../model/new-job.ts';
import { boilerEfficiency } from '../plant/boiler-efficiency.ts';
import { heatForEach, SourceRun } from './source-run.ts';
import { askThermostats } from './thermostats.ts';
import type { RunZone, ZoneState } from './zone.ts';

describe('a source that follows what is wanted', () => {
  it('starts below, stops 5 K above, starts again 5 K below, and counts', () => {
    const source = new SourceRun(2000, 120);
    const firing = [40, 50, 54, 55.1, 50, 45.1, 44.9].map((led) => {
      source.decide(led, led, 50, true);
      source.after(60);
      return source.firing;
    });
    expect(firing).toEqual([true, true, true, false, false, false, true]);
    expect([source.cycles, source.shortestRun, source.running]).toEqual([2, 180, 240]);
    source.decide(45, 45, 50, false);
    expect([source.firing, source.shortestRun, source.shortRuns]).toEqual([false, 60, 1]);
  });

  it('gives what is wanted between its least and its most', () => {
    const source = new SourceRun(2000, 120);
    expect(source.output(50, 40, 0.001, 8000)).toBe(0);
    source.decide(40, 40, 50, true);
    expect(source.output(50, 45, 0.001, 8000)).toBeCloseTo(5000, 9);
    expect(source.output(50, 49, 0.001, 8000)).toBe(2000);
    expect(source.output(50, 20, 0.001, 8000)).toBe(8000);
    // Colder air may leave less than its least.
    expect(source.output(50, 20, 0.001, 1500)).toBe(1500);
  });

  it('led by a sensor in a tank it still trips on its own outlet', () => {
    const source = new SourceRun(2000, 120);
    source.decide(40, 50, 50, true);
    source.after(60);
    source.decide(42, 65.1, 50, true);
    expect(source.firing).toBe(false);
    source.decide(42, 65.1, 50, true);
    expect(source.firing).toBe(false);
    expect([source.pumps(120), source.pumps(0)]).toEqual([true, false]);
    source.after(120);
    expect(source.pumps(120)).toBe(false);
  });
});

describe('heat for each joule bought', () => {
  const job = newJob('A house');
  const of = (kind: typeof job.source.kind, more: Partial<typeof job.source> = {}) => ({
    ...job,
    source: { ...job.source, kind, points: [], ...more },
  });

  it('a condensing boiler gains as its return gets colder, and no more once it is dry', () => {
    const at = [25, 35, 45, 54, 60, 75].map((back) => boilerEfficiency('condensing-boiler', back));
    expect(at).toEqual([...at].sort((a, b) => b - a));
    expect(at[4]).toBeLessThan(0.87);
    expect(at[0]).toBeGreaterThan(0.95);
    expect(at.every((each) => each > 0.5 && each < 1)).toBe(true);
  });

  it('the owner may know better: an efficiency given stands for all returns', () => {
    const known = { ...of('boiler'), energy: { ...job.energy, efficiency: 0.91 } };
    expect([30, 70].map((back) => heatForEach(known, 0, back + 10, back))).toEqual([0.91, 0.91]);
  });

  it('a heat pump by its data points: what stands there comes out', () => {
    const points: typeof job.source.points = [
      { id: 'a', outdoor: -7, flow: 35, output: 6000, cop: 2.7 },
      { id: 'b', outdoor: 7, flow: 35, output: 8000, cop: 4.5 },
      { id: 'c', outdoor: -7, flow: 55, output: 5500, cop: 1.9 },
      { id: 'd', outdoor: 7, flow: 55, output: 7500, cop: 3 },
    ];
    const pump = of('heat-pump', { points });
    for (const { outdoor, flow, cop } of points) expect(heatForEach(pump, outdoor, flow, flow - 5)).toBeCloseTo(cop, 9);
    expect(heatForEach(pump, 0, 35, 30)).toBeCloseTo((2.7 + 4.5) / 2, 9);
  });

  it('electric heaters make a joule of each, waste heat costs nothing', () => {
    expect(heatForEach(of('electric'), 0, 50, 40)).toBe(1);
    expect(heatForEach(of('waste-heat'), 0, 50, 40)).toBeNull();
  });
});

describe('thermostats', () => {
  const zone = (id: string, thermostat: string, load: number, follows: number | null = null) =>
    ({ id, thermostat, load, setPoint: 20, follows }) as RunZone;
  const state = (room: number): ZoneState => ({ room, floor: 22, stored: 0, calls: false });
  const every = { open: false, only: null };

  it('one that stands for several rooms hears their mean by load, and all of them call', () => {
    const zones = [zone('a', 't1', 3000), zone('b', 't1', 1000), zone('c', 'c', 1000)];
    const states = [state(19.2), state(20.6), state(21)];
    askThermostats(zones, states, every, 0, 5);
    expect(states.map((each) => each.calls)).toEqual([true, true, false]);
    const warm = [state(20.5), state(18), state(18)];
    askThermostats(zones, warm, { ...every, only: ['a', 'b'] }, 0, 5);
    expect(warm.map((each) => each.calls)).toEqual([false, false, false]);
  });

  it('an open plant and thermostatic valves run by the weather, the latter while any is open', () => {
    const zones = [zone('a', 'a', 1000), zone('b', 'b', 1000, 2)];
    const ask = (open: boolean, outdoor: number, rooms: number[]) => {
      const states = rooms.map(state);
      askThermostats(zones, states, { open, only: null }, 0, outdoor);
      return states.map((each) => each.calls);
    };
    expect(ask(true, 15, [25, 25])).toEqual([true, true]);
    expect(ask(true, 17, [10, 10])).toEqual([false, false]);
    expect(ask(false, 5, [25, 20.9])).toEqual([false, true]);
    expect(ask(false, 5, [25, 21.1])).toEqual([false, false]);
  });
});
