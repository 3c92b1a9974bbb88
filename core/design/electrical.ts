import type { Job, SourceKind } from '../../model/job.ts';
import { changeoversOf } from '../plan/changeover.ts';
import { SOURCE_TRAITS, traitsOf } from '../plant/source-kinds.ts';
import { allPumps } from './all-pumps.ts';
import { builtCircuits } from './built-circuits.ts';
import type { Design } from './design.ts';
import { type Feed, feedOf } from './mains.ts';

/** Something on the wall that wants electricity. */
export interface Supply extends Feed {
  label: string;
  /** Most it draws, W. */
  power: number;
  /** Fed by a circuit and a switch of its own; otherwise from the wiring centre. */
  own: boolean;
  why: string;
}

/** Fan, controls and ignition of a burner, W; supplementary heaters and compressors come on top: from memory. */
const CONTROLS = 150;
/** Motor of a mixing or zone valve, and of a thermal actuator on a loop, W: from memory. */
const VALVE_MOTOR = 6;
const ACTUATOR = 2;

/**
 * What the electrician has to bring: circuits of their own for what heats with electricity, one for the controls and all
 * that hangs on them. Powers of pumps are those of their duty points; local codes decide sizes and protection.
 */
export function electricalSupply(job: Job, design: Design): Supply[] {
  const { source } = design;
  if (!source) return [];
  const list: Drawing[] = [];
  const heater = (label: string, kind: SourceKind, output: number, cop: number | null) => {
    const { heatPump, electric } = SOURCE_TRAITS[kind];
    if (!heatPump && !electric) {
      list.push({ label, power: CONTROLS, own: true, why: 'Fan, ignition and controls; a switch beside it to make it dead.' });
      return;
    }
    list.push({
      label,
      power: heatPump ? output / (cop ?? 1) : output,
      glows: !heatPump,
      own: true,
      why: heatPump
        ? 'Output over COP on the design day; its starting current and any heater inside are on its plate.'
        : 'All its heat comes from the cable: a circuit of its own, often on three phases.',
    });
  };
  heater(job.source.name || 'Source', job.source.kind, source.capacity.value, design.heatPump?.cop.value ?? null);
  for (const further of job.furtherSources)
    heater(
      further.name || 'Further source',
      further.kind,
      further.capacity,
      traitsOf(further).heatPump ? (design.heatPump?.cop.value ?? 3) : null,
    );
  const centre = 'From the wiring centre, fused there.';
  for (const pump of allPumps(design)) {
    if (pump.duty) list.push({ label: `Pump: ${pump.label}`, power: pump.duty.power.value, own: false, why: centre });
  }
  const motors = builtCircuits(design).filter(({ id, sized }) => {
    const motorised = job.circuits.find((circuit) => circuit.id === id)?.mixingDrive === 'motorised';
    return sized && ((sized.valve && motorised) || sized.zoneValve);
  });
  if (motors.length > 0)
    list.push({ label: `${motors.length} valve motors`, power: motors.length * VALVE_MOTOR, own: false, why: centre });
  const turning = changeoversOf(job).length * 2;
  if (turning > 0) list.push({ label: `${turning} changeover valves`, power: turning * VALVE_MOTOR, own: false, why: centre });
  const loops = job.circuits
    .filter((circuit) => circuit.zones === 'rooms' && circuit.loopValves !== 'thermostatic')
    .reduce(
      (sum, circuit) =>
        sum +
        (builtCircuits(design)
          .find((each) => each.id === circuit.id)
          ?.sized?.loops.filter(({ behind }) => behind === null).length ?? 0),
      0,
    );
  if (loops > 0) list.push({ label: `${loops} loop actuators`, power: loops * ACTUATOR, own: false, why: centre });
  const fromCentre = list.filter((each) => !each.own).reduce((sum, each) => sum + each.power, 0);
  list.push({
    label: 'Wiring centre',
    power: fromCentre,
    own: true,
    why: 'One circuit for pumps, valves and thermostats together, with a switch that makes all of it dead.',
  });
  return list.map((each) => ({ ...each, ...feedOf(each.power, each.glows !== true, job.display) }));
}

/** A supply before it is known what feeds it; whether what draws it glows, and does not turn. */
type Drawing = Omit<Supply, keyof Feed> & { glows?: boolean };
