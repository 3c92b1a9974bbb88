import type { Field } from './field.ts';

/** The numbers of prices and quotes. */
export const SUPPLY_FIELDS = {
  'articles/*/price': {
    label: 'price',
    kind: 'factor',
    min: 0,
    max: 1e6,
    remedy: 'give the price of one, or of one metre, 0 to 1 000 000',
  },
  'quote/margin': {
    label: 'margin on the prices',
    kind: 'fraction',
    min: -0.9,
    max: 10,
    remedy: 'give -90 to 1000 %; below 0 it is a discount',
  },
  'quote/tax': {
    label: 'tax on the sum',
    kind: 'fraction',
    min: 0,
    max: 1,
    remedy: 'give 0 to 100 %, as the law asks for',
  },
} as const satisfies Record<string, Field>;
