import { type Figure, given, type Ingredient } from '../figure/figure.ts';
import type { NetworkProblem } from '../network/network.ts';
import type { Assembly, Zone } from './assembly.ts';
import type { PumpDesign } from './choose-pump.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import { gaugesOf } from './operate.ts';
import { BACKUP_CALL, HOT_WATER_CALL, type PlantState } from './plant-state.ts';

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
  /** What may call beside the thermostats: the cylinder, and somebody for the backup. */
  others: Zone[];
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
  pumps: readonly (PumpDesign | null)[],
  assembly: Assembly,
  state: PlantState,
  problems: NetworkProblem[],
): SolvedDesign {
  return {
    state,
    zones: assembly.zones,
    others: otherCalls(assembly),
    gauges: gaugesOf(assembly),
    circuits: state.converged ? flows.map((flow, i) => solvedCircuit(context, flow, pumps[i] ?? null, state, i)) : [],
    problems,
  };
}

const call = (id: string, label: string): Zone => ({ id, label, circuitId: id, valves: [] });

function otherCalls({ cylinder, further }: Assembly): Zone[] {
  return [
    ...(cylinder ? [call(HOT_WATER_CALL, 'Hot water')] : []),
    ...(further.some((each) => each.backup) ? [call(BACKUP_CALL, 'On backup')] : []),
  ];
}

const SOURCE = 'flow, pressure and temperature of the whole plant solved together';

function solvedCircuit(
  context: Context,
  flow: CircuitFlow,
  pump: PumpDesign | null,
  state: PlantState,
  i: number,
): SolvedCircuit {
  const { book } = context;
  const { place, circuit } = flow;
  const solved = state.circuits[i] as PlantState['circuits'][number];
  const moving: Record<string, Ingredient> = pump?.duty ? { V: pump.duty.flow } : {};
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
