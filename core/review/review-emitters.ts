import type { Emitter } from '../../model/emitter.ts';
import type { Circuit, Job } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { dropsAsSet } from '../design/flow-shares.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import { EDGE_LIMIT, SURFACE_LIMIT } from '../emitter/floor.ts';
import { improvementsOf } from '../emitter/improve.ts';
import { ladder, lawsOf, type Rung, rungOutput } from '../emitter/ladder.ts';
import { flowTemperatureAlong } from '../emitter/series.ts';
import type { Finding, Remedy } from '../finding/finding.ts';
import { MOST_IN_FLOOR } from './review-distribution.ts';
import { reviewFloors } from './review-floors.ts';
import { reviewLoops } from './review-loops.ts';
import { reviewSeries } from './review-series.ts';

/** How far a room may need hotter water than its circuit has, K: a tenth of a turn of the mixing valve. */
const TOLERANCE = 0.25;
/** Rooms of a circuit short of emitters that are named one by one; more of them are one finding. */
const NAMED = 2;

/** Findings on the emitters: too small, too hot a floor, outside the method, and rooms that have none. */
export function reviewEmitters(context: Context, design: UnreviewedDesign): Finding[] {
  const { job } = context;
  if (!job.rooms.some((room) => room.emitters.length > 0)) return [];
  const rungs = ladder(job);
  return [
    ...shortRooms(context, roomsShort(context, design)),
    ...rungs.flatMap((rung) => floorTooHot(context, rung)),
    ...job.rooms.flatMap((room) => room.emitters.flatMap((emitter) => unfed(context, emitter, room))),
    ...reviewSeries(context),
    ...reviewFloors(context),
    ...reviewLoops(context, design),
    ...withoutEmitters(context),
  ];
}

/** The ladder with the fall of the water each room has as its loops are set: where nothing shuts, the tight ones get more of it. */
function asSet({ job }: Context, { circuits }: UnreviewedDesign, rungs: readonly Rung[]): Rung[] {
  const drops = new Map(
    job.circuits.map(({ id, temperatureDifference }) => {
      const sized = circuits.find((each) => each.id === id)?.sized;
      return [id, sized?.setAt ? dropsAsSet(sized, temperatureDifference) : new Map<string, number>()];
    }),
  );
  return rungs.map((rung) => {
    const drop = drops.get(rung.circuitId)?.get(rung.roomId);
    if (drop === undefined) return rung;
    return { ...rung, drop, needed: flowTemperatureAlong(lawsOf(rung), rung.load, drop, rung.roomTemperature) };
  });
}

/** Rooms whose emitters are too small for the water their circuit is to have. */
export function roomsShort(context: Context, design: UnreviewedDesign): Rung[] {
  const { job } = context;
  const flow = new Map(job.circuits.map(({ id, flowTemperature }) => [id, flowTemperature as number]));
  return asSet(context, design, ladder(job)).filter(
    (rung) => rung.needed > (flow.get(rung.circuitId) ?? Number.POSITIVE_INFINITY) + TOLERANCE,
  );
}

/** Rooms whose emitters are too small for their water: one by one, or all of a circuit at once where they are many. */
function shortRooms(context: Context, rungs: readonly Rung[]): Finding[] {
  return context.job.circuits.flatMap((circuit) => {
    const short = rungs.filter((rung) => rung.circuitId === circuit.id);
    return short.length > NAMED ? [manyShort(context, circuit, short)] : short.map((rung) => oneShort(context, circuit, rung));
  });
}

/** What makes the emitters of a room large enough, best first; else the most that can be had of them. */
function enoughFor(job: Job, circuit: Circuit, rung: Rung): Remedy[] {
  const options = improvementsOf(job, rung);
  const enough = options.filter((each) => each.after <= circuit.flowTemperature + TOLERANCE);
  return (enough.length > 0 ? enough.slice(0, 2) : options.slice(-1)).map(({ label, edits }) => ({ label, edits }));
}

const hotter = ({ say }: Context, circuit: Circuit, needed: number): Remedy[] =>
  // No floor is fed hotter than its screed bears, whatever a room would need.
  Number.isFinite(needed) && (circuit.emitters !== 'floor' || needed <= MOST_IN_FLOOR)
    ? [
        {
          label: `Run ${circuit.name} at ${say(Math.ceil(needed), 'temperature')}`,
          edits: [{ at: `circuits/${circuit.id}/flowTemperature`, value: Math.ceil(needed) }],
        },
      ]
    : [];

const placeOf = (rung: Rung): string => {
  const first = rung.emitters[0] as Emitter;
  return `${rung.place}/emitters/${first.id}/${first.kind === 'floor' ? 'spacing' : 'name'}`;
};

