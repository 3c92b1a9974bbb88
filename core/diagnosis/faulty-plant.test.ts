import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import type { SoundPlant } from '../fault/fault.ts';
import { faultsOf } from '../fault/faults.ts';
import { designWithPlant } from '../job/design-job.ts';
import { FaultyPlant } from './faulty-plant.ts';

function soundOf(job: Job): SoundPlant {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  return { job, design, assembly: plant.assembly };
}

describe('a plant asked for one fault after another', () => {
  const jobs: [string, Job][] = [['demo', thistleMill], ...Object.entries(SYSTEMS)];
  it.each(jobs)('of %s shows what a plant built for each alone shows', (_name, job) => {
    const sound = soundOf(job);
    const faults = faultsOf(sound);
    const one = { ...DESIGN_DAY, calls: sound.assembly.zones.slice(0, 1).map(({ id }) => id) };
    const kept = new FaultyPlant(sound);
    for (const state of [DESIGN_DAY, one]) {
      for (const fault of faults) {
        const magnitude = fault.magnitudes.at(-1) as number;
        const warm = kept.solve([{ fault, magnitude }], state);
        const alone = new FaultyPlant(sound).solve([{ fault, magnitude }], state);
        expect(warm === null, fault.id).toBe(alone === null);
        for (const [key, value] of alone?.readings ?? []) {
          // Nothing that an instrument tells apart. A stretch that rests between two check valves keeps what pressure it had, as in a plant.

          const near = key.endsWith('#pressure') ? 400 : key.endsWith('#flow') ? 2e-8 + 2e-3 * Math.abs(value) : 0.1;
          expect(Math.abs((warm?.readings.get(key) ?? Number.NaN) - value), `${fault.id} ${key}`).toBeLessThan(near);
        }
      }
    }
  });

  it('knows which faults change nothing while everything calls, and is right', () => {
    const sound = soundOf(thistleMill);
    const faulty = new FaultyPlant(sound);
    const idle = faultsOf(sound).filter((fault) => faulty.idle(fault, DESIGN_DAY));
    expect(new Set(idle.map(({ kind }) => kind))).toEqual(
      new Set(['crossed', 'loop-open', 'pressure-swings', 'cycles', 'set-back', 'two-masters', 'back-fed']),
    );
    const drawn = faulty.solve([], DESIGN_DAY);
    for (const fault of idle) {
      const solved = faulty.solve([{ fault, magnitude: fault.magnitudes[0] as number }], DESIGN_DAY);
      for (const [key, value] of drawn?.readings ?? [])
        expect(Math.abs((solved?.readings.get(key) ?? Number.NaN) - value), `${fault.id} ${key}`).toBeLessThan(
          key.endsWith('#pressure') ? 20 : 0.02,
        );
    }
  });
});
