import type { Plant } from '../design/operate.ts';
import { BACKUP_CALL, type CircuitState, HOT_WATER_CALL, type PlantState, pumpPowerOf, SUN_CALL } from '../design/plant-state.ts';

/** What one circuit moves while its calls stand, at one place of its mixing valve. */
export interface CircuitFlows {
  /** kg/s to the manifold, of hot water into it, and drawn from the bar beyond that (a valve of four ports). */
  flow: number;
  hot: number;
  round: number;
}

/** A circuit in one state of its calls. */
export interface CircuitBook {
  id: string;
  /** Shares of its flow that go through its loops, by their place. */
  shares: ReadonlyMap<string, number>;
  /** From the valve shut to open, in even steps of its travel; a single entry where nothing is turned. */
  along: readonly CircuitFlows[];
  /** W of its pumps. */
  power: number;
}

/** What a source with a water of its own moves, kg/s, and what its pump takes beyond those that run with everything calling, W. */
export interface Elsewhere {
  flow: number;
  power: number;
}

/** The plant in one state of its calls. Flows in kg/s. */
export interface BookedFlows {
  circuits: ReadonlyMap<string, CircuitBook>;
  /** Through the source, and through the coil of the cylinder. */
  source: number;
  coil: number;
  /** Through the pipes between stations, by their place, and through sources that do not stand beside the first, while they run. */
  links: ReadonlyMap<string, number>;
  /** Through the bypass between the bars. */
  bypass: number;
  elsewhere: ReadonlyMap<string, Elsewhere>;
  /** W of all pumps, and of that of the source among them. */
  power: number;
  sourcePower: number;
}

type SourceFlows = Omit<BookedFlows, 'circuits' | 'elsewhere'>;

const NO_LINKS: ReadonlyMap<string, number> = new Map();

const NOBODY: ReadonlyMap<string, Elsewhere> = new Map();

/** Places of a mixing valve at which the flows are solved. */
const STEPS = 4;
/** A loop that passes less than this share of its circuit stands still. */
const STILL = 1e-3;

/**
 * Flows of a plant by calls and by the place of the mixing valves, each solved once. Where a separation parts the circuits
 * and each has its own pump, a circuit's flow hardly knows of the others: it is solved alone, which needs few states even
 * with many thermostats. Elsewhere each combination of calls is solved whole, one valve turned at a time.
 */
export class FlowBook {
  /** States solved, and questions answered from those known. */
  solved = 0;
  known = 0;
  private readonly plant: Plant;
  private readonly parted: boolean;
  private readonly byCalls = new Map<string, BookedFlows | string>();
  private readonly byCircuit = new Map<string, CircuitBook | string>();
  private readonly positions = new Map<string, number>();

  private readonly elsewhere: ReadonlyMap<string, Elsewhere>;

  /**
   * @param parted whether the circuits hang on a separation, each with its own pump
   * @param elsewhere ids of sources that heat a water of their own
   */
  constructor(plant: Plant, parted: boolean, elsewhere: readonly string[] = []) {
    this.plant = plant;
    this.parted = parted;
    this.elsewhere = this.flowsElsewhere(elsewhere);
    // Water as warm as on the design day; valves as they stand there.
    const design = plant.runAll();
    for (const circuit of design.circuits) if (circuit.valve !== null) this.positions.set(circuit.id, circuit.valve);
  }

  /** @param calling ids of zones, and the cylinder's call @returns why it could not be solved, in words, where it could not */
  at(calling: readonly string[]): BookedFlows | string {
    const key = calling.join(' ');
    const found = this.byCalls.get(key);
    if (found !== undefined) {
      this.known++;
      return found;
    }
    const flows = this.parted ? this.fromCircuits(calling) : this.whole(calling);
    this.byCalls.set(key, flows);
    return flows;
  }

  /** The source with its pump turning and nothing drawn: a fire that nobody waits for. */
  alone(): BookedFlows | string {
    const around = this.aroundSource(false, true);
    return typeof around === 'string'
      ? around
      : {
          ...around,
          circuits: new Map(),
          coil: 0,
          links: NO_LINKS,
          bypass: 0,
          elsewhere: this.elsewhere,
          power: around.sourcePower,
        };
  }

