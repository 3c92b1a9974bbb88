import type { Emitter, Floor } from '../../model/emitter.ts';
import type { Circuit, Job } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { dropsAsSet } from '../design/flow-shares.ts';
import { emitterLabel, mostOutput } from '../emitter/emitter.ts';
import { ALIKE, spreadOf } from '../emitter/equal-loops.ts';
import { EDGE_LIMIT, edgeLoss, FLOOR_DATA, floorPipe, overClosest, SURFACE_LIMIT, surfaceTemperature } from '../emitter/floor.ts';
import { MOST_LOOP_LOSS, mostLoopLength } from '../emitter/floor-loops.ts';
import { improvementsOf } from '../emitter/improve.ts';
import { circuitsById, ladder, lawsOf, type Rung, roomEmitters, rungOutput } from '../emitter/ladder.ts';
import { excessOf, outputAt } from '../emitter/law.ts';
import { flowTemperatureAlong } from '../emitter/series.ts';
import type { Finding, Remedy } from '../finding/finding.ts';
import { MOST_IN_FLOOR } from './review-distribution.ts';
import { reviewSeries } from './review-series.ts';

/** How far a room may need hotter water than its circuit has, K: a tenth of a turn of the mixing valve. */
const TOLERANCE = 0.25;
/** Where EN 1264-2 ends: spacing and covering. */
const METHOD = { spacing: 0.375, covering: 0.15 };
/** Output over that at the surface limit from which a floor counts as too warm: the weather seldom asks for all of it. */
const OVER_WARM = 1.05;
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
    ...job.rooms.flatMap((room) =>
      room.emitters.flatMap((emitter) => [
        ...reviewFloor(context, emitter, `rooms/${room.id}`, room.name || room.id),
        ...unfed(context, emitter, room),
      ]),
    ),
    ...reviewSeries(context),
    ...uninsulated(context),
    ...overWarm(context),
    ...reviewLoops(context, design),
    ...unlikeLoops(context, design),
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

/** Temperature below a floor from which the room there counts as heated, K under the room above. */
const HEATED_BELOW = 4;

/** Foam under a slab and along its edge, m: common practice. */
const UNDER_SLAB = 0.05;
const SLAB_EDGE = 0.1;
/** Conductivity of the usual foam boards, W/(m K): from memory. */
const FOAM = 0.035;

/** Floors that send too much of their heat down. */
function uninsulated({ job, rules, say }: Context): Finding[] {
  const bare = job.rooms.flatMap((room) =>
    room.emitters.flatMap((emitter) => {
      if (emitter.kind !== 'floor') return [];
      const heated = emitter.below >= room.roomTemperature - HEATED_BELOW;
      const wanted = (heated ? rules.floorInsulationHeated : rules.floorInsulationCold).limit;
      return emitter.insulation < wanted * 0.999 ? [{ room, emitter, wanted }] : [];
    }),
  );
  const [first] = bare;
  if (!first) return [];
  const foam = (resistance: number) => say(Math.round(resistance * FOAM * 1000) / 1000, 'bore');
  const names = bare.slice(0, 4).map(({ room }) => room.name || room.id);
  return [
    {
      id: 'floor-uninsulated',
      rule: 'floor-uninsulated',
      severity: 'mend',
      place: `rooms/${first.room.id}/emitters/${first.emitter.id}/insulation`,
      component: null,
      title: `${bare.length === 1 ? 'A floor sends' : `${bare.length} floors send`} much of its heat down`.replace(
        /^(\d+ floors send) much of its/,
        '$1 much of their',
      ),
      why: `${names.join(', ')}${bare.length > names.length ? ' and others' : ''}: ${say(first.emitter.insulation, 'thermalResistance')} lie below the pipe (as ${foam(first.emitter.insulation)} of foam), ${say(first.wanted, 'thermalResistance')} are the least (${foam(first.wanted)}). Under a slab on the ground about ${say(UNDER_SLAB, 'bore')} and along its edge ${say(SLAB_EDGE, 'bore')} are usual, common practice; local codes ask for more.`,
      remedies: [
        {
          label: `Insulate ${bare.length === 1 ? 'it' : 'them'} as asked`,
          edits: bare.map(({ room, emitter, wanted }) => ({
            at: `rooms/${room.id}/emitters/${emitter.id}/insulation`,
            value: wanted,
          })),
        },
      ],
    },
  ];
}

