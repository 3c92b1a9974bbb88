import type { Emitter } from '../../model/emitter.ts';
import type { Circuit, Job, Room } from '../../model/job.ts';
import { withRoughLoads } from '../load/rough-loads.ts';
import { emitterLaw, type Fed, givenAt, mostOutput, neededFlowTemperature, shareLoad } from './emitter.ts';

/** One room on one circuit: a rung of the ladder of flow temperatures. */
export interface Rung {
  /** Place of the room, `rooms/r1`. */
  place: string;
  roomId: string;
  name: string;
  circuitId: string;
  roomTemperature: number;
  /** Heat these emitters have to give on the design day, W. */
  load: number;
  /** Water's fall on this circuit, K. */
  drop: number;
  /** Flow temperature they need for it, degrees C; infinity where no water is hot enough. */
  needed: number;
  /** Most they may give for their surface, W; infinity without such a limit. */
  most: number;
  emitters: Emitter[];
}

/** The emitters of a room by the circuit that feeds them, each with its part of the load. */
export interface RoomEmitters {
  room: Room;
  fed: { emitter: Emitter; circuitId: string; law: Fed['law']; load: number; flow: number; drop: number }[];
}

/** How the emitters of a room are fed and loaded; those on no circuit, or one that is not there, are left out. */
export function roomEmitters(room: Room, circuits: ReadonlyMap<string, Circuit>): RoomEmitters {
  const fed = room.emitters.flatMap((emitter) => {
    const circuitId = emitter.circuit ?? room.circuit;
    const circuit = circuitId === null ? undefined : circuits.get(circuitId);
    if (!circuit) return [];
    const { flowTemperature: flow, temperatureDifference: drop } = circuit;
    return [{ emitter, circuitId: circuit.id, law: emitterLaw(emitter), flow, drop, load: 0 }];
  });
  const loads = shareLoad(room.heatLoad ?? 0, fed, room.roomTemperature);
  return { room, fed: fed.map((each, i) => ({ ...each, load: loads[i] as number })) };
}

export const circuitsById = (job: Job): Map<string, Circuit> => new Map(job.circuits.map((circuit) => [circuit.id, circuit]));

/** The rungs of a room: one for each circuit that feeds it. Empty while it has no load or no emitters. */
export function rungsOf({ room, fed }: RoomEmitters): Rung[] {
  if (!((room.heatLoad ?? 0) > 0)) return [];
  const rungs: Rung[] = [];
  for (const circuitId of new Set(fed.map((each) => each.circuitId))) {
    const here = fed.filter((each) => each.circuitId === circuitId);
    const drop = here[0]?.drop ?? 0;
    const loads = here.map((each) => each.load);
    rungs.push({
      place: `rooms/${room.id}`,
      roomId: room.id,
      name: room.name || room.id,
      circuitId,
      roomTemperature: room.roomTemperature,
      load: loads.reduce((sum, load) => sum + load, 0),
      drop,
      needed: neededFlowTemperature(here, loads, drop, room.roomTemperature),
      most: here.reduce((sum, each) => sum + mostOutput(each.emitter, room.roomTemperature), 0),
      emitters: here.map((each) => each.emitter),
    });
  }
  return rungs;
}

/** The whole ladder, hottest rung first. */
export function ladder(job: Job): Rung[] {
  const circuits = circuitsById(job);
  return withRoughLoads(job)
    .rooms.flatMap((room) => rungsOf(roomEmitters(room, circuits)))
    .sort((a, b) => b.needed - a.needed || a.name.localeCompare(b.name));
}

/** Heat in W that a rung gives at a flow temperature. */
export const rungOutput = ({ emitters, drop, roomTemperature }: Rung, flow: number): number =>
  givenAt(
    emitters.map((emitter) => ({ emitter, law: emitterLaw(emitter), flow, drop })),
    flow,
    drop,
    roomTemperature,
  );
