import type { Plant, PlantState } from '../design/operate.ts';
import type { RunMoment, RunResult } from './run.ts';

/**
 * The plant as it stood at a moment of a run: its flows and pressures solved with the calls and the places of the mixing
 * valves of that moment, temperatures and heat those of the run.
 * @param circuits of the run, in the order of the moment's
 */
export function stateAt(plant: Plant, circuits: RunResult['circuits'], moment: RunMoment): PlantState {
  const travels = new Map(circuits.map(({ id }, c) => [id, moment.circuits[c]?.travel ?? 0]));
  const stood = plant.stand(moment.calling, travels);
  const densityOf = ({ massFlow, flow }: { massFlow: number; flow: number }) => (flow > 0 ? massFlow / flow : 1000);
  // Beside a buffer, and where it follows the delta T, the source's pump does not turn as the network has it.
  const sourceFlow = moment.flow / densityOf(stood.source);
  const { pump } = stood.source;
  const header = stood.header === null ? null : moment.flow - moment.drawn;
  return {
    ...stood,
    source: {
      ...stood.source,
      massFlow: moment.flow,
      flow: sourceFlow,
      supply: moment.supply,
      back: moment.back,
      heat: moment.output,
      pump: pump && (moment.flow > 0 ? pump : { ...pump, flow: 0, head: 0, power: 0, speed: 0 }),
    },
    circuits: stood.circuits.map((circuit) => {
      const at = moment.circuits[circuits.findIndex(({ id }) => id === circuit.id)];
      // Heat of single loops is not kept with the moment.
      return at ? { ...circuit, supply: at.supply, back: at.back, heat: at.heat, loops: [] } : circuit;
    }),
    hotWater: stood.hotWater && {
      ...stood.hotWater,
      supply: moment.toCircuits,
      back: moment.coilBack ?? moment.toCircuits,
      heat: moment.intoStore,
      ...(moment.store === null ? {} : { store: moment.store }),
    },
    header,
    toCircuits: moment.toCircuits,
    fromCircuits: moment.fromCircuits,
    pipes: {
      ...stood.pipes,
      'source/flow': sourceFlow,
      'source/return': sourceFlow,
      ...(header === null ? {} : { header: header / densityOf(stood.source) }),
    },
  };
}
