import { KVS_SERIES, valveLoss } from '../circuit/mixing.ts';
import { byRule, decided, type Figure } from '../figure/figure.ts';
import type { Context, FilledState } from './context.ts';

/** The loading valve of a source that must not get cold water back. */
export interface LiftDesign {
  kvs: Figure;
  loss: Figure;
  pinned: boolean;
}

/** The smallest valve of the series that costs the source's pump no more than a zone valve may; null without one. */
export function designLift({ job, book, rules, densityOf }: Context, volumeFlow: Figure, fluid: FilledState): LiftDesign | null {
  const lift = job.source.returnLift;
  if (!lift) return null;
  const most = rules.zoneValveLoss;
  const pinned = lift.kvs !== 'auto';
  const kvs = book.add({
    id: 'source/returnLift/kvs',
    label: 'Loading valve: Kvs',
    kind: 'flowCoefficient',
    value:
      lift.kvs === 'auto'
        ? (KVS_SERIES.find((each) => valveLoss(volumeFlow.value, each, fluid.density) <= most.limit) ??
          (KVS_SERIES.at(-1) as number))
        : lift.kvs,
    formula: pinned ? 'Kvs decided in the job' : 'smallest Kvs of the series with Δp ≤ Δp_max',
    source: pinned ? 'decided in the job' : 'EN 60534 flow coefficient; R5 preferred numbers',
    terms:
      lift.kvs === 'auto'
        ? { V: volumeFlow, Δp_max: byRule(most) }
        : { Kvs: decided('Kvs of the loading valve', 'flowCoefficient', lift.kvs, 'source/returnLift/kvs') },
  });
  const loss = book.add({
    id: 'source/returnLift/loss',
    label: 'Loading valve: pressure loss',
    kind: 'pressure',
    value: valveLoss(volumeFlow.value, kvs.value, fluid.density),
    formula: 'Δp_v = ρ/1000 · (V / Kvs)² bar, V in m³/h',
    source: 'EN 60534',
    terms: { V: volumeFlow, Kvs: kvs, ρ: densityOf(fluid) },
  });
  return { kvs, loss, pinned };
}
