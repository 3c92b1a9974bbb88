import type { Field } from './field.ts';
import { PIPE_FIELDS } from './pipe-fields.ts';

/** The numbers of the cylinder for drinking water. */
export const HOT_WATER_FIELDS = {
  'hotWater/run/length': PIPE_FIELDS.length,
  'hotWater/run/fittingsAllowance': PIPE_FIELDS.fittingsAllowance,
  'hotWater/run/insulation': PIPE_FIELDS.insulation,
  'hotWater/volume': {
    label: 'volume of the cylinder',
    kind: 'volume',
    min: 0.005,
    max: 20,
    remedy: 'read it off the cylinder, 5 to 20 000 L',
  },
  'hotWater/coldTemperature': {
    label: 'cold water',
    kind: 'temperature',
    min: 0,
    max: 40,
    remedy: 'water from the main is about 10 °C',
  },
  'hotWater/storeTemperature': {
    label: 'temperature of the store',
    kind: 'temperature',
    min: 20,
    max: 90,
    remedy: 'give what the cylinder is kept at, 20 to 90 °C',
  },
  'hotWater/dailyDraw': {
    label: 'hot water drawn in a day',
    kind: 'volume',
    min: 0,
    max: 20,
    remedy: 'give 0 to 20 000 L; 40 to 60 L for each person are usual',
  },
  'hotWater/flowTemperature': {
    label: 'flow while charging',
    kind: 'temperature',
    min: 20,
    max: 110,
    remedy: 'what the source sends while it charges, 20 to 110 °C',
  },
  'hotWater/coilOutput': {
    label: 'rated output of the coil',
    kind: 'power',
    min: 0,
    aboveMin: true,
    max: 1e6,
    remedy: 'take it from the data sheet, above 0',
  },
  'hotWater/coilFlow': {
    label: 'coil rated at flow',
    kind: 'temperature',
    min: 20,
    max: 110,
    remedy: 'the water entering at the rating, 20 to 110 °C; usually 80',
  },
  'hotWater/coilReturn': {
    label: 'coil rated at return',
    kind: 'temperature',
    min: 15,
    max: 110,
    remedy: 'the water leaving at the rating, 15 to 110 °C; usually 60',
  },
  'hotWater/coilStore': {
    label: 'coil rated at store',
    kind: 'temperature',
    min: 0,
    max: 100,
    remedy: 'the store at the rating, 0 to 100 °C; below the return',
  },
  'hotWater/hygieneTemperature': {
    label: 'weekly hygiene cycle',
    kind: 'temperature',
    min: 50,
    max: 90,
    remedy: 'give its temperature, 50 to 90 °C, or leave it empty for none',
  },
} as const satisfies Record<string, Field>;
