import { KWH } from '../../core/quantity/spans.ts';
import type { SummerResult } from '../../core/run/summer/summer-run.ts';
import type { Job } from '../../model/job.ts';

/** kWh bought for the cold, pumps with it. */
const electricityOf = ({ energy }: SummerResult): number => (energy.bought + energy.pumps) / KWH;

/** What that costs and emits by the numbers of the owner; null where one is missing. */
export function coldCost(
  { energy }: Pick<Job, 'energy'>,
  result: SummerResult,
): { cost: number | null; emission: number | null } {
  const bought = electricityOf(result);
  const { electricityPrice, electricityEmission } = energy;
  return {
    cost: electricityPrice === null ? null : bought * electricityPrice,
    emission: electricityEmission === null ? null : bought * electricityEmission,
  };
}

/** Cold over all electricity. */
export const coldShare = (result: SummerResult): number | null =>
  result.energy.bought > 0 ? result.energy.taken / KWH / electricityOf(result) : null;
