import { formatNumber } from '../../core/quantity/format.ts';
import { KWH } from '../../core/quantity/spans.ts';
import type { RunResult } from '../../core/run/run.ts';

/** Joules as kilowatt-hours: whole ones from a hundred, else with a tenth. */
export const kWh = (joules: number): string => {
  const value = joules / KWH;
  return `${formatNumber(value, value >= 100 ? 0 : 1)} kWh`;
};

/** Seconds of a run as minutes or hours; none where no run ended. */
export const runTime = (seconds: number | null): string =>
  seconds === null ? 'none ended' : seconds < 7200 ? `${Math.round(seconds / 60)} min` : `${(seconds / 3600).toFixed(1)} h`;

/** A sum of money in a currency that nobody named. */
export const money = (value: number | null): string => (value === null ? '–' : formatNumber(value, value < 100 ? 2 : 0));

/** Carbon dioxide. */
export const kilograms = (value: number | null): string => (value === null ? '–' : `${formatNumber(value, 0)} kg`);

/** Heat over what was bought for it, as it is spoken of: a number for a heat pump, per cent for what burns. */
export const efficiency = (made: number, bought: number | null, carrier: RunResult['carrier']): string =>
  !bought ? '–' : carrier === 'fuel' ? `${((100 * made) / bought).toFixed(0)} %` : (made / bought).toFixed(2);
