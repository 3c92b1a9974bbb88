import type { HotWater } from '../../model/job.ts';
import { logMean } from '../network/heat.ts';

/** Water above the temperature of a hygiene cycle that it takes to reach it, K: common practice. */
export const HYGIENE_EXCESS = 5;

/** A cylinder whose own water goes round has no wall in the way: so many times what its flow carries stand for that. */
const NO_WALL = 20;

/**
 * UA of a coil from its rating, W/K: Q over the log-mean of what its water stands above the store. 0 where the rating is none. A
 * cylinder charged directly gives as much as its flow carries.
 */
export const coilConductance = ({ charged, coilOutput, coilFlow, coilReturn, coilStore }: HotWater): number =>
  charged === 'direct'
    ? (NO_WALL * coilOutput) / Math.max(coilFlow - coilReturn, 1)
    : coilReturn > coilStore && coilFlow > coilReturn
      ? coilOutput / logMean(coilFlow - coilStore, coilReturn - coilStore)
      : 0;

/**
 * Heat a coil brings into a store for each kelvin that its water enters above it, W/K: effectiveness times heat capacity
 * of its flow. At the rating C = Q / (T_f - T_r), UA = Q / dT_lm and the effectiveness is 1 - e^(-UA / C), the store being
 * of one temperature. Flow through the coil is taken as at its rating.
 * @returns 0 where the rating is none (store not below the return)
 */
export function coilHeat(hotWater: HotWater): number {
  if (hotWater.charged === 'direct') return hotWater.coilOutput / Math.max(hotWater.coilFlow - hotWater.coilReturn, 1);
  const conductance = coilConductance(hotWater);
  if (conductance === 0) return 0;
  const capacity = hotWater.coilOutput / (hotWater.coilFlow - hotWater.coilReturn);
  return capacity * -Math.expm1(-conductance / capacity);
}

/**
 * Seconds to warm a mixed store: at first the source gives all it can, later no more than the coil takes at what is left
 * of the temperature difference. Exact for a store of one temperature: dT/dt = min(P, k (T_f - T)) / C.
 * @param from @param to degrees C @param flow water into the coil, degrees C @param k of the coil, W/K
 * @param power of the source, W @param capacity of the store, J/K
 * @returns infinity where the water is not warmer than wanted
 */
export function reheatTime(from: number, to: number, flow: number, k: number, power: number, capacity: number): number {
  if (to <= from) return 0;
  if (!(flow > to) || !(k > 0) || !(power > 0)) return Number.POSITIVE_INFINITY;
  // Up to here the coil could take more than the source gives.
  const turn = Math.min(Math.max(flow - power / k, from), to);
  return ((turn - from) * capacity) / power + (capacity / k) * Math.log((flow - turn) / (flow - to));
}
