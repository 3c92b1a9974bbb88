import type { Zone } from '../design/assembly.ts';
import type { Cause, Fault, FaultFamily, SoundPlant } from './fault.ts';
import { LOOKS } from './looks.ts';

const CYCLES: Cause = {
  id: 'cycles',
  label: 'It holds too little water, or gives too much, for the zone that calls',
  prior: 5,
  look: LOOKS.startsAnHour,
  cure: 'See the buffer and the longest run with one zone calling; a wider band or a buffer lengthens it.',
  heard: { 'short-cycling': 0.9 },
};
const IN_SUN: Cause = {
  id: 'thermostat-place',
  label: 'It hangs in the sun or over something warm, or is set low',
  prior: 4,
  look: LOOKS.thermostatPlace,
  cure: 'Move it to an inside wall, 1.5 m up, out of sun and draught; read its set point.',
};
const IN_DRAUGHT: Cause = {
  ...IN_SUN,
  id: 'thermostat-draught',
  label: 'It hangs in a draught or on a cold wall, or is set high',
  prior: 2,
};
const SET_BACK: Cause = {
  id: 'set-back',
  label: 'It is set back too deep, or too long',
  prior: 4,
  look: LOOKS.setback,
  cure: 'Shorten or lessen the set-back until the house is warm in time.',
  heard: { 'cold-mornings': 0.9 },
};
const MASTERS: Cause = {
  id: 'two-masters',
  label: 'Two controls command the heater, each by a curve or clock of its own',
  prior: 3,
  look: LOOKS.masters,
  cure: 'Let one of them command, and set the other to follow; write down which.',
  licensed: 'mains',
  heard: { 'short-cycling': 0.5, 'cold-mornings': 0.4, 'heater-shuts-off': 0.2 },
};

const PLANT = { circuitId: null, roomId: null } as const;

/** Controls: cycling, set-backs, two that command one heater, thermostats that feel something else than their room. */
export const controlFaults: FaultFamily = ({ job, assembly }) => {
  return [
    {
      ...PLANT,
      id: 'cycles',
      kind: 'cycles',
      label: `${job.source.name || 'The source'} starts and stops all the time`,
      place: 'source',
      magnitudes: [1],
      causes: [CYCLES],
    },
    {
      ...PLANT,
      id: 'set-back',
      kind: 'set-back',
      label: 'The plant rests too long at night',
      place: 'controls',
      magnitudes: [1],
      causes: [SET_BACK],
    },
    {
      ...PLANT,
      id: 'two-masters',
      kind: 'two-masters',
      label: `More than one control commands ${job.source.name || 'the source'}`,
      place: 'controls',
      magnitudes: [1],
      causes: [MASTERS],
    },
    ...assembly.zones.flatMap((zone) => thermostatFaults(zone, assembly)),
  ];
};

/** A thermostat that feels something else than its rooms leaves them colder or warmer than they are asked to be. */
function thermostatFaults({ id, label, circuitId, valves }: Zone, { circuits }: SoundPlant['assembly']): Fault[] {
  const own = id.startsWith('rooms/') ? (id.split('/')[1] ?? null) : null;
  const loops = circuits.find((each) => each.id === circuitId)?.loops ?? [];
  const switched = loops.filter(({ valve }) => valves.length === 0 || valves.includes(valve));
  const rooms = own === null ? [...new Set(switched.map(({ roomId }) => roomId))] : [own];
  const off = (sign: 1 | -1, cause: Cause): Fault => ({
    id: `thermostat-${sign < 0 ? 'cold' : 'warm'}@${id}`,
    kind: 'thermostat',
    label: `The thermostat of ${label} leaves it too ${sign < 0 ? 'cold' : 'warm'}`,
    place: id,
    circuitId,
    roomId: own,
    magnitudes: [2, 4],
    causes: [cause],
    bend: (site, by) => {
      for (const roomId of rooms) site.warmRoom(roomId, sign * by);
    },
  });
  return [off(-1, IN_SUN), off(1, IN_DRAUGHT)];
}
