import { CONTROL_FIELDS } from './control-fields.ts';
import { EMITTER_FIELDS } from './emitter-fields.ts';
import { ENERGY_FIELDS } from './energy-fields.ts';
import type { Field } from './field.ts';
import { FIRING_FIELDS } from './firing-fields.ts';
import { HOT_WATER_FIELDS } from './hot-water-fields.ts';
import { PIPE_FIELDS } from './pipe-fields.ts';
import { PLANT_FIELDS } from './plant-fields.ts';
import { STATION_FIELDS } from './station-fields.ts';
import { SUPPLY_FIELDS } from './supply-fields.ts';
import { WATER_FIELDS } from './water-fields.ts';

export type { Field } from './field.ts';

/**
 * Every number of the job file by its place, with `*` for an id. The schema, the forms, the grid and the readers
 * of other formats all take their bounds and sentences from here.
 */
export const FIELDS = {
  ...SUPPLY_FIELDS,
  'site/outdoorDesignTemperature': {
    label: 'outdoor design temperature',
    kind: 'temperature',
    min: -60,
    max: 25,
    remedy: 'take it from the heat-loss calculation; it lies between -60 and 25 °C',
  },
  'site/pipeSurroundings': {
    label: 'ambient temperature at the pipes',
    kind: 'temperature',
    min: -30,
    max: 40,
    remedy: 'give the usual temperature where the pipes run, -30 to 40 °C',
  },
  'site/summerRoom': {
    label: 'rooms on the hottest day',
    kind: 'temperature',
    min: 15,
    max: 40,
    remedy: 'give the air temperature to be kept in summer, 15 to 40 °C; 26 °C is usual',
  },
  'site/summerHumidity': {
    label: 'humidity on the hottest day',
    kind: 'fraction',
    min: 0.1,
    max: 1,
    remedy: 'give the relative humidity of the room air, 10 to 100 %; 50 % is usual, more in muggy weather',
  },
  'site/summerOutdoor': {
    label: 'outdoors on the hottest day',
    kind: 'temperature',
    min: 15,
    max: 55,
    remedy: 'give the air temperature of the hottest afternoon, 15 to 55 °C; 32 °C is usual',
  },
  'site/summerOutdoorHumidity': {
    label: 'humidity outdoors on the hottest day',
    kind: 'fraction',
    min: 0.05,
    max: 1,
    remedy: 'give the relative humidity of that afternoon, 5 to 100 %; 40 % is usual at 32 °C',
  },
  'site/latitude': {
    label: 'latitude',
    kind: 'latitude',
    min: -66,
    max: 66,
    remedy: 'give degrees north of the equator, south below zero, -66 to 66; the sun on each side of the house follows from it',
  },
  'site/drier': {
    label: 'water that ventilation or a drier takes out',
    kind: 'condensate',
    min: 0,
    max: 0.1,
    remedy: 'give what it takes out of the air of all rooms together, 0 or more, or leave it empty',
  },
  wholeHouseLoad: {
    label: 'whole-house heat load',
    kind: 'power',
    min: 0,
    aboveMin: true,
    max: 5e6,
    remedy: 'give a load above 0 W or leave it empty',
  },
  'rooms/*/heatLoad': {
    label: 'heat load',
    kind: 'heatLoad',
    min: 0,
    max: 1e6,
    remedy: 'give 0 W to 1000 kW',
  },
  'rooms/*/coolingLoad': {
    label: 'cooling load',
    kind: 'heatLoad',
    min: 0,
    max: 1e6,
    remedy: 'give the sensible load, 0 W to 1000 kW, or leave it empty',
  },
  'rooms/*/latentLoad': {
    label: 'drying load',
    kind: 'heatLoad',
    min: 0,
    max: 1e6,
    remedy: 'give the latent load, 0 W to 1000 kW, or leave it empty',
  },
  'rooms/*/sunShare': {
    label: 'share of the sun',
    kind: 'fraction',
    min: 0,
    max: 1,
    remedy: 'give the part of the sensible load that comes through windows, 0 to 100 %, or "auto"',
  },
  'rooms/*/area': {
    label: 'area',
    kind: 'area',
    min: 0,
    aboveMin: true,
    max: 1e5,
    remedy: 'give a floor area above 0 m² or leave it empty',
  },
  'rooms/*/roomTemperature': {
    label: 'room temperature',
    kind: 'temperature',
    min: 0,
    max: 40,
    remedy: 'a heated room is kept between 0 and 40 °C',
  },
  'rooms/*/branchLength': {
    label: 'pipe to the room and back',
    kind: 'length',
    min: 0,
    max: 2000,
    remedy: 'measure from the manifold to the emitter and back, 0 to 2000 m, or leave it empty',
  },
  ...EMITTER_FIELDS,
  'circuits/*/bypass': {
    label: 'opening pressure of the bypass',
    kind: 'pressure',
    min: 100,
    max: 2e5,
    remedy: 'give the setting of the bypass valve, 0.1 to 200 kPa, or leave it empty for none',
  },
  'circuits/*/ports': {
    label: 'ports of a manifold',
    kind: 'factor',
    min: 2,
    max: 24,
    remedy: 'give the most loops one manifold takes, 2 to 24; 12 is usual',
  },
  'circuits/*/cooling/limit': {
    label: 'coldest water let through',
    kind: 'temperature',
    min: 2,
    max: 28,
    remedy: 'give the coldest water that a fixed limit lets through, 2 to 28 °C; 18 °C is usual for floors',
  },
  'circuits/*/cooling/flowTemperature': {
    label: 'flow temperature when cooling',
    kind: 'temperature',
    min: 2,
    max: 28,
    remedy: 'cold water leaves at 2 to 28 °C; floors want 16 to 20 °C, above the dew point',
  },
  'circuits/*/cooling/temperatureDifference': {
    label: 'delta T when cooling',
    kind: 'temperatureDifference',
    min: 0.5,
    max: 20,
    remedy: 'flow divides by delta T, so give 0.5 to 20 K; 3 to 5 K is usual',
  },
  'circuits/*/height': {
    label: 'height above the plant',
    kind: 'length',
    min: -100,
    max: 200,
    remedy: 'measure from the floor of the plant room up to the manifold or the radiators, -100 to 200 m',
  },
  'circuits/*/flowTemperature': {
    label: 'flow temperature',
    kind: 'temperature',
    min: 15,
    max: 110,
    remedy: 'heating water leaves at 15 to 110 °C',
  },
  'circuits/*/temperatureDifference': {
    label: 'delta T',
    kind: 'temperatureDifference',
    min: 0.5,
    max: 60,
    remedy: 'flow divides by delta T, so give 0.5 to 60 K; 5 K suits a heat pump, 10 to 20 K a boiler',
  },
  'circuits/*/run/length': PIPE_FIELDS.length,
  'circuits/*/run/fittingsAllowance': PIPE_FIELDS.fittingsAllowance,
  'circuits/*/run/insulation': PIPE_FIELDS.insulation,
  'circuits/*/worstRun/length': PIPE_FIELDS.length,
  'circuits/*/worstRun/fittingsAllowance': PIPE_FIELDS.fittingsAllowance,
  'circuits/*/worstRun/load': {
    label: 'load of the index run',
    kind: 'heatLoad',
    min: 1,
    max: 1e6,
    remedy: 'give the load of the loop or radiator at its end, at least 1 W, or "auto"',
  },
  'circuits/*/terminalLoss': {
    label: 'loss of emitter and its valve',
    kind: 'pressure',
    min: 0,
    max: 2e5,
    remedy: 'take it from the data sheet, 0 to 200 kPa, or "auto"',
  },
  'circuits/*/waterContent': {
    label: 'water content',
    kind: 'volume',
    min: 0,
    max: 50,
    remedy: 'give 0 to 50 000 L or "auto"',
  },
  'circuits/*/mixingValve': {
    label: 'Kvs of the mixing valve',
    kind: 'flowCoefficient',
    min: 0.1,
    max: 400,
    remedy: 'read it off the valve body, 0.1 to 400, or "auto"',
  },
  'source/capacity': {
    label: 'source capacity',
    kind: 'power',
    min: 1,
    max: 5e6,
    remedy: 'give the output at the design day from the data plate, or "auto"',
  },
  'source/leastOutput': {
    label: 'least output of the source',
    kind: 'power',
    min: 0,
    max: 5e6,
    remedy: 'take the least output from the data sheet, or "auto"',
  },
  'source/leastRunTime': {
    label: 'shortest run',
    kind: 'duration',
    min: 0,
    max: 14_400,
    remedy: 'give how long it should run at least, 0 to 240 min; 10 min is usual',
  },
  'source/volumiser': {
    label: 'tank in the return',
    kind: 'volume',
    min: 0.001,
    max: 50,
    remedy: 'read it off the tank, 1 to 50 000 L, or leave it empty for none',
  },
  'source/leastFlow': {
    label: 'least flow through the source',
    kind: 'volumeFlow',
    min: 0,
    aboveMin: true,
    max: 1,
    remedy: 'take it from the data sheet, above 0, or leave it empty',
  },
  'safety/mainPressure': {
    label: 'pressure of the main',
    kind: 'pressure',
    min: 0,
    max: 2e6,
    remedy: 'read a gauge on the main while nobody draws, 0 to 20 bar, or leave it empty',
  },
  'safety/reliefCapacity': {
    label: 'capacity of the relief valve',
    kind: 'power',
    min: 0,
    aboveMin: true,
    max: 1e7,
    remedy: 'read it off the plate of the valve, above 0, or leave it empty',
  },
  ...FIRING_FIELDS,
  ...HOT_WATER_FIELDS,
  ...PLANT_FIELDS,
  ...STATION_FIELDS,
  ...WATER_FIELDS,
  ...CONTROL_FIELDS,
  ...ENERGY_FIELDS,
  'source/flowTemperature': {
    label: 'source flow temperature',
    kind: 'temperature',
    min: 15,
    max: 110,
    remedy: 'heating water leaves at 15 to 110 °C',
  },
  'source/lockOutBelow': {
    label: 'locked out below',
    kind: 'temperature',
    min: -40,
    max: 25,
    remedy: 'give the outdoor temperature below which it does not run, -40 to 25 °C, or leave it empty for none',
  },
  'source/temperatureDifference': {
    label: 'source delta T',
    kind: 'temperatureDifference',
    min: 0.5,
    max: 60,
    remedy: 'flow divides by delta T, so give 0.5 to 60 K, or "auto" for what the circuits make of it',
  },
  'source/loss': {
    label: 'pressure loss inside the source',
    kind: 'pressure',
    min: 0,
    max: 2e5,
    remedy: 'take it from the data sheet at the design flow, 0 to 200 kPa, or "auto"',
  },
  'source/waterContent': {
    label: 'water content of the source',
    kind: 'volume',
    min: 0,
    max: 50,
    remedy: 'give 0 to 50 000 L or "auto"',
  },
  'circuits/*/sections/*/length': PIPE_FIELDS.length,
  'circuits/*/sections/*/fittingsAllowance': PIPE_FIELDS.fittingsAllowance,
  'circuits/*/sections/*/unseen/total': {
    label: 'length out of sight',
    kind: 'length',
    min: 0,
    aboveMin: true,
    max: 500,
    remedy: 'measure from the last place where the pipe is seen to where the branches come into sight, above 0 m',
  },
  'circuits/*/sections/*/unseen/least': {
    label: 'tee at the nearest',
    kind: 'length',
    min: 0,
    max: 500,
    remedy: 'give the least distance from the last place where the pipe is seen, 0 m or more',
  },
  'circuits/*/sections/*/unseen/most': {
    label: 'tee at the farthest',
    kind: 'length',
    min: 0,
    max: 500,
    remedy: 'give the greatest distance from the last place where the pipe is seen, 0 m or more',
  },
  'constructions/*/cover': EMITTER_FIELDS['rooms/*/emitters/*/cover'],
  'constructions/*/conductivity': EMITTER_FIELDS['rooms/*/emitters/*/conductivity'],
  'constructions/*/insulation': EMITTER_FIELDS['rooms/*/emitters/*/insulation'],
  'constructions/*/below': EMITTER_FIELDS['rooms/*/emitters/*/below'],
  'constructions/*/contact': EMITTER_FIELDS['rooms/*/emitters/*/contact'],
  'constructions/*/heatTransfer': EMITTER_FIELDS['rooms/*/emitters/*/heatTransfer'],
  'source/run/length': PIPE_FIELDS.length,
  'source/run/fittingsAllowance': PIPE_FIELDS.fittingsAllowance,
  'source/run/insulation': PIPE_FIELDS.insulation,
} as const satisfies Record<string, Field>;

