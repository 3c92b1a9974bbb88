import type { Job } from '../../model/job.ts';
import type { RunResult } from './run.ts';

const KWH = 3.6e6;

/** What a run cost and emitted, by the numbers of the owner. */
export interface Cost {
  /** In the currency of the prices; null while one that it takes is missing. */
  cost: number | null;
  /** kg of carbon dioxide; null likewise. */
  emission: number | null;
  /** Places of the numbers that are missing. */
  missing: string[];
}

/** Kilowatt-hours of each carrier a run bought: what made the heat, and the electricity of the pumps. */
export function boughtBy({ energy, carrier }: Pick<RunResult, 'energy' | 'carrier'>): { fuel: number; electricity: number } {
  const heat = (energy.bought ?? 0) / KWH;
  const pumps = energy.pumps / KWH;
  return carrier === 'fuel' ? { fuel: heat, electricity: pumps } : { fuel: 0, electricity: heat + pumps };
}

/** Energy bought times its price, and times what a kWh of it emits. A source that buys nothing costs its pumps alone. */
export function costOf({ energy }: Pick<Job, 'energy'>, result: Pick<RunResult, 'energy' | 'carrier'>): Cost {
  const bought = boughtBy(result);
  const missing: string[] = [];
  const sum = (fuel: 'fuelPrice' | 'fuelEmission', electricity: 'electricityPrice' | 'electricityEmission') => {
    const parts: [number, keyof Job['energy']][] = [
      [bought.fuel, fuel],
      [bought.electricity, electricity],
    ];
    const needed = parts.filter(([amount]) => amount > 0);
    const absent = needed.filter(([, of]) => energy[of] === null).map(([, of]) => `energy/${of}`);
    missing.push(...absent);
    return absent.length > 0 ? null : needed.reduce((total, [amount, of]) => total + amount * (energy[of] ?? 0), 0);
  };
  return { cost: sum('fuelPrice', 'electricityPrice'), emission: sum('fuelEmission', 'electricityEmission'), missing };
}
