import { authority, chooseKvs, coldShare, hotShare, valveLoss } from '../circuit/mixing.ts';
import { byRule, decided, type Figure } from '../figure/figure.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { lossAtDesign } from './behind-bars.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { SourceFlow } from './source-design.ts';

export interface ValveDesign {
  hotShare: Figure;
  kvs: Figure;
  loss: Figure;
  variableLoss: Figure;
  authority: Figure;
  pinned: boolean;
}

/** A valve with its loss, and that of the short pipe before it, in Pa at any circuit flow in m3/s. */
export interface SizedValve {
  valve: ValveDesign;
  lossAt: (volumeFlow: number) => number;
}

/** Mixing ratio, Kvs and authority of the three-way valve of a mixed circuit. */
export function designValve(context: Context, flow: CircuitFlow, source: SourceFlow): SizedValve {
  const { book, rules } = context;
  const { circuit, place, fluid, volumeFlow } = flow;
  const share = book.add({
    id: `${place}/hotShare`,
    label: `${circuit.name}: share of ${context.cools ? 'cold' : 'hot'} water`,
    kind: 'fraction',
    value: (context.cools ? coldShare : hotShare)(
      circuit.flowTemperature,
      source.supplyAt(place).value,
      flow.returnTemperature.value,
    ),
    formula: 'm_hot / m = (T_mix − T_r) / (T_hot − T_r)',
    source: 'energy balance of the mixing valve',
    terms: {
      T_mix: decided('flow temperature', 'temperature', circuit.flowTemperature, `${place}/flowTemperature`),
      T_hot: source.supplyAt(place),
      T_r: flow.returnTemperature,
    },
  });
  const { size, material } = flow.run.pipe;
  const tailAt = (at: number) => pipeFlow(at, size.bore, material.roughness, fluid).gradient * rules.headerTail.limit;
  const tail = tailAt(volumeFlow.value);
  const { piping } = context;
  const behind = lossAtDesign(context, source, piping.drives.towardsSources(piping.branch(place)));
  const terms = Object.keys(behind.losses);
  const variableLoss = book.add({
    id: `${place}/variableLoss`,
    label: `${circuit.name}: loss of the part whose flow the valve changes`,
    kind: 'pressure',
    value: tail + behind.loss,
    formula: ['Δp_var = R · L_tail', ...terms].join(' + '),
    source:
      terms.length > 0
        ? 'the hot port works against what lies behind the bars'
        : 'the header takes all other pressure off the hot port',
    terms: {
      R: flow.run.pipe.gradient,
      L_tail: byRule(rules.headerTail),
      ...behind.losses,
    },
  });
  const wanted = Math.max(
    rules.valveLeastLoss.limit,
    (variableLoss.value * rules.authorityWanted.limit) / (1 - rules.authorityWanted.limit),
  );
  const pinned = circuit.mixingValve !== 'auto';
  const kvs = book.add({
    id: `${place}/kvs`,
    label: `${circuit.name}: Kvs of the mixing valve`,
    kind: 'flowCoefficient',
    value: circuit.mixingValve === 'auto' ? chooseKvs(volumeFlow.value, wanted, fluid.density) : circuit.mixingValve,
    formula: pinned ? 'Kvs decided in the job' : 'largest Kvs of the series with Δp ≥ max(Δp_min, Δp_var · a / (1 − a))',
    source: pinned ? 'decided in the job' : 'EN 60534 flow coefficient; R5 preferred numbers',
    terms: pinned
      ? { Kvs: decided('Kvs', 'flowCoefficient', circuit.mixingValve as number, `${place}/mixingValve`) }
      : {
          V: volumeFlow,
          Δp_var: variableLoss,
          a: byRule(rules.authorityWanted),
          Δp_min: byRule(rules.valveLeastLoss),
        },
  });
  const loss = book.add({
    id: `${place}/valveLoss`,
    label: `${circuit.name}: loss of the mixing valve`,
    kind: 'pressure',
    value: valveLoss(volumeFlow.value, kvs.value, fluid.density),
    formula: 'Δp_v = ρ/1000 · (V / Kvs)² bar, V in m³/h',
    source: 'EN 60534',
    terms: {
      V: volumeFlow,
      Kvs: kvs,
      ρ: context.densityOf(fluid),
    },
  });
  const ofValve = book.add({
    id: `${place}/authority`,
    label: `${circuit.name}: valve authority`,
    kind: 'fraction',
    value: authority(loss.value, variableLoss.value),
    formula: 'a = Δp_v / (Δp_v + Δp_var)',
    source: 'definition of valve authority',
    terms: { Δp_v: loss, Δp_var: variableLoss },
  });
  return {
    valve: { hotShare: share, kvs, loss, variableLoss, authority: ofValve, pinned },
    lossAt: (at) => valveLoss(at, kvs.value, fluid.density) + tailAt(at),
  };
}
