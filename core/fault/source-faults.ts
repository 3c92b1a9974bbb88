import { traitsOf } from '../plant/source-kinds.ts';
import { changeLinks, withLoss } from './change.ts';
import type { Cause, Fault, FaultFamily } from './fault.ts';
import { LOOKS } from './looks.ts';

const CURVE_LOW: Cause = {
  id: 'curve-low',
  label: 'Its curve or set point is too low, or still that of the factory',
  prior: 5,
  look: LOOKS.setpoint,
  cure: 'Set it by the schedule.',
  heard: { 'cold-mornings': 0.2 },
};
const SENSOR_OFF: Cause = {
  id: 'source-sensor',
  label: 'Its sensor is off, or hangs loose',
  prior: 2,
  look: LOOKS.sensor,
  cure: 'Strap it on or change it.',
};
const CURVE_HIGH: Cause = { ...CURVE_LOW, id: 'curve-high', label: 'Its curve or set point is too high', heard: {} };
const LOCKED: Cause = {
  id: 'source-locked',
  label: 'It is locked at a low output, or throttles for want of flow',
  prior: 4,
  look: LOOKS.display,
  cure: 'Read its fault list, and call who may open it.',
  licensed: 'gas',
};
const ICED: Cause = {
  id: 'outdoor-unit',
  label: 'Its outdoor unit is iced or dirty',
  prior: 4,
  look: LOOKS.outdoorUnit,
  cure: 'Clear leaves and snow. Ice that comes back is for who may open the machine.',
  licensed: 'refrigerant',
  heard: { 'cold-mornings': 0.4, defrosts: 0.4 },
};
const OWN_AIR: Cause = {
  id: 'own-air',
  label: 'Its outdoor unit stands between walls and breathes its own air: near freezing it defrosts every quarter of an hour',
  prior: 3,
  look: LOOKS.defrosts,
  cure: 'Give it the clearance its maker asks for, or move it into the open; turning it is for who may open the machine.',
  licensed: 'refrigerant',
  heard: { 'cold-mornings': 0.4, defrosts: 0.85 },
};
const SMALL: Cause = {
  id: 'source-small',
  label: 'It is smaller than the house asks for',
  prior: 2,
  look: LOOKS.rating,
  cure: 'Enter its plate, and see how cold it may get before it falls short.',
};
const OFF: Cause = {
  id: 'source-off',
  label: 'It has shut itself off on a fault, or for want of fuel',
  prior: 4,
  look: LOOKS.display,
  cure: 'Read its fault. Smell of gas: open windows, shut the gas off, leave, and call from outside.',
  licensed: 'gas',
};
const NO_CALL: Cause = {
  id: 'call-missing',
  label: 'Its call never reaches it: an end switch, a relay, the wrong terminals',
  prior: 4,
  look: LOOKS.callWire,
  cure: 'Make the wiring dead, and follow the call by the wiring sheet.',
  licensed: 'mains',
};
const STRAINER: Cause = {
  id: 'source-strainer',
  label: 'The strainer before it is full, or its plates are fouled',
  prior: 5,
  look: LOOKS.strainer,
  cure: 'Clean the strainer; where that does not do, flush the exchanger.',
  heard: { 'heater-shuts-off': 0.5 },
};
const FLOW_SWITCH: Cause = {
  id: 'flow-switch',
  label: 'Its flow switch or filter ball valve holds the water back',
  prior: 2,
  look: LOOKS.display,
  cure: 'Clean the filter; a switch that cuts out with good flow is changed by who may open the heater.',
  licensed: 'mains',
  heard: { 'heater-shuts-off': 0.8 },
};
const VALVE: Cause = {
  id: 'source-valve',
  label: 'A valve at it is half shut',
  prior: 3,
  look: LOOKS.handles,
  cure: 'Open it, and mark which way is open.',
  heard: { 'heater-shuts-off': 0.4 },
};

/** Pressure in Pa that a blockage takes of the source’s design flow. */
const BLOCKED = [10_000, 30_000, 90_000] as const;

/** The source: too cool, too hot, too weak, off, short of flow. */
export const sourceFaults: FaultFamily = ({ job, design, assembly }) => {
  const { source } = design;
  if (!source) return [];
  const name = job.source.name || 'The source';
  const at = { place: 'source', circuitId: null, roomId: null };
  const power =
    (share: number): Pick<Fault, 'apply'>['apply'] =>
    (to) =>
      changeLinks(to, {
        source: (link) =>
          link.heat?.kind === 'source' ? { ...link, heat: { ...link.heat, power: link.heat.power * share } } : link,
      });
  const { heatPump, defrosts } = traitsOf(job.source);
  const faults: Fault[] = [
    {
      ...at,
      id: 'source-cool',
      kind: 'source-cool',
      label: `${name} sends too cool`,
      magnitudes: [5, 10, 18],
      causes: [CURVE_LOW, SENSOR_OFF],
      bend: (site, by) => site.sendMore(-by),
    },
    {
      ...at,
      id: 'source-hot',
      kind: 'source-hot',
      label: `${name} sends too hot`,
      magnitudes: [6, 14],
      causes: [CURVE_HIGH, SENSOR_OFF],
      bend: (site, by) => site.sendMore(by),
    },
    {
      ...at,
      id: 'source-weak',
      kind: 'source-weak',
      label: `${name} gives too little heat`,
      magnitudes: [0.7, 0.45],
      causes: heatPump ? [...(defrosts ? [ICED, OWN_AIR] : []), LOCKED, SMALL] : [LOCKED, SMALL],
      apply: (to, share) => power(share)?.(to, share) ?? to,
    },
    {
      ...at,
      id: 'source-off',
      kind: 'source-off',
      label: `${name} gives no heat at all`,
      magnitudes: [0],
      causes: [OFF, NO_CALL],
      apply: (to, share) => power(share)?.(to, share) ?? to,
    },
  ];
  const flow = source.volumeFlow.value;
  if (assembly.spec.links.some(({ id }) => id === 'source/parts') && flow > 0)
    faults.push({
      ...at,
      id: 'source-blocked',
      kind: 'source-blocked',
      label: `Something stands in the way of the water of ${name}`,
      magnitudes: BLOCKED,
      causes: [STRAINER, VALVE, FLOW_SWITCH],
      apply: (to, loss) => changeLinks(to, { 'source/parts': withLoss(flow, loss) }),
    });
  return faults;
};
