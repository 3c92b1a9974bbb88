import type { Floor } from '../../model/emitter.ts';
import type { FluidState } from '../fluid/water.ts';
import { boreArea, pipeFlow } from '../pipe/friction.ts';
import { closestGap, floorPipe, meanGap } from './floor.ts';

/** The loops of a floor, all alike. Lengths in m. */
export interface FloorLoops {
  count: number;
  /** Pipe of one loop there and back, tails and bends included. */
  length: number;
  /** Of that: in the field, and what bulb turns add. */
  field: number;
  bulbs: number;
  /** Whether the spacing is closer than the pipe bends, so that turns have to swell. */
  bulbTurns: boolean;
  /** What the pipe of one loop takes at its design flow, Pa, and the design flow of one loop, m3/s. */
  loss: number;
  volumeFlow: number;
  /** Longest loop wanted of this pipe, m. */
  mostLength: number;
  /** Water in all of them, m3. */
  content: number;
}

/** Longest loop of a pipe by its bore, m: 100 m of 16 x 2 mm pipe. Common practice. */
export const mostLoopLength = (bore: number): number => (100 * bore) / 0.012;
/** Most pressure in a loop's pipe before it is split, Pa: common practice, 20 to 25 kPa. */
export const MOST_LOOP_LOSS = 25_000;
/** Least bending radius in outside diameters, cold and by hand: common practice for PE-X and multilayer. */
const BEND_RADIUS = 5;
const MOST_LOOPS = 60;

/** Pipe in the field of a floor, m: area over the mean spacing, the edge band with its own. Source: geometry. */
export function fieldLength(floor: Floor): number {
  const edge = Math.min(floor.edgeArea, floor.area);
  return (floor.area - edge) / meanGap(floor) + edge / floor.edgeSpacing;
}

/**
 * Pipe that one swollen turn takes beyond a plain half circle, m; 0 where the pipe bends as tightly as it is spaced.
 *
 * Two arcs lead outwards and a third, of 180 degrees and twice their angle, comes round: all of radius r. With
 * cos a = (r + T / 2) / (2 r) the turn is r (pi + 4 a) long and ends the straights 2 r sin a + r - T / 2 earlier.
 */
export function bulbTurn(spacing: number, radius: number): number {
  if (radius <= spacing / 2) return 0;
  const angle = Math.acos((radius + spacing / 2) / (2 * radius));
  const turn = radius * (Math.PI + 4 * angle) - (Math.PI * spacing) / 2;
  return Math.max(0, turn - 2 * (2 * radius * Math.sin(angle) + radius - spacing / 2));
}

/**
 * Splits a floor into equal loops: as few as keep each within the length and pressure its bore allows.
 * @param massFlow of the whole floor, kg/s
 */
export function floorLoops(floor: Floor, massFlow: number, fluid: FluidState): FloorLoops {
  const pipe = floorPipe(floor);
  const mostLength = mostLoopLength(pipe.bore);
  const field = fieldLength(floor);
  const radius = BEND_RADIUS * pipe.outside;
  const bulbTurns = floor.layout === 'serpentine' && radius > closestGap(floor) / 2;
  const build = (count: number): FloorLoops => {
    // Each loop fills a square: its side over the spacing is the number of turns.
    const turns = floor.layout === 'serpentine' ? Math.sqrt(floor.area / count) / meanGap(floor) : 0;
    // Turns go round the one gap and the other by turns.
    const bulbs = (turns * (bulbTurn(floor.spacing, radius) + bulbTurn(floor.otherGap ?? floor.spacing, radius))) / 2;
    const length = field / count + bulbs + 2 * floor.tail;
    const volumeFlow = massFlow / fluid.density / count;
    return {
      count,
      length,
      field: field / count,
      bulbs,
      bulbTurns,
      loss: pipeFlow(volumeFlow, pipe.bore, pipe.roughness, fluid).gradient * length,
      volumeFlow,
      mostLength,
      content: count * length * boreArea(pipe.bore),
    };
  };
  if (floor.loops !== 'auto') return build(Math.min(Math.max(Math.round(floor.loops), 1), MOST_LOOPS));
  // From what length alone asks; each loop more also takes its share of the flow.
  const free = Math.max(mostLength - 2 * floor.tail, 0.1 * mostLength);
  let count = Math.min(Math.max(1, Math.ceil(field / free - 1e-9)), MOST_LOOPS);
  let loops = build(count);
  while (count < MOST_LOOPS && (loops.loss > MOST_LOOP_LOSS || loops.length > mostLength) && loops.field > floor.tail) {
    loops = build(++count);
  }
  return loops;
}
