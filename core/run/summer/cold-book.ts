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

/** Flows of a plant with cold water in it by its calls; each set of calls is solved when it is first asked for. */
export class ColdBook {
  private readonly known = new Map<string, ColdFlows | string>();
  private readonly plant: Plant;
  private readonly house: number;
  solved = 0;

  /** @param house degrees C about the pipes */
  constructor(plant: Plant, house: number) {
    this.plant = plant;
    this.house = house;
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
    const { plant, house } = this;
    const state = plant.run(calling);
    this.solved++;
    if (!state.converged) return state.reason ?? 'the plant could not be solved';
    const loops = new Map<string, number>();
    const circuits = new Map<string, number>();
    for (const circuit of plant.assembly.circuits) {
      const now = state.circuits.find(({ id }) => id === circuit.id);
      circuits.set(circuit.id, now?.running ? Math.max(now.massFlow, 0) : 0);
      for (const { place } of circuit.loops) loops.set(place, now?.running ? Math.max(plant.twin.flow(place), 0) : 0);
    }
    return {
      loops,
      circuits,
      source: Math.max(state.source.massFlow, 0),
      pumps: pumpPowerOf(state),
      pipes: Math.max(0 - state.pipeLoss, 0) / Math.max(house - state.source.supply, 1),
    };
  }
}
