import type { SourceKind } from '../../model/job.ts';
import { SOURCE_TRAITS } from './source-kinds.ts';

/**
 * Return temperature in degrees C and heat over the gross heat of combustion of gas: below the dew point of the flue gas its
 * water gives back the heat it took. From memory, of the shape that condensing boilers are commonly shown with; the data
 * sheet is better.
 */
const CONDENSING = [
  [20, 0.98],
  [30, 0.965],
  [40, 0.945],
  [50, 0.9],
  [55, 0.87],
  [80, 0.855],
] as const;
/** A boiler that must stay dry, and a fire of wood or coal: from memory. */
const DRY = 0.82;
const FIRE = 0.75;

/**
 * Heat a boiler makes of each joule of fuel, gross, at a return temperature.
 * @param back degrees C
 * @returns 0..1
 */
export function boilerEfficiency(kind: SourceKind, back: number): number {
  const { condenses, fire } = SOURCE_TRAITS[kind];
  if (fire) return FIRE;
  if (!condenses) return DRY;
  const [coldest, warmest] = [CONDENSING[0], CONDENSING[CONDENSING.length - 1] as (typeof CONDENSING)[number]];
  if (back <= coldest[0]) return coldest[1];
  for (let i = 1; i < CONDENSING.length; i++) {
    const [to, high] = CONDENSING[i] as (typeof CONDENSING)[number];
    const [from, low] = CONDENSING[i - 1] as (typeof CONDENSING)[number];
    if (back <= to) return low + ((high - low) * (back - from)) / (to - from);
  }
  return warmest[1];
}
