import type { EntryOf, ReadingQuantity } from '../../model/book/entry.ts';

/** How wrong one reading may be, one standard deviation: an amount in SI, and a share of what is read. */
export interface Instrument {
  id: string;
  name: string;
  quantity: ReadingQuantity;
  error: number;
  share: number;
}

/**
 * Instruments as they are commonly carried. Their errors are common practice, from memory: a plate or an entry of the book says
 * better. A clip thermometer reads the wall of the pipe, not the water; a meter at a manifold has a coarse scale.
 */
const USUAL_INSTRUMENTS: readonly Instrument[] = [
  { id: 'clip', name: 'Clip thermometer', quantity: 'supply', error: 0.5, share: 0 },
  { id: 'clip-back', name: 'Clip thermometer', quantity: 'back', error: 0.5, share: 0 },
  { id: 'air', name: 'Room thermometer', quantity: 'air', error: 0.3, share: 0 },
  { id: 'meter', name: 'Meter of the manifold', quantity: 'flow', error: 0.1e-3 / 60, share: 0.05 },
  { id: 'gauge', name: 'Pressure gauge', quantity: 'pressure', error: 5000, share: 0 },
  { id: 'two-gauges', name: 'Two gauges', quantity: 'head', error: 0.3, share: 0 },
  { id: 'watts', name: 'Display of the pump', quantity: 'power', error: 1, share: 0.03 },
  { id: 'dip', name: 'Refractometer', quantity: 'glycol', error: 0.01, share: 0 },
];

/** The instrument a reading was taken with: of the book, else the usual one for what was read. */
export function instrumentFor(quantity: ReadingQuantity, id: string | null, own: readonly EntryOf<'instrument'>[]): Instrument {
  const named = own.find((each) => each.instrument === id && each.quantity === quantity);
  if (named) return { id: named.instrument, name: named.name, quantity, error: named.error, share: named.share };
  return USUAL_INSTRUMENTS.find((each) => each.quantity === quantity) as Instrument;
}

/** Standard deviation of one reading of a value, SI. */
export const readingError = ({ error, share }: Pick<Instrument, 'error' | 'share'>, value: number): number =>
  Math.hypot(error, share * value);
