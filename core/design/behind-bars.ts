import { byRule, given, type Ingredient } from '../figure/figure.ts';
import type { Stretch } from '../piping/drives.ts';
import { portIdOf, stationOf } from '../plan/plan.ts';
import type { Through } from '../station/kind.ts';
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
const NONE: Losses = { losses: {}, loss: 0 };

/** Flow that a side of plates is sized for, m3/s. */
function flowThrough({ piping }: Context, source: SourceFlow, { port }: Through): number {
  const beyond = source.beyond.stations.find(({ station }) => station.id === stationOf(port));
  const cold = portIdOf(port) === 'cold';
  if (beyond) return cold ? beyond.drawn.value / beyond.feed.fluid.density : beyond.feed.volumeFlow.value;
  if (stationOf(port) !== piping.between().id) return 0;
  return source.secondaryFlow.value / source.fluid.density;
}

/**
 * What stretches without a pump of their own take at any flow: the source and its pipe, pipes between stations, a side of plates.
 * @param at flow through them, m3/s; plates are sized for what all that hangs there draws together
 */
export function lossOfStretches(context: Context, source: SourceFlow, stretches: readonly Stretch[], at: number): Losses {
  const { plateLoss } = context.rules;
  return sumOf(
    stretches.map((stretch): Losses => {
      if ('through' in stretch) {
        const sized = flowThrough(context, source, stretch.through);
        const loss = sized > 0 ? plateLoss.limit * (at / sized) ** 2 : 0;
        return { losses: { 'Δp plates': given('plates at this flow', 'pressure', loss, plateLoss.source) }, loss };
      }
      const { branch } = stretch;
      const link = source.beyond.links.find(({ place }) => place === branch.place);
      if (link) {
        const loss = link.lossAt(at);
        return { losses: { [`Δp ${link.name}`]: given(link.name, 'pressure', loss, 'its pipes and parts at this flow') }, loss };
      }
      if (branch.kind !== 'source') return NONE;
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
      const { branch } = stretch;
      const link = source.beyond.links.find(({ place }) => place === branch.place);
      if (link) {
        const { run, inLine, name, volumeFlow } = link;
        return {
          losses: { [`Δp ${name}`]: run.pipe.loss, ...(inLine ? { [`Δp parts of ${name}`]: inLine } : {}) },
          loss: link.lossAt(volumeFlow.value),
        };
      }
      return branch.kind === 'source' ? lossOfSource(source) : NONE;
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
    ...(source.lift ? { 'Δp loading valve': source.lift.loss } : {}),
  },
  loss: source.lossAt(source.volumeFlow.value),
});
