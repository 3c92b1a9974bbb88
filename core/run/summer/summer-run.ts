import type { DayTotals } from '../run.ts';

/** What is asked of a summer. */
export interface SummerSettings {
  /** Whether people are there: sun and people count. */
  gains: number;
  /** Days like the first before anything is counted. */
  settle: number;
  /** Every how many steps a moment is kept. */
  keepEvery: number;
}

/** One moment of a summer. */
export interface SummerMoment {
  /** Seconds from the start; degrees C outdoors. */
  time: number;
  outdoor: number;
  /** Degrees C and relative humidity of each room. */
  rooms: number[];
  humidity: number[];
  /** Dew point of the dampest room, and the cold water sent to circuits, each, degrees C. */
  dew: number;
  circuits: number[];
  /** Cold water of the tank or of what comes home, degrees C. */
  water: number;
  /** W taken by the machine, W of electricity for it, kg/s of condensate. */
  taken: number;
  bought: number;
  condensate: number;
  /** One letter a zone, 1 calls; then one a circuit, 1 shut or warmed by its guard. */
  calls: string;
  guards: string;
}

/** What a summer came to. J, kg, hours. */
export interface SummerResult {
  rooms: { id: string; label: string }[];
  circuits: { id: string; name: string }[];
  setPoint: number;
  moments: SummerMoment[];
  days: Pick<DayTotals, 'outdoor' | 'made' | 'bought' | 'pumps' | 'cycles' | 'hoursShort'>[];
  energy: {
    /** Taken by the machine; out of the rooms as warmth and as water; gained by pipes; more cold in the water at the end. */
    taken: number;
    sensible: number;
    latent: number;
    pipes: number;
    held: number;
    bought: number;
    pumps: number;
  };
  water: {
    /** Brought by people and outdoor air; out by coils, by a drier, on surfaces; more in the air at the end. */
    brought: number;
    coils: number;
    drier: number;
    surfaces: number;
    held: number;
    /** On floors, walls and panels of each room. */
    byRoom: number[];
  };
  /** Hours in which each room stood a kelvin above the set point, and above 65 % of relative humidity. */
  hoursAbove: number[];
  hoursDamp: number[];
  /** Hours in which any did, in which cold pipes and manifolds of a circuit were below the dew point, and in which its guard held it back. */
  hoursAnyAbove: number;
  hoursWet: number[];
  hoursHeld: number[];
  /** Starts of the machine, runs shorter than it should run, its hours, and those in which it made hot water instead. */
  cycles: number;
  shortRuns: number;
  hoursOn: number;
  hoursHotWater: number;
  /** Largest difference in the balances of heat and of water as a share of what was turned over. */
  imbalance: number;
  waterImbalance: number;
  lasted: number;
  /** Sets of calls solved. */
  solved: number;
  broke: string | null;
}
