import type { Field } from './field.ts';
import { PIPE_FIELDS } from './pipe-fields.ts';

/** Of every pair of closely spaced tees. */
const TEES = {
  spacing: {
    label: 'distance between the tees',
    kind: 'length',
    min: 0,
    max: 5,
    remedy: 'measure centre to centre, 0 to 5 m, or "auto" for four diameters',
  },
  before: {
    label: 'straight pipe before the tees',
    kind: 'length',
    min: 0,
    max: 20,
    remedy: 'measure it, 0 to 20 m, or "auto" for as the rulebook asks',
  },
  after: {
    label: 'straight pipe behind the tees',
    kind: 'length',
    min: 0,
    max: 20,
    remedy: 'measure it, 0 to 20 m, or "auto" for as the rulebook asks',
  },
} as const satisfies Record<string, Field>;

/** The numbers of a place where water meets, whichever kind it is. */
const STATION = {
  bore: {
    label: 'bore of the header',
    kind: 'bore',
    min: 0.01,
    max: 1,
    remedy: 'give the inside diameter, 10 to 1000 mm, or "auto"',
  },
  ...TEES,
  distance: {
    label: 'pipe from the pair of tees before',
    kind: 'length',
    min: 0.05,
    max: 500,
    remedy: 'give the pipe between the two pairs along the ring, 0.05 to 500 m',
  },
  volume: {
    label: 'volume of the buffer',
    kind: 'volume',
    min: 0.005,
    max: 50,
    remedy: 'read it off the tank, 5 to 50 000 L, or "auto"',
  },
  standingLoss: {
    label: 'standing loss of the buffer',
    kind: 'heatPerKelvin',
    min: 0,
    max: 200,
    remedy: 'give the heat it loses for each kelvin above its surroundings, 0 to 200 W/K, or "auto"',
  },
  approach: {
    label: 'approach of the plate exchanger',
    kind: 'temperatureDifference',
    min: 0.5,
    max: 40,
    remedy: 'give source flow less circuit supply, 0.5 to 40 K; 3 to 5 K is usual',
  },
} as const satisfies Record<string, Field>;

/** The numbers of the stations between sources and circuits, and of the pipes from one to the next. */
export const STATION_FIELDS = {
  'stations/*/chiller/capacity': {
    label: 'cooling capacity',
    kind: 'power',
    min: 0,
    aboveMin: true,
    max: 5e6,
    remedy: 'take it from the data sheet at the hottest day and the coldest water, above 0',
  },
  'stations/*/chiller/flowTemperature': {
    label: 'cold water it sends',
    kind: 'temperature',
    min: -10,
    max: 28,
    remedy: 'it sends -10 to 28 °C; 7 °C is usual for fan units, ground water 12 to 16 °C over plates',
  },
  'stations/*/chiller/eer': {
    label: 'EER',
    kind: 'factor',
    min: 0.5,
    max: 60,
    remedy: 'take cold over electricity from the data sheet, 0.5 to 60, or "auto"',
  },
  'stations/*/band': {
    label: 'band of the cold tank',
    kind: 'temperatureDifference',
    min: 0.5,
    max: 15,
    remedy: 'give the K it warms by before it is cooled again, 0.5 to 15, or "auto"; 3 to 5 is usual',
  },
  'separation/bore': STATION.bore,
  'separation/spacing': STATION.spacing,
  'separation/before': STATION.before,
  'separation/after': STATION.after,
  'separation/volume': STATION.volume,
  'separation/standingLoss': STATION.standingLoss,
  'separation/approach': STATION.approach,
  'separation/pairs/*/spacing': STATION.spacing,
  'separation/pairs/*/before': STATION.before,
  'separation/pairs/*/after': STATION.after,
  'separation/pairs/*/distance': STATION.distance,
  'stations/*/bore': STATION.bore,
  'stations/*/spacing': STATION.spacing,
  'stations/*/before': STATION.before,
  'stations/*/after': STATION.after,
  'stations/*/volume': STATION.volume,
  'stations/*/standingLoss': STATION.standingLoss,
  'stations/*/approach': STATION.approach,
  'stations/*/pairs/*/spacing': STATION.spacing,
  'stations/*/pairs/*/before': STATION.before,
  'stations/*/pairs/*/after': STATION.after,
  'stations/*/pairs/*/distance': STATION.distance,
  'links/*/run/length': PIPE_FIELDS.length,
  'links/*/run/fittingsAllowance': PIPE_FIELDS.fittingsAllowance,
  'links/*/run/insulation': PIPE_FIELDS.insulation,
  'links/*/temperatureDifference': {
    label: 'delta T of the pipes between two stations',
    kind: 'temperatureDifference',
    min: 0.5,
    max: 60,
    remedy: 'flow divides by delta T, so give 0.5 to 60 K, or "auto" for as much water as the source passes',
  },
} as const satisfies Record<string, Field>;