  /** The whole plant solved for itself with its valves where they stand: what the book is held against. */
  exactly(calling: readonly string[], positions: ReadonlyMap<string, number>): PlantState {
    return this.plant.stand(calling, positions);
  }

  private stand(calling: readonly string[], positions: ReadonlyMap<string, number>): PlantState {
    this.solved++;
    return this.plant.stand(calling, positions);
  }

  private fromCircuits(calling: readonly string[]): BookedFlows | string {
    const { zones, cylinder } = this.plant.assembly;
    const calls = new Set(calling);
    const circuits = new Map<string, CircuitBook>();
    let power = 0;
    const charging = cylinder !== null && calls.has(HOT_WATER_CALL);
    for (const { id } of this.plant.assembly.circuits) {
      const own = zones.filter((zone) => zone.circuitId === id && calls.has(zone.id)).map((zone) => zone.id);
      if (own.length === 0 || (charging && cylinder.first)) continue;
      const key = own.join(' ');
      let book = this.byCircuit.get(key);
      if (book === undefined) {
        const state = this.stand(own, this.positions);
        book = state.converged ? this.bookOf(state, id, own) : (state.reason ?? 'the plant could not be solved.');
        this.byCircuit.set(key, book);
      } else this.known++;
      if (typeof book === 'string') return book;
      circuits.set(id, book);
      power += book.power;
    }
    const around = this.aroundSource(charging, circuits.size > 0);
    return typeof around === 'string' ? around : { circuits, ...around, elsewhere: this.elsewhere, power: power + around.power };
  }

  /** What moves in the source and the cylinder, with all heating or none. */
  private aroundSource(charging: boolean, heating: boolean): SourceFlows | string {
    if (!charging && !heating) return { source: 0, coil: 0, links: NO_LINKS, bypass: 0, power: 0, sourcePower: 0 };
    const calling = [...(heating ? this.plant.assembly.zones.map((zone) => zone.id) : []), ...(charging ? [HOT_WATER_CALL] : [])];
    const found = this.byCalls.get(`source ${calling.length} ${charging}`);
    const state = found === undefined ? this.stand(calling, this.positions) : null;
    if (state && !state.converged) return state.reason ?? 'the plant could not be solved.';
    const flows = (state ? { circuits: new Map(), elsewhere: this.elsewhere, ...this.sourceOf(state) } : found) as BookedFlows;
    this.byCalls.set(`source ${calling.length} ${charging}`, flows);
    const { source, coil, links, bypass, power, sourcePower } = flows;
    return { source, coil, links, bypass, power, sourcePower };
  }

  /** Flow of each source with a water of its own, with everything calling; a backup in the first one's stead, one by the sun alone. */
  private flowsElsewhere(ids: readonly string[]): ReadonlyMap<string, Elsewhere> {
    if (ids.length === 0) return NOBODY;
    const all = this.plant.assembly.zones.map((zone) => zone.id);
    const states = [this.plant.run(all), this.plant.run([...all, BACKUP_CALL]), this.plant.run([SUN_CALL])];
    return new Map(
      ids.map((id) => {
        const found = states.flatMap(({ further, source }, i) => {
          const each = further.find((own) => own.id === id);
          const density = source.flow > 0 ? source.massFlow / source.flow : 1000;
          // With everything calling its pump counts among those of the plant.
          return each?.running && each.flow > 0
            ? [{ flow: each.flow * density, power: i === 0 ? 0 : (each.pump?.power ?? 0) }]
            : [];
        });
        return [id, found.reduce((most, each) => (each.flow > most.flow ? each : most), { flow: 0, power: 0 })];
      }),
    );
  }

