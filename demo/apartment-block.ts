import type { Job } from '../model/job.ts';
import { newFloor, newPanel } from '../model/new-emitter.ts';
import { newCircuit, newJob, newRoom, newSeparation } from '../model/new-job.ts';

/** An invented house of so many rooms, radiators and floors in turn, five to a circuit: for benchmarks. */
export function houseWithEmitters(roomCount: number): Job {
  const base = newJob(`${roomCount} rooms with emitters`);
  const circuits = Math.ceil(roomCount / 20);
  return {
    ...base,
    separation: newSeparation('low-loss-header'),
    circuits: Array.from({ length: 2 * circuits }, (_, i) =>
      newCircuit(`c${i}`, base, { name: `Circuit ${i}`, emitters: i % 2 === 0 ? 'floor' : 'radiators' }),
    ),
    rooms: Array.from({ length: roomCount }, (_, i) => {
      const floor = i % 2 === 0;
      const area = 12 + ((i * 7) % 15);
      return newRoom(`r${i}`, {
        name: `Room ${i}`,
        area,
        heatLoad: 45 * area,
        circuit: `c${2 * (Math.floor(i / 2) % circuits) + (floor ? 0 : 1)}`,
        emitters: floor
          ? [newFloor('e1', area, { covering: 0.02 + 0.01 * (i % 8) })]
          : [newPanel('e1', { type: '2-1', length: 0.6 + 0.1 * (i % 9) })],
      });
    }),
  };
}

/** An invented apartment block of 1000 rooms with two floor loops each, in 50 circuits: for benchmarks. */
export function apartmentBlock(): Job {
  const base = newJob('Apartment block');
  return {
    ...base,
    separation: newSeparation('low-loss-header'),
    circuits: Array.from({ length: 50 }, (_, i) => newCircuit(`c${i}`, base, { name: `Riser ${i}`, emitters: 'floor' })),
    rooms: Array.from({ length: 1000 }, (_, i) =>
      newRoom(`r${i}`, {
        name: `Flat ${Math.floor(i / 4)}, room ${i % 4}`,
        area: 16,
        heatLoad: 640 + ((i * 31) % 160),
        circuit: `c${Math.floor(i / 20)}`,
        emitters: [newFloor('e1', 16, { loops: 2, tail: 4 + (i % 7) })],
      }),
    ),
  };
}
