import type { Job } from '../model/job.ts';
import { newFloor } from '../model/new-emitter.ts';
import {
  newCircuit,
  newFurtherSource,
  newJob,
  newLink,
  newPair,
  newRoom,
  newSeparation,
  newStation,
  USUAL_CYLINDER,
} from '../model/new-job.ts';

/**
 * A forester's house: a wood boiler with a loading valve on a tank of 1500 L, behind it a ring main on which an electric boiler takes
 * over by itself, plates charge the cylinder, and an air coil and a mixed floor hang.
 */
export function woodAndRing(): Job {
  const base = newJob('Forester’s house');
  const job: Job = {
    ...base,
    site: { ...base.site, place: 'Upper Beck', outdoorDesignTemperature: -12 },
    source: {
      ...base.source,
      kind: 'solid-fuel',
      name: 'Wood boiler',
      capacity: 25_000,
      flowTemperature: 80,
      temperatureDifference: 15,
      returnLift: { temperature: 60, kvs: 'auto' },
      components: ['relief-valve', 'air-separator', 'isolating-valve'],
    },
    furtherSources: [
      newFurtherSource('f1', {
        name: 'Electric boiler',
        kind: 'electric',
        capacity: 12_000,
        flowTemperature: 62,
        order: 'backup',
        takesOver: true,
        delay: 900,
        at: 'x1/b',
      }),
    ],
    separation: newSeparation('buffer', { volume: 1.5 }),
    stations: [
      newStation('x1', 'closely-spaced-tees', { pairs: ['p2', 'p3', 'p4'].map((id) => newPair(id)) }),
      newStation('x2', 'plate-exchanger', { name: 'Plates to the cylinder', approach: 5 }),
    ],
    links: [
      newLink('l2', 'st1/b', 'x1/feed', { temperatureDifference: 15 }),
      newLink('l3', 'x1/p2', 'x2/hot', { temperatureDifference: 20 }),
    ],
    hotWater: {
      ...USUAL_CYLINDER,
      volume: 0.3,
      dailyDraw: 0.2,
      charged: 'direct',
      coilOutput: 20_000,
      coilFlow: 60,
      coilReturn: 20,
      coilStore: 15,
      flowTemperature: 70,
      at: 'x2/cold',
    },
    safety: { ...base.safety, filling: 'protected', discharge: 'drain', heatDump: true },
  };
  return {
    ...job,
    circuits: [
      newCircuit('c1', job, {
        name: 'Air coil',
        emitters: 'air-units',
        at: 'x1/p3',
        flowTemperature: 80,
        temperatureDifference: 15,
      }),
      newCircuit('c2', job, {
        name: 'Floor',
        emitters: 'floor',
        connection: 'mixed',
        at: 'x1/p4',
        flowTemperature: 38,
        temperatureDifference: 7,
        zones: 'rooms',
      }),
    ],
    rooms: [
      newRoom('c1r1', { name: 'Workshop', circuit: 'c1', heatLoad: 4000, area: 60 }),
      ...[2600, 1900, 1400].map((heatLoad, i) =>
        newRoom(`c2r${i + 1}`, {
          name: ['Parlour', 'Kitchen', 'Office'][i] ?? '',
          circuit: 'c2',
          heatLoad,
          area: Math.round(heatLoad / 50),
          emitters: [newFloor('e1', Math.round(heatLoad / 60))],
        }),
      ),
    ],
  };
}
