import type { Source } from '../../model/job.ts';
import { defaultHeatPump } from './default-heat-pump.ts';
import { type HeatPumpState, heatPumpAt } from './heat-pump-map.ts';
import { traitsOf } from './source-kinds.ts';

/** Temperature of brine from the ground in winter, degrees C: what ground sources are rated at, common practice. */
const BRINE = 0;

/** What a heat pump draws on, degrees C: the air, or the ground, which stays about so all winter. */
export const drawnFrom = (source: Pick<Source, 'kind'>, outdoor: number): number => (traitsOf(source).defrosts ? outdoor : BRINE);

/** What it takes to know a heat pump: its entries, what it gives on the design day, and what the breath of its own air leaves of that. */
export interface HeatPump {
  source: Pick<Source, 'kind' | 'points' | 'standing' | 'flowTemperature'>;
  /** W on the design day, where no data points are entered, and outdoors then. */
  capacity: number;
  design: number;
  enclosedShare: number;
}

/**
 * Output and COP just now: by its data points, or by the default map where there are none; less where it stands enclosed.
 * @param outdoor @param flow degrees C
 */
export function heatPumpNow({ source, capacity, design, enclosedShare }: HeatPump, outdoor: number, flow: number): HeatPumpState {
  const at = drawnFrom(source, outdoor);
  const share = source.standing === 'enclosed' ? enclosedShare : 1;
  const byData = heatPumpAt(source.points, at, flow);
  if (byData) return { ...byData, output: byData.output * share, cop: byData.cop * share };
  const rated = { drawnFrom: drawnFrom(source, design), flow: source.flowTemperature };
  const byDefault = defaultHeatPump(capacity, rated, at, flow, !traitsOf(source).defrosts);
  // Its capacity was given as it stands there.
  return { ...byDefault, cop: byDefault.cop * share };
}

/** In mild air a map may promise any output; no machine gives more than this times what it gives on the design day. */
const MOST_OVER = 3;

/** The most it gives just now, W. */
export const mostOutputNow = (heatPump: HeatPump, outdoor: number, flow: number): number =>
  Math.min(heatPumpNow(heatPump, outdoor, flow).output, MOST_OVER * heatPump.capacity);

/**
 * The least it can hold just now, W. A share of its capacity, as is usual for its kind, rises with the air as its output does, the
 * same compressor turning as slowly as it can; what an installer read off a plate is the least it ever holds.
 * @param least W on the design day @param read whether it was entered
 */
export function leastOutputNow(heatPump: HeatPump, least: number, read: boolean, outdoor: number, flow: number): number {
  if (read) return least;
  const rated = heatPumpNow(heatPump, heatPump.design, heatPump.source.flowTemperature).output;
  return rated > 0 ? (least * mostOutputNow(heatPump, outdoor, flow)) / rated : least;
}
