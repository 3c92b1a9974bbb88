import { byRule, type Figure, given, type Ingredient } from '../figure/figure.ts';
import type { NetworkProblem } from '../network/network.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import type { Assembly, Zone } from './assemble.ts';
import { regulatingKv } from './balancing.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import { gaugesOf, type PlantState } from './operate.ts';
import type { ChosenPump, PumpDesign } from './pump-design.ts';

/** What one circuit really gets, every zone calling. */
export interface SolvedCircuit {
  id: string;
  supply: Figure;
  back: Figure;
  heat: Figure;
  /** Solved over wanted flow. */
  flowShare: Figure;
}

/** The plant solved as one network on the design day. */
export interface SolvedDesign {
  state: PlantState;
  zones: Zone[];
  gauges: { point: string; label: string }[];
  /** Empty when nothing could be solved. */
  circuits: SolvedCircuit[];
  /** Parts that could not be computed as entered. */
  problems: NetworkProblem[];
}

/** Figures of the solved state beside what was wanted. */
export function solvedDesign(
  context: Context,
  flows: readonly CircuitFlow[],
  pumps: readonly PumpDesign[],
  assembly: Assembly,
  state: PlantState,
  problems: NetworkProblem[],
): SolvedDesign {
  return {
    state,
    zones: assembly.zones,
    gauges: gaugesOf(assembly),
    circuits: state.converged ? flows.map((flow, i) => solvedCircuit(context, flow, pumps[i] as PumpDesign, state, i)) : [],
    problems,
  };
}

const SOURCE = 'flow, pressure and temperature of the whole plant solved together';

function solvedCircuit(context: Context, flow: CircuitFlow, pump: PumpDesign, state: PlantState, i: number): SolvedCircuit {
  const { book } = context;
  const { place, circuit } = flow;
  const solved = state.circuits[i] as PlantState['circuits'][number];
  const moving: Record<string, Ingredient> = pump.duty ? { V: pump.duty.flow } : {};
  const supply = book.add({
    id: `${place}/solvedSupply`,
    label: `${circuit.name}: flow temperature that comes`,
    kind: 'temperature',
    value: solved.supply,
    formula: 'T at the manifold, every zone calling',
    source: SOURCE,
    terms: { 'T_f wanted': flow.flowTemperature, ...moving },
  });
  const back = book.add({
    id: `${place}/solvedReturn`,
    label: `${circuit.name}: return temperature that comes`,
    kind: 'temperature',
    value: solved.back,
    formula: 'T_r where the loops meet again, every zone calling',
    source: SOURCE,
    terms: { 'T_r wanted': flow.returnTemperature, T_f: supply, ...moving },
  });
  const heat = book.add({
    id: `${place}/solvedHeat`,
    label: `${circuit.name}: heat that comes`,
    kind: 'power',
    value: solved.heat,
    formula: 'Q = Σ K · ΔT_lm ^ n over its loops',
    source: `${SOURCE}; emitters as large as the loads need at design temperatures`,
    terms: { 'Q wanted': flow.load, T_f: supply, T_r: back },
    note: 'n is 1.3 for radiators (EN 442), 1.1 for floors (EN 1264), 1 for fan units.',
  });
  const flowShare = book.add({
    id: `${place}/flowShare`,
    label: `${circuit.name}: solved over wanted flow`,
    kind: 'fraction',
    value: solved.flow / flow.volumeFlow.value,
    formula: 'V_solved / V_wanted',
    source: SOURCE,
    terms: {
      V_solved: given('flow to the manifold', 'volumeFlow', solved.flow, SOURCE),
      V_wanted: flow.volumeFlow,
    },
  });
  return { id: circuit.id, supply, back, heat, flowShare };
}

/**
 * Setting of the regulating valve of a circuit: it takes what the pump gives beyond the index run at design flow. Only a
 * pump of fixed speed has any such surplus; one that holds a pressure or a difference is set instead.
 */
export function designRegulating(context: Context, flow: CircuitFlow, pump: ChosenPump): Figure | null {
  const { circuit, place } = flow;
  if (circuit.balancing === 'none' || circuit.pumpControl !== 'fixed-speed' || !pump.speed) return null;
  const opening = pump.speed.model.checkValve ? context.rules.pumpCheckOpening.limit : 0;
  const head = pump.speed.headAt(flow.volumeFlow.value);
  const surplus = head * flow.fluid.density * GRAVITY - pump.indexLoss - opening;
  const kv = regulatingKv(surplus, flow.volumeFlow, flow.fluid.density);
  if (kv === null) return null;
  return context.book.add({
    id: `${place}/regulating`,
    label: `${circuit.name}: setting of the regulating valve`,
    kind: 'flowCoefficient',
    value: kv,
    formula: 'Kv with Δp(V) = H_pump(V) · ρ g − Δp_index − Δp_check',
    source: 'EN 60534 flow coefficient; the valve takes what the pump gives too much at design flow',
    terms: {
      V: flow.volumeFlow,
      'H_pump(V)': given('head of the pump at design flow', 'head', head, `invented catalogue: ${pump.speed.model.label}`),
      'H index run': pump.head,
      Δp_check: byRule(context.rules.pumpCheckOpening),
      ρ: context.densityOf(flow.fluid),
    },
  });
}
