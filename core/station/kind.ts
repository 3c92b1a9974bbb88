import { type PortRef, portOf, type Station } from '../plan/plan.ts';

/** A level of water in a station, by its number: `st1#0`. */
export type Level = `${string}#${number}`;

/** Where a pair of pipes takes its water and gives it back. */
export interface Port {
  ref: PortRef;
  flow: Level;
  back: Level;
}

/** How the water of a station hangs together. */
export interface Topology {
  ports: Port[];
  levels: Level[];
  /** Neighbours joined by a short wide way: a pump on one side of it is not felt on the other. */
  joined: [Level, Level][];
  /** Ways that water is driven through without meeting any other: a side of plates, a coil. */
  through: Through[];
}

export interface Through {
  port: PortRef;
  from: Level;
  to: Level;
}

/** What hangs on a port at a supply in degrees C: the flow it draws, kg/s, and what comes back, degrees C. */
export type PortLaw = (supply: number) => Drawn;

export interface Drawn {
  flow: number;
  back: number;
}

/** What comes to a station: a flow in kg/s, `Infinity` where nothing but the draw decides it, at a temperature in degrees C. */
export interface Feed {
  flow: number;
  temperature: number;
}

/** What a station makes of its feed. */
export interface Fed {
  /** Supply, return and flow at each port that something hangs on, by the port's id. */
  ports: Record<string, Drawn & { supply: number }>;
  /** Flow taken from the feed, and what goes back to it. */
  flow: number;
  back: number;
}

/** Numbers of a station that its temperatures hang on. */
export interface StationNumbers {
  /** Kelvin between the hot water that comes and the water sent on: plates and coils. */
  approach: number;
  /** Specific heat of the water on the hot side over that on the cold one; 1 without. */
  hotOverCold?: number;
}

/** What a station does to the plant around it. */
export interface Traits {
  /** What is pumped on one side of it is not felt on the other. */
  decouples: boolean;
  /** It passes heat and no water. */
  partsWater: boolean;
  /** It holds enough water to run on. */
  stores: boolean;
  /** What it stores is drinking water. */
  drinking: boolean;
  /** Water slows down in it: dirt sinks and air rises. */
  settles: boolean;
}

/** What each kind of station says of itself; nobody else knows a kind by its name. */
export interface StationKind {
  topology: (station: Station) => Topology;
  traits: Traits;
  /**
   * Steady temperatures and flows at design.
   * @param laws what hangs on each port beside the feed, by the port's id, in the order of the ports
   */
  fed: (station: Station, feed: Feed, laws: ReadonlyMap<string, PortLaw>, numbers: StationNumbers) => Fed;
}

export const levelOf = (id: string, index: number): Level => `${id}#${index}`;

/** A port that takes water at one level and gives it back at another. */
export const portAt = ({ id }: Station, name: string, flow: number, back: number): Port => ({
  ref: portOf(id, name),
  flow: levelOf(id, flow),
  back: levelOf(id, back),
});

/** Levels in order, each joined with the next. */
export const rowOf = (id: string, count: number): Pick<Topology, 'levels' | 'joined'> => ({
  levels: Array.from({ length: count }, (_, i) => levelOf(id, i)),
  joined: Array.from({ length: count - 1 }, (_, i) => [levelOf(id, i), levelOf(id, i + 1)]),
});

/** A store of two joined levels: its bare ports take from the upper and give to the lower one, a coil has levels of its own. */
export function storeTopology(station: Station): Topology {
  const store = rowOf(station.id, 2);
  const whole: Topology = { ...store, levels: [...store.levels], ports: [], through: [] };
  for (const { id, coil } of station.ports) {
    if (!coil) {
      whole.ports.push(portAt(station, id, 0, 1));
      continue;
    }
    const first = whole.levels.length;
    const own = portAt(station, id, first, first + 1);
    whole.levels.push(own.flow, own.back);
    whole.through.push({ port: own.ref, from: own.flow, to: own.back });
    whole.ports.push(own);
  }
  return whole;
}
