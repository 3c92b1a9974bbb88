import type { PumpControl } from '../../model/job.ts';
import { type Figure, given, type Ingredient } from '../figure/figure.ts';
import { circulatorName } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import { regulatingKv } from './balancing.ts';
import type { ChosenPump } from './choose-pump.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { ZoneValveDesign } from './distribution-design.ts';

/** What drives a circuit: a pump of its own, or the shared one through a zone valve. */
export interface Drive {
  own: ChosenPump | null;
  shared: ChosenPump | null;
  zoneValve: ZoneValveDesign | null;
  /** What the source takes of the shared pump's pressure, Pa; 0 behind a separation. */
  sourceLoss: number;
  /** How the shared pump is held. */
  control: PumpControl;
}

/**
 * Setting of the regulating valve of a circuit: it takes what its pump gives beyond the index run at design flow. An own
 * pump has such a surplus at a fixed speed only: one that holds a pressure or a difference is set instead. A shared pump
 * has it for every circuit but the hardest.
 */
export function designRegulating(context: Context, flow: CircuitFlow, drive: Drive): Figure | null {
  const { circuit, place } = flow;
  const found = circuit.balancing === 'none' ? null : surplusOf(context, flow, drive);
  if (!found) return null;
  const kv = regulatingKv(found.surplus, found.flow ?? flow.volumeFlow.value, flow.fluid.density);
  if (kv === null) return null;
  return context.book.add({
    id: `${place}/regulating`,
    label: `${circuit.name}: setting of the regulating valve`,
    kind: 'flowCoefficient',
    value: kv,
    formula:
      found.flow === undefined ? 'Kv with Δp(V) = Δp_pump(V) − Δp_index' : 'Kv with Δp(V) = Δp_pump(V) − Δp_index, V of summer',
    source: 'EN 60534 flow coefficient; the valve takes what the pump gives too much at design flow',
    terms: {
      V:
        found.flow === undefined
          ? flow.volumeFlow
          : given(
              'flow when cooling, which is more',
              'volumeFlow',
              found.flow,
              'its valve is set once, for the harder of the two',
            ),
      'Δp_pump(V)': found.given,
      Δp_index: found.taken,
      ρ: context.densityOf(flow.fluid),
    },
  });
}

/** Pressure in Pa left over at design flow, with what makes it up. */
function surplusOf(
  context: Context,
  flow: CircuitFlow,
  { own, shared, zoneValve, sourceLoss, control }: Drive,
): { surplus: number; flow?: number; given: Ingredient; taken: Ingredient } | null {
  const { rules } = context;
  const behindCheck = ({ speed, fluid }: ChosenPump, at: number) =>
    speed ? speed.headAt(at) * fluid.density * GRAVITY - (speed.model.checkValve ? rules.pumpCheckOpening.limit : 0) : 0;
  if (own) {
    if (flow.circuit.pumpControl !== 'fixed-speed' || !own.speed) return null;
    if (own.summer) {
      const { speed, flow: most, indexLoss } = own.summer;
      const pressure = behindCheck({ ...own, speed }, most);
      return {
        surplus: pressure - indexLoss,
        flow: most,
        given: given(
          'pump less its check valve in summer',
          'pressure',
          pressure,
          circulatorName(speed.model, context.job.display),
        ),
        taken: given('index run in summer', 'pressure', indexLoss, 'sum of its losses at that flow'),
      };
    }
    const pressure = behindCheck(own, flow.volumeFlow.value);
    return {
      surplus: pressure - own.indexLoss,
      given: given(
        'pump less its check valve at design flow',
        'pressure',
        pressure,
        circulatorName(own.speed.model, context.job.display),
      ),
      taken: given('index run', 'pressure', own.indexLoss, 'sum of its losses at design flow'),
    };
  }
  if (!shared?.speed || !zoneValve) return null;
  const fixed = control === 'fixed-speed';
  const pressure = fixed ? behindCheck(shared, shared.designFlow.value) : shared.indexLoss;
  const taken = flow.ownLossAt(flow.volumeFlow.value) + zoneValve.loss.value + sourceLoss;
  return {
    surplus: pressure - taken,
    given: given(
      'the one pump at design flow',
      'pressure',
      pressure,
      fixed ? circulatorName(shared.speed.model, context.job.display) : 'what it is set to hold',
    ),
    taken: given('this circuit with its zone valve', 'pressure', taken, 'sum of its losses at design flow'),
  };
}
