import { type ChosenPump, choose } from '../design/choose-pump.ts';
import { massFlowFor } from '../design/circuit-design.ts';
import type { Context } from '../design/context.ts';
import type { CircuitCooling, ColdSourceDesign } from '../design/cooling-design.ts';
import type { Parts } from '../design/plant-parts.ts';
import type { PlantState } from '../design/plant-state.ts';
import { finishPump } from '../design/pump-design.ts';
import { decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { type ColdSide, coldFlowOf, coldJobOf } from '../plan/cold-side.ts';
import {
  type ColdMachine,
  coldMachineAt,
  coolingPoints,
  GROUND_WATER_EER,
  ownMachine,
  turnedRound,
} from '../plant/cold-machine.ts';
import type { ColdSized } from './cold-plant.ts';

/** The machine of the cold side before the plant is solved. */
export interface ColdMachineDesign {
  design: ColdSourceDesign;
  sized: ColdSized;
  machine: ColdMachine;
}

/** Share of what the circuits take that pipes and pumps add, where the machine is only as large as it has to be: common practice. */
const GAINED_ON_THE_WAY = 0.05;

/** What makes the cold water, on the hottest day. */
export function designColdSource(
  context: Context,
  parts: Parts,
  side: ColdSide,
  circuits: readonly CircuitCooling[],
): ColdMachineDesign {
  const { book, job } = context;
  const { source } = side;
  const outdoor = job.site.summerOutdoor;
  const sent = coldFlowOf(side);
  const own = source.kind === 'own';
  const place = own ? `stations/${source.station.id}/chiller` : 'source/cooling';
  const asked = circuits.reduce((sum, { output }) => sum + output.value, 0);
  const flowTemperature = book.add({
    id: 'cooling/flowTemperature',
    label: 'Cold water that is sent',
    kind: 'temperature',
    value: sent,
    formula: 'T_f decided in the job',
    source: 'decided in the job',
    terms: { T_f: decided('flow temperature when cooling', 'temperature', sent, `${place}/flowTemperature`) },
  });
  const at: Record<string, Ingredient> = {
    T_o: decided('outdoors on the hottest day', 'temperature', outdoor, 'site/summerOutdoor'),
    T_f: flowTemperature,
  };
  const wanted = asked * (1 + GAINED_ON_THE_WAY);
  const entered = own ? source.chiller.capacity : source.source.cooling.capacity;
  const machine = own
    ? ownMachine(source.chiller, outdoor)
    : turnedRound(source.source, entered === 'auto' ? wanted : entered, outdoor);
  const state = coldMachineAt(machine, outdoor, sent);
  const free = freeOf(side, wanted);
  const byData = !own && entered === 'auto' && coolingPoints(source.source.cooling).length > 0;
  const value = free ? free.capacity : entered === 'auto' ? (byData ? state.output : wanted) : entered;
  const capacity = book.add({
    id: 'cooling/capacity',
    label: entered === 'auto' && !byData && !free ? 'Cooling: least capacity' : 'Cooling capacity on the hottest day',
    kind: 'power',
    value,
    formula: free
      ? 'P of the ground, decided in the job'
      : byData
        ? 'P = P(T_o, T_f), straight lines between the data points'
        : entered === 'auto'
          ? 'P = Σ Q · (1 + g)'
          : 'P decided in the job',
    source: byData
      ? 'data sheet'
      : entered === 'auto' && !free
        ? 'it has to cover what the circuits take and the pipes gain'
        : 'data plate',
    terms: free
      ? { P: decided('free cooling capacity', 'power', free.capacity, 'source/cooling/free/capacity') }
      : byData
        ? at
        : entered === 'auto'
          ? {
              ...Object.fromEntries(circuits.map(({ output }, i) => [`Q${i + 1}`, output])),
              g: given('gained on the way', 'fraction', GAINED_ON_THE_WAY, 'common practice until it is solved'),
            }
          : { P: decided('cooling capacity', 'power', entered, `${place}/capacity`) },
  });
  const eer = book.add({
    id: 'cooling/eer',
    label: 'EER on the hottest day',
    kind: 'factor',
    value: free ? GROUND_WATER_EER : state.eer,
    formula: free
      ? 'EER of pumps alone'
      : machine.points.length > 0
        ? 'EER = EER(T_o, T_f), straight lines between the data points'
        : machine.eer !== null
          ? 'EER as given'
          : 'EER = s · T_e / (T_c − T_e), T_e = T_f − 3, absolute',
    source: free
      ? 'ground water or brine over plates: only pumps turn; common practice, from memory'
      : machine.points.length > 0
        ? 'data sheet'
        : machine.eer !== null
          ? 'entered, or as is usual for its kind'
          : 'the default map of a machine without data points, from memory; enter its data points',
    terms: at,
  });
  return {
    machine,
    sized: { capacity: capacity.value, pump: pumpOf(context, parts, side, capacity), coil: coilOf(side, asked) },
    design: {
      name: own
        ? source.chiller.name || (source.chiller.kind === 'chiller' ? 'Chiller' : 'Ground water')
        : job.source.name || 'Source',
      capacity,
      eer,
      flowTemperature,
      taken: null,
      power: null,
      free: free !== null,
      covered: free !== null || state.covered,
      pump: null,
    },
  };
}

/** The ground alone, where it makes water as cold as wanted and enough of it. */
function freeOf({ source }: ColdSide, wanted: number): { capacity: number } | null {
  if (source.kind === 'own') return null;
  const { free, flowTemperature } = source.source.cooling;
  return free && free.temperature + free.approach <= flowTemperature && free.capacity >= wanted ? free : null;
}

/** W/K of a coil in the tank of cold water: what the circuits take over its approach. */
const coilOf = ({ tank }: ColdSide, asked: number): number => (tank ? asked / Math.max(tank.approach, 0.5) : 0);

/** What moves the water of the machine: the pump of the source, or one of its own where that has none or stands elsewhere. */
function pumpOf(context: Context, parts: Parts, side: ColdSide, capacity: Figure): ChosenPump | null {
  const cold = coldJobOf(context.job, side);
  const { lead } = pipingOf(cold);
  if (!lead.pump) return null;
  if (side.source.kind === 'turned-round' && parts.sourcePump) return parts.sourcePump;
  const fluid = context.fluidAt(coldFlowOf(side));
  const rise = cold.source.temperatureDifference;
  const designFlow = context.book.add({
    id: 'cooling/sourceFlow',
    label: 'Flow through the machine',
    kind: 'volumeFlow',
    value: massFlowFor(capacity.value, fluid.specificHeat, rise) / fluid.density,
    formula: 'V = P / (ρ · c_p · ΔT)',
    source: 'energy balance',
    terms: {
      P: capacity,
      ρ: context.densityOf(fluid),
      c_p: context.specificHeatOf(fluid),
      ΔT: given('rise of its water', 'temperatureDifference', rise, 'common practice'),
    },
  });
  const { source } = parts;
  const loss = source.lossAt(designFlow.value);
  return choose(context, {
    place: 'cooling/pump',
    label: 'Pump of the cold water',
    pinnedId: 'auto',
    designFlow,
    load: capacity,
    fluid,
    losses: { Δp: given('machine and its pipes', 'pressure', loss, 'as the source and its pipes take at this flow') },
    loss,
    ownLossAt: source.lossAt,
  });
}

/** The machine with what the solved plant asks of it. */
export function finishColdSource(context: Context, { design, sized }: ColdMachineDesign, state: PlantState): ColdSourceDesign {
  const { book } = context;
  const taken = book.add({
    id: 'cooling/taken',
    label: 'Heat that comes to the machine',
    kind: 'power',
    value: 0 - state.source.heat,
    formula: 'Q = Σ rooms + Σ pipes',
    source: 'flow, pressure and temperature of the whole plant solved together with cold water in it',
    terms: {
      'Q pipes': given('gained by the pipes', 'power', 0 - state.pipeLoss, 'ISO 12241, rooms as warm as the hottest day'),
      P: design.capacity,
    },
  });
  const power = book.add({
    id: 'cooling/electricPower',
    label: 'Electricity for the cold',
    kind: 'power',
    value: taken.value / design.eer.value,
    formula: 'P_el = Q / EER',
    source: 'definition',
    terms: { Q: taken, EER: design.eer },
  });
  const { pump } = sized;
  const ownPump = pump?.place === 'cooling/pump' ? finishPump(context, pump, state.source.pump) : null;
  return { ...design, taken, power, pump: ownPump };
}
