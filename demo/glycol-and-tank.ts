import type { Job } from '../model/job.ts';
import { newFloor } from '../model/new-emitter.ts';
import { newCircuit, newJob, newLink, newRoom, newSeparation, newStation, newWater } from '../model/new-job.ts';

/** A boat shed turned into a house: an outdoor unit behind plates, and beyond them a tank of plain water with two mixed circuits. */
export function glycolAndTank(): Job {
  const base = newJob('Slipway house');
  const job: Job = {
    ...base,
    site: { ...base.site, place: 'Nether Quay', outdoorDesignTemperature: -9 },
    source: {
      ...base.source,
      kind: 'heat-pump',
      capacity: 11_000,
      flowTemperature: 48,
      temperatureDifference: 5,
      standing: 'open-air',
      components: ['relief-valve', 'air-separator', 'isolating-valve'],
    },
    separation: newSeparation('plate-exchanger', { approach: 3 }),
    stations: [newStation('x1', 'buffer', { volume: 0.3 })],
    links: [newLink('l2', 'st1/cold', 'x1/a')],
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
  };
  const rooms = (circuit: string, names: readonly string[], loads: readonly number[]) =>
    loads.map((heatLoad, i) =>
      newRoom(`${circuit}r${i + 1}`, {
        name: names[i] ?? '',
        circuit,
        heatLoad,
        area: Math.round(heatLoad / 50),
        emitters: [newFloor('e1', Math.round(heatLoad / 55))],
      }),
    );
  return {
    ...job,
    fluid: { kind: 'propylene-glycol', concentration: 0.3 },
    waters: [newWater('w2', 'st1/cold', job, { name: 'House water' })],
    circuits: [
      newCircuit('c1', job, {
        name: 'Ground floor',
        emitters: 'floor',
        connection: 'mixed',
        at: 'x1/b',
        flowTemperature: 36,
        temperatureDifference: 6,
        zones: 'rooms',
      }),
      newCircuit('c2', job, {
        name: 'Loft',
        emitters: 'floor',
        connection: 'mixed',
        at: 'x1/b',
        flowTemperature: 39,
        temperatureDifference: 6,
      }),
    ],
    rooms: [...rooms('c1', ['Shed', 'Kitchen', 'Bath'], [2600, 1900, 900]), ...rooms('c2', ['Loft', 'Study'], [2100, 1300])],
  };
}
