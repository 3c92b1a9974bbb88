import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { CONNECTIONS, type Job, SEPARATION_KINDS } from '../../model/job.ts';
import { newSeparation } from '../../model/new-job.ts';
import { designWithPlant } from '../job/design-job.ts';
import { PlantWater } from './plant-water.ts';
import { daySettings } from './settings.ts';
import { simulate } from './simulate.ts';

const PER_VOLUME = 988 * 4181;
const waterOf = (separation: Job['separation'], more: Partial<Job> = {}): PlantWater => {
  const job = { ...thistleMill, separation, ...more };
  return new PlantWater(job, designWithPlant(job).design, PER_VOLUME);
};
const none = { carries: 0, share: 0 };
const nothing = () => 0;
/** A circuit that returns a water of its own, whatever goes to it. */
const cold = (hot: number, back: number) => [{ at: 0, hot, round: 0, slope: 0, base: back }];

const WAYS = SEPARATION_KINDS.flatMap((kind): [string, Job['separation']][] =>
  kind === 'buffer'
    ? CONNECTIONS.map((connections) => [`buffer on ${connections} pipes`, newSeparation(kind, { volume: 0.2, connections })])
    : [[kind, newSeparation(kind)]],
);

describe.each(WAYS)('water with %s', (_, separation) => {
  it('keeps its heat over a step, whatever flows where', () => {
    for (const [source, hot, power] of [
      [800, 500, 6000],
      [500, 800, 9000],
      [600, 600, 0],
      [0, 700, 0],
      [400, 0, 3000],
    ] as const) {
      const water = waterOf(separation);
      const before = water.held + (water.cylinder?.held ?? 0);
      const moved = water.step(60, source, cold(hot, 31), none, 0, () => power);
      const given = moved.given.reduce((sum, heat) => sum + heat, 0) + moved.pipes + moved.standing + moved.ofStore;
      // Without separation the source passes what is drawn; where nothing is drawn its heat stays in it.
      expect(Math.abs(water.held + (water.cylinder?.held ?? 0) - before - (power - given) * 60)).toBeLessThan(1e-6 * before);
    }
  });

  it('settles where the source sends what is taken', () => {
    const water = waterOf(separation);
    let moved = { given: [0], pipes: 0, standing: 0 };
    for (let i = 0; i < 3000; i++) {
      moved = water.step(60, 700, cold(700, 35), none, 0, () => 7000);
    }
    const lost = moved.pipes + moved.standing;
    // Near enough: a tank of many hours comes to rest slowly.
    expect((moved.given[0] ?? 0) + lost).toBeGreaterThan(6950);
    expect((moved.given[0] ?? 0) + lost).toBeLessThan(7050);
    expect(lost).toBeLessThan(500);
    expect(water.supply - 35).toBeCloseTo((moved.given[0] ?? 0) / 700, 6);
  });

  it('a whole day of a plant piped so is balanced and goes through', () => {
    const job = { ...thistleMill, separation };
    const { design, plant } = designWithPlant(job);
    if (!plant) throw new Error('no plant');
    const result = simulate(job, design, plant, { ...daySettings(job, { mean: 3, swing: 5 }), keepEvery: 60 });
    expect(result.broke).toBeNull();
    expect(result.imbalance).toBeLessThan(1e-9);
    expect(result.energy.toRooms).toBeGreaterThan(0);
    expect(Math.max(...result.moments.map((moment) => moment.supply))).toBeLessThan(95);
  });
});

describe('a buffer in layers', () => {
  const fourPipes = newSeparation('buffer', { volume: 0.2, connections: 'four' });

  it('fills from the top when the source sends more than is drawn, and empties from below', () => {
    const water = waterOf(fourPipes);
    for (let i = 0; i < 10; i++) water.step(60, 800, cold(200, 30), none, 0, (idle, perWatt) => (60 - idle) / perWatt);
    const filling = water.layerTemperatures;
    expect(filling).toEqual([...filling].sort((a, b) => b - a));
    expect((filling[0] ?? 0) - (filling[9] ?? 0)).toBeGreaterThan(3);
    for (let i = 0; i < 10; i++) water.step(60, 0, cold(400, 30), none, 0, nothing);
    const emptied = water.layerTemperatures;
    expect(emptied[9]).toBeLessThan(filling[9] ?? 0);
    expect(emptied[0]).toBeGreaterThan(emptied[9] ?? 0);
    expect(water.led).toBe(emptied[5]);
  });

  it('on two pipes stands aside while as much is drawn as comes', () => {
    const water = waterOf(newSeparation('buffer', { volume: 0.2, connections: 'two', standingLoss: 0 }));
    const before = water.layerTemperatures;
    for (let i = 0; i < 30; i++) water.step(60, 500, cold(500, 30), none, 0, () => 9000);
    water.layerTemperatures.forEach((layer, i) => {
      expect(layer).toBeCloseTo(before[i] ?? 0, 9);
    });
    expect(water.led).toBe(before[5]);
  });

  it('standing it cools as its loss and its water say', () => {
    const water = waterOf(newSeparation('buffer', { volume: 0.2, standingLoss: 2 }), { hotWater: null });
    const mean = () => water.layerTemperatures.reduce((sum, each) => sum + each, 0) / 10;
    const [before, air] = [mean(), thistleMill.site.pipeSurroundings];
    for (let i = 0; i < 24 * 60; i++) water.step(60, 0, [], none, 0, nothing);
    // dT/dt = -UA (T - T_a) / C, no water moving.
    const left = Math.exp((-86_400 * 2) / (0.2 * PER_VOLUME));
    expect((mean() - air) / (before - air)).toBeCloseTo(left, 4);
  });
});

describe('plates between source and circuits', () => {
  it('pass no more than the smaller stream could carry, and the approach they were sized for', () => {
    const job = SYSTEMS[8];
    const { design } = designWithPlant(job);
    const water = new PlantWater(job, design, PER_VOLUME);
    const carries = (design.source?.massFlow.value ?? 0) * 4181;
    for (let i = 0; i < 4000; i++)
      water.step(60, carries, [{ at: 0, hot: carries, round: 0, slope: 1, base: -4 }], none, 0, () => carries * 4);
    // As much flows on both sides: what the source sends stands above what the circuits get by the approach.
    expect(water.sent - water.supply).toBeGreaterThan(0.3);
    expect(water.sent - water.supply).toBeLessThan(2 * job.separation.approach + 1);
    expect(water.sent - water.back).toBeCloseTo(4, 0);
  });
});
