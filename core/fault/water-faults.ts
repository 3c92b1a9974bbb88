import { fluidName } from '../fluid/fluid.ts';
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
const NEVER_SET: Cause = {
  id: 'gas-never-set',
  label: 'The gas of the vessel was never set to the height of the plant',
  prior: 4,
  look: LOOKS.gasSide,
  cure: 'Empty its water side and set its gas by the schedule, before the plant is filled to its pressure.',
  heard: { 'relief-drips': 0.7, 'pressure-falls': 0.3 },
};
const TOO_STRONG: Cause = {
  id: 'glycol-strong',
  label: 'It was mixed too strong, or topped up with concentrate',
  prior: 2,
  look: LOOKS.refractometer,
  cure: 'Draw some off and top it up with water until the sample is right; never thinner than its frost protection asks for.',
};

const PLANT = { circuitId: null, roomId: null } as const;

/** Shares of glycol that are met where less was meant. */
const SHARES = [0.3, 0.5] as const;

/** Water and vessel: filled too low, swinging, thicker than said. */
export const waterFaults: FaultFamily = ({ job }) => {
  const { fluid } = job;
  const present = fluid.kind === 'water' ? 0 : fluid.concentration;
  const kind = fluid.kind === 'water' ? 'propylene-glycol' : fluid.kind;
  const stronger = SHARES.filter((share) => share > present + 0.1);
  const faults: Fault[] = [
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
      causes: [FLAT, WEEPS, NEVER_SET],
    },
  ];
  if (stronger.length > 0)
    faults.push({
      ...PLANT,
      id: 'glycol-strong',
      kind: 'glycol',
      label: `What fills the plant is thicker than ${fluidName(fluid.kind === 'water' ? { kind: 'water' } : { kind, concentration: present })}`,
      place: 'vessel',
      magnitudes: stronger,
      // Where plates part two waters each keeps its own; the thicker one is taken to be everywhere else.
      causes: [TOO_STRONG],
      apply: (to, concentration) => ({
        ...to,
        spec: { ...to.spec, links: to.spec.links.map((link) => ({ ...link, fluid: link.fluid ?? { kind, concentration } })) },
      }),
    });
  return faults;
};
