import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { shownWith } from '../diagnosis/predict.ts';
import { designWithPlant } from '../job/design-job.ts';
import type { Fault, SoundPlant } from './fault.ts';
import { faultsOf } from './faults.ts';

function soundOf(job: Job): SoundPlant {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  return { job, design, assembly: plant.assembly };
}

const demo = soundOf(thistleMill);
const faults = faultsOf(demo);
const named = (id: string): Fault => {
  const fault = faults.find((each) => each.id === id);
  if (!fault) throw new Error(`no ${id}`);
  return fault;
};
const sound = shownWith(demo, null, 0, DESIGN_DAY)?.readings as ReadonlyMap<string, number>;
const shown = (id: string, magnitude?: number): ReadonlyMap<string, number> => {
  const fault = named(id);
  return shownWith(demo, fault, magnitude ?? (fault.magnitudes.at(-1) as number), DESIGN_DAY)?.readings as ReadonlyMap<
    string,
    number
  >;
};
const ratio = (of: ReadonlyMap<string, number>, key: string): number => (of.get(key) ?? 0) / (sound.get(key) ?? 1);

describe('the faults of a plant', () => {
  it('have names of their own, places of the plant, causes with cures, and sentences without an end', () => {
    expect(new Set(faults.map(({ id }) => id)).size).toBe(faults.length);
    for (const { label, magnitudes, causes } of faults) {
      expect(label).toMatch(/^[A-Z].*[^.]$/);
      expect(magnitudes.length).toBeGreaterThan(0);
      expect(causes.length).toBeGreaterThan(0);
      for (const { label: cause, cure, prior } of causes) {
        expect(cause).toMatch(/^[A-Z].*[^.]$/);
        expect(cure).toMatch(/^[A-Z].*\.$/);
        expect(prior).toBeGreaterThan(0);
      }
    }
  });

  it.each(Object.entries(SYSTEMS))('leave system %s a plant that finds its state, or are named', (_number, job) => {
    const plant = soundOf(job);
    const without = faultsOf(plant).flatMap((fault) =>
      shownWith(plant, fault, fault.magnitudes.at(-1) as number, DESIGN_DAY) ? [] : [fault.id],
    );
    expect(without).toEqual([]);
  });

  it('change nothing of the plant they are put in', () => {
    const before = JSON.stringify(demo.assembly);
    for (const fault of faults) fault.apply?.(demo.assembly, fault.magnitudes[0] as number);
    expect(JSON.stringify(demo.assembly)).toBe(before);
  });
});

