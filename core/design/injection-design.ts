import { coldShare, hotShare } from '../circuit/mixing.ts';
import { byRule, decided, type Figure, given } from '../figure/figure.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { atSpeed, circulatorName } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import { lossAtDesign } from './behind-bars.ts';
import { type ChosenPump, choose, type PumpDesign } from './choose-pump.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import { kvOf } from './links.ts';
import type { SourceFlow } from './source-design.ts';

/** A pump that injects hot water into a circuit on two close tees. */
export interface InjectionDesign {
  hotShare: Figure;
  pump: PumpDesign;
  /** Kv of the valve behind it: it sets the flow of a fixed speed, and leaves a varying one some travel either way. */
  regulating: Figure;
  variable: boolean;
}

export interface SizedInjection extends Omit<InjectionDesign, 'pump'> {
  pump: ChosenPump;
}

/** Share of full speed at which a pump that follows the mix brings its design flow: common practice. */
const DESIGN_SPEED = 0.8;

/**
 * Injection pump of a mixed circuit: it brings the hot share of the flow through its own short pipe; a valve behind it
 * takes the rest of its pressure: all of it where its speed is fixed, what is left at four fifths of full speed where that follows
 * the mix.
 */
export function designInjection(context: Context, flow: CircuitFlow, source: SourceFlow): SizedInjection {
  const { book, rules } = context;
  const { circuit, place, fluid } = flow;
  const variable = circuit.mixing === 'injection-variable';
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
    source: 'energy balance where the two waters meet',
    terms: {
      T_mix: decided('flow temperature', 'temperature', circuit.flowTemperature, `${place}/flowTemperature`),
      T_hot: source.supplyAt(place),
      T_r: flow.returnTemperature,
    },
  });
  const warm = flow.volumeFlow.value * share.value;
  const cold = context.coldFlows.get(`${place}/injection`) ?? 0;
  const designFlow = book.add({
    id: `${place}/injectionFlow`,
    label: `${circuit.name}: flow to inject`,
    kind: 'volumeFlow',
    value: Math.max(warm, cold),
    formula: cold > warm ? 'V_inject = max(V · m_hot / m, V_cold)' : 'V_hot = V · m_hot / m',
    source: 'definition of the hot share',
    terms: {
      V: flow.volumeFlow,
      'm_hot / m': share,
      ...(cold > warm ? { V_cold: given('flow to inject when cooling', 'volumeFlow', cold, 'the same of the cold water') } : {}),
    },
  });
  const { size, material } = flow.run.pipe;
  const tailAt = (at: number) => pipeFlow(at, size.bore, material.roughness, fluid).gradient * rules.headerTail.limit;
  // One pump for all drives the bars already; otherwise this one draws through what lies behind them, beside all others.
  const { piping } = context;
  const behind = lossAtDesign(context, source, piping.drives.of(piping.branch(place)).beyond);
  const tail = tailAt(designFlow.value);
  const least = rules.injectionValveLoss;
  const pump = choose(context, {
    place: `${place}/injection`,
    label: `${circuit.name}: injection pump`,
    pinnedId: circuit.injectionPump,
    designFlow,
    load: flow.load,
    fluid,
    losses: {
      'Δp tail': given('short pipe from the bar', 'pressure', tail, 'gradient of the run over the tail length'),
      'Δp valve': byRule(least),
      ...behind.losses,
    },
    loss: tail + least.limit + behind.loss,
    ownLossAt: (at) => tailAt(at) + least.limit * (at / Math.max(designFlow.value, 1e-9)) ** 2,
  });
  const opening = pump.speed?.model.checkValve ? rules.pumpCheckOpening.limit : 0;
  const { speed } = pump;
  const metres = !speed
    ? 0
    : variable
      ? atSpeed(speed.model, DESIGN_SPEED).headAt(designFlow.value)
      : speed.headAt(designFlow.value);
  const head = metres * fluid.density * GRAVITY;
  const surplus = Math.max(head - opening - tail - behind.loss, least.limit);
  const regulating = book.add({
    id: `${place}/injectionValve`,
    label: `${circuit.name}: Kv behind the injection pump`,
    kind: 'flowCoefficient',
    value: kvOf(Math.max(designFlow.value, 1e-9), surplus, fluid.density),
    formula: 'Kv with Δp(V_hot) = Δp_pump(V_hot) − Δp_tail',
    source: 'EN 60534 flow coefficient',
    terms: {
      V_hot: designFlow,
      'Δp_pump(V_hot)': given(
        variable ? 'pump at four fifths of full speed, less its check valve' : 'pump less its check valve',
        'pressure',
        head - opening,
        pump.speed ? circulatorName(pump.speed.model, context.job.display) : 'no pump found',
      ),
    },
  });
  return { hotShare: share, pump, regulating, variable };
}
