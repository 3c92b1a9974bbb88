import type { Display } from '../../model/job.ts';

/** How a load is fed: so many volts between conductors, on so many phases, and the current that flows. */
export interface Feed {
  volts: number;
  phases: 1 | 3;
  amps: number;
}

/** Usual mains of houses: 230 V, 400 V on three phases where there is more; 120 V and 240 V on two legs in the United States. Common practice. */
const MAINS = {
  metric: { low: 230, high: 400, three: true, lowTo: 4600 },
  us: { low: 120, high: 240, three: false, lowTo: 1440 },
} as const;
/** Power over volts times amps of what turns: from memory; of what glows 1. */
const TURNING = 0.85;

/**
 * Feed of a load, I = P / (U cos phi), on three phases P / (sqrt 3 U cos phi). Source: alternating current, any textbook.
 * @param power W @param turns whether a motor or compressor draws it
 */
export function feedOf(power: number, turns: boolean, { system }: Pick<Display, 'system'>): Feed {
  const { low, high, three, lowTo } = MAINS[system];
  const factor = turns ? TURNING : 1;
  if (power <= lowTo) return { volts: low, phases: 1, amps: power / (low * factor) };
  return three
    ? { volts: high, phases: 3, amps: power / (Math.sqrt(3) * high * factor) }
    : { volts: high, phases: 1, amps: power / (high * factor) };
}
