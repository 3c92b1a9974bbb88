import type { Shares } from './room-air.ts';

/** What a plant shows in one state: readings by key, what comes to each room, W, and the share of its usual heat that is. */
export interface Shown {
  readings: ReadonlyMap<string, number>;
  heats: ReadonlyMap<string, number>;
  shares: Shares;
}
