import type { Emitter } from '../../model/emitter.ts';
import type { Circuit, Job, Room } from '../../model/job.ts';
import { shifted } from '../../model/quantities.ts';
import { withRoughLoads } from '../load/rough-loads.ts';
import { emitterLaw, type Fed, givenAt, mostOutput, neededFlowTemperature, shareLoad } from './emitter.ts';
import { withDownwards } from './floor.ts';
import type { EmitterLaw } from './law.ts';
import { type Along, alongSeries, WHOLE } from './series.ts';

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
  /** Where each of them lies along the circuit's water. */
  along: Along[];
}

/** An emitter with the water it gets, degrees C and K, and the heat it has to give, W. */
export interface FedEmitter extends Required<Fed> {
  circuitId: string;
  load: number;
  /** Fall of the water on the whole circuit, K. */
  circuitDrop: number;
}

/** The emitters of a room by the circuit that feeds them, each with its part of the load. */
export interface RoomEmitters {
  room: Room;
  fed: FedEmitter[];
}

/** How the emitters of a room are fed and loaded; those on no circuit, or one that is not there, are left out. */
export function roomEmitters(room: Room, circuits: ReadonlyMap<string, Circuit>): RoomEmitters {
  const plain = room.emitters.flatMap((emitter): FedEmitter[] => {
    const circuitId = emitter.circuit ?? room.circuit;
    const circuit = circuitId === null ? undefined : circuits.get(circuitId);
    if (!circuit) return [];
    const { flowTemperature: flow, temperatureDifference: drop } = circuit;
    return [{ emitter, circuitId: circuit.id, law: emitterLaw(emitter), flow, drop, along: WHOLE, circuitDrop: drop, load: 0 }];
  });
  let fed = loaded(room, plain);
  if (!room.emitters.some(({ behind }) => behind !== null)) return { room, fed };
  // What one leaves to the next hangs on what each has to give, and that on its water.
  for (let round = 0; round < ROUNDS; round++) {
    const before = fed;
    const heat = before.map(({ emitter, load }) => withDownwards(emitter, load, room.roomTemperature));
    const emitters = before.map(({ emitter }) => emitter);
    const places = alongSeries(room, emitters, heat);
    fed = loaded(
      room,
      plain.map((each, i) => {
        const along = places[i] as Along;
        return { ...each, along, flow: shifted(each.flow, -along.from * each.drop), drop: along.part * each.drop };
      }),
    );
    if (fed.every(({ load }, i) => Math.abs(load - (before[i] as FedEmitter).load) <= SETTLED * (room.heatLoad ?? 0))) break;
  }
  return { room, fed };
}

const ROUNDS = 60;
const SETTLED = 1e-9;

function loaded(room: Room, fed: readonly FedEmitter[]): FedEmitter[] {
  const loads = shareLoad(room.heatLoad ?? 0, fed, room.roomTemperature);
  return fed.map((each, i) => ({ ...each, load: loads[i] as number }));
}

export const circuitsById = (job: Job): Map<string, Circuit> => new Map(job.circuits.map((circuit) => [circuit.id, circuit]));

/** The rungs of a room: one for each circuit that feeds it. Empty while it has no load or no emitters. */
export function rungsOf({ room, fed }: RoomEmitters): Rung[] {
  if (!((room.heatLoad ?? 0) > 0)) return [];
  const rungs: Rung[] = [];
  for (const circuitId of new Set(fed.map((each) => each.circuitId))) {
    const here = fed.filter((each) => each.circuitId === circuitId);
    const drop = here[0]?.circuitDrop ?? 0;
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
      along: here.map((each) => each.along),
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
export const rungOutput = ({ emitters, along, drop, roomTemperature }: Rung, flow: number): number =>
  givenAt(
    emitters.map((emitter, i) => ({ emitter, law: emitterLaw(emitter), flow, drop, along: along[i] as Along })),
    flow,
    drop,
    roomTemperature,
  );

/** Laws of the emitters of a rung with their places along the circuit's water; those that take their heat whatever the water left out. */
export const lawsOf = ({ emitters, along }: Pick<Rung, 'emitters' | 'along'>): { law: EmitterLaw; along: Along }[] =>
  emitters.flatMap((emitter, i) => {
    const law = emitterLaw(emitter);
    return law ? [{ law, along: along[i] as Along }] : [];
  });
