/**
 * Nominal sizes by the largest bore they stand for, m: DN by EN ISO 6708, threads by EN 10226-1 (ISO 7-1); the pairs are common
 * practice, written from memory.
 */
const NOMINAL: readonly [bore: number, dn: number, thread: string][] = [
  [0.0115, 10, '3/8'],
  [0.0165, 15, '1/2'],
  [0.0222, 20, '3/4'],
  [0.0285, 25, '1'],
  [0.0365, 32, '1 1/4'],
  [0.0425, 40, '1 1/2'],
  [0.0545, 50, '2'],
  [0.07, 65, '2 1/2'],
  [0.085, 80, '3'],
];

/** Nominal size of a part with ports of a bore: "DN 20". */
export const nominalSize = (bore: number): string => `DN ${(NOMINAL.find(([most]) => bore <= most) ?? NOMINAL.at(-1))?.[1]}`;

/** Thread that goes with it, in inches: "3/4". */
export const threadOf = (bore: number): string => (NOMINAL.find(([most]) => bore <= most) ?? NOMINAL.at(-1))?.[2] ?? '';