// Facts of the trade: common practice, no source.
describe('a plant with a fault does what it does in practice', () => {
  it('a loop that is shut stands at room temperature, and its neighbours get a little more', () => {
    const of = shown('loop-shut@rooms/r2/e1/loop1');
    expect(of.get('rooms/r2/e1/loop1#flow')).toBeCloseTo(0, 9);
    expect(of.get('rooms/r2/e1/loop1#back')).toBe(thistleMill.rooms.find(({ id }) => id === 'r2')?.roomTemperature);
    expect(ratio(of, 'rooms/r1/e1/loop1#flow')).toBeGreaterThan(1);
    expect(ratio(of, 'rooms/r1/e1/loop1#flow')).toBeLessThan(1.3);
  });

  it('meters closed as delivered: no flow, the pump at its head at no flow, less power', () => {
    const of = shown('circuit-shut@circuits/c1');
    expect(of.get('circuits/c1#flow')).toBeCloseTo(0, 9);
    expect(of.get('circuits/c1/pump#head') ?? 0).toBeGreaterThan(sound.get('circuits/c1/pump#head') ?? 0);
    expect(of.get('circuits/c1/pump#power') ?? 0).toBeGreaterThan(1);
    expect(of.get('circuits/c1/pump#power') ?? 0).toBeLessThan(sound.get('circuits/c1/pump#power') ?? 0);
  });

  it('a pump that stands moves nothing and takes no power; its water gives no heat', () => {
    const of = shown('pump-stands@circuits/c2/pump');
    expect(Math.abs(of.get('circuits/c2#flow') ?? 1)).toBeLessThan(2e-6);
    expect(of.get('circuits/c2/pump#power')).toBe(0);
  });

  it('a slower pump follows the affinity laws: flow nearly with the speed, head with its square', () => {
    const of = shown('pump-slow@circuits/c2/pump', 0.7);
    expect(ratio(of, 'circuits/c2#flow')).toBeGreaterThan(0.6);
    expect(ratio(of, 'circuits/c2#flow')).toBeLessThan(0.78);
    expect(ratio(of, 'circuits/c2/pump#head')).toBeGreaterThan(0.42);
    expect(ratio(of, 'circuits/c2/pump#head')).toBeLessThan(0.6);
  });

  it('a full strainer: flow short at all its loops, head of the pump up', () => {
    const of = shown('circuit-blocked@circuits/c1');
    expect(ratio(of, 'circuits/c1#flow')).toBeLessThan(0.75);
    for (const key of ['rooms/r1/e1/loop1#flow', 'rooms/r3/e1/loop1#flow']) expect(ratio(of, key)).toBeLessThan(0.8);
    expect(ratio(of, 'circuits/c1/pump#head')).toBeGreaterThan(1);
  });

  it('a manifold piped backwards: meters read nothing, rooms get all their heat', () => {
    const fault = named('manifold-backwards@circuits/c1');
    const of = shownWith(demo, fault, 1, DESIGN_DAY);
    const healthy = shownWith(demo, null, 0, DESIGN_DAY);
    expect(of?.readings.get('rooms/r1/e1/loop1#flow')).toBe(0);
    expect(of?.readings.get('rooms/r1/e1/loop1#back')).toBeCloseTo(sound.get('rooms/r1/e1/loop1#back') ?? 0, 6);
    expect(of?.heats.get('r1')).toBeCloseTo(healthy?.heats.get('r1') ?? 0, 6);
  });

  it('a mixing valve stuck open sends the water of the source, one stuck shut that of the return', () => {
    const hot = shown('mixing-stuck-hot@circuits/c1', 1);
    expect(hot.get('circuits/c1#supply') ?? 0).toBeGreaterThan((sound.get('circuits/c1#supply') ?? 0) + 8);
    const cold = shown('mixing-stuck-cold@circuits/c1', 0.02);
    expect(cold.get('circuits/c1#supply') ?? 0).toBeLessThan((sound.get('circuits/c1#supply') ?? 0) - 6);
  });

  it('a source that is off leaves everything as cold as the rooms, with every pump running', () => {
    const of = shown('source-off');
    expect(of.get('source#supply') ?? 99).toBeLessThan(26);
    expect(ratio(of, 'circuits/c1#flow')).toBeGreaterThan(0.8);
  });

  it('an emitter that gives half its heat sends warmer water home', () => {
    const of = shown('emitter-weak@rooms/r6/e1', 0.45);
    expect(of.get('rooms/r6/e1/loop1#back') ?? 0).toBeGreaterThan((sound.get('rooms/r6/e1/loop1#back') ?? 0) + 1.5);
  });

  it('two thermostats that are crossed open each other’s loops', () => {
    const fault = named('crossed@rooms/r1+rooms/r2');
    const one = { ...DESIGN_DAY, calls: ['rooms/r1'] };
    const of = shownWith(demo, fault, 1, one)?.readings;
    expect(of?.get('rooms/r1/e1/loop1#flow')).toBeCloseTo(0, 9);
    expect(of?.get('rooms/r2/e1/loop1#flow') ?? 0).toBeGreaterThan(1e-6);
  });

  it('a plant filled too low shows it on every gauge alike', () => {
    const of = shown('fill-low', 40_000);
    for (const [key, value] of sound)
      if (key.endsWith('#pressure')) expect((of.get(key) ?? 0) - value, key).toBeCloseTo(-40_000, 3);
  });
});
