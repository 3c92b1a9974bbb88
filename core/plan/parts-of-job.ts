import type { Emitter } from '../../model/emitter.ts';
import type { Job, Room } from '../../model/job.ts';
import { downwardLoss } from '../emitter/floor.ts';
import { circuitsById, roomEmitters } from '../emitter/ladder.ts';
import type { EmitterLaw } from '../emitter/law.ts';

/** Something a circuit feeds: an emitter of a room, or a whole room whose emitters nobody has entered yet. */
export interface CircuitPart {
  room: Room;
  emitter: Emitter | null;
  /** `rooms/r1/e1`, or `rooms/r1`: start of the ids of its loops. */
  place: string;
  /** Heat into the room, and with it what goes to the unheated side, W. */
  useful: number;
  load: number;
  law: EmitterLaw | null;
}

/** What each circuit feeds on the design day, by its id. A room without emitters goes whole to its own circuit. */
export function partsOfJob(job: Job): Map<string, CircuitPart[]> {
  const circuits = circuitsById(job);
  const parts = new Map<string, CircuitPart[]>();
  const put = (circuitId: string, part: CircuitPart) => {
    const there = parts.get(circuitId);
    if (there) there.push(part);
    else parts.set(circuitId, [part]);
  };
  for (const room of job.rooms) {
    const place = `rooms/${room.id}`;
    const { fed } = roomEmitters(room, circuits);
    if (fed.length === 0) {
      const load = room.heatLoad ?? 0;
      if (room.circuit !== null) put(room.circuit, { room, emitter: null, place, useful: load, load, law: null });
      continue;
    }
    for (const { emitter, circuitId, law, load: useful } of fed) {
      const down =
        emitter.kind === 'floor' && useful > 0
          ? downwardLoss(emitter, useful / emitter.area, room.roomTemperature) * emitter.area
          : 0;
      put(circuitId, { room, emitter, place: `${place}/${emitter.id}`, useful, load: useful + down, law });
    }
  }
  return parts;
}
