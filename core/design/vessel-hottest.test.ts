import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import type { Job } from '../../model/job.ts';
import { newPanel } from '../../model/new-emitter.ts';
import { newFurtherSource, newSeparation, USUAL_CYLINDER } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { designJob } from '../job/design-job.ts';
import { hottestWater } from './hottest-water.ts';

const reed = SYSTEMS[6] as Job;
const charged: Job = {
  ...reed,
  separation: newSeparation('buffer', { volume: 0.2 }),
  hotWater: { ...USUAL_CYLINDER, flowTemperature: 65, storeTemperature: 50 },
};

describe('the vessel takes up the water as hot as anything makes it', () => {
  it('charging at 65 °C counts, though the floors have 33 °C: by hand', () => {
    const { vessel } = designJob(charged);
    const content = vessel?.content.value ?? 0;
    // Densities of IAPWS-IF97: 999.7 kg/m3 at 10 °C, 980.5 at 65 °C; reserve 3 L; p0 0.79, end 2.5 bar.
    const expansion = content * (999.7 / 980.5 - 1);
    const p0 = (vessel?.gasPressure.value ?? 0) / 1e5;
    const least = ((expansion + 0.003) * 3.5) / (2.5 - p0);
    expect(vessel?.leastVolume.value).toBeCloseTo(least, 3);
    expect(vessel?.volume?.value).toBeGreaterThanOrEqual(least);
    const cool = designJob({ ...charged, hotWater: null }).vessel;
    expect(vessel?.leastVolume.value).toBeGreaterThan(1.5 * (cool?.leastVolume.value ?? 0));
  });

  it('is the hottest of sources, charging and the cycle against germs', () => {
    expect(hottestWater(reed).value).toBe(33);
    expect(hottestWater(charged).value).toBe(65);
    const cycle = applyEdits(charged, [{ at: 'hotWater/hygieneTemperature', value: 70 }]);
    expect(hottestWater(cycle).value).toBe(75);
    // An immersion heater warms the store, not the plant.
    expect(hottestWater(applyEdits(cycle, [{ at: 'hotWater/hygieneBy', value: 'immersion' }])).value).toBe(65);
    const stove = { ...charged, furtherSources: [newFurtherSource('f1', { flowTemperature: 80, approach: 6 })] };
    expect(hottestWater(stove).value).toBe(74);
  });

  it('counts the water of further sources, of the pipe to the cylinder, and of panels by their size', () => {
    const content = (job: Job) => designJob(job).vessel?.content.value ?? 0;
    const without = content({ ...reed, separation: newSeparation('low-loss-header') });
    const beside = content({
      ...reed,
      separation: newSeparation('low-loss-header'),
      furtherSources: [newFurtherSource('f1', { capacity: 10_000 })],
    });
    expect(beside - without).toBeGreaterThan(0.009);
    expect(content(charged)).toBeGreaterThan(content({ ...charged, hotWater: null }) + 0.0005);
    // Two panels of 1.8 m, 0.6 m high, two convectors: 5.5 L a metre, from memory.
    const job = SYSTEMS[13] as Job;
    const panels = designJob(job).figures['circuits/c1/waterContent']?.value ?? 0;
    expect(panels).toBeCloseTo(4 * 5.5e-3 * 1.8, 6);
    const larger = {
      ...job,
      rooms: job.rooms.map((room, i) => (i === 0 ? { ...room, emitters: [newPanel('e1', { type: '2-2', length: 2.8 })] } : room)),
    };
    expect((designJob(larger).figures['circuits/c1/waterContent']?.value ?? 0) - panels).toBeCloseTo(5.5e-3, 6);
  });

  it('gas pressure has a floor where the house is low', () => {
    const low = applyEdits(reed, [{ at: 'vessel/staticHeight', value: 1 }]);
    expect(designJob(low).vessel?.gasPressure.value).toBe(70_000);
  });
});
