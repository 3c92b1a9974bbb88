import { emitterOutlet } from '../network/heat.ts';
import { partOfLoop } from '../plan/parts-of-job.ts';

/** What heats a zone, as the run sees it. */
export interface RunEmitter {
  /** Its loop in the network. */
  place: string;
  /** Start of the places of those whose water it gets; null for one fed from the manifold. */
  behind: string | null;
  /** Q = coefficient * (log-mean excess) ** exponent, over the room, or over the floor it lies in. */
  coefficient: number;
  exponent: number;
  inFloor: boolean;
}

/** Emitters in the order the water meets them: each after those whose water it gets. */
export function inOrderOfWater<T extends Pick<RunEmitter, 'place' | 'behind'>>(emitters: readonly T[]): T[] {
  if (emitters.every(({ behind }) => behind === null)) return [...emitters];
  const behindOf = new Map(emitters.map(({ place, behind }) => [partOfLoop(place), behind]));
  const depth = ({ behind }: T): number => {
    let steps = 0;
    for (let at = behind; at !== null && steps <= emitters.length; at = behindOf.get(at) ?? null) steps++;
    return steps;
  };
  return [...emitters].sort((a, b) => depth(a) - depth(b));
}

/** One zone of the house: rooms with one thermostat, their emitters, the floor that some of these lie in. */
export interface RunZone {
  id: string;
  label: string;
  circuitId: string;
  /** Zones with the same thermostat call together. */
  thermostat: string;
  /** Wanted room temperature, degrees C. */
  setPoint: number;
  /** Heat lost for each K to outdoors, W/K, and what a K of the rooms holds, J/K. */
  loss: number;
  capacity: number;
  /** Heated floor: what a K of it holds, J/K, and what it gives to the rooms for each K above them, W/K; null without. */
  floor: { capacity: number; toRoom: number } | null;
  /** Seconds for what enters other emitters to reach the room. */
  lag: number;
  emitters: RunEmitter[];
  /** Band of thermostatic valves, K; null where a thermostat calls. */
  follows: number | null;
  /** Seconds its actuators take to open. */
  opensIn: number;
  /** Load on the design day, W, and the shares of it in rooms that look to each side, for the sun. */
  load: number;
  facing: readonly { hour: number | null; share: number }[];
}

/** A zone just now. */
export interface ZoneState {
  /** Degrees C. */
  room: number;
  floor: number;
  /** Heat on its way from radiators to the room, J. */
  stored: number;
  calls: boolean;
  /** Whether its valves stand open, and how long they have been turning, s. */
  open: boolean;
  turning: number;
}

/** Half the band of a room thermostat, K: common practice. */
const HYSTERESIS = 0.3;

/** Whether the thermostat calls: on below its band, off above it, and as before within. */
export const thermostatCalls = (room: number, wanted: number, before: boolean): boolean =>
  room < wanted - HYSTERESIS ? true : room > wanted + HYSTERESIS ? false : before;

/** Share of its design flow that thermostatic valves let pass: all of it up to the set point, none half a band above it. */
export const thermostaticShare = (room: number, wanted: number, band: number): number =>
  Math.min(Math.max(1 - (2 * (room - wanted)) / band, 0), 1);

/**
 * What leaves an emitter above what it heats, as a straight line over what enters it; nothing is given to what is warmer
 * than the water.
 * @param excess water entering less room or floor, K @param capacityFlow mass flow times specific heat, W/K
 */
export function outletLine(
  { coefficient, exponent }: Pick<RunEmitter, 'coefficient' | 'exponent'>,
  excess: number,
  capacityFlow: number,
): { slope: number; base: number } {
  if (excess <= 0 || capacityFlow < 1e-6 || coefficient <= 0) return { slope: 1, base: 0 };
  return emitterOutlet(coefficient, exponent, capacityFlow, excess);
}

/** How rooms and floor of a zone move in a step of one length, worked out once. */
export interface ZoneStep {
  held: number;
  /** e^(A t) of floor and room together, or of the room alone in `roomRoom`. */
  floorFloor: number;
  floorRoom: number;
  roomFloor: number;
  roomRoom: number;
}

/**
 * The exact step of a zone for steady inputs: dT_f/dt = (q - H (T_f - T_r)) / C_f, dT_r/dt = (H (T_f - T_r) + g - U (T_r - T_o)) / C_r.
 * e^(A t) of a 2 x 2 matrix from its two eigenvalues.
 */
export function zoneStep(
  { floor, loss, capacity, lag }: Pick<RunZone, 'floor' | 'loss' | 'capacity' | 'lag'>,
  step: number,
): ZoneStep {
  const held = Math.exp(-step / lag);
  if (!floor) return { held, floorFloor: 0, floorRoom: 0, roomFloor: 0, roomRoom: Math.exp((-step * loss) / capacity) };
  const a = -floor.toRoom / floor.capacity;
  const b = floor.toRoom / floor.capacity;
  const c = floor.toRoom / capacity;
  const d = -(floor.toRoom + loss) / capacity;
  const middle = (a + d) / 2;
  const apart = Math.sqrt(((a - d) / 2) ** 2 + b * c);
  const [fast, slow] = [middle - apart, middle + apart];
  const [atFast, atSlow] = [Math.exp(fast * step), Math.exp(slow * step)];
  const entry = (value: number, one: number) => (atSlow * (value - fast * one) - atFast * (value - slow * one)) / (slow - fast);
  return { held, floorFloor: entry(a, 1), floorRoom: entry(b, 0), roomFloor: entry(c, 0), roomRoom: entry(d, 1) };
}

/**
 * A zone after a step. What entered its radiators leaves them as from a store with a lag; floor and rooms come nearer to where
 * they would stand in the end, exactly for steady inputs.
 * @param intoFloor @param entering heat from the water into the floor and into other emitters, W
 * @param gains heat from sun and people, W
 */
export function zoneAfter(
  zone: Pick<RunZone, 'floor' | 'loss' | 'lag'>,
  by: ZoneStep,
  state: Pick<ZoneState, 'room' | 'floor' | 'stored'> & Partial<ZoneState>,
  intoFloor: number,
  entering: number,
  gains: number,
  outdoor: number,
  step: number,
): Pick<ZoneState, 'room' | 'floor' | 'stored'> & { delivered: number } {
  const { held } = by;
  // Store: dE/dt = q - E / lag; what leaves over the step is what entered less what stayed.
  const stored = state.stored * held + entering * zone.lag * (1 - held);
  const delivered = (state.stored + entering * step - stored) / step;
  const restRoom = outdoor + (delivered + gains + (zone.floor ? intoFloor : 0)) / zone.loss;
  const above = state.room - restRoom;
  if (!zone.floor) return { stored, delivered, room: restRoom + above * by.roomRoom, floor: state.floor };
  const restFloor = restRoom + intoFloor / zone.floor.toRoom;
  const floorAbove = state.floor - restFloor;
  return {
    stored,
    delivered,
    room: restRoom + by.roomRoom * above + by.roomFloor * floorAbove,
    floor: restFloor + by.floorRoom * above + by.floorFloor * floorAbove,
  };
}
