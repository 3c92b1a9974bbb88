import type { Display } from '../../model/job.ts';
import { type QuantityKind, UNIT_CHOICES, type UnitSystem } from '../../model/quantities.ts';

/** SI value = typed value * factor + offset. */
interface Unit {
  factor: number;
  offset?: number;
}

const INCH = 0.0254;
const FOOT = 0.3048;
const POUND = 0.45359237;
/** International table BTU per hour, in W. */
const BTU_PER_HOUR = 1055.05585262 / 3600;
const US_GALLON = 3.785411784e-3;
const PSI = 6894.757293168;
/** Foot of water at 4 C and standard gravity, in Pa: what a head in feet means on a pump leaflet. */
const FOOT_OF_WATER = 2989.06692;

/** Exact by definition (international foot, pound and BTU; US liquid gallon), NIST SP 811. */
const UNITS: Record<QuantityKind, Record<string, Unit>> = {
  heatLoad: {
    W: { factor: 1 },
    kW: { factor: 1000 },
    'BTU/h': { factor: BTU_PER_HOUR },
    'kBTU/h': { factor: 1000 * BTU_PER_HOUR },
  },
  specificLoad: { 'W/m²': { factor: 1 }, 'BTU/(h ft²)': { factor: BTU_PER_HOUR / (FOOT * FOOT) } },
  power: {
    W: { factor: 1 },
    kW: { factor: 1000 },
    'BTU/h': { factor: BTU_PER_HOUR },
    'kBTU/h': { factor: 1000 * BTU_PER_HOUR },
  },
  electricPower: { W: { factor: 1 } },
  temperature: { '°C': { factor: 1 }, '°F': { factor: 5 / 9, offset: -160 / 9 } },
  temperatureDifference: { K: { factor: 1 }, '°F': { factor: 5 / 9 } },
  length: { m: { factor: 1 }, ft: { factor: FOOT }, mm: { factor: 0.001 }, in: { factor: INCH } },
  area: { 'm²': { factor: 1 }, 'ft²': { factor: FOOT * FOOT } },
  bore: { mm: { factor: 0.001 }, in: { factor: INCH } },
  velocity: { 'm/s': { factor: 1 }, 'ft/s': { factor: FOOT } },
  pressure: {
    Pa: { factor: 1 },
    kPa: { factor: 1000 },
    bar: { factor: 1e5 },
    mbar: { factor: 100 },
    psi: { factor: PSI },
    'ft head': { factor: FOOT_OF_WATER },
  },
  gradient: { 'Pa/m': { factor: 1 }, 'ft/100 ft': { factor: FOOT_OF_WATER / (100 * FOOT) } },
  head: { m: { factor: 1 }, ft: { factor: FOOT } },
  massFlow: { 'kg/h': { factor: 1 / 3600 }, 'kg/s': { factor: 1 }, 'lb/h': { factor: POUND / 3600 } },
  volumeFlow: {
    'L/h': { factor: 1e-3 / 3600 },
    'L/min': { factor: 1e-3 / 60 },
    'L/s': { factor: 1e-3 },
    'm³/h': { factor: 1 / 3600 },
    gpm: { factor: US_GALLON / 60 },
  },
  meterFlow: {
    'L/min': { factor: 1e-3 / 60 },
    gpm: { factor: US_GALLON / 60 },
    'L/h': { factor: 1e-3 / 3600 },
  },
  volume: { L: { factor: 1e-3 }, 'm³': { factor: 1 }, gal: { factor: US_GALLON } },
  // Kv is m3/h of water at 1 bar; Cv is US gpm at 1 psi. Cv = 1.156 Kv (EN 60534).
  flowCoefficient: { Kv: { factor: 1 }, Cv: { factor: 1 / 1.156 } },
  density: { 'kg/m³': { factor: 1 }, 'lb/ft³': { factor: POUND / FOOT ** 3 } },
  specificHeat: { 'J/(kg K)': { factor: 1 }, 'BTU/(lb °F)': { factor: 4186.8 } },
  viscosity: { 'mm²/s': { factor: 1e-6 }, cSt: { factor: 1e-6 } },
  fraction: { '%': { factor: 0.01 } },
  factor: { '': { factor: 1 } },
  roughness: { mm: { factor: 0.001 }, in: { factor: INCH } },
  lineLoss: { 'W/(m K)': { factor: 1 }, 'BTU/(h ft °F)': { factor: (BTU_PER_HOUR / FOOT) * 1.8 } },
  conductivity: { 'W/(m K)': { factor: 1 }, 'BTU/(h ft °F)': { factor: (BTU_PER_HOUR / FOOT) * 1.8 } },
  thermalResistance: { 'm²K/W': { factor: 1 }, 'h ft² °F/BTU': { factor: (FOOT * FOOT) / (BTU_PER_HOUR * 1.8) } },
  heatTransfer: { 'W/(m²K)': { factor: 1 }, 'BTU/(h ft² °F)': { factor: (BTU_PER_HOUR * 1.8) / (FOOT * FOOT) } },
  exponent: { '': { factor: 1 } },
  heatPerKelvin: { 'W/K': { factor: 1 }, 'BTU/(h °F)': { factor: BTU_PER_HOUR * 1.8 } },
  duration: { min: { factor: 60 }, h: { factor: 3600 }, s: { factor: 1 } },
  airFlow: { 'm³/h': { factor: 1 / 3600 }, cfm: { factor: FOOT ** 3 / 60 }, 'L/s': { factor: 1e-3 } },
  condensate: {
    'L/h': { factor: 1 / 3600 },
    'gal/h': { factor: (1000 * US_GALLON) / 3600 },
    'L/d': { factor: 1 / 86_400 },
  },
  // 7000 grains are a pound.
  moisture: { 'g/kg': { factor: 1e-3 }, 'gr/lb': { factor: 1 / 7000 } },
  latitude: { '°': { factor: 1 } },
};

