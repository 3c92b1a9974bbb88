import type { Field } from './field.ts';

/** The numbers of controls and weather curves. */
export const CONTROL_FIELDS = {
  'controls/actuatorTime': {
    label: 'time an actuator takes to open',
    kind: 'duration',
    min: 0,
    max: 900,
    remedy: 'take it from its data sheet, 0 to 15 min, or "auto"',
  },
  'controls/actuatorPower': {
    label: 'power of an actuator',
    kind: 'electricPower',
    min: 0,
    max: 200,
    remedy: 'take it from its plate, 0 to 200 W; 2 W is usual for a loop, 6 W for a motor',
  },
  'controls/priorityTimeout': {
    label: 'longest wait for the cylinder',
    kind: 'duration',
    min: 300,
    max: 86_400,
    remedy: 'give 5 min to 24 h, or leave it empty for no limit',
  },
  'controls/overrun': {
    label: 'pumps run on',
    kind: 'duration',
    min: 0,
    max: 7200,
    remedy: 'give 0 to 120 min; 5 min is usual',
  },
  'source/curve/slope': {
    label: 'slope of the weather curve of the source',
    kind: 'factor',
    min: 0,
    max: 4,
    remedy: 'give 0 to 4, or "auto" for what the emitters need; 0.3 to 1.5 is usual',
  },
  'source/curve/shift': {
    label: 'shift of the weather curve of the source',
    kind: 'temperatureDifference',
    min: -30,
    max: 40,
    remedy: 'give -30 to 40 K; it lifts or lowers the whole curve',
  },
  'source/curve/least': {
    label: 'least flow temperature of the source',
    kind: 'temperature',
    min: 5,
    max: 90,
    remedy: 'give 5 to 90 °C; it may not lie below the rooms',
  },
  'source/curve/most': {
    label: 'highest flow temperature of the source',
    kind: 'temperature',
    min: 15,
    max: 110,
    remedy: 'give 15 to 110 °C',
  },
  'circuits/*/curve/slope': {
    label: 'slope of the weather curve',
    kind: 'factor',
    min: 0,
    max: 4,
    remedy: 'give 0 to 4, or "auto" for what the emitters need; 0.3 to 1.5 is usual',
  },
  'circuits/*/curve/shift': {
    label: 'shift of the weather curve',
    kind: 'temperatureDifference',
    min: -30,
    max: 40,
    remedy: 'give -30 to 40 K; it lifts or lowers the whole curve',
  },
  'circuits/*/curve/least': {
    label: 'least flow temperature',
    kind: 'temperature',
    min: 5,
    max: 90,
    remedy: 'give 5 to 90 °C; it may not lie below the rooms',
  },
  'circuits/*/curve/most': {
    label: 'highest flow temperature',
    kind: 'temperature',
    min: 15,
    max: 110,
    remedy: 'give 15 to 110 °C',
  },
} as const satisfies Record<string, Field>;
