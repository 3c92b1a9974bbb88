import type { Job } from '../../model/job.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import { byThermostat } from '../plan/shared-thermostat.ts';
import type { ControlPart } from './control-part.ts';
import { controlDevices } from './devices.ts';
import { hasHighLimit } from './high-limit.ts';
import { summerParts } from './summer-parts.ts';

/** Everything the controls take: what calls, what moves, what watches, what feeds it. Kinds that are not needed are left out. */
export function controlParts(job: Job, design: Design): ControlPart[] {
  const devices = controlDevices(job, design);
  const { controls, hotWater } = job;
  const sum = (of: (zone: (typeof devices.zones)[number]) => number) =>
    devices.zones.reduce((total, zone) => total + of(zone), 0);
  const fed = controls.actuator === '24V' ? '24 V' : 'mains';
  const thermostats = byThermostat(devices.zones).length;
  const zoneValves = builtCircuits(design).filter((circuit) => circuit.sized?.zoneValve).length;
  const motors = devices.mixing.filter((each) => each.motorised).length;
  const heads = devices.mixing.length - motors;
  const limits = builtCircuits(design).filter(({ id, sized, onlyCools }) => {
    const decided = job.circuits.find((each) => each.id === id);
    return sized && !onlyCools && decided && hasHighLimit(decided);
  });
  const parts: ControlPart[] = [
    { label: 'Room thermostats', count: thermostats, note: 'On an inside wall, out of sun and draught' },
    {
      label: `Thermal actuators, ${fed}`,
      count: sum((zone) => zone.actuators),
      note: controls.endSwitches ? 'With end switches' : 'Shut without current, as a rule; check what happens in a power cut',
    },
    { label: `Zone valves with motor, ${fed}`, count: zoneValves, note: 'Close-off pressure above the head of the pump' },
    { label: 'Motors of mixing valves, 24 V', count: motors, note: 'Each with a flow sensor behind its pump' },
    { label: 'Thermostatic heads of mixing valves', count: heads, note: 'Sensor well seated in the flow' },
    {
      label: 'Strap-on stats that hold fans',
      count: builtCircuits(design).filter(
        ({ id, sized }) => sized && job.circuits.some((each) => each.id === id && each.emitters === 'air-units'),
      ).length,
      note: 'On the bare flow pipe before the units, under the insulation; closes when the water is warm',
    },
    ...summerParts(job),
    {
      label: 'Wiring centre',
      count: (controls.wiringCentre ? 1 : 0) + controls.centres.length,
      note: `${thermostats} channels or more; one at each manifold where the cable is long`,
    },
    { label: 'Relays', count: devices.relays, note: 'One for each pump, and one for each call of a source' },
    {
      label: devices.transformer ? `Transformer of ${devices.transformer} VA` : 'Transformers',
      count: devices.transformerLoad > 0 ? 1 : 0,
      note: devices.transformer
        ? `${devices.transformerLoad} VA and a quarter to spare`
        : `${devices.transformerLoad} VA: more than one carries, part the zones`,
    },
    { label: 'Fuses', count: devices.fuses, note: 'As the electrician sizes them' },
    {
      label: 'Isolator for all of it',
      count: design.source ? 1 : 0,
      note:
        controls.isolator === 'switch'
          ? 'All poles, beside the plant, lockable'
          : 'Not said to be there yet: all poles, lockable',
    },
    { label: 'High-limit stats, on the flow', count: limits.length, note: 'In series with the pump they stop' },
    { label: 'Cylinder stat', count: hotWater ? 1 : 0, note: 'In the pocket of the cylinder' },
    {
      label: 'Overheat stat of the cylinder',
      count: hotWater?.overheatStat ? 1 : 0,
      note: 'In series with what charges it, set back by hand',
    },
    {
      label: 'Outdoor sensor',
      count: job.source.curve || job.circuits.some((circuit) => circuit.curve) ? 1 : 0,
      note: 'North wall, out of the sun, away from windows and flues',
    },
  ];
  return parts.filter((part) => part.count > 0);
}
