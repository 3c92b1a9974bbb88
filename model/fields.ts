import type { QuantityKind } from './quantities.ts';

/** One number a person may enter: its meaning, its bounds in SI, and what to do when it is outside them. */
export interface Field {
  label: string;
  kind: QuantityKind;
  min: number;
  max: number;
  /** The lower bound itself is not allowed (an area of 0 m2 is none). */
  aboveMin?: boolean;
  /** What to do about a value outside the bounds. */
  remedy: string;
}

const PIPE = {
  length: {
    label: 'length',
    kind: 'length',
    min: 0,
    max: 2000,
    remedy: 'measure the route in metres or feet; a length is 0 to 2000 m',
  },
  insulation: {
    label: 'insulation',
    kind: 'bore',
    min: 0,
    max: 0.2,
    remedy: 'give its thickness, 0 for a bare pipe up to 200 mm, or "auto" for as thick as usual',
  },
  fittingsAllowance: {
    label: 'fittings allowance',
    kind: 'fraction',
    min: 0,
    max: 5,
    remedy: 'give the extra for bends and tees as a share of the straight length, 0 to 500 %',
  },
} as const satisfies Record<string, Field>;

/**
 * Every number of the job file by its place, with `*` for an id. The schema, the forms, the grid and the readers
 * of other formats all take their bounds and sentences from here.
 */
