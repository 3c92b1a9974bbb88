import type { HouseMass } from '../../model/job.ts';
import { DAY } from '../quantity/spans.ts';
import { MASSES } from './run.ts';

/** A house of one mass that is let cool for some hours. */
export interface SetBackCase {
  /** Heat lost on the design day, W, at a room temperature and outdoors, degrees C. */
  load: number;
  room: number;
  design: number;
  /** All the source can give to the house, W. */
  most: number;
  /** K it is lowered by, and for how long, s. */
  by: number;
  lasts: number;
}

export interface SetBackEffect {
  /** K the rooms have fallen by in the end. */
  falls: number;
  /** Seconds until they are as warm as before with all the source can give; null where it cannot. */
  recovery: number | null;
  /** Share of the day's heat that is not lost. */
  saves: number;
}

/** Near enough to warm, K: a room comes up to its set point only slowly in the end. */
const NEAR = 0.2;

/**
 * What a set-back does to a house of first order: it cools towards outdoors by T = T_o + (T_1 - T_o) e^(-t/tau) until it is as
 * low as set, stands there, and is warmed towards T_o + P/H with all the source can give. Both follow from C dT/dt = P - H (T - T_o).
 * @param outdoor degrees C, all day
 */
export function setBackEffect(house: SetBackCase, mass: HouseMass, outdoor: number): SetBackEffect {
  const { room, by, lasts } = house;
  const loss = house.load / Math.max(room - house.design, 1);
  const tau = MASSES[mass] * 3600;
  const above = room - outdoor;
  if (above <= 0 || by <= 0) return { falls: 0, recovery: 0, saves: 0 };
  const low = Math.max(room - by, outdoor);
  // Seconds until it is as low as that, if it gets there at all.
  const down = low > outdoor ? tau * Math.log(above / (low - outdoor)) : Number.POSITIVE_INFINITY;
  const cooling = Math.min(lasts, down);
  const coldest = outdoor + above * Math.exp(-cooling / tau);
  const ceiling = outdoor + house.most / loss;
  const target = room - NEAR;
  const recovery = coldest >= target ? 0 : ceiling > target ? tau * Math.log((ceiling - coldest) / (ceiling - target)) : null;
  // Kelvin seconds below the set point: while it cools, while it stands low, while it is warmed.
  const whileCooling = above * cooling - above * tau * (1 - Math.exp(-cooling / tau));
  const standing = (room - coldest) * (lasts - cooling);
  const up = Math.min(recovery ?? DAY - lasts, DAY - lasts);
  const whileWarming = (room - ceiling) * up + (ceiling - coldest) * tau * (1 - Math.exp(-up / tau));
  return { falls: room - coldest, recovery, saves: (whileCooling + standing + Math.max(whileWarming, 0)) / (above * DAY) };
}
