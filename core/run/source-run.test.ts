import { describe, expect, it } from 'vitest';
import { newJob } from '../../model/new-job.ts';
import { boilerEfficiency } from '../plant/boiler-efficiency.ts';
import { type Firing, USUAL_FIRING_OF } from '../plant/firing.ts';
import type { HeatPump } from '../plant/heat-pump.ts';
import { heatForEach } from './bought.ts';
import { FireRun } from './fire-run.ts';
import { SourceRun } from './source-run.ts';
import { askThermostats, turnValves } from './thermostats.ts';
import type { RunZone, ZoneState } from './zone.ts';

const PLAIN: Firing = { ...USUAL_FIRING_OF.other, startTime: 0 };
const follow = (source: SourceRun, led: readonly number[], called = true) =>
  led.map((at) => {
    source.decide(at, at, 50, called);
    source.after(60);
    return source.on;
  });

describe('a source that follows what is wanted', () => {
  it('starts below, stops 5 K above, starts again 5 K below, and counts', () => {
    const source = new SourceRun(PLAIN, 2000, 120);
    expect(follow(source, [40, 50, 54, 55.1, 50, 45.1, 44.9])).toEqual([true, true, true, false, false, false, true]);
    expect([source.cycles, source.shortestRun, source.running]).toEqual([2, 180, 240]);
    source.decide(45, 45, 50, false);
    expect([source.on, source.shortestRun, source.shortRuns]).toEqual([false, 60, 1]);
  });

  it('gives what is wanted between its least and its most', () => {
    const source = new SourceRun(PLAIN, 2000, 120);
    expect(source.output(5000, 8000)).toBe(0);
    source.decide(40, 40, 50, true);
    expect(source.output(5000, 8000)).toBe(5000);
    expect(source.output(1000, 8000)).toBe(2000);
    expect(source.output(30_000, 8000)).toBe(8000);
    // Colder air may leave less than its least.
    expect(source.output(30_000, 1500)).toBe(1500);
  });

  it('led by a sensor in a tank it still trips on its own outlet', () => {
    const source = new SourceRun(PLAIN, 2000, 120);
    source.decide(40, 50, 50, true);
    source.after(60);
    source.decide(42, 65.1, 50, true);
    expect(source.on).toBe(false);
    source.decide(42, 65.1, 50, true);
    expect(source.on).toBe(false);
    expect([source.pumps(120), source.pumps(0)]).toEqual([true, false]);
    source.after(120);
    expect(source.pumps(120)).toBe(false);
  });

  it('keeps its pause, its forced run, and gives nothing while it starts', () => {
    const source = new SourceRun({ ...PLAIN, leastPause: 150, forcedRun: 200, startTime: 45 }, 2000, 120);
    source.decide(40, 40, 50, true);
    expect([source.hot, source.untilTimer]).toEqual([false, 45]);
    source.after(45);
    expect([source.hot, source.untilTimer]).toEqual([true, 155]);
    // Too hot, and nobody asks: it runs on until its time is over.
    expect(follow(source, [56, 57], false)).toEqual([true, true]);
    source.after(35);
    expect(follow(source, [57, 40, 40, 40, 40])).toEqual([false, false, false, true, true]);
    // Its limiter waits for no forced run.
    source.decide(40, 65.1, 50, true);
    expect(source.on).toBe(false);
  });
});

describe('a fire lit by hand', () => {
  const fire = () => new FireRun({ ...USUAL_FIRING_OF['solid-fuel'], burnTime: 3600 }, 5000, 10_000, 0);

  it('burns one charge down whatever the water does, and is lit by day only', () => {
    const burning = fire();
    burning.at(3);
    burning.decide(20, 20, 70, true);
    expect(burning.on).toBe(false);
    burning.at(8);
    burning.decide(20, 20, 70, true);
    expect(burning.on).toBe(true);
    // An hour of full output is two at half.
    let seconds = 0;
    while (burning.on && seconds < 20_000) {
      expect(burning.output(0, 10_000)).toBe(5000);
      burning.burn(5000 * 60);
      burning.after(60);
      seconds += 60;
      burning.decide(95, 95, 70, false);
    }
    expect(seconds).toBe(7200);
    expect(burning.cycles).toBe(1);
  });
});

describe('heat for each joule bought', () => {
  const job = newJob('A house');
  it('a condensing boiler gains as its return gets colder, and no more once it is dry', () => {
    const at = [25, 35, 45, 54, 60, 75].map((back) => boilerEfficiency('condensing-boiler', back));
    expect(at).toEqual([...at].sort((a, b) => b - a));
    expect(at[4]).toBeLessThan(0.87);
    expect(at[0]).toBeGreaterThan(0.95);
    expect(at.every((each) => each > 0.5 && each < 1)).toBe(true);
  });

  it('the owner may know better: an efficiency given stands for all returns', () => {
    expect([30, 70].map((back) => heatForEach('boiler', 0.91, null, 0, back + 10, back))).toEqual([0.91, 0.91]);
  });

  it('a heat pump by its data points: what stands there comes out', () => {
    const points: typeof job.source.points = [
      { id: 'a', outdoor: -7, flow: 35, output: 6000, cop: 2.7 },
      { id: 'b', outdoor: 7, flow: 35, output: 8000, cop: 4.5 },
      { id: 'c', outdoor: -7, flow: 55, output: 5500, cop: 1.9 },
      { id: 'd', outdoor: 7, flow: 55, output: 7500, cop: 3 },
    ];
    const pump: HeatPump = {
      source: { kind: 'heat-pump', points, standing: 'open-air', flowTemperature: 35 },
      capacity: 6000,
      design: -7,
      enclosedShare: 0.85,
    };
    const cop = (map: HeatPump, outdoor: number, flow: number) => heatForEach('heat-pump', null, map, outdoor, flow, flow - 5);
    for (const point of points) expect(cop(pump, point.outdoor, point.flow)).toBeCloseTo(point.cop, 9);
    expect(cop(pump, 0, 35)).toBeCloseTo((2.7 + 4.5) / 2, 9);
    // Between walls it breathes its own cold air.
    const enclosed = { ...pump, source: { ...pump.source, standing: 'enclosed' as const } };
    expect(cop(enclosed, 7, 35)).toBeCloseTo(4.5 * 0.85, 9);
  });

  it('electric heaters make a joule of each, waste heat costs nothing', () => {
    expect(heatForEach('electric', null, null, 0, 50, 40)).toBe(1);
    expect(heatForEach('waste-heat', null, null, 0, 50, 40)).toBeNull();
  });
});

describe('thermostats', () => {
  const zone = (id: string, thermostat: string, load: number, follows: number | null = null) =>
    ({ id, thermostat, load, setPoint: 20, follows }) as RunZone;
  const state = (room: number): ZoneState => ({ room, floor: 22, stored: 0, calls: false, open: false, turning: 0 });
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

  it('what they call opens when its actuators have turned, and shuts as late', () => {
    const zones = [
      { ...zone('a', 'a', 1000), opensIn: 180 },
      { ...zone('b', 'b', 1000), opensIn: 0 },
    ];
    const states = [state(18), state(18)].map((each) => ({ ...each, calls: true }));
    const minutes = Array.from({ length: 5 }, () => {
      turnValves(zones, states, 60);
      return states.map(({ open }) => open);
    });
    expect(minutes).toEqual([
      [false, true],
      [false, true],
      [false, true],
      [true, true],
      [true, true],
    ]);
    for (const each of states) each.calls = false;
    turnValves(zones, states, 60);
    expect(states.map(({ open }) => open)).toEqual([true, false]);
  });
});
