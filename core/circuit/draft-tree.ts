import type { Circuit, Job, Section } from '../../model/job.ts';
import { idsAfter, newSection } from '../../model/new-job.ts';

/** Rooms at the end of one drafted section. */
const ROOMS_A_SECTION = 3;

/** Ids of the rooms a circuit feeds: those on it, and those with an emitter on it. */
export const roomsOf = (job: Job, circuitId: string): string[] =>
  job.rooms
    .filter((room) =>
      room.emitters.length === 0
        ? room.circuit === circuitId
        : room.emitters.some((emitter) => (emitter.circuit ?? room.circuit) === circuitId),
    )
    .map((room) => room.id);

/**
 * A first tree for a circuit, to be corrected rather than filled in: a trunk for each storey, and along it a section for
 * every few rooms, each branching off the one before.
 */
export function draftTree(job: Job, circuit: Circuit): Section[] {
  const next = idsAfter('s', []);
  const rooms = roomsOf(job, circuit.id).map((id) => job.rooms.find((room) => room.id === id));
  const storeys = new Map<string, string[]>();
  for (const room of rooms) {
    if (!room) continue;
    const there = storeys.get(room.storey);
    if (there) there.push(room.id);
    else storeys.set(room.storey, [room.id]);
  }
  const sections: Section[] = [];
  for (const [storey, ids] of storeys) {
    let from: string | null = null;
    for (let i = 0; i < ids.length; i += ROOMS_A_SECTION) {
      const id = next();
      const name = `${storey || 'House'} ${i / ROOMS_A_SECTION + 1}`;
      sections.push(newSection(id, circuit, { name, from, rooms: ids.slice(i, i + ROOMS_A_SECTION) }));
      from = id;
    }
  }
  return sections;
}
