import { byRule, decided, type Figure } from '../figure/figure.ts';
import { fluidName } from '../fluid/fluid.ts';
import { logMean } from '../network/heat.ts';
import type { Context } from './context.ts';
import { kvOf } from './links.ts';
import type { StationAsked } from './station-asked.ts';

/** The plates between two waters. */
export interface ExchangerDesign {
  /** UA, W/K. */
  conductance: Figure;
  logMean: Figure;
  /** Whether the temperatures can be had at all: nowhere may the cold side be as warm as the hot one. */
  possible: boolean;
}

export interface SizedExchanger extends ExchangerDesign {
  /** Kv of either side, m3/h. */
  sourceKv: number;
  circuitsKv: number;
}

/** Smallest difference an exchanger is worked out for, K; what asks for less is a finding. */
const LEAST_DIFFERENCE = 0.5;

/** Plates for the load at the temperatures of both sides: UA = Q over the log-mean of the two end differences. */
export function designExchanger(
  context: Context,
  { id, place, label, entry, feed, takers, drawn, drawnBack }: StationAsked,
): SizedExchanger {
  const { book, rules } = context;
  const { approach } = entry;
  const hotEnd = approach;
  const coldEnd = feed.back.value - drawnBack.value;
  const mean = book.add({
    id: `${id}/logMean`,
    label: `${label}: log-mean difference`,
    kind: 'temperatureDifference',
    value: logMean(Math.max(hotEnd, LEAST_DIFFERENCE), Math.max(coldEnd, LEAST_DIFFERENCE)),
    formula: 'ΔT_lm = (a − b) / ln(a / b), a = T_f − T_supply, b = T_r,source − T_r,circuits',
    source: 'counterflow exchanger',
    terms: {
      a: decided('approach', 'temperatureDifference', approach, `${place}/approach`),
      'T_r,source': feed.back,
      'T_r,circuits': drawnBack,
    },
  });
  const conductance = book.add({
    id: `${id}/conductance`,
    label: `${label}: heat for each kelvin between the two waters`,
    kind: 'heatPerKelvin',
    value: feed.load.value / mean.value,
    formula: 'UA = Q / ΔT_lm',
    source: 'counterflow exchanger; ask its maker for this at these flows',
    terms: { Q: feed.load, ΔT_lm: mean, 'Δp each side': byRule(rules.plateLoss) },
  });
  const other = context.fluidAt(drawnBack.value, takers[0]?.place);
  const cold = fluidName(other.fluid) === fluidName(feed.fluid.fluid) ? feed.fluid : other;
  const secondary = drawn.value / cold.density;
  return {
    conductance,
    logMean: mean,
    possible: coldEnd >= LEAST_DIFFERENCE,
    sourceKv: kvOf(feed.volumeFlow.value, rules.plateLoss.limit, feed.fluid.density),
    circuitsKv: kvOf(secondary, rules.plateLoss.limit, cold.density),
  };
}
