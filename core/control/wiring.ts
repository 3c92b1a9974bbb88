import type { Job } from '../../model/job.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { changeoversOf } from '../plan/changeover.ts';
import { coldSideOf } from '../plan/cold-side.ts';
import { runsOpen } from '../plan/open-plant.ts';
import { byThermostat } from '../plan/shared-thermostat.ts';
import { nameOf } from '../plant/further-sources.ts';
import { controlDevices, SIGNAL_WORDS, type ZoneDevices } from './devices.ts';
import { hasHighLimit } from './high-limit.ts';

/** One connection of the wiring schedule. */
export interface Wire {
  /** First and last of its terminals in the wiring centre, numbered from 1; null where it does not come there. */
  terminals: { first: number; last: number } | null;
  /** What stands on each of them, in order. */
  cores: readonly string[];
  what: string;
  from: string;
  to: string;
  carries: string;
  note: string;
}

/** Cores of a cable by what it carries: common practice; the makers' manuals decide. */
const CORES: Record<string, readonly string[]> = {
  'a dry contact': ['common', 'contact'],
  '24 V': ['24 V', '0 V'],
  mains: ['L switched', 'N', 'PE'],
  'mains voltage': ['L', 'N', 'L switched'],
  'mains, switched': ['L switched', 'N', 'PE'],
  'mains, switched by the source': ['L switched', 'N', 'PE'],
  '24 V, open and close': ['0 V', 'open', 'close'],
  '0 to 10 V': ['0-10 V', '0 V'],
  '0 to 10 V and mains': ['L', 'N', 'PE', '0-10 V', '0 V'],
  bus: ['bus +', 'bus -'],
  'sensor, apart from mains cables': ['sensor', 'sensor'],
};

/** Terminals of a connection as they stand in a schedule: "4–6", or those of the source where it does not come to the centre. */
export const terminalWords = ({ terminals }: Wire): string =>
  terminals === null
    ? 'at the source'
    : terminals.first === terminals.last
      ? `${terminals.first}`
      : `${terminals.first}–${terminals.last}`;

/** What a wiring centre is called. */
const nameOfCentre = (id: string, name: string): string => name || `Wiring centre ${id}`;