/** A floor that lies where the method or the catalogue ends. */
function reviewFloor(context: Context, emitter: Emitter, room: string, name: string): Finding[] {
  if (emitter.kind !== 'floor') return [];
  const { say } = context;
  const at = (field: string) => `${room}/emitters/${emitter.id}/${field}`;
  const base = { severity: 'note' as const, component: null, remedies: [] };
  const findings: Finding[] = [];
  const worked = emitter.system === 'wet' && emitter.heatTransfer === 'auto';
  findings.push(...outsideData(context, emitter, name, at('spacing')), ...bareEdge(context, emitter, name, at('edgeInsulation')));
  if (worked && emitter.spacing > METHOD.spacing) {
    findings.push({
      ...base,
      id: `floor-spacing:${room}:${emitter.id}`,
      rule: 'floor-spacing',
      place: at('spacing'),
      title: `${name}: pipe at ${say(emitter.spacing, 'bore')} is wider than the method goes`,
      why: `EN 1264-2 ends at ${say(METHOD.spacing, 'bore')}; beyond it the output is only a guess, and the floor is warm in stripes.`,
      remedies: [{ label: 'Lay it at 300 mm', edits: [{ at: at('spacing'), value: 0.3 }] }],
    });
  }
  if (worked && emitter.covering > METHOD.covering) {
    findings.push({
      ...base,
      id: `floor-covering:${room}:${emitter.id}`,
      rule: 'floor-covering',
      place: at('covering'),
      title: `${name}: a covering of ${say(emitter.covering, 'thermalResistance')} is too thick for a heated floor`,
      why: `EN 1264-2 ends at ${say(METHOD.covering, 'thermalResistance')}. The water would have to be much hotter; choose another covering.`,
    });
  }
  if (emitter.edgeArea > emitter.area) {
    findings.push({
      ...base,
      severity: 'mend',
      id: `floor-edge:${room}:${emitter.id}`,
      rule: 'floor-edge',
      place: at('edgeArea'),
      title: `${name}: the edge band is larger than the floor`,
      why: 'The band is part of the heated floor; all of it was counted as band. Correct one of the two areas.',
    });
  }
  if (!floorPipe(emitter).known) {
    findings.push({
      ...base,
      severity: 'mend',
      id: `floor-pipe:${room}:${emitter.id}`,
      rule: 'floor-pipe',
      place: at('pipe/size'),
      title: `${name}: no size “${emitter.pipe.size}” of this pipe`,
      why: `${floorPipe(emitter).label} was taken instead. Pick a size of this material.`,
    });
  }
  return findings;
}

/** Rows closer or wider than the figures of a system go. */
function outsideData({ say }: Context, floor: Floor, name: string, place: string): Finding[] {
  const { transfer, label } = FLOOR_DATA[floor.system];
  if (!transfer || floor.heatTransfer !== 'auto') return [];
  const [least, most] = [transfer.spacings[0] as number, transfer.spacings.at(-1) as number];
  const gaps = [floor.spacing, floor.otherGap ?? floor.spacing];
  const off = gaps.find((gap) => gap < least * 0.999 || gap > most * 1.001);
  if (off === undefined) return [];
  const within = Math.min(Math.max(floor.spacing, least), most);
  return [
    {
      id: `floor-data:${place}`,
      rule: 'floor-data',
      severity: 'note',
      place,
      component: null,
      title: `${name}: nothing is known of this floor at ${say(off, 'bore')}`,
      why: `The usual figures for “${label}” go from ${say(least, 'bore')} to ${say(most, 'bore')}. Closer rows are counted as no better than that, wider ones as giving no more a row. Enter K_H from the data sheet of the system, or lay it within.`,
      remedies:
        floor.otherGap === null ? [{ label: `Lay it at ${say(within, 'bore')}`, edits: [{ at: place, value: within }] }] : [],
    },
  ];
}

/** A slab that warms the ground and the air before the wall. */
function bareEdge({ rules, say }: Context, floor: Floor, name: string, place: string): Finding[] {
  const wanted = rules.slabEdgeInsulation.limit;
  const lost = edgeLoss(floor, EDGE_SAID_AT);
  if (lost <= 0 || floor.edgeInsulation >= wanted * 0.999) return [];
  const then = edgeLoss({ ...floor, edgeInsulation: wanted }, EDGE_SAID_AT);
  return [
    {
      id: `slab-edge-bare:${place}`,
      rule: 'slab-edge-bare',
      severity: 'mend',
      place,
      component: null,
      title: `${name}: the edge of the heated slab stands open`,
      why: `At ${EDGE_SAID_AT} W/m² it loses ${say(lost, 'heatLoad')} there for being heated; with ${say(wanted, 'thermalResistance')} before it, as about ${say(SLAB_EDGE, 'bore')} of foam, ${say(then, 'heatLoad')}. It cannot be put there later. Local codes may ask for more.`,
      remedies: [{ label: 'Insulate the edge as asked', edits: [{ at: place, value: wanted }] }],
    },
  ];
}

/** Output in W/m2 for which the loss of an edge is said: what a usual room asks on its coldest day. */
const EDGE_SAID_AT = 50;

