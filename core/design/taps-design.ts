import { byRule, decided, type Figure } from '../figure/figure.ts';
import { water } from '../fluid/water.ts';
import type { Context } from './context.ts';

/** Hot water that the source makes while a tap runs. */
export interface TapsDesign {
  /** Litres a minute at the rise wanted, as m3/s. */
  flow: Figure;
  rise: Figure;
}

/** How much water the source brings to the tap's temperature at once; null where it makes none. */
export function designTaps({ job, book, rules }: Context): TapsDesign | null {
  const { taps } = job.source;
  if (!taps) return null;
  const cold = decided('cold water', 'temperature', taps.coldTemperature, 'source/taps/coldTemperature');
  const warm = decided('wanted at the tap', 'temperature', taps.tapTemperature, 'source/taps/tapTemperature');
  const rise = book.add({
    id: 'source/taps/rise',
    label: 'Hot water: rise',
    kind: 'temperatureDifference',
    value: Math.max(taps.tapTemperature - taps.coldTemperature, 0),
    formula: 'ΔT = T_tap − T_cold',
    source: 'definition',
    terms: { T_tap: warm, T_cold: cold },
  });
  const { density, specificHeat } = water((taps.coldTemperature + taps.tapTemperature) / 2);
  const flow = book.add({
    id: 'source/taps/flow',
    label: 'Hot water at the tap at once',
    kind: 'volumeFlow',
    value: rise.value > 0 ? taps.output / (density * specificHeat * rise.value) : 0,
    formula: 'V = P / (ρ c_p ΔT)',
    source: 'energy balance; what is drawn beyond that comes cooler',
    terms: {
      P: decided('output for hot water', 'power', taps.output, 'source/taps/output'),
      ΔT: rise,
      'one tap': byRule(rules.tapFlow),
    },
  });
  return { flow, rise };
}
