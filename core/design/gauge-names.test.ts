import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { designWithPlant } from '../job/design-job.ts';
import { gaugeAtRest, gaugeNames } from './gauge-names.ts';

describe('the gauges of a plant', () => {
  const { design, plant } = designWithPlant(thistleMill);

  it('are named after their circuit, the one before its pump too', () => {
    const names = gaugeNames(thistleMill, design);
    for (const { name } of thistleMill.circuits)
      expect(names.filter(({ where }) => where === name).map(({ label }) => label)).toEqual([
        'Before the pump',
        'Behind the pump',
        'At the manifold',
      ]);
  });

  it('show at rest what the plant shows with nothing calling, within what cold and warm water weigh apart', () => {
    if (!plant) throw new Error('no plant');
    const resting = plant.run([], 'cold');
    for (const { point } of gaugeNames(thistleMill, design)) {
      const shown = resting.gauges[point];
      if (shown === undefined || shown === null) continue;
      expect(Math.abs((gaugeAtRest(thistleMill, design, point) ?? 0) - shown), point).toBeLessThan(1500);
    }
  });
});
