import type { Cause, Fault, FaultFamily } from './fault.ts';
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
  label: 'Its thermostat hangs in the sun, in a draught, or over something warm',
  prior: 4,
  look: LOOKS.thermostatPlace,
  cure: 'Move it to an inside wall, 1.5 m up, out of sun and draught.',
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
  const zones = assembly.zones.filter(({ id }) => id.startsWith('rooms/'));
  return [
    {
      ...PLANT,
      id: 'fill-low',
      kind: 'fill-low',
      label: 'The plant is filled too low',
      place: 'vessel',
      magnitudes: [40_000, 80_000],
      causes: [LEAK, AIR_LEFT],
      bend: (site, by) => site.setFillOffset(-by),
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
    ...zones.map(
      ({ id, label, circuitId }): Fault => ({
        id: `thermostat@${id}`,
        kind: 'thermostat',
        label: `The thermostat of ${label} does not feel its room`,
        place: id,
        circuitId,
        roomId: id.split('/')[1] ?? null,
        magnitudes: [1],
        causes: [{ ...IN_SUN, heard: { 'room-cold': 0.7, 'room-hot': 0.3 } }],
      }),
    ),
  ];
};
