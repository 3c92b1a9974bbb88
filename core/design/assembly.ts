import type { PumpMode } from '../network/pump-law.ts';
import type { TwinSpec } from '../network/twin.ts';
import type { PortRef } from '../plan/plan.ts';
import type { LoopSetting } from './balancing.ts';
import type { ChosenPump } from './choose-pump.ts';

/** What one thermostat switches. */
export interface Zone {
  /** Its place: `circuits/c1` or `rooms/r3`. */
  id: string;
  label: string;
  circuitId: string;
  /** Thermostat of several rooms that calls it; none where it is its own. */
  thermostat?: string;
  /** Links shut when it does not call; empty where the pump alone decides. */
  valves: string[];
}

/** A pump of the plant, and how it runs when it runs. */
export interface RunningPump {
  pump: ChosenPump;
  mode: PumpMode;
}

/** What a thermostat's call moves in one circuit. */
export interface AssembledCircuit {
  id: string;
  place: string;
  /** Its own pump; null where a valve lets in what the shared pump moves. */
  own: RunningPump | null;
  injection: RunningPump | null;
  mixed: boolean;
  /** Points before and behind what drives it. */
  before: string;
  behind: string;
  /** Control that holds the delta T by the speed of the pump, where it is so decided. */
  differenceControl: string | null;
  loops: LoopSetting[];
}

/** Pipes between two stations as they stand in the network. */
export interface AssembledLink {
  id: string;
  place: string;
  /** Port it leads to. */
  to: PortRef;
  /** Its pump; null where others move its water. */
  own: RunningPump | null;
  /** Ids of the circuits that draw through it, and whether the cylinder does. */
  circuits: string[];
  hotWater: boolean;
  /** Control that holds its delta T by the speed of the pump, where it is so decided. */
  differenceControl: string | null;
}

/** The plant of a job as one network, with what is needed to run it. */
export interface Assembly {
  spec: TwinSpec;
  zones: Zone[];
  circuits: AssembledCircuit[];
  sourcePump: (RunningPump & { onReturn: boolean }) | null;
  /** The one pump behind the separation, where circuits have valves. */
  shared: RunningPump | null;
  /** The cylinder; null without one. */
  cylinder: { own: RunningPump | null; first: boolean; flowTemperature: number } | null;
  further: {
    id: string;
    place: string;
    backup: boolean;
    bySun: boolean;
    pump: ChosenPump;
    mode: PumpMode;
    setPoint: number;
    power: number;
  }[];
  /** Pipes between stations, from the sources outwards. */
  joints: AssembledLink[];
  /** Stations beyond the first, with the points of their ports. */
  stations: { id: string; ports: { ref: PortRef; flow: string; back: string }[] }[];
  /** Places of all that hangs on the bars in order, circuits without a load among them; by the port it hangs on. */
  alongBars: string[][];
  /** Ids of the pairs of tees on a ring main, in order; empty where there are not several. */
  pairs: readonly string[];
  /** Cold water is in it. */
  cools?: true;
  /** Usual temperature, and that of still water, degrees C. */
  mean: number;
  still: number;
}
