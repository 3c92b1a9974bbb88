import type { HeatPumpState } from './heat-pump-map.ts';

/**
 * A heat pump nobody has entered data for: the ideal between its refrigerant's temperatures, a share of that, a frost band and a
 * falling output. The shape is that of common data sheets, from memory; checked against usual ratings in the tests. Whoever has
 * the data sheet enters it.
 */
export const DEFAULT_HEAT_PUMP = {
  /** Refrigerant condensing above the flow, and evaporating below air or brine, K. */
  aboveFlow: 3,
  belowAir: 8,
  belowBrine: 4,
  /** Share of the ideal between these temperatures. */
  share: { air: 0.5, ground: 0.56 },
  /** No more than this, whatever the ideal says. */
  mostCop: 7,
  /** Air in which the coil ices most, degrees C, how far about it, K, and what defrosting then takes of output and COP. */
  frost: { worst: 2, within: 7, share: 0.1 },
  /** Output lost for each kelvin of colder air and of hotter water, as a share of that at 7 degrees C and 35. */
  perAir: 0.022,
  perFlow: 0.005,
  perBrine: 0.03,
} as const;

const KELVIN = 273.15;
/** Least of its rated output that is believed. */
const LEAST_SHARE = 0.25;

/** Share of output and COP left after defrosting, 1 outside the band in which air ices a coil. */
export const frostShare = (air: number): number => {
  const { worst, within, share } = DEFAULT_HEAT_PUMP.frost;
  return 1 - share * Math.max(0, 1 - Math.abs(air - worst) / within);
};

/** COP of the default heat pump. @param drawnFrom air or brine @param flow degrees C */
export function defaultCop(drawnFrom: number, flow: number, ground: boolean): number {
  const { aboveFlow, belowAir, belowBrine, share, mostCop } = DEFAULT_HEAT_PUMP;
  const hot = flow + aboveFlow + KELVIN;
  const cold = drawnFrom - (ground ? belowBrine : belowAir) + KELVIN;
  const ideal = hot > cold ? hot / (hot - cold) : Number.POSITIVE_INFINITY;
  return Math.min(ideal * (ground ? share.ground : share.air), mostCop) * (ground ? 1 : frostShare(drawnFrom));
}

/** Its output as a share of that in air of 7 degrees C with water of 35, or from brine of 0. */
const outputShape = (drawnFrom: number, flow: number, ground: boolean): number => {
  const { perAir, perFlow, perBrine } = DEFAULT_HEAT_PUMP;
  const byWater = 1 - perFlow * (flow - 35);
  const byAir = ground ? 1 + perBrine * drawnFrom : (1 + perAir * (drawnFrom - 7)) * frostShare(drawnFrom);
  return Math.max(byWater * byAir, LEAST_SHARE);
};

/**
 * Output and COP of the default heat pump.
 * @param capacity W at the temperatures of `rated` @param drawnFrom air or brine, degrees C @param flow degrees C
 */
export function defaultHeatPump(
  capacity: number,
  rated: { drawnFrom: number; flow: number },
  drawnFrom: number,
  flow: number,
  ground: boolean,
): HeatPumpState {
  const output = (capacity * outputShape(drawnFrom, flow, ground)) / outputShape(rated.drawnFrom, rated.flow, ground);
  return { output, cop: defaultCop(drawnFrom, flow, ground), covered: true };
}
