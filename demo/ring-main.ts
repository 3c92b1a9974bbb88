import type { Job } from '../model/job.ts';
import { newFloor } from '../model/new-emitter.ts';
import { newCircuit, newJob, newRoom, newSeparation, USUAL_CYLINDER } from '../model/new-job.ts';

/** A school house: one boiler, a ring main with four pairs of tees, the hottest need first and a floor by injection last. */
export function ringMain(): Job {
  const base = newJob('Sandpit school');
  const job: Job = {
    ...base,
    site: { ...base.site, place: 'Upper Harrow Green' },
    separation: newSeparation('closely-spaced-tees', {
      pairs: ['p2', 'p3', 'p4'].map((id) => ({ id, distance: 0.8, spacing: 'auto', before: 'auto', after: 'auto' })),
    }),
    source: {
      ...base.source,
      capacity: 28_000,
      flowTemperature: 75,
      temperatureDifference: 15,
      components: ['relief-valve', 'air-separator', 'isolating-valve'],
    },
    hotWater: { ...USUAL_CYLINDER, flowTemperature: 75, at: null },
    safety: { ...base.safety, filling: 'protected', discharge: 'drain' },
  };
  const circuit = (id: string, name: string, at: `st1/${string}` | null, fields: Parameters<typeof newCircuit>[2]) =>
    newCircuit(id, job, { name, at, ...fields });
  const rooms = (circuitId: string, loads: readonly number[]) =>
    loads.map((heatLoad, i) =>
      newRoom(`${circuitId}r${i + 1}`, {
        name: `${{ c1: 'Hall', c2: 'Classroom', c3: 'Corridor', c4: 'Nursery' }[circuitId]} ${i + 1}`,
        circuit: circuitId,
        heatLoad,
        area: Math.round(heatLoad / 55),
        emitters: circuitId === 'c4' ? [newFloor('e1', Math.round(heatLoad / 60))] : [],
      }),
    );
  return {
    ...job,
    circuits: [
      circuit('c1', 'Air heaters', null, { emitters: 'air-units', flowTemperature: 75, temperatureDifference: 15 }),
      circuit('c2', 'Classrooms', 'st1/p2', { flowTemperature: 68.5, temperatureDifference: 15 }),
      circuit('c3', 'Corridors', 'st1/p3', { connection: 'mixed', flowTemperature: 55, temperatureDifference: 10 }),
      circuit('c4', 'Nursery floor', 'st1/p4', {
        emitters: 'floor',
        connection: 'mixed',
        mixing: 'injection-variable',
        flowTemperature: 38,
        temperatureDifference: 7,
        zones: 'rooms',
      }),
    ],
    rooms: [
      ...rooms('c1', [6000, 4000]),
      ...rooms('c2', [2200, 2200, 1900]),
      ...rooms('c3', [1500, 1200]),
      ...rooms('c4', [1400, 1300, 900]),
    ],
  };
}
