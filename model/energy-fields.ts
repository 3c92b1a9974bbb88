import type { Field } from './field.ts';

/** The numbers of what energy costs and emits. */
export const ENERGY_FIELDS = {
  'energy/efficiency': {
    label: 'efficiency over the season',
    kind: 'fraction',
    min: 0.3,
    max: 1.1,
    remedy: 'give 30 to 110 % of the gross heat of the fuel, or leave it empty for what the return temperatures make of it',
  },
  'energy/fuelPrice': {
    label: 'price of a kWh of fuel',
    kind: 'factor',
    min: 0,
    max: 1000,
    remedy: 'give the price of a kWh in your currency, 0 to 1000',
  },
  'energy/electricityPrice': {
    label: 'price of a kWh of electricity',
    kind: 'factor',
    min: 0,
    max: 1000,
    remedy: 'give the price of a kWh in your currency, 0 to 1000',
  },
  'energy/fuelEmission': {
    label: 'carbon dioxide of a kWh of fuel (kg)',
    kind: 'factor',
    min: 0,
    max: 2,
    remedy: 'give 0 to 2 kg for each kWh, as your authority states it',
  },
  'energy/electricityEmission': {
    label: 'carbon dioxide of a kWh of electricity (kg)',
    kind: 'factor',
    min: 0,
    max: 2,
    remedy: 'give 0 to 2 kg for each kWh, as your authority states it',
  },
} as const satisfies Record<string, Field>;
