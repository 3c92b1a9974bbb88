import type { Job } from '../model/job.ts';
import { newCircuit, newJob, newRoom, newSeparation } from '../model/new-job.ts';

/** An invented house of twelve zones, for benchmarks: two floors of mixed loops by room, one circuit of radiators. */
export function twelveZones(): Job {
  const base = newJob('Twelve zones');
  const circuits = [
    newCircuit('c1', base, { name: 'Ground floor', emitters: 'floor', zones: 'rooms' }),
    newCircuit('c2', base, { name: 'Upper floor', emitters: 'floor', zones: 'rooms' }),
    newCircuit('c3', base, { name: 'Radiators', emitters: 'radiators' }),
  ];
  const room = (i: number, circuit: string) =>
    newRoom(`r${i}`, { name: `Room ${i}`, heatLoad: 600 + ((i * 173) % 900), circuit, branchLength: 40 + 6 * i });
  return {
    ...base,
    separation: newSeparation('low-loss-header'),
    circuits,
    rooms: [
      ...[1, 2, 3, 4, 5, 6].map((i) => room(i, 'c1')),
      ...[7, 8, 9, 10, 11].map((i) => room(i, 'c2')),
      ...[12, 13, 14, 15].map((i) => room(i, 'c3')),
    ],
  };
}
