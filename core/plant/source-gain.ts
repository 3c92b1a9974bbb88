import type { SourceKind } from '../../model/job.ts';
import { SOURCE_TRAITS } from './source-kinds.ts';

/** Share of the ideal that a heat pump reaches, source fans and pumps included: common practice, 0.4 to 0.5. */
export const CARNOT_SHARE = 0.45;
/** Return temperature below which flue gas of natural gas condenses, degrees C: common practice. */
export const CONDENSING_BELOW = 55;
const KELVIN = 273.15;

/**
 * COP of a heat pump as a stated share of Carnot: COP = share T_f / (T_f - T_o), temperatures absolute.
 * @param flow @param outdoor degrees C
 * @returns null where the flow is not warmer than outdoors
 */
export const carnotCop = (flow: number, outdoor: number, share = CARNOT_SHARE): number | null =>
  flow > outdoor ? (share * (flow + KELVIN)) / (flow - outdoor) : null;

/** What cooler water does for a source. */
export type SourceGain =
  | { kind: 'cop'; before: number; after: number }
  | { kind: 'condensing'; before: boolean; after: boolean }
  | { kind: 'none' };

/**
 * What a source gains when its flow falls from one temperature to another on the design day.
 * @param drop between its flow and return, K
 */
export function sourceGain(kind: SourceKind, from: number, to: number, drop: number, outdoor: number): SourceGain {
  if (SOURCE_TRAITS[kind].heatPump) {
    const [before, after] = [carnotCop(from, outdoor), carnotCop(to, outdoor)];
    return before === null || after === null ? { kind: 'none' } : { kind: 'cop', before, after };
  }
  if (SOURCE_TRAITS[kind].condenses) {
    return { kind: 'condensing', before: from - drop < CONDENSING_BELOW, after: to - drop < CONDENSING_BELOW };
  }
  return { kind: 'none' };
}
