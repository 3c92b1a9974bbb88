import type { Job } from '../../model/job.ts';

/** What can be put on a circuit: a room with all that follows it, or one of its emitters. */
export interface Movable {
  roomId: string;
  /** Null for the room itself. */
  emitterId: string | null;
}

/**
 * A job with a room or an emitter on a circuit, or on none. A room takes along the emitters that follow it; those on a
 * circuit of their own stay there. An emitter put on the circuit of its room follows the room again. Rooms that leave a
 * circuit leave its pipe tree too.
 */
export function moveToCircuit(job: Job, { roomId, emitterId }: Movable, circuit: string | null): Job {
  const rooms = job.rooms.map((room) => {
    if (room.id !== roomId) return room;
    const emitters = room.emitters.map((emitter) => {
      const wanted = emitter.id === emitterId ? circuit : emitter.circuit;
      const home = emitterId === null ? circuit : room.circuit;
      return { ...emitter, circuit: wanted === home ? null : wanted };
    });
    return emitterId === null ? { ...room, circuit, emitters } : { ...room, emitters };
  });
  const moved = rooms.find((room) => room.id === roomId);
  const stays = (id: string) =>
    moved?.circuit === id || moved?.emitters.some((emitter) => (emitter.circuit ?? moved.circuit) === id);
  return {
    ...job,
    rooms,
    circuits: job.circuits.map((each) =>
      stays(each.id) || !each.sections.some((section) => section.rooms.includes(roomId))
        ? each
        : {
            ...each,
            sections: each.sections.map((section) => ({ ...section, rooms: section.rooms.filter((id) => id !== roomId) })),
          },
    ),
  };
}