  private sourceOf(state: PlantState): SourceFlows {
    const { source, hotWater, further } = state;
    const density = source.flow > 0 ? source.massFlow / source.flow : 1000;
    const beside = further.reduce(
      (sum, each) => sum + (each.running && !this.elsewhere.has(each.id) ? Math.max(each.flow, 0) * density : 0),
      0,
    );
    return {
      source: Math.max(source.massFlow, 0) + beside,
      coil: hotWater?.running ? Math.max(hotWater.flow, 0) * density : 0,
      links: new Map(state.links.map(({ id, massFlow }) => [`links/${id}`, Math.max(massFlow, 0)])),
      bypass: state.bypass,
      sourcePower: source.pump?.power ?? 0,
      power:
        (source.pump?.power ?? 0) +
        (hotWater?.pump?.power ?? 0) +
        (state.shared?.power ?? 0) +
        state.links.reduce((sum, { pump }) => sum + (pump?.power ?? 0), 0) +
        further.reduce((sum, each) => sum + (each.pump?.power ?? 0), 0),
    };
  }

  private whole(calling: readonly string[]): BookedFlows | string {
    const state = this.stand(calling, this.positions);
    if (!state.converged) return state.reason ?? 'the plant could not be solved.';
    const circuits = new Map<string, CircuitBook>();
    for (const circuit of state.circuits) {
      if (!circuit.running) continue;
      const book = this.bookOf(state, circuit.id, calling);
      if (typeof book === 'string') return book;
      circuits.set(circuit.id, book);
    }
    const { source, coil, links, bypass, sourcePower } = this.sourceOf(state);
    return { circuits, source, coil, links, bypass, elsewhere: this.elsewhere, power: pumpPowerOf(state), sourcePower };
  }

  /** A circuit of a solved state, its valve then turned from shut to open. */
  private bookOf(state: PlantState, id: string, calling: readonly string[]): CircuitBook | string {
    const circuit = state.circuits.find((each) => each.id === id) as CircuitState;
    const base = {
      id,
      shares: sharesOf(circuit),
      power: (circuit.pump?.power ?? 0) + (circuit.injection?.power ?? 0),
    };
    if (circuit.valve === null) return { ...base, along: [flowsOf(circuit)] };
    const along: CircuitFlows[] = [];
    for (let i = 0; i <= STEPS; i++) {
      const turned = this.stand(calling, new Map([...this.positions, [id, i / STEPS]]));
      if (!turned.converged) return turned.reason ?? 'the plant could not be solved.';
      along.push(flowsOf(turned.circuits.find((each) => each.id === id) as CircuitState));
    }
    // A pump that injects is never at rest: below its least speed it brings what it then does.
    return { ...base, along };
  }
}

/** Where along the travel of its valve a circuit gets a share of hot water, and what it then moves. */
export function flowsAtShare({ along }: CircuitBook, share: number): CircuitFlows & { travel: number } {
  const last = along.length - 1;
  const first = along[0] as CircuitFlows;
  if (last === 0) return { ...first, travel: 1 };
  const hotShare = (flows: CircuitFlows) => (flows.flow > 0 ? flows.hot / flows.flow : 0);
  if (share <= hotShare(first)) return { ...first, travel: 0 };
  for (let i = 1; i <= last; i++) {
    const [low, high] = [along[i - 1] as CircuitFlows, along[i] as CircuitFlows];
    const [from, to] = [hotShare(low), hotShare(high)];
    if (share > to && i < last) continue;
    const part = to > from ? Math.min((share - from) / (to - from), 1) : 1;
    const between = (a: number, b: number) => a + (b - a) * part;
    const flow = between(low.flow, high.flow);
    return {
      flow,
      hot: Math.min(share, to) * flow,
      round: between(low.round, high.round),
      travel: (i - 1 + part) / last,
    };
  }
  return { ...(along[last] as CircuitFlows), travel: 1 };
}

function flowsOf({ massFlow, hot, drawn }: CircuitState): CircuitFlows {
  const flow = Math.max(massFlow, 0);
  const into = Math.min(Math.max(hot, 0), flow);
  return { flow, hot: into, round: Math.max(drawn - into, 0) };
}

function sharesOf({ loops }: CircuitState): ReadonlyMap<string, number> {
  const all = loops.reduce((sum, { behind, flow }) => sum + (behind ? 0 : Math.max(flow, 0)), 0);
  return new Map(loops.flatMap(({ place, flow }): [string, number][] => (flow > STILL * all ? [[place, flow / all]] : [])));
}
