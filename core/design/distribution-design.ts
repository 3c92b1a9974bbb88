import { KVS_SERIES, valveLoss } from '../circuit/mixing.ts';
import { byRule, decided, type Figure, given } from '../figure/figure.ts';
import { lossAtDesign } from './behind-bars.ts';
import type { Charging } from './charging-design.ts';
import type { Asked, PumpDesign } from './choose-pump.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { SourceFlow } from './source-design.ts';

/** The valve of a circuit that opens when it calls. */
export interface ZoneValveDesign {
  kvs: Figure;
  loss: Figure;
  pinned: boolean;
}

/** The one pump of all circuits. */
export interface DistributionDesign {
  pump: PumpDesign;
}

/** The smallest valve of the series that costs the shared pump no more than the rulebook allows. */
export function designZoneValve(context: Context, flow: CircuitFlow): ZoneValveDesign | null {
  // A circuit without a pump of its own lets in what another moves.
  if (context.piping.branch(flow.place).pump) return null;
  const { job, book, rules } = context;
  const { place, circuit, volumeFlow, fluid } = flow;
  const pinned = job.distribution.valveKvs;
  const most = rules.zoneValveLoss;
  const kvs = book.add({
    id: `${place}/zoneValve`,
    label: `${circuit.name}: Kvs of the zone valve`,
    kind: 'flowCoefficient',
    value:
      pinned === 'auto'
        ? (KVS_SERIES.find((each) => valveLoss(volumeFlow.value, each, fluid.density) <= most.limit) ??
          (KVS_SERIES.at(-1) as number))
        : pinned,
    formula: pinned === 'auto' ? 'smallest Kvs of the series with Δp ≤ Δp_max' : 'Kvs decided in the job',
    source: pinned === 'auto' ? 'EN 60534 flow coefficient; R5 preferred numbers' : 'decided in the job',
    terms:
      pinned === 'auto'
        ? { V: volumeFlow, Δp_max: byRule(most) }
        : { Kvs: decided('Kvs of the zone valves', 'flowCoefficient', pinned, 'distribution/valveKvs') },
  });
  const loss = book.add({
    id: `${place}/zoneValveLoss`,
    label: `${circuit.name}: loss of the zone valve`,
    kind: 'pressure',
    value: valveLoss(volumeFlow.value, kvs.value, fluid.density),
    formula: 'Δp_v = ρ/1000 · (V / Kvs)² bar, V in m³/h',
    source: 'EN 60534',
    terms: { V: volumeFlow, Kvs: kvs, ρ: context.densityOf(fluid) },
  });
  return { kvs, loss, pinned: pinned !== 'auto' };
}

/** What the one pump has to do: the flow of all circuits together against the hardest of those with a valve. */
export function askSharedPump(
  context: Context,
  flows: readonly CircuitFlow[],
  valves: readonly (ZoneValveDesign | null)[],
  source: SourceFlow,
  rest: { load: Figure; charging: Charging | null },
): Asked | null {
  const { job, book, piping } = context;
  const { sharedLink } = piping;
  if (!sharedLink) return null;
  const behind = lossAtDesign(context, source, piping.drives.of(sharedLink).beyond);
  const designFlow = book.add({
    id: 'distribution/volumeFlow',
    label: 'Flow of all circuits',
    kind: 'volumeFlow',
    value: source.secondaryFlow.value / source.fluid.density,
    formula: 'V = m_s / ρ',
    source: 'all circuits draw through the one pump',
    terms: { m_s: source.secondaryFlow, ρ: context.densityOf(source.fluid) },
  });
  let index: { flow: CircuitFlow; loss: number } | null = null;
  flows.forEach((flow, i) => {
    const valve = valves[i];
    if (!valve) return;
    const loss = flow.ownLossAt(flow.volumeFlow.value) + valve.loss.value;
    if (!index || loss > index.loss) index = { flow, loss };
  });
  const hardest = index as { flow: CircuitFlow; loss: number } | null;
  const ofCylinder = rest.charging?.loss ?? 0;
  const loss = Math.max(hardest?.loss ?? 0, ofCylinder) + behind.loss;
  const ratio = (at: number) => (at / Math.max(designFlow.value, 1e-9)) ** 2;
  return {
    place: 'distribution/pump',
    label: 'Pump of all circuits',
    pinnedId: job.distribution.pump,
    designFlow,
    load: rest.load,
    fluid: source.fluid,
    losses: {
      ...(hardest
        ? {
            'Δp hardest circuit': given(
              `${hardest.flow.circuit.name} with its zone valve`,
              'pressure',
              hardest.loss,
              'run, parts, index run, emitter and valve at design flow',
            ),
          }
        : {}),
      ...(ofCylinder > 0
        ? { 'Δp cylinder': given('pipe, coil and valve of the cylinder', 'pressure', ofCylinder, 'the larger of the two counts') }
        : {}),
      ...behind.losses,
    },
    loss,
    ownLossAt: (at) => loss * ratio(at),
  };
}
