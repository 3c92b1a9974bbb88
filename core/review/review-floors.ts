import type { Emitter, Floor } from '../../model/emitter.ts';
import type { Context } from '../design/context.ts';
import { mostOutput } from '../emitter/emitter.ts';
import { edgeLoss, FLOOR_DATA, floorPipe, overClosest, SURFACE_LIMIT, surfaceTemperature } from '../emitter/floor.ts';
import { circuitsById, roomEmitters } from '../emitter/ladder.ts';
import { excessOf, outputAt } from '../emitter/law.ts';
import type { Finding } from '../finding/finding.ts';

/** Where EN 1264-2 ends: spacing and covering. */
const METHOD = { spacing: 0.375, covering: 0.15 };
/** Output over that at the surface limit from which a floor counts as too warm: the weather seldom asks for all of it. */
const OVER_WARM = 1.05;

/** Findings on floors, each by itself: outside their method or data, open edges, bare undersides, too warm for their water. */
export function reviewFloors(context: Context): Finding[] {
  return [
    ...context.job.rooms.flatMap((room) =>
      room.emitters.flatMap((emitter) => reviewFloor(context, emitter, `rooms/${room.id}`, room.name || room.id)),
    ),
    ...uninsulated(context),
    ...overWarm(context),
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
