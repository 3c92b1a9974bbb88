import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { designJob, designWithPlant } from '../job/design-job.ts';

const injected = (separation: string, mixing: string): Job =>
  applyEdits(SYSTEMS[7] as Job, [
    { at: 'separation/kind', value: separation },
    { at: 'circuits/c1/connection', value: 'direct' },
    { at: 'circuits/c1/flowTemperature', value: 60 },
    { at: 'circuits/c2/mixing', value: mixing },
  ]);

describe.each(['low-loss-header', 'plate-exchanger', 'none', 'closely-spaced-tees'])(
  'injection beside a direct circuit, %s',
  (kind) => {
    it('finds the speed that holds the mix, near four fifths of full speed', () => {
      const { solved } = designJob(injected(kind, 'injection-variable'));
      const floor = solved?.state.circuits[1];
      expect(solved?.state.converged).toBe(true);
      expect(Math.abs((floor?.supply ?? 0) - 36)).toBeLessThan(0.1);
      expect(floor?.injection?.flow).toBeGreaterThan(0);
      expect(floor?.injection?.speed).toBeGreaterThan(0.7);
      expect(floor?.injection?.speed).toBeLessThan(0.95);
    });

    it('with a fixed speed the valve behind it sets the mix within a few kelvin', () => {
      const { solved } = designJob(injected(kind, 'injection-fixed'));
      expect(Math.abs((solved?.state.circuits[1]?.supply ?? 0) - 36)).toBeLessThan(3);
    });
  },
);

describe('a speed that follows the mix', () => {
  it('is found from a stand: a pump the others hold still turns faster until it moves water', () => {
    const { plant, design } = designWithPlant(injected('none', 'injection-variable'));
    if (!plant) throw new Error('no plant');
    const calls = design.solved?.state.calling ?? [];
    plant.run(calls);
    plant.twin.setPosition('circuits/c2/valve', 0.2);
    const state = plant.run(calls);
    expect(state.converged).toBe(true);
    expect(state.circuits[1]?.supply).toBeCloseTo(36, 1);
  });
});
