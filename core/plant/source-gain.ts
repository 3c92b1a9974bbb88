import type { Source } from '../../model/job.ts';
import { type HeatPump, heatPumpNow } from './heat-pump.ts';
import { SOURCE_TRAITS } from './source-kinds.ts';

/** Return temperature below which flue gas of natural gas condenses, degrees C: common practice. */
const CONDENSING_BELOW = 55;

/** What cooler water does for a source. */
export type SourceGain =
  | { kind: 'cop'; before: number; after: number; byData: boolean }
  | { kind: 'condensing'; before: boolean; after: boolean }
  | { kind: 'none' };

/** COP of a heat pump, which does not hang on its size or on who else breathes its air. */
export const copOf = (source: HeatPump['source'], outdoor: number, flow: number): number =>
  heatPumpNow({ source: { ...source, standing: 'open-air' }, capacity: 1, design: outdoor, enclosedShare: 1 }, outdoor, flow).cop;

/**
 * What a source gains when its flow falls from one temperature to another on the design day.
 * @param drop between its flow and return, K
 */
export function sourceGain(
  source: Pick<Source, 'kind' | 'points' | 'standing' | 'flowTemperature'>,
  from: number,
  to: number,
  drop: number,
  outdoor: number,
): SourceGain {
  const { heatPump, condenses } = SOURCE_TRAITS[source.kind];
  if (heatPump)
    return {
      kind: 'cop',
      before: copOf(source, outdoor, from),
      after: copOf(source, outdoor, to),
      byData: source.points.length > 0,
    };
  if (condenses) return { kind: 'condensing', before: from - drop < CONDENSING_BELOW, after: to - drop < CONDENSING_BELOW };
  return { kind: 'none' };
}