export const FIELDS = {
  'site/outdoorDesignTemperature': {
    label: 'outdoor design temperature',
    kind: 'temperature',
    min: -60,
    max: 25,
    remedy: 'take it from the heat-loss calculation; it lies between -60 and 25 °C',
  },
  'site/pipeSurroundings': {
    label: 'air around the pipes',
    kind: 'temperature',
    min: -30,
    max: 40,
    remedy: 'give the usual temperature where the pipes run, -30 to 40 °C',
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
  'rooms/*/emitters/*/share': {
    label: 'share of the load',
    kind: 'fraction',
    min: 0,
    max: 1,
    remedy: 'give 0 to 100 % of the room, or "auto"',
  },
  'rooms/*/emitters/*/height': {
    label: 'height',
    kind: 'bore',
    min: 0.1,
    max: 2.5,
    remedy: 'measure the face, 100 to 2500 mm',
  },
  'rooms/*/emitters/*/length': {
    label: 'length',
    kind: 'length',
    min: 0.1,
    max: 100,
    remedy: 'measure it, 0.1 to 100 m',
  },
  'rooms/*/emitters/*/ratedOutput': {
    label: 'rated output',
    kind: 'heatLoad',
    min: 0,
    aboveMin: true,
    max: 1000000.0,
    remedy: 'take it from the data sheet, above 0 W',
  },
  'rooms/*/emitters/*/ratedFlow': {
    label: 'flow at rating',
    kind: 'temperature',
    min: 20,
    max: 130,
    remedy: 'the water entering at the rating, 20 to 130 °C; usually 75',
  },
  'rooms/*/emitters/*/ratedReturn': {
    label: 'return at rating',
    kind: 'temperature',
    min: 15,
    max: 130,
    remedy: 'the water leaving at the rating, 15 to 130 °C; usually 65',
  },
  'rooms/*/emitters/*/ratedRoom': {
    label: 'room at rating',
    kind: 'temperature',
    min: 0,
    max: 40,
    remedy: 'the air at the rating, 0 to 40 °C; usually 20',
  },
  'rooms/*/emitters/*/exponent': {
    label: 'exponent',
    kind: 'exponent',
    min: 1,
    max: 1.6,
    remedy: 'take n from the data sheet, 1 to 1.6; about 1.3 for radiators',
  },
  'rooms/*/emitters/*/area': {
    label: 'heated floor',
    kind: 'area',
    min: 0,
    aboveMin: true,
    max: 100000.0,
    remedy: 'measure the floor that holds pipe, above 0 m²',
  },
  'rooms/*/emitters/*/spacing': {
    label: 'pipe spacing',
    kind: 'bore',
    min: 0.05,
    max: 0.4,
    remedy: 'give the distance from pipe to pipe, 50 to 400 mm',
  },
  'rooms/*/emitters/*/edgeArea': {
    label: 'edge band',
    kind: 'area',
    min: 0,
    max: 100000.0,
    remedy: 'give the area along cold walls with its own spacing, 0 for none',
  },
  'rooms/*/emitters/*/edgeSpacing': {
    label: 'spacing in the edge band',
    kind: 'bore',
    min: 0.05,
    max: 0.4,
    remedy: 'give the distance from pipe to pipe, 50 to 400 mm',
  },
  'rooms/*/emitters/*/covering': {
    label: 'resistance of the covering',
    kind: 'thermalResistance',
    min: 0,
    max: 0.5,
    remedy: 'tiles 0.01, parquet 0.05 to 0.1, carpet 0.1 to 0.15 m²K/W; at most 0.5',
  },
  'rooms/*/emitters/*/cover': {
    label: 'cover over the pipe',
    kind: 'bore',
    min: 0.005,
    max: 0.3,
    remedy: 'measure from the top of the pipe to the top of the screed, 5 to 300 mm',
  },
  'rooms/*/emitters/*/conductivity': {
    label: 'conductivity of the screed',
    kind: 'conductivity',
    min: 0.1,
    max: 5,
    remedy: 'cement screed 1.2, flowing screed 1.4 to 2 W/(m K); 0.1 to 5',
  },
  'rooms/*/emitters/*/insulation': {
    label: 'insulation below',
    kind: 'thermalResistance',
    min: 0.01,
    max: 20,
    remedy: 'thickness over conductivity of what lies below, 0.01 to 20 m²K/W',
  },
  'rooms/*/emitters/*/below': {
    label: 'temperature below',
    kind: 'temperature',
    min: -30,
    max: 40,
    remedy: 'heated room 20, unheated cellar 10, ground 8 °C; -30 to 40',
  },
  'rooms/*/emitters/*/contact': {
    label: 'contact of plates or grooves',
    kind: 'fraction',
    min: 0.1,
    max: 1,
    remedy: '1 as made, 60 % where plates sag; 10 to 100 %',
  },
  'rooms/*/emitters/*/tail': {
    label: 'pipe from the manifold',
    kind: 'length',
    min: 0,
    max: 200,
    remedy: 'measure one way from manifold to field, 0 to 200 m',
  },
  'rooms/*/emitters/*/loops': {
    label: 'loops',
    kind: 'factor',
    min: 1,
    max: 60,
    remedy: 'give a whole number of loops, or "auto"',
  },
  'rooms/*/emitters/*/heatTransfer': {
    label: 'heat transfer K_H',
    kind: 'heatTransfer',
    min: 0,
    aboveMin: true,
    max: 15,
    remedy: 'take it from the data sheet of the floor system, above 0, or "auto"',
  },
  'rooms/*/emitters/*/output': {
    label: 'heat it takes',
    kind: 'heatLoad',
    min: 0,
    max: 1000000.0,
    remedy: 'give 0 W to 1000 kW',
  },
  'rooms/*/emitters/*/leastFlow': {
    label: 'least flow temperature',
    kind: 'temperature',
    min: 15,
    max: 110,
    remedy: 'the water it needs at least, 15 to 110 °C',
  },
  'circuits/*/bypass': {
    label: 'opening pressure of the bypass',
    kind: 'pressure',
    min: 100,
    max: 2e5,
    remedy: 'give the setting of the bypass valve, 0.1 to 200 kPa, or leave it empty for none',
  },
  'circuits/*/height': {
    label: 'height above the plant',
    kind: 'length',
    min: -100,
    max: 200,
    remedy: 'measure from the floor of the plant room up to the manifold or the radiators, -100 to 200 m',
  },
  'fluid/concentration': {
    label: 'share of glycol',
    kind: 'fraction',
    min: 0,
    max: 0.6,
    remedy: 'give the share by volume, 0 to 60 %; more is not sold ready mixed',
  },
  'separation/spacing': {
    label: 'distance between the tees',
    kind: 'length',
    min: 0,
    max: 5,
    remedy: 'measure centre to centre, 0 to 5 m, or "auto" for four diameters',
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
  'circuits/*/run/length': PIPE.length,
  'circuits/*/run/fittingsAllowance': PIPE.fittingsAllowance,
  'circuits/*/run/insulation': PIPE.insulation,
  'circuits/*/worstRun/length': PIPE.length,
  'circuits/*/worstRun/fittingsAllowance': PIPE.fittingsAllowance,
  'circuits/*/worstRun/load': {
    label: 'load of the worst run',
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
  'source/flowTemperature': {
    label: 'source flow temperature',
    kind: 'temperature',
    min: 15,
    max: 110,
    remedy: 'heating water leaves at 15 to 110 °C',
  },
  'source/temperatureDifference': {
    label: 'source delta T',
    kind: 'temperatureDifference',
    min: 0.5,
    max: 60,
    remedy: 'flow divides by delta T, so give 0.5 to 60 K',
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
  'circuits/*/sections/*/length': PIPE.length,
  'circuits/*/sections/*/fittingsAllowance': PIPE.fittingsAllowance,
  'source/run/length': PIPE.length,
  'source/run/fittingsAllowance': PIPE.fittingsAllowance,
  'source/run/insulation': PIPE.insulation,
  'separation/bore': {
    label: 'bore of the header',
    kind: 'bore',
    min: 0.01,
    max: 1,
    remedy: 'give the inside diameter, 10 to 1000 mm, or "auto"',
  },
  'vessel/volume': {
    label: 'volume of the vessel',
    kind: 'volume',
    min: 0.001,
    max: 50,
    remedy: 'read it off the vessel, 1 to 50 000 L, or "auto"',
  },
  'vessel/staticHeight': {
    label: 'static height',
    kind: 'length',
    min: 0,
    max: 200,
    remedy: 'measure from the vessel up to the highest emitter, 0 to 200 m',
  },
  'vessel/reliefPressure': {
    label: 'relief valve setting',
    kind: 'pressure',
    min: 5e4,
    max: 1.6e6,
    remedy: 'read it off the relief valve, 50 to 1600 kPa (3 bar is 300 kPa)',
  },
  'vessel/fillTemperature': {
    label: 'filling temperature',
    kind: 'temperature',
    min: 0,
    max: 40,
    remedy: 'water from the main is about 10 °C',
  },
} as const satisfies Record<string, Field>;

export type FieldPlace = keyof typeof FIELDS;

/** The field at a place in a job: `rooms/r3/area` -> `rooms/＊/area`. Undefined where no number stands. */
export function fieldAt(place: string): Field | undefined {
  const parts = place.split('/');
  if (parts[0] === 'rooms' || parts[0] === 'circuits') parts[1] = '*';
  if (parts[2] === 'emitters' || parts[2] === 'sections') parts[3] = '*';
  return (FIELDS as Record<string, Field>)[parts.join('/')];
}

/** Why a value cannot stand in a field, or undefined when it can. */
export function boundsProblem(field: Field, value: number): string | undefined {
  const tooLow = field.aboveMin ? value <= field.min : value < field.min;
  return tooLow || value > field.max ? `is outside what is possible: ${field.remedy}` : undefined;
}
