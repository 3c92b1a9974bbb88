import type { Display } from '../../model/job.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { fromSI, unitFor } from './units.ts';

/** Decimal places by unit: what an installer would write down, not what the computer holds. */
const PLACES: Record<string, number> = {
  W: 0,
  'BTU/h': 0,
  'W/m²': 0,
  'BTU/(h ft²)': 1,
  kW: 2,
  'kBTU/h': 1,
  '°C': 1,
  '°F': 1,
  K: 1,
  'L/h': 0,
  'L/min': 1,
  gpm: 2,
  'm³/h': 2,
  'L/s': 3,
  'kg/h': 0,
  'kg/s': 4,
  'lb/h': 0,
  'm/s': 2,
  'ft/s': 2,
  'Pa/m': 0,
  'ft/100 ft': 2,
  kPa: 1,
  Pa: 0,
  bar: 2,
  mbar: 0,
  psi: 2,
  'ft head': 2,
  L: 1,
  gal: 1,
  'm³': 3,
  '%': 0,
  'kg/m³': 1,
  'lb/ft³': 2,
  'J/(kg K)': 0,
  'BTU/(lb °F)': 3,
  'mm²/s': 3,
  cSt: 3,
  Kv: 2,
  Cv: 2,
  'm²': 1,
  'ft²': 0,
  ft: 1,
  m: 2,
  mm: 1,
  in: 3,
  'W/(m K)': 3,
  'BTU/(h ft °F)': 3,
  'm²K/W': 3,
  'h ft² °F/BTU': 2,
  'W/(m²K)': 2,
  'BTU/(h ft² °F)': 3,
};

/** Units that small and large things share, a cylinder's standing loss and the plates of a plant: fewer places the larger. */
const PLACES_BY_SIZE = new Set(['W/K', 'BTU/(h °F)']);
const placesBySize = (shown: number): number => (Math.abs(shown) >= 100 ? 0 : Math.abs(shown) >= 10 ? 1 : 2);

const SMALL_PLACES: Partial<Record<QuantityKind, number>> = { roughness: 4, factor: 3, exponent: 2 };

const formats = new Map<number, Intl.NumberFormat>();

/** A number with narrow spaces between thousands, so that neither a comma nor a dot can be misread. */
export function formatNumber(value: number, places: number): string {
  if (!Number.isFinite(value)) return '–';
  let format = formats.get(places);
  if (!format) {
    format = new Intl.NumberFormat('en', { minimumFractionDigits: 0, maximumFractionDigits: places });
    formats.set(places, format);
  }
  // A rounded nothing is written 0, never -0.
  const text = format.format(value).replace(/,/g, '\u202f');
  return text === '-0' ? '0' : text;
}

/** An amount of money: always two places, so that sums stand below each other. */
export const formatMoney = (value: number): string => value.toFixed(2).replace(/\B(?=(\d{3})+\.)/g, '\u202f');

export interface Shown {
  number: string;
  unit: string;
}

/** Decimal places a value is written with. @param shown it, in its unit */
export const placesOf = (shown: number, kind: QuantityKind, unit: string): number =>
  PLACES_BY_SIZE.has(unit) ? placesBySize(shown) : (SMALL_PLACES[kind] ?? PLACES[unit] ?? 2);

/** How a value reads in the job's units, number and unit apart. */
export function show(value: number, kind: QuantityKind, display: Display): Shown {
  const unit = unitFor(kind, display);
  const shown = fromSI(value, kind, unit);
  return { number: formatNumber(shown, placesOf(shown, kind, unit)), unit };
}

/** Places on the tags of a drawing, where they are fewer than in a table: what a gauge or a thermometer shows. */
const TAG_PLACES: Record<string, number> = { kPa: 0, bar: 1, psi: 0, 'ft head': 1, '°C': 0, '°F': 0, mm: 0, in: 1 };

/** How a value reads on a tag, number and unit apart. */
export function showOnTag(value: number, kind: QuantityKind, display: Display): Shown {
  const unit = unitFor(kind, display);
  const shown = fromSI(value, kind, unit);
  return { number: formatNumber(shown, TAG_PLACES[unit] ?? placesOf(shown, kind, unit)), unit };
}

/** How a value reads on a tag, in one string: "176 kPa", "38 °C". */
export function sayOnTag(value: number, kind: QuantityKind, display: Display): string {
  if (!Number.isFinite(value)) return say(value, kind, display);
  const { number, unit } = showOnTag(value, kind, display);
  return kind === 'flowCoefficient' ? `${unit}\u00a0${number}` : `${number}\u00a0${unit}`.trim();
}

/** What is said where no number is large enough. */
const BEYOND: Partial<Record<QuantityKind, string>> = {
  duration: 'never',
  volume: 'none fits',
  temperature: 'none is hot enough',
};

/** How a value reads in the job's units, in one string: "8.25 kW". */
export function say(value: number, kind: QuantityKind, display: Display): string {
  if (value === Number.POSITIVE_INFINITY) return BEYOND[kind] ?? 'without limit';
  const { number, unit } = show(value, kind, display);
  // Valves are spoken of as "Kv 2.5", everything else with the unit behind.
  if (kind === 'flowCoefficient') return `${unit}\u00a0${number}`;
  return unit === '' ? number : `${number}\u00a0${unit}`;
}

/** The text an input field starts with: the shortest number that reads back to the same value, without unit. */
export function editText(value: number, kind: QuantityKind, display: Display): string {
  const shown = fromSI(value, kind, unitFor(kind, display));
  return String(Number(shown.toPrecision(7)));
}
