import type { PumpState } from '../plant/circulator.ts';

export interface LoopState {
  place: string;
  /** Whether its water has been through another loop: it counts with that of the first. */
  behind: boolean;
  /** m3/s and W. */
  flow: number;
  heat: number;
  /** Degrees C of the room behind a thermostatic valve; null where nothing follows it. */
  air: number | null;
}

export interface CircuitState {
  id: string;
  running: boolean;
  /** Mass flow to the manifold, kg/s; negative when water comes backwards. */
  massFlow: number;
  /** m3/s. */
  flow: number;
  /** Degrees C at the manifold, and what the emitters give, W. */
  supply: number;
  back: number;
  heat: number;
  /** Travel of the mixing valve towards hot, 0..1; null without one. */
  valve: number | null;
  /** Hot water into its mix, and what it draws from the bar in all, kg/s; its own flow where nothing is mixed. */
  hot: number;
  drawn: number;
  pump: PumpState | null;
  /** The pump that injects hot water; null without one. */
  injection: PumpState | null;
  loops: LoopState[];
}

/** Pipes from one station to the next. */
export interface LinkState {
  id: string;
  running: boolean;
  massFlow: number;
  flow: number;
  supply: number;
  back: number;
  pump: PumpState | null;
}

/** A pair of tees on a ring main. */
export interface PairState {
  id: string;
  /** Degrees C that it gets and leaves behind; kg/s from its first tee to its second, below 0 where water turns round. */
  supply: number;
  back: number;
  across: number;
}

/** The plant in one state of its thermostats, as solved. Plain data. */
export interface PlantState {
  /** Ids of the zones that call. */
  calling: string[];
  /** Cold water is in it: heat of circuits and source is below 0, what does not take part is left out. */
  cools?: true;
  converged: boolean;
  /** Why there is no answer; null when there is one. */
  reason: string | null;
  iterations: number;
  circuits: CircuitState[];
  /** The one pump of all circuits; null where each has its own. */
  shared: PumpState | null;
  /** The cylinder, and the sources beside the first. */
  hotWater: {
    running: boolean;
    flow: number;
    supply: number;
    back: number;
    heat: number;
    pump: PumpState | null;
    /** How warm the store is, degrees C; only a run knows. */
    store?: number;
  } | null;
  further: { id: string; running: boolean; flow: number; supply: number; back: number; heat: number; pump: PumpState | null }[];
  source: { massFlow: number; flow: number; supply: number; back: number; heat: number; pump: PumpState | null };
  /** Pipes between stations: m3/s, degrees C where they arrive and leave again. */
  links: LinkState[];
  /** Stations beyond the first: what each port gives and gets back, degrees C. */
  stations: { id: string; ports: { ref: string; supply: number; back: number }[] }[];
  /** Heat in W that the pipes between source and manifolds lose. */
  pipeLoss: number;
  /** The pairs of tees of a ring main in order; empty where there are not several. */
  pairs: PairState[];
  /** Mass flow through the bypass between the bars, kg/s; 0 without. */
  bypass: number;
  /** Mass flow down the header or between the tees, kg/s: above 0 from flow to return; null without. */
  header: number | null;
  /** Degrees C going to the circuits and coming back. */
  toCircuits: number;
  fromCircuits: number;
  /** m3/s in each drawn pipe by its id; positive the way it is drawn. */
  pipes: Record<string, number>;
  /** Gauges: Pa at points of the plant; null where nothing holds the pressure. */
  gauges: Record<string, number | null>;
}

/** What calls beside the thermostats: the cylinder for heat, and a person for the backup in place of the first source. */
export const HOT_WATER_CALL = 'hotWater';
export const BACKUP_CALL = 'backup';
/** The sun shines: sources by it move their water, whoever calls. */
export const SUN_CALL = 'sun';

/** Electric power of every pump in a state, W. */
export const pumpPowerOf = (state: PlantState): number =>
  [
    ...state.circuits.flatMap((circuit) => [circuit.pump, circuit.injection]),
    state.shared,
    state.source.pump,
    state.hotWater?.pump ?? null,
    ...state.links.map((each) => each.pump),
    ...state.further.map((each) => each.pump),
  ].reduce((sum, pump) => sum + (pump?.power ?? 0), 0);
