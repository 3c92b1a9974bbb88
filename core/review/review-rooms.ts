import { fieldAt } from '../../model/fields.ts';
import type { Room } from '../../model/job.ts';
import { newCircuit } from '../../model/new-job.ts';
import { valueAt } from '../../model/place.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { readEmitters } from '../emitter/emitter-words.ts';
import type { Finding, Remedy } from '../finding/finding.ts';
import { BUILDING_CLASSES_DATA } from '../load/rough-loads.ts';
import { inUnits } from '../quantity/in-units.ts';
import { readInJobUnits } from '../quantity/parse.ts';

/** Loads that are only guessed by area: counted, with what they make of the whole. */
function roughLoads({ job, isRough, say }: Context): Finding[] {
  const rough = job.rooms.filter(isRough);
  const [first] = rough;
  if (!first || job.roughLoads === null) return [];
  const sum = rough.reduce((total, room) => total + (room.heatLoad ?? 0), 0);
  const all = job.rooms.reduce((total, room) => total + (room.heatLoad ?? 0), 0);
  return [
    {
      id: 'loads-rough',
      rule: 'loads-rough',
      severity: 'mend',
      place: `rooms/${first.id}/heatLoad`,
      component: first.circuit ? `circuits/${first.circuit}/house` : null,
      title: `${rough.length === 1 ? 'One room has' : `${rough.length} rooms have`} only a rough load`,
      why: `${say(sum, 'power')} of ${say(all, 'power')} are guessed by area (${BUILDING_CLASSES_DATA[job.roughLoads].label.toLowerCase()}, common practice). Everything sized from them is provisional: pipes, pumps, emitters and source. Replace them by a heat-loss calculation before anything is bought.`,
      remedies: [],
    },
  ];
}

const nameOf = (room: { name: string; id: string }): string => room.name || `room ${room.id}`;

/** What is missing or doubtful in the rooms and in what was typed. */
export function reviewRooms(context: Context, design: UnreviewedDesign): Finding[] {
  const { job, rules, say, isRough } = context;
  const findings: Finding[] = [...reviewUnread(context)];
  const unread = new Set(job.unread.map((entry) => entry.place));
  const byName = new Map<string, string>();
  const loose = job.rooms.filter((room) => room.circuit === null && (room.heatLoad ?? 0) > 0);
  if (job.circuits.length === 0 && loose.length > 0) findings.push(withoutCircuits(context, loose));
  findings.push(...roughLoads(context));
  for (const room of job.rooms) {
    const place = `rooms/${room.id}`;
    if (room.heatLoad === null && !unread.has(`${place}/heatLoad`)) {
      findings.push({
        id: `load-missing:${place}`,
        rule: 'load-missing',
        severity: 'mend',
        place: `${place}/heatLoad`,
        component: room.circuit ? `circuits/${room.circuit}/house` : null,
        title: `${nameOf(room)} has no heat load`,
        why: 'A room without a load counts as nothing: flow, pipe and pump come out too small. Enter its load from the heat-loss calculation.',
        remedies: [],
      });
    }
    if (job.circuits.length > 0 && room.circuit === null && (room.heatLoad ?? 0) > 0) {
      findings.push({
        id: `no-circuit:${place}`,
        rule: 'no-circuit',
        severity: 'mend',
        place: `${place}/circuit`,
        component: null,
        title: `${nameOf(room)} is on no circuit`,
        why: `Its ${say(room.heatLoad ?? 0, 'heatLoad')} reach no pump and no pipe. Choose a circuit for it.`,
        remedies: job.circuits.slice(0, 4).map((circuit) => ({
          label: `Put it on ${circuit.name}`,
          edits: [{ at: `${place}/circuit`, value: circuit.id }],
        })),
      });
    }
    const key = room.name.trim().toLowerCase();
    const twin = key === '' ? undefined : byName.get(key);
    if (twin !== undefined) {
      findings.push({
        id: `same-name:${place}`,
        rule: 'same-name',
        severity: 'note',
        place: `${place}/name`,
        component: null,
        title: `Two rooms are called ${room.name.trim()}`,
        why: 'Labels, lists and readings go by the name. Give one of them a name of its own, or delete it if it came in twice.',
        remedies: [],
      });
    } else if (key !== '') byName.set(key, room.id);
  }
  const gap = design.loadGap;
  if (gap && Math.abs(gap.value) > rules.loadGapMost.limit) {
    const rooms = design.figures.roomLoad?.value ?? 0;
    findings.push({
      id: 'load-gap',
      rule: 'load-gap',
      severity: 'mend',
      place: 'wholeHouseLoad',
      component: 'source',
      title: `The rooms together are ${say(Math.abs(gap.value), 'fraction')} ${gap.value > 0 ? 'above' : 'below'} the whole house`,
      why: `The rooms add up to ${say(rooms, 'power')}, the house was given as ${say(job.wholeHouseLoad ?? 0, 'power')}. ${gap.value > 0 ? 'Room figures often carry their own reserves, and count walls between heated rooms' : 'A room may be missing, or the air that leaks in'}: find out which one is right before buying a source. Everything here is sized by the rooms.`,
      remedies: [
        {
          label: 'Drop the whole-house figure and go by the rooms',
          edits: [{ at: 'wholeHouseLoad', value: null }],
        },
        ...(rooms > 0 && job.wholeHouseLoad
          ? [
              {
                label: `Go by the house: every room ${say(Math.abs(job.wholeHouseLoad / rooms - 1), 'fraction')} ${gap.value > 0 ? 'less' : 'more'}`,
                edits: job.rooms.flatMap((room) =>
                  room.heatLoad === null || isRough(room)
                    ? []
                    : [{ at: `rooms/${room.id}/heatLoad`, value: (room.heatLoad * (job.wholeHouseLoad ?? 0)) / rooms }],
                ),
              },
            ]
          : []),
      ],
    });
  }
  return findings;
}

