import type { Job } from '../model/job.ts';
import { newFloor } from '../model/new-emitter.ts';
import {
  newCircuit,
  newFurtherSource,
  newJob,
  newRoom,
  newSeparation,
  newStation,
  newWater,
  USUAL_COLD,
  USUAL_CYLINDER,
  USUAL_SOURCE_COOLING,
} from '../model/new-job.ts';

/** A dye house: a ground-source heat pump charges a tank by a wide band of its own, in summer a cold one; collectors heat the tank, then the cylinder; the floor hangs on the coil in it, mixed further down. */
export function coilAndStores(): Job {
  const base = newJob('Dye house');
  const job: Job = {
    ...base,
    mode: 'heating-and-cooling',
    site: { ...base.site, place: 'Long Reach', outdoorDesignTemperature: -8 },
    source: {
      ...base.source,
      kind: 'ground-heat-pump',
      capacity: 6000,
      flowTemperature: 40,
      temperatureDifference: 5,
      coldAt: 'x1/b',
      cooling: { ...USUAL_SOURCE_COOLING, flowTemperature: 15 },
      firing: { ...base.source.firing, stopsAbove: 0.5, startsBelow: 11 },
      components: ['relief-valve', 'low-water-cut-off', 'air-separator', 'isolating-valve'],
    },
    separation: newSeparation('coil-tank', { approach: 5, volume: 0.3 }),
    stations: [newStation('x1', 'buffer', { name: 'Cold tank', cold: true, volume: 0.2 })],
    furtherSources: [
      newFurtherSource('f1', {
        name: 'Collectors on the roof',
        kind: 'solar',
        capacity: 4000,
        flowTemperature: 60,
        approach: 5,
        delay: 0,
        onceWarm: 'cylinder',
      }),
    ],
    hotWater: {
      ...USUAL_CYLINDER,
      storeTemperature: 45,
      hygieneTemperature: 65,
      hygieneBy: 'immersion',
      immersion: 2000,
      temperingValve: true,
      flowTemperature: 54,
      coilOutput: 8000,
      coilFlow: 58,
      coilReturn: 50,
      coilStore: 40,
      charging: 'priority',
    },
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
  };
  const fed = newCircuit('c1', job, {
    name: 'Floors',
    emitters: 'floor',
    connection: 'mixed',
    flowTemperature: 33,
    temperatureDifference: 5,
    coldAt: 'x1/b',
    cooling: { ...USUAL_COLD, flowTemperature: 19, guard: 'dew-point' },
  });
  const loads = [1100, 950, 800, 700, 600];
  return {
    ...job,
    waters: [newWater('w2', 'st1/cold', job, { name: 'Water of the floors' })],
    circuits: [fed],
    rooms: loads.map((heatLoad, i) =>
      newRoom(`r${i + 1}`, {
        name: ['Dye room', 'Drying room', 'Office', 'Store', 'Hall'][i] ?? '',
        circuit: 'c1',
        heatLoad,
        area: Math.round(heatLoad / 45),
        emitters: [newFloor('e1', Math.round(heatLoad / 48), { spacing: 0.1, covering: 0.01 })],
      }),
    ),
  };
}
