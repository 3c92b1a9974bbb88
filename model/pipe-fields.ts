import type { Field } from './field.ts';

/** The numbers of any piece of pipe. */
export const PIPE_FIELDS = {
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