/** Rooms with loads and not one circuit: one finding for all of them, with a start for either kind of emitter. */
function withoutCircuits({ job, say }: Context, rooms: readonly Room[]): Finding {
  const load = rooms.reduce((sum, room) => sum + (room.heatLoad ?? 0), 0);
  const start = (emitters: 'radiators' | 'floor', label: string): Remedy => {
    const circuit = newCircuit('c1', job, { emitters });
    return {
      label,
      edits: [
        { at: 'circuits', value: [circuit] },
        ...rooms.map((room) => ({ at: `rooms/${room.id}/circuit`, value: circuit.id })),
      ],
    };
  };
  return {
    id: 'no-circuits',
    rule: 'no-circuits',
    severity: 'mend',
    place: 'circuits',
    component: null,
    title: `${rooms.length} ${rooms.length === 1 ? 'room is' : 'rooms are'} on no circuit`,
    why: `Their ${say(load, 'power')} reach no pump and no pipe. Start with one circuit and part it later.`,
    remedies: [
      start('radiators', 'Put them on a circuit of radiators'),
      start('floor', 'Put them on a circuit of floor heating'),
    ],
  };
}

/** Every text that was typed for a number and could not be read. */
function reviewUnread({ job }: Context): Finding[] {
  return job.unread.map(({ place, text }) => {
    const field = fieldAt(place);
    const owner = valueAt(job, place.split('/').slice(0, 2).join('/')) as { name?: unknown } | undefined;
    const name = typeof owner?.name === 'string' && owner.name !== '' ? `${owner.name}: ` : '';
    const room = /^rooms\/[^/]+\/emitters$/.test(place) ? job.rooms.find(({ id }) => id === place.split('/')[1]) : undefined;
    const emitters = room && readEmitters(text, room, job);
    const read = field ? readInJobUnits(text, field.kind, job.display) : undefined;
    const reason =
      emitters && !emitters.ok
        ? `names no emitters: ${emitters.reason}`
        : read && !read.ok
          ? read.reason
          : field
            ? `is outside what is possible: ${inUnits(field.remedy, job.display)}`
            : 'belongs to no field';
    return {
      id: `unread:${place}`,
      rule: 'unread',
      severity: 'mend' as const,
      place,
      component: null,
      title: `${name}${field?.label ?? (room ? 'emitters' : place)} “${text.length > 40 ? `${text.slice(0, 40)}…` : text}” is not used`,
      why: `What was typed ${reason}. Until it is mended the design goes on with the value before it.`,
      remedies: [],
    };
  });
}
