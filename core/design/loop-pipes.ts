import type { Circuit } from '../../model/job.ts';
import { equalLoops } from '../emitter/equal-loops.ts';
import { floorPipe } from '../emitter/floor.ts';
import { floorLoops } from '../emitter/floor-loops.ts';
import type { Figure } from '../figure/figure.ts';
import { type CircuitPart, streamLoad } from './circuit-parts.ts';
import type { Context, FilledState } from './context.ts';
import type { SizedPipe } from './pipe-design.ts';

/** Loops or branches that a part of a circuit is fed by, all alike. */
export interface LoopPipes {
  runs: number;
  /** Pipe there and back, m, whether that is known of this very loop, and the share that fittings add. */
  length: number;
  lengthKnown: boolean;
  fittings: number;
  bore: number;
  roughness: number;
}

/**
 * Most parallel runs one room is split into, and most loops a job is: beyond this the load of the worst run is a slip,
 * and a plant of hundreds of thousands of loops would stop the program.
 */
const MOST_RUNS = 24;
const MOST_LOOPS = 1500;
/** Loops of floors in a whole job, by the same reason: an apartment block has a few thousand. */
const MOST_FLOOR_LOOPS = 12_000;

/**
 * Loops and branches of everything a circuit feeds, counted at a flow that goes as heat does: a floor has the loops its pipe allows,
 * any other emitter one branch, a room without emitters as many equal runs as keep each at or below the load of the worst run.
 */
export function loopPipes(
  { job }: Context,
  asked: {
    circuit: Circuit;
    parts: readonly CircuitPart[];
    load: Figure;
    massFlow: Figure;
    fluid: FilledState;
    worstRun: SizedPipe;
    worstLoad: Figure;
  },
): LoopPipes[] {
  const { circuit, parts, load, massFlow, fluid } = asked;
  const { size, material } = asked.worstRun.pipe;
  const worst = asked.worstLoad.value;
  const mostRuns = Math.max(1, Math.min(MOST_RUNS, Math.floor(MOST_LOOPS / job.rooms.length)));
  const emitters = job.rooms.reduce((sum, room) => sum + room.emitters.length, 0);
  const mostFloorLoops = Math.max(1, Math.floor(MOST_FLOOR_LOOPS / Math.max(emitters, 1)));
  const massFlowOf = (heat: number) => (massFlow.value * heat) / load.value;
  const alike = circuit.loopSplit === 'equal' ? equalSplit(parts, massFlowOf, fluid) : null;
  return parts.map((part) => {
    const { room, emitter } = part;
    if (emitter?.kind === 'floor') {
      const { count, length } = floorLoops(
        { ...emitter, loops: alike?.get(part) ?? emitter.loops },
        massFlowOf(streamLoad(part, parts)),
        fluid,
      );
      const { bore, roughness } = floorPipe(emitter);
      return { runs: Math.min(count, mostFloorLoops), length, lengthKnown: true, fittings: 0, bore, roughness };
    }
    return {
      runs: emitter ? 1 : Math.min(mostRuns, Math.max(1, Math.ceil(part.load / worst - 1e-9))),
      length: room.branchLength ?? circuit.worstRun.length,
      lengthKnown: room.branchLength !== null,
      fittings: circuit.worstRun.fittingsAllowance,
      bore: size.bore,
      roughness: material.roughness,
    };
  });
}

/** Loops of each floor of a circuit where all are to be alike. */
function equalSplit(
  parts: readonly CircuitPart[],
  massFlowOf: (load: number) => number,
  fluid: FilledState,
): Map<CircuitPart, number> {
  const floors = parts.flatMap((part) =>
    part.emitter?.kind === 'floor' && part.load > 0
      ? [{ part, floor: part.emitter, massFlow: massFlowOf(streamLoad(part, parts)) }]
      : [],
  );
  const counts = equalLoops(floors, fluid);
  return new Map(floors.map(({ part }, i) => [part, counts[i] as number]));
}
