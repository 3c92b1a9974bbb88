import type { Emitter } from '../../model/emitter.ts';
import type { Job, Room } from '../../model/job.ts';
import { withDownwards } from '../emitter/floor.ts';
import { circuitsById, roomEmitters } from '../emitter/ladder.ts';
import type { EmitterLaw } from '../emitter/law.ts';
import { aheadOf } from '../emitter/series.ts';

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
  /** Part whose water it gets when that has done with it; null for one fed from the manifold. */
  behind: string | null;
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
      if (room.circuit !== null) put(room.circuit, { room, emitter: null, place, useful: load, load, law: null, behind: null });
      continue;
    }
    const givesNothing = (emitter: Emitter) => !fed.some((each) => each.emitter === emitter && each.load > 0);
    for (const { emitter, circuitId, law, load: useful } of fed) {
      const load = withDownwards(emitter, useful, room.roomTemperature);
      // One that has to give nothing is no part of a row.
      let ahead = useful > 0 ? aheadOf(room, emitter) : null;
      while (ahead && givesNothing(ahead)) ahead = aheadOf(room, ahead);
      put(circuitId, {
        room,
        emitter,
        place: `${place}/${emitter.id}`,
        useful,
        load,
        law,
        behind: ahead && `${place}/${ahead.id}`,
      });
    }
  }
  return parts;
}

/** Place of the part that a loop is one of. */
export const partOfLoop = (place: string): string => place.slice(0, place.lastIndexOf('/loop'));

/** Heat in W that the water through a part gives on its way from the manifold and back: with all it shares its stream with. */
export function streamLoad(part: CircuitPart, parts: readonly CircuitPart[]): number {
  return streamOf(part, parts).reduce((sum, each) => sum + each.load, 0);
}

/** Parts that one stream passes, in the order it meets them. */
export function streamOf(part: CircuitPart, parts: readonly CircuitPart[]): CircuitPart[] {
  let first = part;
  for (let ahead = aheadIn(first, parts); ahead; ahead = aheadIn(first, parts)) first = ahead;
  const stream = [first];
  for (let next = behindIn(first, parts); next; next = behindIn(next, parts)) stream.push(next);
  return stream;
}

const aheadIn = ({ behind }: CircuitPart, parts: readonly CircuitPart[]): CircuitPart | undefined =>
  behind === null ? undefined : parts.find(({ place }) => place === behind);
const behindIn = ({ place }: CircuitPart, parts: readonly CircuitPart[]): CircuitPart | undefined =>
  parts.find(({ behind }) => behind === place);
