import type { Emitter } from '../../model/emitter.ts';
import type { Circuit, EmitterKind, Facing, Job, Room, RoomUse } from '../../model/job.ts';
import { idsAfter, newCircuit } from '../../model/new-job.ts';
import { emitterLaw, neededFlowTemperature, shareLoad } from '../emitter/emitter.ts';
import { seriesOf } from '../emitter/series.ts';
import { withRoughLoads } from '../load/rough-loads.ts';

/** What circuits are told apart by. */
export const PROPOSALS_BY = ['temperature', 'storey', 'use', 'facing'] as const;
export type ProposalBy = (typeof PROPOSALS_BY)[number];

export interface ProposedCircuit {
  name: string;
  emitters: EmitterKind;
  connection: Circuit['connection'];
  /** Whole degrees C that its hottest emitter needs, and its fall in K. */
  flowTemperature: number;
  temperatureDifference: number;
  rooms: string[];
}

export interface Proposal {
  by: ProposalBy;
  circuits: ProposedCircuit[];
  /** The job with these circuits in place of its own. */
  job: Job;
}

/** Below this difference in need, K, two kinds of emitters are not worth a mixing valve. */
const WORTH_MIXING = 5;
/** Usual falls of the water by kind, K: common practice. */
const FALL: Record<EmitterKind, number> = { floor: 5, radiators: 10, 'air-units': 10 };
const NAMES: Record<EmitterKind, string> = { floor: 'Floors', radiators: 'Radiators', 'air-units': 'Fan units' };

/** A row of emitters is fed as the first of it asks. */
const kindOf = (room: Room, asked: Emitter): EmitterKind => {
  const [emitter = asked] = seriesOf(room, asked);
  if (emitter.kind === 'floor') return 'floor';
  return emitter.kind === 'rated' && (emitter.form === 'fan-unit' || emitter.form === 'air-coil') ? 'air-units' : 'radiators';
};

interface Member {
  room: Room;
  emitter: Emitter | null;
  kind: EmitterKind;
  needed: number;
}

/** Every emitter with the flow temperature its kind needs in its room; a room without any counts as radiators at the source's. */
function membersOf(job: Job): Member[] {
  return withRoughLoads(job).rooms.flatMap((room): Member[] => {
    if (!((room.heatLoad ?? 0) > 0)) return [];
    if (room.emitters.length === 0) {
      const kind = job.circuits.find((circuit) => circuit.id === room.circuit)?.emitters ?? 'radiators';
      return [{ room, emitter: null, kind, needed: kind === 'floor' ? 35 : job.source.flowTemperature }];
    }
    // Shares at a temperature at which all of them work; each kind then needs its own water for its part.
    const fed = room.emitters.map((emitter) => {
      const kind = kindOf(room, emitter);
      return { emitter, law: emitterLaw(emitter), flow: kind === 'floor' ? 38 : 55, drop: FALL[kind] };
    });
    const loads = shareLoad(room.heatLoad ?? 0, fed, room.roomTemperature);
    return [...new Set(room.emitters.map((each) => kindOf(room, each)))].flatMap((kind) => {
      const own = fed
        .map((each, i) => ({ each, load: loads[i] as number }))
        .filter(({ each }) => kindOf(room, each.emitter) === kind);
      const needed = neededFlowTemperature(
        own.map(({ each }) => each),
        own.map(({ load }) => load),
        FALL[kind],
        room.roomTemperature,
      );
      return own.map(({ each }) => ({ room, emitter: each.emitter, kind, needed }));
    });
  });
}

/** Uses that are warm at the same hours: common practice. */
const USE_ZONES: Record<RoomUse, string> = {
  living: 'living',
  kitchen: 'living',
  passage: 'living',
  other: 'living',
  work: 'work',
  sleeping: 'sleeping',
  bathroom: 'bathrooms',
};
/** Sides of the sky that the sun warms at the same hours: common practice. */
const FACING_ZONES: Record<Facing, string> = {
  n: 'north',
  ne: 'east',
  e: 'east',
  se: 'south',
  s: 'south',
  sw: 'south',
  w: 'west',
  nw: 'north',
};