/** Every connection, terminal by terminal: thermostats in, actuators, pumps and the source's call out, safety stats in series. */
export function wiringSchedule(job: Job, design: Design): Wire[] {
  const { controls } = job;
  const devices = controlDevices(job, design);
  const wires: Wire[] = [];
  const centre = controls.wiringCentre ? 'Wiring centre' : 'Terminal strip';
  // Each centre counts its own terminals from 1.
  const used = new Map([[centre, 0], ...controls.centres.map(({ id, name }): [string, number] => [nameOfCentre(id, name), 0])]);
  const centreOf = (circuitId: string): string => {
    const own = controls.centres.find(({ circuits }) => circuits.includes(circuitId));
    return own ? nameOfCentre(own.id, own.name) : centre;
  };
  const add = (what: string, from: string, to: string, carries: string, note = '') => {
    const cores = CORES[carries] ?? [];
    const here = [from, to].find((end) => used.has(end));
    const taken = here === undefined ? 0 : (used.get(here) ?? 0);
    const terminals = here === undefined ? null : { first: taken + 1, last: taken + Math.max(cores.length, 1) };
    if (terminals && here !== undefined) used.set(here, terminals.last);
    wires.push({ terminals, cores, what, from, to, carries, note });
  };
  const actuated = controls.actuator === '24V' ? '24 V' : 'mains';
  // A thermostat of several rooms has one pair of terminals, whatever it opens.
  const open = runsOpen(job);
  for (const group of byThermostat(devices.zones)) {
    const { label } = group[0] as ZoneDevices;
    const others = group.length > 1 ? `Calls on ${group.map((zone) => zone.circuitName).join(' and ')}` : '';
    add(
      `Thermostat ${label}`,
      label,
      centreOf((group[0] as ZoneDevices).circuitId),
      SIGNAL_WORDS[controls.thermostat],
      open ? 'Left open for good: the weather leads' : others,
    );
  }
  for (const zone of devices.zones) {
    if (zone.actuators > 0)
      add(
        `${zone.actuators} actuator${zone.actuators > 1 ? 's' : ''} of ${zone.label}`,
        centreOf(zone.circuitId),
        `Manifold of ${zone.circuitName}`,
        actuated,
      );
    if (zone.actuators > 0 && controls.endSwitches)
      add(
        `End switches of ${zone.label}`,
        `Manifold of ${zone.circuitName}`,
        centreOf(zone.circuitId),
        'a dry contact',
        'In series with the call for heat',
      );
  }
  for (const circuit of builtCircuits(design)) {
    const { sized, onlyCools, name, id } = circuit;
    const own = centreOf(id);
    const decided = job.circuits.find((each) => each.id === id);
    if (!sized || !decided) continue;
    const limit = !onlyCools && hasHighLimit(decided) ? 'High-limit stat in series in the live' : '';
    if (sized.pump) add(`Pump ${name}`, own, `Pump of ${name}`, 'mains, switched', limit);
    if (sized.zoneValve) add(`Zone valve ${name}`, own, `Zone valve of ${name}`, actuated);
    if (sized.injection)
      add(
        `Injection ${name}`,
        own,
        `Injection pump of ${name}`,
        sized.injection.variable ? '0 to 10 V and mains' : 'mains, switched',
        limit,
      );
    if (sized.valve && decided.mixingDrive === 'motorised')
      add(
        `Mixing valve ${name}`,
        own,
        `Motor of the mixing valve of ${name}`,
        '24 V, open and close',
        'Flow sensor behind the pump',
      );
  }
  for (const { id, name } of controls.centres)
    add(
      `Call of ${nameOfCentre(id, name)}`,
      nameOfCentre(id, name),
      centre,
      'a dry contact',
      'In parallel with the others: any of them calls for heat',
    );
  if (design.distribution) add('Pump of all circuits', centre, 'Pump at the flow bar', 'mains, switched');
  if (job.hotWater) {
    add('Cylinder stat', 'Cylinder', centre, 'a dry contact');
    add(
      !pipingOf(job).branch('hotWater').pump ? 'Charging valve' : 'Charging pump',
      centre,
      'Cylinder',
      !pipingOf(job).branch('hotWater').pump ? actuated : 'mains, switched',
      job.hotWater.overheatStat ? 'Overheat stat in series in the live' : '',
    );
    if (job.hotWater.circulation !== 'none') add('Circulation pump', centre, 'Circulation', 'mains, switched');
  }
  if (design.source) {
    const carries = { contact: 'a dry contact', '0-10V': '0 to 10 V', bus: 'bus' }[controls.sourceCall];
    add(
      'Call for heat',
      centre,
      job.source.name || 'Source',
      carries,
      'Check in its manual that this input bears what is connected',
    );
    if (design.source.pump) add('Source pump', job.source.name || 'Source', 'Source pump', 'mains, switched by the source');
    if (job.source.curve) add('Outdoor sensor', 'North wall', job.source.name || 'Source', 'sensor, apart from mains cables');
  }
  addSummer(job, centre, centreOf, add);
  for (const further of job.furtherSources)
    add(
      `Call for ${nameOf(further)}`,
      centre,
      nameOf(further),
      'a dry contact',
      further.order === 'backup' ? 'Changed over, never with the first' : '',
    );
  return wires;
}

/** What summer adds: who turns the plant over, the valves, what guards each circuit, and the call for cold. */
function addSummer(
  job: Job,
  centre: string,
  centreOf: (circuitId: string) => string,
  add: (what: string, from: string, to: string, carries: string, note?: string) => void,
): void {
  const side = coldSideOf(job);
  if (!side) return;
  const { summer } = job.controls;
  if (summer.master === 'hand')
    add(
      'Heating or cooling',
      'Switch in the house',
      centre,
      'a dry contact',
      summer.lock ? 'Over the locking relay: it takes the call of the other mode away' : '',
    );
  for (const { name } of changeoversOf(job))
    add(
      `Changeover valves ${name}`,
      centre,
      `Valves of ${name}`,
      '24 V, open and close',
      'Flow and return together; end switches in series with the call for cold',
    );
  for (const { id, name, cooling } of side.circuits) {
    if (cooling.guard === 'dew-point')
      add(
        `Dew-point guard ${name}`,
        `Manifold of ${name}`,
        centreOf(id),
        'a dry contact',
        'In series with what moves its cold water',
      );
    if (cooling.guard === 'room')
      for (const room of job.rooms.filter(({ circuit }) => circuit === id))
        add(`Humidity ${room.name || room.id}`, room.name || room.id, centreOf(id), 'sensor, apart from mains cables');
    if (cooling.drain === 'pump')
      add(`Float switch ${name}`, `Tray of ${name}`, centreOf(id), 'a dry contact', 'In series with the fan');
  }
  if (side.circuits.some(({ cooling }) => cooling.guard === 'weather'))
    add('Temperature and humidity outdoors', 'North wall', centre, 'sensor, apart from mains cables');
  add(
    'Call for cold',
    centre,
    side.source.kind === 'own' ? side.source.chiller.name || 'Machine of the cold tank' : job.source.name || 'Source',
    'a dry contact',
    'An input of its own, apart from the call for heat',
  );
}