function oneShort(context: Context, circuit: Circuit, rung: Rung): Finding {
  const { job, say } = context;
  const given = rungOutput(rung, circuit.flowTemperature);
  return {
    id: `emitter-short:${rung.place}:${circuit.id}`,
    rule: 'emitter-short',
    severity: 'mend',
    place: placeOf(rung),
    component: `circuits/${circuit.id}/house`,
    title: `${rung.name}: ${say(rung.load - given, 'heatLoad')} short at ${say(circuit.flowTemperature, 'temperature')}`,
    why: `Its emitters on ${circuit.name} give ${say(given, 'heatLoad')} of ${say(rung.load, 'heatLoad')}. ${Number.isFinite(rung.needed) ? `They would need ${say(rung.needed, 'temperature')}.` : 'No water is hot enough for them.'} Make them larger, or run the circuit hotter.`,
    remedies: [...enoughFor(job, circuit, rung), ...hotter(context, circuit, rung.needed)],
  };
}

function manyShort(context: Context, circuit: Circuit, short: readonly Rung[]): Finding {
  const { job, say } = context;
  const missing = short.reduce((sum, rung) => sum + rung.load - rungOutput(rung, circuit.flowTemperature), 0);
  const worst = short.reduce((most, rung) => (rung.needed > most.needed ? rung : most));
  const larger = short.map((rung) => enoughFor(job, circuit, rung)[0]);
  const all = larger.every((each) => each !== undefined) ? larger.flatMap((each) => each?.edits ?? []) : [];
  const names = short.slice(0, 4).map(({ name }) => name);
  return {
    id: `emitter-short:${circuit.id}`,
    rule: 'emitter-short',
    severity: 'mend',
    place: placeOf(worst),
    component: `circuits/${circuit.id}/house`,
    title: `${short.length} rooms on ${circuit.name} are ${say(missing, 'heatLoad')} short at ${say(circuit.flowTemperature, 'temperature')}`,
    why: `${names.join(', ')}${short.length > names.length ? ' and others' : ''}. ${worst.name} needs most: ${Number.isFinite(worst.needed) ? say(worst.needed, 'temperature') : 'no water is hot enough for it'}. The ladder on the Emitters page shows each.`,
    remedies: [
      ...(all.length > 0 ? [{ label: `Larger emitters in all ${short.length} rooms`, edits: all }] : []),
      ...hotter(context, circuit, worst.needed),
    ],
  };
}

function floorTooHot({ say }: Context, rung: Rung): Finding[] {
  if (rung.load <= rung.most * 1.001) return [];
  return [
    {
      id: `floor-too-hot:${rung.place}:${rung.circuitId}`,
      rule: 'floor-too-hot',
      severity: 'stop',
      place: placeOf(rung),
      component: `circuits/${rung.circuitId}/house`,
      title: `${rung.name}: the floor would get too hot`,
      why: `It has to give ${say(rung.load, 'heatLoad')} and may give ${say(rung.most, 'heatLoad')} before its surface passes its limit (${say(SURFACE_LIMIT.living, 'temperature')} where people stay, ${say(SURFACE_LIMIT.bathroom, 'temperature')} in bathrooms, ${say(EDGE_LIMIT, 'temperature')} along cold walls, EN 1264-2). Heat more of the floor, add a radiator, or lower the load.`,
      remedies: [],
    },
  ];
}

/** An emitter that no circuit feeds, in a room where others are fed. */
function unfed(context: Context, emitter: Emitter, room: Context['job']['rooms'][number]): Finding[] {
  const { job } = context;
  if (emitter.circuit !== null || room.circuit !== null || job.circuits.length === 0) return [];
  if (!room.emitters.some((each) => each.circuit !== null)) return [];
  return [
    {
      id: `emitter-unfed:rooms/${room.id}:${emitter.id}`,
      rule: 'emitter-unfed',
      severity: 'mend',
      place: `rooms/${room.id}/circuit`,
      component: null,
      title: `${room.name || room.id}: ${emitterLabel(emitter, job.display)} is on no circuit`,
      why: 'It gets no water. Put the room on a circuit, or the emitter on one of its own.',
      remedies: [],
    },
  ];
}

/** Rooms still without emitters once others have some: counted, since the design takes them for granted. */
function withoutEmitters({ job }: Context): Finding[] {
  const bare = job.rooms.filter((room) => room.emitters.length === 0 && (room.heatLoad ?? 0) > 0);
  const [first] = bare;
  if (!first) return [];
  const names = bare.slice(0, 3).map((room) => room.name || room.id);
  return [
    {
      id: 'emitters-missing',
      rule: 'emitters-missing',
      severity: 'note',
      place: `rooms/${first.id}/emitters`,
      component: null,
      title: `${bare.length === 1 ? 'One room has' : `${bare.length} rooms have`} no emitters yet`,
      why: `${names.join(', ')}${bare.length > 3 ? ' and others' : ''}: their emitters count as large as the circuit's temperatures ask. Enter what stands or is planned there.`,
      remedies: [],
    },
  ];
}
