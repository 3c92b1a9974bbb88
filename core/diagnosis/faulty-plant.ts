import type { StateNote } from '../../model/book/entry.ts';
import { SitePlant } from '../commission/site-plant.ts';
import type { Assembly } from '../design/assembly.ts';
import { Plant } from '../design/operate.ts';
import type { PlantState } from '../design/plant-state.ts';
import type { Fault, SoundPlant } from '../fault/fault.ts';
import { fluidOf } from '../fluid/fluid.ts';
import type { Twin } from '../network/twin.ts';

/** A fault that is there, and how strong it is. */
export interface Present {
  fault: Fault;
  magnitude: number;
}

/** Makes a plant other than drawn before it is asked: lengths, curves, rooms. Only a trial does. */
export type Unlike = (site: SitePlant) => void;

/** What instruments show in one state, and what comes to each room, W. */
export interface Solved {
  readings: Map<string, number>;
  heats: Map<string, number>;
}

/**
 * A plant that is asked for one fault after another. Where a fault only sets a valve or a heat otherwise, its network is not built anew, and
 * what was found last is the next start.
 */
export class FaultyPlant {
  readonly plant: SoundPlant;
  private twin: Twin | undefined;

  constructor(plant: SoundPlant) {
    this.plant = plant;
  }

  /** What it shows with faults in it, or with none. @returns null where it finds no state */
  solve(present: readonly Present[], state: StateNote, unlike?: Unlike): Solved | null {
    const { job, design, assembly } = this.plant;
    const bent = withFaults(assembly, present);
    const attempt = (twin: Twin | undefined): Solved | null => {
      const plant = new Plant(bent, fluidOf(job.fluid), twin);
      // A plant bent by hand keeps its bends: nobody else is to get it.
      if (!unlike) this.twin = plant.twin;
      const site = new SitePlant(job, design, plant);
      unlike?.(site);
      for (const { fault, magnitude } of present) fault.bend?.(site, magnitude);
      const settled = site.settle(state);
      if (!settled) return null;
      const readings = withStanding(site.readings(settled), this.plant);
      return { readings, heats: heatByRoom(assembly, settled) };
    };
    // From another state it may be led astray: then it is found as for the first time.
    return (unlike ? null : this.twin && attempt(this.twin)) ?? attempt(undefined);
  }

  /** Whether a fault beside others changes nothing at all in a state: all it touches are calls that are as they were. */
  idle({ apply, bend, shows, magnitudes }: Fault, state: StateNote, there: readonly Present[] = []): boolean {
    if (bend || shows) return false;
    const assembly = withFaults(this.plant.assembly, there);
    const bent = apply?.(assembly, magnitudes[0] as number) ?? assembly;
    const others = (Object.keys(assembly) as (keyof Assembly)[]).filter((key) => key !== 'zones');
    if (others.some((key) => bent[key] !== assembly[key])) return false;
    return shutIn(bent, state) === shutIn(assembly, state);
  }
}

/** A network with faults in it, one after the other. */
const withFaults = (assembly: Assembly, present: readonly Present[]): Assembly =>
  present.reduce((to, { fault, magnitude }) => fault.apply?.(to, magnitude) ?? to, assembly);

/** Valves that stand shut in a state, in order. */
function shutIn({ zones }: Assembly, { calls }: StateNote): string {
  const resting = zones.filter(({ id }) => calls !== 'all' && !calls.includes(id));
  return resting
    .flatMap(({ valves }) => valves)
    .sort()
    .join(' ');
}

/** Water in a loop that stands has the temperature of what is around it: a thermometer on it is not blank. */
function withStanding(shown: Map<string, number>, { job, assembly }: SoundPlant): Map<string, number> {
  const put = (key: string, value: number) => {
    if (!shown.has(key)) shown.set(key, value);
  };
  for (const { place, loops } of assembly.circuits) {
    for (const quantity of ['supply', 'back']) put(`${place}#${quantity}`, job.site.pipeSurroundings);
    for (const { place: loop, roomTemperature, roomId } of loops) {
      put(`${loop}#back`, roomTemperature);
      put(`rooms/${roomId}#air`, roomTemperature);
    }
  }
  return shown;
}

function heatByRoom({ circuits }: Assembly, state: PlantState): Map<string, number> {
  const heats = new Map<string, number>();
  state.circuits.forEach((circuit, i) => {
    const loops = circuits[i]?.loops ?? [];
    circuit.loops.forEach(({ heat }, k) => {
      const id = loops[k]?.roomId;
      if (id !== undefined) heats.set(id, (heats.get(id) ?? 0) + heat);
    });
  });
  return heats;
}
