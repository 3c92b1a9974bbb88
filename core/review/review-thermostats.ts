import type { Job, RoomThermostat } from '../../model/job.ts';
import { zonedRooms } from '../control/zoned-rooms.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Finding, Remedy } from '../finding/finding.ts';

/** Thermostats that call nothing, that two share a room, that name rooms which are gone. */
export function reviewThermostats({ job }: Context, design: UnreviewedDesign): Finding[] {
  return job.thermostats.flatMap((thermostat, i) => [
    ...callsNothing(job, design, thermostat),
    ...sharesRooms(job, thermostat, i),
    ...namesGone(job, thermostat),
  ]);
}

const nameOf = (thermostat: RoomThermostat): string => thermostat.name || thermostat.id;

const without = (job: Job, thermostat: RoomThermostat): Remedy => ({
  label: 'Take this thermostat out',
  edits: [{ at: 'thermostats', value: job.thermostats.filter((each) => each.id !== thermostat.id) }],
});

function callsNothing(job: Job, design: UnreviewedDesign, thermostat: RoomThermostat): Finding[] {
  const zoned = zonedRooms(job, design.circuits);
  if (thermostat.rooms.some((room) => zoned.has(room))) return [];
  // Circuits of its rooms that run as a whole could be zoned by rooms instead.
  const whole = job.circuits.filter(
    ({ id, zones, loopValves }) =>
      zones === 'circuit' &&
      loopValves !== 'thermostatic' &&
      design.circuits.some((each) => each.id === id && thermostat.rooms.some((room) => each.roomIds.includes(room))),
  );
  const reason =
    thermostat.rooms.length === 0
      ? 'No room is given to it.'
      : whole.length > 0
        ? `Its rooms hang on ${whole.map(({ name, id }) => name || id).join(', ')}, which calls as a whole.`
        : 'Its rooms are gone, have no load, or follow thermostatic valves.';
  return [
    {
      id: `thermostat-idle:${thermostat.id}`,
      rule: 'thermostat-idle',
      severity: 'mend',
      place: `thermostats/${thermostat.id}/rooms`,
      component: null,
      title: `The thermostat ${nameOf(thermostat)} calls nothing`,
      why: `${reason} Whatever it is set to, no valve opens and no pump runs for it.`,
      remedies: [
        ...(whole.length > 0
          ? [
              {
                label: `Zone ${whole.map(({ name, id }) => name || id).join(', ')} by rooms`,
                edits: whole.map(({ id }) => ({ at: `circuits/${id}/zones`, value: 'rooms' })),
              },
            ]
          : []),
        without(job, thermostat),
      ],
    },
  ];
}

function sharesRooms(job: Job, thermostat: RoomThermostat, i: number): Finding[] {
  const before = job.thermostats.slice(0, i);
  const taken = thermostat.rooms.filter((room) => before.some((each) => each.rooms.includes(room)));
  if (taken.length === 0) return [];
  const names = taken.map((id) => job.rooms.find((room) => room.id === id)?.name || id).join(', ');
  return [
    {
      id: `thermostat-shared:${thermostat.id}`,
      rule: 'thermostat-shared',
      severity: 'mend',
      place: `thermostats/${thermostat.id}/rooms`,
      component: null,
      title: `${names}: two thermostats for one room`,
      why: 'Two of them quarrel: one calls while the other has had enough. Only the first one named counts here.',
      remedies: [
        {
          label: `Leave them to the first, take them from ${nameOf(thermostat)}`,
          edits: [{ at: `thermostats/${thermostat.id}/rooms`, value: thermostat.rooms.filter((room) => !taken.includes(room)) }],
        },
      ],
    },
  ];
}

function namesGone(job: Job, thermostat: RoomThermostat): Finding[] {
  const there = thermostat.rooms.filter((id) => job.rooms.some((room) => room.id === id));
  if (there.length === thermostat.rooms.length || there.length === 0) return [];
  return [
    {
      id: `thermostat-gone:${thermostat.id}`,
      rule: 'thermostat-gone',
      severity: 'note',
      place: `thermostats/${thermostat.id}/rooms`,
      component: null,
      title: `The thermostat ${nameOf(thermostat)} names rooms that are not in the job`,
      why: 'They were taken out, or come from another file. It works for those that are left.',
      remedies: [{ label: 'Forget them', edits: [{ at: `thermostats/${thermostat.id}/rooms`, value: there }] }],
    },
  ];
}
