import type { Zone } from '../design/assembly.ts';
import type { Cause, Fault, FaultFamily, SoundPlant } from './fault.ts';
import { LOOKS } from './looks.ts';

const LEAK: Cause = {
  id: 'leak',
  label: 'Water is lost somewhere, which a feeder hides',
  prior: 3,
  look: LOOKS.wet,
  cure: 'Shut the feeder, part the plant by its valves, and see which part loses pressure over night.',
  heard: { 'pressure-falls': 0.8 },
};
const AIR_LEFT: Cause = {
  id: 'air-left',
  label: 'Air has left since it was filled, and nobody topped it up',
  prior: 5,
  look: LOOKS.gauge,
  cure: 'Top it up cold to the filling pressure; a fall that ends was air, one that goes on is a leak.',
  heard: { 'pressure-falls': 0.5, gurgling: 0.4 },
};
const FLAT: Cause = {
  id: 'vessel-flat',
  label: 'The vessel has lost its gas, or is too small',
  prior: 5,
  look: LOOKS.gasSide,
  cure: 'Pump it up with its water side empty and open; water at the valve means a torn skin: change it.',
  heard: { 'relief-drips': 0.8, 'pressure-falls': 0.6 },
};
const WEEPS: Cause = {
  id: 'relief-weeps',
  label: 'The relief valve weeps by itself',
  prior: 2,
  look: LOOKS.weeps,
  cure: 'Change it: a relief is never repaired, and never shut off.',
  heard: { 'relief-drips': 0.9, 'pressure-falls': 0.7 },
};
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

const PLANT = { circuitId: null, roomId: null } as const;

/** Water, vessel and controls: what a steady state shows little of, and people tell. */
export const waterFaults: FaultFamily = ({ job, assembly }) => {
  return [
    {
      ...PLANT,
      id: 'fill-low',
      kind: 'fill-low',
      label: 'The plant is filled too low',
      place: 'vessel',
      magnitudes: [40_000, 80_000],
      causes: [LEAK, AIR_LEFT],
      bend: (site, by) => site.fillMore(-by),
    },
    {
      ...PLANT,
      id: 'pressure-swings',
      kind: 'pressure-swings',
      label: 'Its pressure swings with its temperature',
      place: 'vessel',
      magnitudes: [1],
      causes: [FLAT, WEEPS],
    },
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
