import { byRule, given, type Ingredient } from '../figure/figure.ts';
import type { Stretch } from '../piping/drives.ts';
import type { Context } from './context.ts';
import type { SourceFlow } from './source-design.ts';

/** Losses as they enter a sum, and all of them, Pa. */
export interface Losses {
  losses: Record<string, Ingredient>;
  loss: number;
}

const sumOf = (parts: readonly Losses[]): Losses => ({
  losses: Object.assign({}, ...parts.map((part) => part.losses)),
  loss: parts.reduce((sum, part) => sum + part.loss, 0),
});

/**
 * What stretches without a pump of their own take at any flow: the source and its pipe, a side of plates.
 * @param at flow through them, m3/s; plates are sized for what all circuits draw together
 */
export function lossOfStretches(context: Context, source: SourceFlow, stretches: readonly Stretch[], at: number): Losses {
  const { plateLoss } = context.rules;
  const together = source.secondaryFlow.value / source.fluid.density;
  return sumOf(
    stretches.map((stretch): Losses => {
      if ('through' in stretch) {
        const loss = together > 0 ? plateLoss.limit * (at / together) ** 2 : 0;
        return { losses: { 'Δp plates': given('plates at this flow', 'pressure', loss, plateLoss.source) }, loss };
      }
      if (stretch.branch.kind !== 'source') return { losses: {}, loss: 0 };
      const loss = source.lossAt(at);
      return { losses: { 'Δp source': given('source and its pipe', 'pressure', loss, 'nothing separates them') }, loss };
    }),
  );
}

/** The same at the flow each was sized for, each loss by its own rule. */
export function lossAtDesign(context: Context, source: SourceFlow, stretches: readonly Stretch[]): Losses {
  const { plateLoss } = context.rules;
  return sumOf(
    stretches.map((stretch): Losses => {
      if ('through' in stretch) return { losses: { 'Δp plates': byRule(plateLoss) }, loss: plateLoss.limit };
      return stretch.branch.kind === 'source' ? lossOfSource(source) : { losses: {}, loss: 0 };
    }),
  );
}

/** A source with its pipe and the parts in it, at design flow. */
export const lossOfSource = (source: SourceFlow): Losses => ({
  losses: {
    'Δp source pipe': source.run.pipe.loss,
    'Δp source': source.loss,
    ...(source.inLine ? { 'Δp source parts': source.inLine } : {}),
    ...(source.ring ? { 'Δp ring': source.ring.loss } : {}),
  },
  loss: source.lossAt(source.volumeFlow.value),
});
