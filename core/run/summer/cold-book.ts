import type { Plant } from '../../design/operate.ts';
import { pumpPowerOf } from '../../design/plant-state.ts';

/** What moves with some zones calling for cold, solved once. */
export interface ColdFlows {
  /** kg/s through each loop by its place, and to each circuit. */
  loops: ReadonlyMap<string, number>;
  circuits: ReadonlyMap<string, number>;
  /** kg/s through the machine. */
  source: number;
  /** W of all pumps. */
  pumps: number;
  /** What the pipes gain for each K by which the house is warmer than the cold water, W/K. */
  pipes: number;
}

const NO_VALVES: ReadonlyMap<string, number> = new Map();

/**
 * Flows of a plant with cold water in it by its calls; each set of calls is solved when it is first asked for. The water is as on the hottest
 * day and mixing valves stand as they do then: what a run mixes otherwise moves a few hundredths of the flow.
 */
export class ColdBook {
  private readonly known = new Map<string, ColdFlows | string>();
  private readonly plant: Plant;
  solved = 0;

  constructor(plant: Plant) {
    this.plant = plant;
    plant.runAll();
  }

  /** @returns the flows, or why there are none */
  at(calling: readonly string[]): ColdFlows | string {
    const key = calling.join(' ');
    const seen = this.known.get(key);
    if (seen !== undefined) return seen;
    const found = this.solve(calling);
    this.known.set(key, found);
    return found;
  }

  private solve(calling: readonly string[]): ColdFlows | string {
    const { plant } = this;
    const state = plant.stand(calling, NO_VALVES);
    this.solved++;
    if (!state.converged) return state.reason ?? 'the plant could not be solved';
    const loops = new Map<string, number>();
    const circuits = new Map<string, number>();
    const wet = new Set<string>(calling.length > 0 ? ['source'] : []);
    for (const circuit of plant.assembly.circuits) {
      const now = state.circuits.find(({ id }) => id === circuit.id);
      if (now?.running) wet.add(circuit.place);
      circuits.set(circuit.id, now?.running ? Math.max(now.massFlow, 0) : 0);
      for (const { place } of circuit.loops) loops.set(place, now?.running ? Math.max(plant.twin.flow(place), 0) : 0);
    }
    let pipes = 0;
    for (const { id, heat } of plant.assembly.spec.links)
      if (heat?.kind === 'loss' && wet.has(id.slice(0, id.lastIndexOf('/')))) pipes += heat.conductance;
    return { loops, circuits, source: Math.max(state.source.massFlow, 0), pumps: pumpPowerOf(state), pipes };
  }
}
