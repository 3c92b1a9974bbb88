import type { Emitter } from '../../model/emitter.ts';
import type { Room } from '../../model/job.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import { downwardLoss } from '../emitter/floor.ts';
import { circuitsById, roomEmitters, rungsOf } from '../emitter/ladder.ts';
import type { EmitterLaw } from '../emitter/law.ts';
import { decided, given, type Ingredient } from '../figure/figure.ts';
import type { Context } from './context.ts';

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

/** What each circuit feeds on the design day. A room without emitters goes whole to its own circuit. */
export function circuitParts(context: Context): Map<string, CircuitPart[]> {
  const { job } = context;
  const circuits = circuitsById(job);
  const parts = new Map<string, CircuitPart[]>();
  const put = (circuitId: string, part: CircuitPart) => {
    const there = parts.get(circuitId);
    if (there) there.push(part);
    else parts.set(circuitId, [part]);
  };
  for (const room of job.rooms) {
    const place = `rooms/${room.id}`;
    const fedRoom = roomEmitters(room, circuits);
    if (fedRoom.fed.length === 0) {
      const load = room.heatLoad ?? 0;
      if (room.circuit !== null) put(room.circuit, { room, emitter: null, place, useful: load, load, law: null });
      continue;
    }
    for (const { emitter, circuitId, law, load: useful } of fedRoom.fed) {
      const down =
        emitter.kind === 'floor' && useful > 0
          ? downwardLoss(emitter, useful / emitter.area, room.roomTemperature) * emitter.area
          : 0;
      put(circuitId, { room, emitter, place: `${place}/${emitter.id}`, useful, load: useful + down, law });
    }
    for (const rung of rungsOf(fedRoom)) {
      if (!Number.isFinite(rung.needed)) continue;
      context.book.add({
        id: `${place}/needed/${rung.circuitId}`,
        label: `${rung.name}: flow temperature needed`,
        kind: 'temperature',
        value: rung.needed,
        formula: 'T_f with Σ K · L ^ n = Q, L = ΔT / ln((T_f − T_i) / (T_f − ΔT − T_i))',
        source: 'EN 442 and EN 1264-2, log-mean excess temperature',
        terms: {
          Q: given('heat these emitters have to give', 'heatLoad', rung.load, 'their part of the load of the room'),
          T_i: decided('room temperature', 'temperature', room.roomTemperature, `${place}/roomTemperature`),
          ΔT: decided('delta T', 'temperatureDifference', rung.drop, `circuits/${rung.circuitId}/temperatureDifference`),
          ...lawTerms(fedRoom.fed.filter((each) => each.circuitId === rung.circuitId)),
        },
      });
    }
  }
  return parts;
}

/** What each emitter gives at 30 K over the room: a plain way to tell its size. */
function lawTerms(fed: readonly { emitter: Emitter; law: EmitterLaw | null }[]): Record<string, Ingredient> {
  return Object.fromEntries(
    fed.flatMap(({ emitter, law }, i) =>
      law
        ? [
            [
              `K${i + 1}`,
              given(
                `${emitterLabel(emitter)} at 30 K over the room`,
                'heatLoad',
                law.coefficient * 30 ** law.exponent,
                `n = ${law.exponent.toFixed(2)}`,
              ),
            ],
          ]
        : [],
    ),
  );
}
