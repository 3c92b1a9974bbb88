import { emitterOutlet } from '../network/heat.ts';

/** One zone of the house as the run sees it: rooms with one thermostat, and their emitters. */
export interface RunZone {
  id: string;
  label: string;
  circuitId: string;
  /** Wanted room temperature, degrees C. */
  setPoint: number;
  /** Heat lost for each K to outdoors, W/K, and what a K of the rooms holds, J/K. */
  loss: number;
  capacity: number;
  /** Seconds for what enters an emitter to reach the room. */
  lag: number;
  /** Emitters by their place in the network, with their law. */
  emitters: { place: string; coefficient: number; exponent: number }[];
}

/** A zone just now. */
export interface ZoneState {
  /** Degrees C. */
  room: number;
  /** Heat on its way from the water to the room, J. */
  stored: number;
  calls: boolean;
}

/** Half the band of a room thermostat, K: common practice. */
export const HYSTERESIS = 0.3;

/** Whether the thermostat calls: on below its band, off above it, and as before within. */
export const thermostatCalls = (room: number, wanted: number, before: boolean): boolean =>
  room < wanted - HYSTERESIS ? true : room > wanted + HYSTERESIS ? false : before;

/** Heat in W that the emitters of a zone take from water of a temperature at the mass flows of their loops, kg/s. */
export function heatTaken(
  { emitters }: RunZone,
  room: number,
  water: number,
  flowOf: (place: string) => number,
  specificHeat: number,
): number {
  const excess = water - room;
  if (excess <= 0) return 0;
  let heat = 0;
  for (const { place, coefficient, exponent } of emitters) {
    const capacityFlow = flowOf(place) * specificHeat;
    if (capacityFlow < 1e-6 || coefficient <= 0) continue;
    const { slope, base } = emitterOutlet(coefficient, exponent, capacityFlow, excess);
    heat += capacityFlow * (excess - (slope * excess + base));
  }
  return heat;
}

/**
 * A zone after a time: what entered its emitters leaves them as from a store with a lag, and the room warms or cools towards
 * its balance, both exactly for steady inputs.
 * @param entering heat from the water, gains heat from sun and people, W
 */
export function zoneAfter(zone: RunZone, state: ZoneState, entering: number, gains: number, outdoor: number, step: number) {
  const held = Math.exp(-step / zone.lag);
  // Store: dE/dt = q - E / lag; what leaves over the step is what entered less what stayed.
  const stored = state.stored * held + entering * zone.lag * (1 - held);
  const delivered = (state.stored + entering * step - stored) / step;
  const balance = outdoor + (delivered + gains) / zone.loss;
  const decay = Math.exp((-step * zone.loss) / zone.capacity);
  const room = balance + (state.room - balance) * decay;
  return { stored, room, delivered };
}