/**
 * Floors that get too warm at the water they are fed with, whatever the room asks: nothing holds them back but a valve
 * somebody has to close. Better contact would make it worse.
 */
function overWarm({ job, say }: Context): Finding[] {
  const circuits = circuitsById(job);
  return job.rooms.flatMap((room) =>
    roomEmitters(room, circuits).fed.flatMap(({ emitter, law, flow, drop, circuitId }): Finding[] => {
      if (emitter.kind !== 'floor' || !law) return [];
      const ti = room.roomTemperature;
      const given = outputAt([law], excessOf(flow, drop, ti));
      if (given <= mostOutput(emitter, ti) * OVER_WARM) return [];
      return [
        {
          id: `floor-over-warm:rooms/${room.id}:${emitter.id}`,
          rule: 'floor-over-warm',
          severity: 'mend',
          place: `rooms/${room.id}/emitters/${emitter.id}/spacing`,
          component: `circuits/${circuitId}/house`,
          title: `${room.name || room.id}: the floor gets too warm at ${say(flow, 'temperature')}`,
          why: `Fed with that water its surface reaches ${say(surfaceTemperature(overClosest(emitter, given / emitter.area), ti), 'temperature')} as long as it runs; ${say(SURFACE_LIMIT[emitter.use], 'temperature')} is the limit. Mix its water down or put it on a cooler circuit; do not improve its contact.`,
          remedies: [],
        },
      ];
    }),
  );
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
      title: `${room.name || room.id}: ${emitterLabel(emitter)} is on no circuit`,
      why: 'It gets no water. Put the room on a circuit, or the emitter on one of its own.',
      remedies: [],
    },
  ];
}

/** Loops longer or steeper than their pipe allows, once for each floor. */
function reviewLoops(context: Context, design: UnreviewedDesign): Finding[] {
  const { job, say } = context;
  const rooms = new Map(job.rooms.map((room) => [room.id, room]));
  return design.circuits.flatMap(({ id, sized }) => {
    const seen = new Set<string>();
    return (sized?.loops ?? []).flatMap((loop): Finding[] => {
      const key = `${loop.roomId}/${loop.emitterId}`;
      if (loop.emitterId === null || seen.has(key)) return [];
      seen.add(key);
      const emitter = rooms.get(loop.roomId)?.emitters.find((each) => each.id === loop.emitterId);
      if (emitter?.kind !== 'floor') return [];
      const most = mostLoopLength(loop.bore);
      if (loop.length <= most * 1.005 && loop.ownLoss <= 2 * MOST_LOOP_LOSS) return [];
      const place = `rooms/${loop.roomId}/emitters/${emitter.id}/loops`;
      return [
        {
          id: `loop-long:${place}`,
          rule: 'loop-long',
          severity: 'mend',
          place,
          component: `circuits/${id}/house`,
          title: `${loop.roomName}: loops of ${say(loop.length, 'length')} are too long`,
          why: `This pipe is laid up to about ${say(most, 'length')}; these take ${say(loop.ownLoss, 'pressure')}. Water cools and pressure falls along them. More and shorter loops cost ports on the manifold.`,
          remedies: emitter.loops === 'auto' ? [] : [{ label: 'Split it automatically', edits: [{ at: place, value: 'auto' }] }],
        },
      ];
    });
  });
}

/** Loops of unlike length without meters or valves: the short ones take the water of the long ones. */
function unlikeLoops({ job, say }: Context, design: UnreviewedDesign): Finding[] {
  return job.circuits.flatMap((circuit): Finding[] => {
    if (circuit.loopValves !== 'none') return [];
    const loops = design.circuits.find((each) => each.id === circuit.id)?.sized?.loops ?? [];
    const lengths = loops.flatMap(({ behind, length }) => (behind === null ? [length] : []));
    const spread = spreadOf(lengths);
    if (lengths.length < 2 || spread <= ALIKE) return [];
    const place = `circuits/${circuit.id}/loopValves`;
    return [
      {
        id: `loops-unlike:${circuit.id}`,
        rule: 'loops-unlike',
        severity: 'mend',
        place,
        component: `circuits/${circuit.id}/house`,
        title: `${circuit.name}: loops from ${say(Math.min(...lengths), 'length')} to ${say(Math.max(...lengths), 'length')} and nothing to set them by`,
        why: 'The short ones take the water of the long ones, and their rooms its warmth. Without meters loops should agree within a tenth.',
        remedies: [
          { label: 'Give each a meter to set', edits: [{ at: place, value: 'set' }] },
          ...(circuit.loopSplit === 'equal'
            ? []
            : [{ label: 'Split floors into equal loops', edits: [{ at: `circuits/${circuit.id}/loopSplit`, value: 'equal' }] }]),
        ],
      },
    ];
  });
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
