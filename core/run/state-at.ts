import type { Plant } from '../design/operate.ts';
import type { PlantState } from '../design/plant-state.ts';
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
  // Between the tees passes what the source moves beyond what the network has of it.
  const more = moment.flow - stood.source.massFlow;
  const pairs = stood.pairs.map((pair, i) => ({
    ...pair,
    supply: moment.pairs[i] ?? pair.supply,
    back: moment.pairs[i + 1] ?? moment.back,
    across: pair.across + more,
  }));
  let port = 0;
  const stations = stood.stations.map(({ id, ports }) => ({
    id,
    ports: ports.map((each) => ({ ...each, ...moment.ports[port++] })),
  }));
  const atPort = (ref: string) => stations.flatMap(({ ports }) => ports).find((each) => each.ref === ref);
  const header = pairs[0]?.across ?? (stood.header === null ? null : moment.flow - moment.drawn);
  const atCoil = moment.pairs[plant.assembly.alongBars.findIndex((places) => places.includes('hotWater'))] ?? moment.toCircuits;
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
      supply: atCoil,
      back: moment.coilBack ?? atCoil,
      heat: moment.intoStore,
      ...(moment.store === null ? {} : { store: moment.store }),
    },
    pairs,
    stations,
    links: stood.links.map((link, i) => {
      const to = atPort(plant.assembly.joints[i]?.to ?? '');
      return to ? { ...link, supply: to.supply, back: to.back } : link;
    }),
    header,
    toCircuits: moment.toCircuits,
    fromCircuits: moment.fromCircuits,
    pipes: {
      ...stood.pipes,
      'source/flow': sourceFlow,
      'source/return': sourceFlow,
      ...(header === null ? {} : { header: header / densityOf(stood.source) }),
      ...Object.fromEntries(
        pairs.slice(1).flatMap(({ id, across }) => [
          [`pairs/${id}/before`, sourceFlow],
          [`pairs/${id}/across`, across / densityOf(stood.source)],
        ]),
      ),
    },
  };
}
