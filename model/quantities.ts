/**
 * What kinds of number there are. Inside, every number is in SI with temperatures in degrees Celsius:
 * W, kg/s, m3/s, Pa, K (differences), m, m2, m3. Units appear only where a person reads or types.
 */

/** A temperature on the Celsius scale. The optional mark makes it a type of its own: it cannot be passed as a difference. */
export type Celsius = number & { readonly scale?: 'temperature' };
/** A temperature difference in K. 10 K of difference are 18 F of difference, not 50 F. */
export type Kelvin = number & { readonly scale?: 'difference' };

/** A temperature moved by a difference. */
export const shifted = (from: Celsius, by: Kelvin): Celsius => (from + by) as Celsius;

export const QUANTITY_KINDS = [
  'heatLoad',
  'specificLoad',
  'power',
  'electricPower',
  'temperature',
  'temperatureDifference',
  'length',
  'area',
  'bore',
  'velocity',
  'pressure',
  'gradient',
  'head',
  'massFlow',
  'volumeFlow',
  'meterFlow',
  'volume',
  'flowCoefficient',
  'density',
  'specificHeat',
  'viscosity',
  'fraction',
  'factor',
  'roughness',
  'lineLoss',
  'conductivity',
  'thermalResistance',
  'heatTransfer',
  'exponent',
  'duration',
  'heatPerKelvin',
  'airFlow',
  'condensate',
  'moisture',
  'latitude',
] as const;
export type QuantityKind = (typeof QUANTITY_KINDS)[number];

/** The units a person may read and type in, by kind. The first is the metric habit, the second the US habit. */
export const UNIT_CHOICES = {
  heatLoad: ['W', 'BTU/h', 'kW', 'kBTU/h'],
  specificLoad: ['W/m²', 'BTU/(h ft²)'],
  power: ['kW', 'kBTU/h', 'W', 'BTU/h'],
  electricPower: ['W', 'W'],
  temperature: ['°C', '°F'],
  temperatureDifference: ['K', '°F'],
  length: ['m', 'ft', 'mm', 'in'],
  area: ['m²', 'ft²'],
  bore: ['mm', 'in'],
  velocity: ['m/s', 'ft/s'],
  pressure: ['kPa', 'psi', 'bar', 'mbar', 'Pa', 'ft head'],
  gradient: ['Pa/m', 'ft/100 ft'],
  head: ['m', 'ft'],
  massFlow: ['kg/h', 'lb/h', 'kg/s'],
  volumeFlow: ['L/h', 'gpm', 'L/min', 'm³/h', 'L/s'],
  // What the meters of a manifold show.
  meterFlow: ['L/min', 'gpm', 'L/h'],
  volume: ['L', 'gal', 'm³'],
  flowCoefficient: ['Kv', 'Cv'],
  density: ['kg/m³', 'lb/ft³'],
  specificHeat: ['J/(kg K)', 'BTU/(lb °F)'],
  viscosity: ['mm²/s', 'cSt'],
  fraction: ['%', '%'],
  factor: ['', ''],
  roughness: ['mm', 'in'],
  lineLoss: ['W/(m K)', 'BTU/(h ft °F)'],
  conductivity: ['W/(m K)', 'BTU/(h ft °F)'],
  thermalResistance: ['m²K/W', 'h ft² °F/BTU'],
  heatTransfer: ['W/(m²K)', 'BTU/(h ft² °F)'],
  exponent: ['', ''],
  duration: ['min', 'min', 'h', 's'],
  heatPerKelvin: ['W/K', 'BTU/(h °F)'],
  airFlow: ['m³/h', 'cfm', 'L/s'],
  // Water out of the air, kg/s inside; a kilogram is a litre.
  condensate: ['L/h', 'gal/h', 'L/d'],
  moisture: ['g/kg', 'gr/lb'],
  latitude: ['°', '°'],
} as const satisfies Record<QuantityKind, readonly string[]>;

export type UnitSystem = 'metric' | 'us';
