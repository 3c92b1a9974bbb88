import type { Job, SourceKind } from '../../model/job.ts';
import { boilerEfficiency } from '../plant/boiler-efficiency.ts';
import { type HeatPump, heatPumpNow } from '../plant/heat-pump.ts';
import { traitsOf } from '../plant/source-kinds.ts';

export type Carrier = 'electricity' | 'fuel';

/** What a kind of source runs on; null where nothing is bought. */
export function carrierOfKind(kind: SourceKind): Carrier | null {
  const { heatPump, electric, flame } = traitsOf({ kind });
  return heatPump || electric ? 'electricity' : flame ? 'fuel' : null;
}

/** What the first source of a job runs on. */
export const carrierOf = ({ source }: Pick<Job, 'source'>): Carrier | null => carrierOfKind(source.kind);

/**
 * Heat for each joule bought, at the temperatures of the moment; null where nothing is bought.
 * @param efficiency the owner's own figure; null for what the kind makes of the temperatures
 * @param heatPump its map; null where it is none
 */
export function heatForEach(
  kind: SourceKind,
  efficiency: number | null,
  heatPump: HeatPump | null,
  outdoor: number,
  flow: number,
  back: number,
): number | null {
  const { electric, flame } = traitsOf({ kind });
  if (heatPump) return efficiency ?? Math.max(heatPumpNow(heatPump, outdoor, flow).cop, 1);
  if (electric) return efficiency ?? 1;
  return flame ? (efficiency ?? boilerEfficiency(kind, back)) : null;
}