/** The zone a room belongs to besides its temperature; empty for none. */
function zoneOf(by: ProposalBy, room: Room): string {
  if (by === 'storey') return room.storey;
  if (by === 'use') return room.use === null ? '' : USE_ZONES[room.use];
  if (by === 'facing') return room.facing === null ? '' : FACING_ZONES[room.facing];
  return '';
}

/**
 * Circuits for the emitters of a job: one for each kind whose need lies apart from the hottest by more than a mixing valve
 * is worth, the hottest direct, the others mixed; by storey, use or side of the sky as well where asked. Circuits that are there give way; pipes
 * and pumps of the new ones are those of any new circuit.
 */
export function proposeCircuits(job: Job, by: ProposalBy): Proposal | null {
  const members = membersOf(job);
  if (members.length === 0) return null;
  const hottestOf = (some: readonly Member[]) =>
    some.reduce((most, member) => (Number.isFinite(member.needed) ? Math.max(most, member.needed) : most), 25);
  const kinds = [...new Set(members.map((member) => member.kind))].sort(
    (a, b) => hottestOf(members.filter((each) => each.kind === b)) - hottestOf(members.filter((each) => each.kind === a)),
  );
  const hottest = hottestOf(members);
  const apart = (kind: EmitterKind) => hottest - hottestOf(members.filter((each) => each.kind === kind)) > WORTH_MIXING;
  // Kinds too near the hottest share its water.
  const shared = kinds.filter((kind) => !apart(kind));
  const groups = [shared, ...kinds.filter(apart).map((kind) => [kind])];
  const next = idsAfter('c', []);
  const circuits: Circuit[] = [];
  const proposed: ProposedCircuit[] = [];
  const circuitOf = new Map<string, string>();
  const keyOf = (member: Member) => `${member.room.id}/${member.emitter?.id ?? ''}`;
  for (const [g, group] of groups.entries()) {
    const here = members.filter((member) => group.includes(member.kind));
    const zones = [...new Set(here.map((member) => zoneOf(by, member.room)))];
    for (const zone of zones) {
      const own = here.filter((member) => zoneOf(by, member.room) === zone);
      const kind = group[0] as EmitterKind;
      const direct = g === 0;
      const flowTemperature = Math.ceil(direct ? hottest : hottestOf(own));
      const name = `${group.map((each) => NAMES[each]).join(' and ')}${zone ? `, ${zone}` : ''}`;
      const id = next();
      const temperatureDifference = Math.min(...group.map((each) => FALL[each]));
      const connection = direct ? 'direct' : 'mixed';
      circuits.push(newCircuit(id, job, { name, emitters: kind, connection, flowTemperature, temperatureDifference }));
      for (const member of own) circuitOf.set(keyOf(member), id);
      const rooms = [...new Set(own.map((member) => member.room.id))];
      proposed.push({ name, emitters: kind, connection, flowTemperature, temperatureDifference, rooms });
    }
  }
  const rooms = job.rooms.map((room) => {
    const first = room.emitters.length === 0 ? circuitOf.get(`${room.id}/`) : circuitOf.get(`${room.id}/${room.emitters[0]?.id}`);
    const circuit = first ?? null;
    return {
      ...room,
      circuit,
      emitters: room.emitters.map((emitter) => {
        const own = circuitOf.get(`${room.id}/${emitter.id}`) ?? null;
        return { ...emitter, circuit: own === circuit ? null : own };
      }),
    };
  });
  const hot = Math.ceil(hottest);
  const source = { ...job.source, flowTemperature: hot };
  const kept = new Set(job.circuits.map((circuit) => circuit.id));
  return {
    by,
    circuits: proposed,
    job: {
      ...job,
      source,
      circuits,
      rooms,
      // Guesses and unread entries of circuits that give way go with them.
      assumptions: job.assumptions.filter((each) => !isOf(kept, each.place)),
      unread: job.unread.filter((each) => !isOf(kept, each.place)),
    },
  };
}

const isOf = (circuits: ReadonlySet<string>, place: string): boolean => {
  const [list, id] = place.split('/');
  return list === 'circuits' && id !== undefined && circuits.has(id);
};
