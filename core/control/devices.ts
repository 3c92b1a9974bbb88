import type { Job, Signal } from '../../model/job.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { UnreviewedDesign } from '../design/design.ts';

/** What one thermostat moves. */
export interface ZoneDevices {
  id: string;
  label: string;
  circuitId: string;
  circuitName: string;
  /** Thermostat of several rooms that calls it; none where it is its own. */
  thermostat?: string;
  /** Thermal actuators on loops; motors of zone valves. */
  actuators: number;
  motors: number;
  /** Power of these, VA. */
  power: number;
  /** The pump that runs when it calls; null where one pump moves all. */
  pump: string | null;
}

/** Everything that is switched, and what feeds it. */
export interface ControlDevices {
  zones: ZoneDevices[];
  /** Motors of mixing valves by circuit, VA together. */
  mixing: { circuitId: string; circuitName: string; motorised: boolean }[];
  /** Actuators and motors together on 24 V, VA; 0 where they run on the mains. */
  transformerLoad: number;
  /** The transformer to take: the next size with a quarter to spare; null where none is needed. */
  transformer: number | null;
  /** Relays for pumps and for the source's call, and fuses. */
  relays: number;
  fuses: number;
}

/** Motor of a zone or mixing valve, VA: from memory. */
const MOTOR_POWER = 6;
/** Spare on a transformer, also for what thermal actuators draw while they are cold, and sizes one can buy, VA: common practice. */
const TRANSFORMER_SPARE = 0.25;
export const TRANSFORMERS = [20, 35, 50, 63, 75, 100, 150, 200, 250, 320, 400, 500, 630, 800, 1000] as const;

/** The smallest transformer that carries a load in VA with its spare; null beyond the largest. */
export const transformerFor = (load: number): number | null =>
  load <= 0 ? null : (TRANSFORMERS.find((size) => size >= load * (1 + TRANSFORMER_SPARE)) ?? null);

export function controlDevices(job: Job, design: UnreviewedDesign): ControlDevices {
  const onlyCool = new Set(design.circuits.flatMap(({ id, onlyCools }) => (onlyCools ? [id] : [])));
  const asked = [
    ...(design.solved?.zones ?? []),
    ...(design.cooling?.zones ?? []).filter(({ circuitId }) => onlyCool.has(circuitId)),
  ];
  const zones = asked.map((zone): ZoneDevices => {
    const circuit = builtCircuits(design).find((each) => each.id === zone.circuitId);
    const actuators = zone.valves.length;
    const motors = circuit?.sized?.zoneValve ? 1 : 0;
    return {
      id: zone.id,
      label: zone.label,
      circuitId: zone.circuitId,
      circuitName: circuit?.name ?? zone.circuitId,
      ...(zone.thermostat === undefined ? {} : { thermostat: zone.thermostat }),
      actuators,
      motors,
      power: actuators * job.controls.actuatorPower + motors * MOTOR_POWER,
      pump: circuit?.sized?.pump ? `circuits/${zone.circuitId}/pump` : null,
    };
  });
  const mixing = builtCircuits(design).flatMap(({ id, name, sized }) => {
    const decided = job.circuits.find((each) => each.id === id);
    return sized?.valve && decided ? [{ circuitId: id, circuitName: name, motorised: decided.mixingDrive === 'motorised' }] : [];
  });
  const valves = new Set(zones.filter((zone) => zone.motors > 0).map((zone) => zone.circuitId)).size;
  const actuators = zones.reduce((sum, zone) => sum + zone.actuators, 0);
  const low =
    (job.controls.actuator === '24V' ? actuators * job.controls.actuatorPower + valves * MOTOR_POWER : 0) +
    mixing.filter((each) => each.motorised).length * MOTOR_POWER;
  const pumps =
    builtCircuits(design).reduce((sum, { sized }) => sum + (sized?.pump ? 1 : 0) + (sized?.injection ? 1 : 0), 0) +
    (design.distribution ? 1 : 0) +
    (design.source?.pump ? 1 : 0) +
    design.furtherSources.length +
    (job.hotWater ? 1 : 0) +
    (job.hotWater && job.hotWater.circulation !== 'none' ? 1 : 0);
  return {
    zones,
    mixing,
    transformerLoad: low,
    transformer: transformerFor(low),
    relays: pumps + 1 + design.furtherSources.length,
    fuses: 1 + (low > 0 ? 1 : 0) + design.furtherSources.length,
  };
}

/** Whether a signal can go straight into an input. */
export const fits = (signal: Signal, input: Signal): boolean => signal === input;

export const SIGNAL_WORDS: Record<Signal, string> = { contact: 'a dry contact', '24V': '24 V', mains: 'mains voltage' };
