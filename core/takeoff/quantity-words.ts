import type { Job } from '../../model/job.ts';
import { unitFor } from '../quantity/units.ts';
import type { Item } from './item.ts';

/** How many, in words of the counter: whole pieces, whole metres or feet. */
export function quantityWords(
  { quantity, unit }: Pick<Item, 'quantity' | 'unit'>,
  { display }: Pick<Job, 'display'>,
): { number: number; unit: 'pc' | 'm' | 'ft' } {
  if (unit === 'piece') return { number: Math.ceil(quantity - 1e-9), unit: 'pc' };
  const length = unitFor('length', display);
  // Pipe is counted in whole metres or feet; other units are for drawings.
  const feet = length === 'ft' || length === 'in';
  return { number: Math.ceil((feet ? quantity / 0.3048 : quantity) - 1e-9), unit: feet ? 'ft' : 'm' };
}