/** The unit a job shows a kind of quantity in: the person's own choice, or the habit of the unit system. */
export function unitFor(kind: QuantityKind, display: Display): string {
  const chosen = display.units[kind];
  if (chosen !== undefined && chosen in UNITS[kind]) return chosen;
  return habitualUnit(kind, display.system);
}

function habitualUnit(kind: QuantityKind, system: UnitSystem): string {
  return UNIT_CHOICES[kind][system === 'us' ? 1 : 0];
}

/** SI value of a number given in a unit. @throws when the kind has no such unit (a mistake of ours, not of a person). */
export function toSI(value: number, kind: QuantityKind, unit: string): number {
  const { factor, offset = 0 } = lookUp(kind, unit);
  return value * factor + offset;
}

/** The number a person reads for an SI value in a unit. */
export function fromSI(value: number, kind: QuantityKind, unit: string): number {
  const { factor, offset = 0 } = lookUp(kind, unit);
  return (value - offset) / factor;
}

function lookUp(kind: QuantityKind, unit: string): Unit {
  const found = UNITS[kind][unit];
  if (!found) throw new Error(`${kind} has no unit "${unit}"`);
  return found;
}

/** Other ways people write a unit, in lower case with spaces and dots removed. */
const SPELLINGS: Record<string, string> = {
  watt: 'W',
  watts: 'W',
  w: 'W',
  kw: 'kW',
  kilowatt: 'kW',
  'btu/h': 'BTU/h',
  'btu/hr': 'BTU/h',
  btuh: 'BTU/h',
  btu: 'BTU/h',
  'kbtu/h': 'kBTU/h',
  'kbtu/hr': 'kBTU/h',
  kbtuh: 'kBTU/h',
  kbtu: 'kBTU/h',
  mbh: 'kBTU/h',
  c: '°C',
  degc: '°C',
  '°c': '°C',
  ºc: '°C',
  f: '°F',
  degf: '°F',
  '°f': '°F',
  ºf: '°F',
  k: 'K',
  m: 'm',
  metre: 'm',
  metres: 'm',
  meter: 'm',
  meters: 'm',
  ft: 'ft',
  foot: 'ft',
  feet: 'ft',
  mm: 'mm',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  m2: 'm²',
  'm^2': 'm²',
  sqm: 'm²',
  qm: 'm²',
  'm²': 'm²',
  ft2: 'ft²',
  'ft^2': 'ft²',
  sqft: 'ft²',
  sf: 'ft²',
  'ft²': 'ft²',
  'm/s': 'm/s',
  'ft/s': 'ft/s',
  fps: 'ft/s',
  pa: 'Pa',
  kpa: 'kPa',
  bar: 'bar',
  mbar: 'mbar',
  psi: 'psi',
  psig: 'psi',
  fthead: 'ft head',
  ftwg: 'ft head',
  'pa/m': 'Pa/m',
  'ft/100ft': 'ft/100 ft',
  'kg/h': 'kg/h',
  'kg/s': 'kg/s',
  'lb/h': 'lb/h',
  'l/h': 'L/h',
  lph: 'L/h',
  'l/min': 'L/min',
  lpm: 'L/min',
  'l/s': 'L/s',
  'm3/h': 'm³/h',
  'm³/h': 'm³/h',
  gpm: 'gpm',
  l: 'L',
  litre: 'L',
  litres: 'L',
  liter: 'L',
  liters: 'L',
  m3: 'm³',
  'm³': 'm³',
  gal: 'gal',
  gallon: 'gal',
  gallons: 'gal',
  kv: 'Kv',
  kvs: 'Kv',
  cv: 'Cv',
  'm2k/w': 'm²K/W',
  'm²k/w': 'm²K/W',
  'w/mk': 'W/(m K)',
  'w/m2k': 'W/(m²K)',
  'w/m²k': 'W/(m²K)',
  'w/m2': 'W/m²',
  'w/m²': 'W/m²',
  '%': '%',
};

/** The unit of this kind a spelling stands for, or undefined: "m" is a length but no power. */
export function unitFromSpelling(spelling: string, kind: QuantityKind): string | undefined {
  const plain = spelling.trim();
  if (plain in UNITS[kind]) return plain;
  const known = SPELLINGS[plain.toLowerCase().replace(/[\s.]/g, '')];
  if (known === undefined) return undefined;
  // A difference in Celsius degrees is a difference in K.
  if (kind === 'temperatureDifference' && known === '°C') return 'K';
  return known in UNITS[kind] ? known : undefined;
}
