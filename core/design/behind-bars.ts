import { byRule, given, type Ingredient } from '../figure/figure.ts';
import type { Context } from '../plan/context.ts';
import type { SourceFlow } from './source-design.ts';

/** A stretch that some pump has to drive: its losses as they enter a sum, and all of them, Pa. */
export interface Stretch {
  losses: Record<string, Ingredient>;
  loss: number;
}

/**
 * What lies between the bars for whoever moves the water of the circuits: plates stand in its way, without separation the source
 * does, a header or a tank takes nothing. Who drives it: the one pump of all circuits where there is one, else each pump that draws
 * from the bars itself.
 * @param at flow through it, m3/s; the plates are sized for what all circuits draw together
 */
export function behindBars(context: Context, source: SourceFlow, at: number): Stretch {
  const { job, rules } = context;
  if (job.separation.kind === 'plate-exchanger') {
    const together = source.secondaryFlow.value / source.fluid.density;
    const loss = together > 0 ? rules.plateLoss.limit * (at / together) ** 2 : 0;
    return { losses: { 'Δp plates': given('plates at this flow', 'pressure', loss, rules.plateLoss.source) }, loss };
  }
  if (job.separation.kind !== 'none') return { losses: {}, loss: 0 };
  const loss = source.lossAt(at);
  return { losses: { 'Δp source': given('source and its pipe', 'pressure', loss, 'nothing separates them') }, loss };
}

/** The same at what all circuits draw together, each loss by its own rule. */
export function behindBarsTogether(context: Context, source: SourceFlow): Stretch {
  const { job, rules } = context;
  if (job.separation.kind === 'plate-exchanger')
    return { losses: { 'Δp plates': byRule(rules.plateLoss) }, loss: rules.plateLoss.limit };
  if (job.separation.kind !== 'none') return { losses: {}, loss: 0 };
  return {
    losses: {
      'Δp source pipe': source.run.pipe.loss,
      'Δp source': source.loss,
      ...(source.inLine ? { 'Δp source parts': source.inLine } : {}),
    },
    loss: source.lossAt(source.volumeFlow.value),
  };
}

/** Whether one pump drives the bars and all behind them. */
export const sharedDrives = ({ job }: Context): boolean => job.distribution.kind === 'valves';
