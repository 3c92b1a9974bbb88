import type { Cooling } from '../emitter/cooling.ts';
import type { Figure } from '../figure/figure.ts';
import type { Zone } from './assembly.ts';
import type { PumpDesign } from './choose-pump.ts';
import type { PlantState } from './plant-state.ts';

/** An emitter that takes heat out of a room in summer: at the water decided for its circuit, and with what really comes. */
export interface CoolingPart extends Cooling {
  roomId: string;
  emitterId: string;
  label: string;
  circuitId: string;
  /** Null where the plant could not be solved. */
  comes: Cooling | null;
}

/** What one circuit really gets in summer, every zone calling. */
export interface SolvedCooling {
  supply: Figure;
  back: Figure;
  /** Heat into its water from the rooms, of which some dries the air, and the water that falls out, kg/s. */
  heat: Figure;
  latent: Figure;
  condensate: Figure;
  /** Solved over wanted flow. */
  flowShare: Figure;
}

/** A circuit with cold water in it. */
export interface CircuitCooling {
  circuitId: string;
  /** All it takes out of its rooms at the water decided, drying included, and the flow that carries it. */
  output: Figure;
  volumeFlow: Figure;
  /** Null while it is not solved. */
  solved: SolvedCooling | null;
}

/** What makes the cold water. */
export interface ColdSourceDesign {
  name: string;
  /** W it can take on the hottest day, and what it then does. */
  capacity: Figure;
  eer: Figure;
  flowTemperature: Figure;
  /** Heat that really comes to it: of rooms and pipes; and the electricity it draws for that. */
  taken: Figure | null;
  power: Figure | null;
  /** Whether ground water or brine does it without a compressor. */
  free: boolean;
  /** False where its data points do not reach. */
  covered: boolean;
  pump: PumpDesign | null;
}

/** What the plant does in summer. */
export interface CoolingDesign {
  dewPoint: Figure;
  /** What all cooled rooms ask at their worst hour together; null while no load is known. */
  peak: Figure | null;
  /** That hour of the sun, and W by the hour. */
  peakHour: number | null;
  byHour: number[];
  parts: CoolingPart[];
  circuits: CircuitCooling[];
  /** Null where nothing makes cold water, or nothing takes it. */
  source: ColdSourceDesign | null;
  /** The plant solved with cold water in it, every zone calling; null where nothing is to be solved. */
  state: PlantState | null;
  /** What calls for cold. */
  zones: Zone[];
  /** Pumps as they run in summer, their places begun with `cooling/`. */
  pumps: PumpDesign[];
  /** Water out of the air of all rooms, kg/s. */
  condensate: Figure | null;
}
