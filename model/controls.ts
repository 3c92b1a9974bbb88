import { z } from 'zod';
import { autoOr, deltaT, Id, Name, quantity, temperature } from './schema-parts.ts';

/** Who turns a plant over: somebody by a switch, the calendar, the weather, or the rooms themselves. */
const MASTERS = ['hand', 'season', 'weather', 'rooms'] as const;

/** What a thermostat or an input speaks: it only closes a contact, it sends 24 V, or it sends the mains. */
export const SIGNALS = ['contact', '24V', 'mains'] as const;
export type Signal = (typeof SIGNALS)[number];
/** How the source is asked for heat. */
export const SOURCE_CALLS = ['contact', '0-10V', 'bus'] as const;

/** Whether the plant can be cut off the mains; `unknown` until somebody has looked. */
const ISOLATORS = ['unknown', 'switch', 'none'] as const;

export const ControlsSchema = z.strictObject({
  thermostat: z.enum(SIGNALS, `is no signal; use one of ${SIGNALS.join(', ')}`),
  /** What actuators and zone valves run on. */
  actuator: z.enum(['24V', 'mains'], 'is neither "24V" nor "mains"'),
  /** What the relays of the pumps, or the inputs of the wiring centre, want. */
  relay: z.enum(SIGNALS, `is no signal; use one of ${SIGNALS.join(', ')}`),
  /** A wiring centre between thermostats and actuators: it turns one signal into the other. */
  wiringCentre: z.boolean('is neither true nor false'),
  /** Further wiring centres, at manifolds of their own or on other storeys, by the circuits they look after; any of them calls. */
  centres: z
    .array(z.strictObject({ id: Id, name: Name, circuits: z.array(Id).max(40, 'holds more than 40 circuits') }))
    .max(12, 'holds more than 12 wiring centres; join some'),
  /** Actuators that say when they are open. */
  endSwitches: z.boolean('is neither true nor false'),
  /** Seconds an actuator or a zone valve takes to open; `auto` is usual for its kind. */
  actuatorTime: autoOr(quantity('controls/actuatorTime')),
  /** What one actuator draws, W. */
  actuatorPower: quantity('controls/actuatorPower'),
  sourceCall: z.enum(SOURCE_CALLS, `is no way to call; use one of ${SOURCE_CALLS.join(', ')}`),
  /** Longest the heating waits for the cylinder, s; null for ever. */
  priorityTimeout: quantity('controls/priorityTimeout').nullable(),
  /** How long pumps run on after the source stops, s. */
  overrun: quantity('controls/overrun'),
  /** Pumps and valves move once a week in summer. */
  exercise: z.boolean('is neither true nor false'),
  /** Who turns the plant from heating to cooling and back, and what keeps it from doing both. */
  summer: z.strictObject({
    master: z.enum(MASTERS, `is no master; use one of ${MASTERS.join(', ')}`),
    /** Mean outdoor temperature of a day below which it heats and above which it cools; between the two it rests. */
    heatsBelow: temperature('controls/summer/heatsBelow'),
    coolsAbove: temperature('controls/summer/coolsAbove'),
    /** One contact that takes the call of the other mode away. */
    lock: z.boolean('is neither true nor false'),
    /** Whether rooms are brought to their set point first, or their air to its dew point. */
    first: z.enum(['set-point', 'dew-point'], 'is neither "set-point" nor "dew-point"'),
  }),
  /** One switch that cuts source, pumps and controls off the mains on all poles, beside the plant. */
  isolator: z.enum(ISOLATORS, `is no answer; use one of ${ISOLATORS.join(', ')}`),
});
export type Controls = z.infer<typeof ControlsSchema>;

/** A flow temperature that follows the weather: 20 + slope (20 - outdoor) + shift, between two limits, degrees C. */
const curveAt = (place: 'source/curve' | 'circuits/*/curve') =>
  z
    .strictObject({
      slope: autoOr(quantity(`${place}/slope`)),
      shift: deltaT(`${place}/shift`),
      least: temperature(`${place}/least`),
      most: temperature(`${place}/most`),
    })
    .nullable();
export const SourceCurve = curveAt('source/curve');
export const CircuitCurve = curveAt('circuits/*/curve');
export type WeatherCurve = NonNullable<z.infer<typeof SourceCurve>>;
