import type { Job } from '../../model/job.ts';

/**
 * Whether the part an entry was written for is still in the design. What is no room, emitter or circuit (the vessel, a gate, the plant
 * itself) is always there.
 * @param place of an entry: `rooms/r3/e1/loop2`, `circuits/c1/pump`; null for the plant
 */
export function placeIsThere(job: Pick<Job, 'rooms' | 'circuits'>, place: string | null): boolean {
  const [list, id, part] = (place ?? '').split('/');
  if (list === 'circuits') return job.circuits.some((circuit) => circuit.id === id);
  if (list !== 'rooms') return true;
  const room = job.rooms.find((each) => each.id === id);
  if (!room) return false;
  // A room whose emitters nobody has entered has loops of its own.
  return part === undefined || /^loop\d+$/.test(part) || room.emitters.some((emitter) => emitter.id === part);
}
