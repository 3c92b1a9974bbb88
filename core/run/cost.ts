import type { Job } from '../../model/job.ts';
import { KWH } from '../quantity/spans.ts';
import type { RunResult } from './run.ts';

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
export function boughtBy({ energy, sources }: Pick<RunResult, 'energy' | 'sources'>): { fuel: number; electricity: number } {
  const of = (carrier: 'fuel' | 'electricity') =>
    sources.reduce((sum, each) => sum + (each.carrier === carrier ? (each.bought ?? 0) : 0), 0) / KWH;
  return { fuel: of('fuel'), electricity: of('electricity') + (energy.pumps + energy.immersion) / KWH };
}

/** Energy bought times its price, and times what a kWh of it emits. A source that buys nothing costs its pumps alone. */
export function costOf(
  { energy, furtherSources }: Pick<Job, 'energy' | 'furtherSources'>,
  result: Pick<RunResult, 'energy' | 'sources'>,
): Cost {
  const missing: string[] = [];
  const sum = (own: 'price' | 'emission', ofJob: Record<'fuel' | 'electricity', keyof Job['energy']>) => {
    const parts = [
      ...result.sources.map(({ id, carrier, bought }) => ({
        amount: (bought ?? 0) / KWH,
        carrier: carrier ?? 'electricity',
        own: furtherSources.find((each) => each.id === id)?.[own] ?? null,
      })),
      { amount: (result.energy.pumps + result.energy.immersion) / KWH, carrier: 'electricity' as const, own: null },
    ].filter(({ amount }) => amount > 0);
    const absent = parts.filter(({ carrier, own }) => own === null && energy[ofJob[carrier]] === null);
    missing.push(...new Set(absent.map(({ carrier }) => `energy/${ofJob[carrier]}`)));
    return absent.length > 0
      ? null
      : parts.reduce((total, { amount, carrier, own }) => total + amount * (own ?? energy[ofJob[carrier]] ?? 0), 0);
  };
  return {
    cost: sum('price', { fuel: 'fuelPrice', electricity: 'electricityPrice' }),
    emission: sum('emission', { fuel: 'fuelEmission', electricity: 'electricityEmission' }),
    missing,
  };
}