export type FieldPlace = keyof typeof FIELDS;

/** Parts of a job, and of a room or circuit, that hold things by their id. */
const LISTS = new Set(['stations', 'links', 'waters', 'rooms', 'circuits', 'furtherSources', 'articles', 'constructions']);
const INNER_LISTS = new Set(['pairs', 'emitters', 'sections']);

/** The field at a place in a job: `rooms/r3/area` -> `rooms/＊/area`. Undefined where no number stands. */
export function fieldAt(place: string): Field | undefined {
  const key = fieldKeyAt(place);
  return key && FIELDS[key];
}

// The name a field is kept under, with a star for whatever stands in a list; undefined where there is none.
export function fieldKeyAt(place: string): keyof typeof FIELDS | undefined {
  const parts = place.split('/');
  if (LISTS.has(parts[0] as string)) parts[1] = '*';
  if (INNER_LISTS.has(parts[2] as string)) parts[3] = '*';
  if (parts[1] === 'points' || parts[1] === 'pairs') parts[2] = '*';
  if (parts[2] === 'points') parts[3] = '*';
  const key = parts.join('/');
  return key in FIELDS ? (key as keyof typeof FIELDS) : undefined;
}

/** A bound typed in another unit comes back a hair beside it: it still is the bound. */
const HAIR = 1e-9;

/** Why a value cannot stand in a field, or undefined when it can. Its numbers are in metric units, for `inUnits` to say in others. */
export function boundsProblem(field: Field, value: number): string | undefined {
  const hair = HAIR * Math.max(1, Math.abs(value));
  const tooLow = field.aboveMin ? value <= field.min : value < field.min - hair;
  return tooLow || value > field.max + hair ? `is outside what is possible: ${field.remedy}` : undefined;
}
