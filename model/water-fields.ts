import type { Field } from './field.ts';

const CONCENTRATION = {
  label: 'share of glycol',
  kind: 'fraction',
  min: 0,
  max: 0.6,
  remedy: 'give the share by volume, 0 to 60 %; more is not sold ready mixed',
} as const satisfies Field;

/** Of the expansion vessel of one water. */
const VESSEL = {
  volume: {
    label: 'volume of the vessel',
    kind: 'volume',
    min: 0.001,
    max: 50,
    remedy: 'read it off the vessel, 1 to 50 000 L, or "auto"',
  },
  staticHeight: {
    label: 'static height',
    kind: 'length',
    min: 0,
    max: 200,
    remedy: 'measure from the vessel up to the highest emitter, 0 to 200 m',
  },
  reliefPressure: {
    label: 'relief valve setting',
    kind: 'pressure',
    min: 5e4,
    max: 1.6e6,
    remedy: 'read it off the relief valve, 50 to 1600 kPa (3 bar is 300 kPa)',
  },
  fillTemperature: {
    label: 'filling temperature',
    kind: 'temperature',
    min: 0,
    max: 40,
    remedy: 'water from the main is about 10 °C',
  },
} as const satisfies Record<string, Field>;

/** What fills the plant, and what each of its waters expands into. */
export const WATER_FIELDS = {
  'fluid/concentration': CONCENTRATION,
  'waters/*/fluid/concentration': CONCENTRATION,
  'vessel/volume': VESSEL.volume,
  'vessel/staticHeight': VESSEL.staticHeight,
  'vessel/reliefPressure': VESSEL.reliefPressure,
  'vessel/fillTemperature': VESSEL.fillTemperature,
  'waters/*/vessel/volume': VESSEL.volume,
  'waters/*/vessel/staticHeight': VESSEL.staticHeight,
  'waters/*/vessel/reliefPressure': VESSEL.reliefPressure,
  'waters/*/vessel/fillTemperature': VESSEL.fillTemperature,
} as const satisfies Record<string, Field>;
