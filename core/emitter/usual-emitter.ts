import type { Emitter, Rated } from '../../model/emitter.ts';
import type { Circuit, Job, Room, UsualEmitter } from '../../model/job.ts';
import { newEmitter, newPanel } from '../../model/new-emitter.ts';
import { nextId } from '../../model/new-job.ts';
import { usualFloor } from './emitter-words.ts';
import { excessOf, lawOfRating, outputAt } from './law.ts';
import { panelLaw } from './panel.ts';

/** Lengths panels are stocked in, m: common practice. */
const LENGTHS = [0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.3, 2.6, 3];
/** The panel taken where nobody says which: two panels, two convectors, of the height that fits under most sills. Common practice. */
const PANEL = { type: '2-2', height: 0.6 } as const;

/** Shortest stocked panel that carries a load at the water of a circuit; the longest where none does. */
export function panelFor(
  load: number,
  room: number,
  circuit: Pick<Circuit, 'flowTemperature' | 'temperatureDifference'>,
): Emitter {
  const excess = excessOf(circuit.flowTemperature, circuit.temperatureDifference, room);
  const carries = (length: number) => outputAt([panelLaw(PANEL.type, PANEL.height, length)], excess) >= load;
  return newPanel('', { ...PANEL, length: LENGTHS.find(carries) ?? (LENGTHS.at(-1) as number) });
}

/** Water taken where a room is on no circuit yet, degrees C and K. */
const USUAL_WATER = { flowTemperature: 55, temperatureDifference: 10 };

/** What hangs on a circuit where each room gets what its circuit is for. */
const BY_CIRCUIT: Record<Circuit['emitters'], 'panel' | 'floor' | 'fan-unit'> = {
  radiators: 'panel',
  floor: 'floor',
  'air-units': 'fan-unit',
};

/** What a room gets of the job's usual emitter; null where there is none. */
export function usualEmitter(job: Job, room: Room, asked: UsualEmitter = job.usual.emitter): Emitter | null {
  const circuit = job.circuits.find((each) => each.id === room.circuit);
  const kind = asked === 'by-circuit' ? (circuit ? BY_CIRCUIT[circuit.emitters] : 'none') : asked;
  if (kind === 'none') return null;
  const id = nextId('e', room.emitters);
  if (kind === 'floor') return { ...usualFloor(job, room.area), id, use: room.use === 'bathroom' ? 'bathroom' : 'living' };
  if (kind === 'panel') {
    return { ...panelFor(room.heatLoad ?? 0, room.roomTemperature, circuit ?? USUAL_WATER), id };
  }
  const emitter = newEmitter(kind, id, room.area);
  // A unit that is not chosen yet is one that carries the load at the water it gets.
  return emitter.kind === 'rated' && circuit && room.heatLoad !== null ? ratedFor(emitter, room, circuit) : emitter;
}

/** Output a rated emitter needs at its own rating to carry the load of a room, rounded up as units come: to 100 W. */
function ratedFor(emitter: Rated, room: Room, circuit: Circuit): Rated {
  const law = lawOfRating(1000, emitter.ratedFlow, emitter.ratedReturn, emitter.ratedRoom, emitter.exponent);
  const gives = outputAt([law], excessOf(circuit.flowTemperature, circuit.temperatureDifference, room.roomTemperature));
  if (!(gives > 0) || emitter.form === 'baseboard') return emitter;
  const ratedOutput = Math.ceil(((room.heatLoad ?? 0) * 1000) / gives / 100) * 100;
  return ratedOutput > 0 ? { ...emitter, ratedOutput } : emitter;
}

/** A job in which rooms that came without emitters have the usual one, and rooms on no circuit are on the only one there is. */
export function withUsual(job: Job, ids: ReadonlySet<string>): Job {
  const only = job.circuits.length === 1 ? (job.circuits[0] as Circuit).id : null;
  return {
    ...job,
    rooms: job.rooms.map((room) => {
      if (!ids.has(room.id)) return room;
      const onCircuit = room.circuit === null ? { ...room, circuit: only } : room;
      if (onCircuit.emitters.length > 0) return onCircuit;
      // Sized by the load, so it waits for one.
      const emitter = onCircuit.heatLoad === null && job.usual.emitter !== 'floor' ? null : usualEmitter(job, onCircuit);
      return emitter ? { ...onCircuit, emitters: [emitter] } : onCircuit;
    }),
  };
}
