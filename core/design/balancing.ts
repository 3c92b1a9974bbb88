import type { Circuit, Room } from '../../model/job.ts';
import { valveLoss } from '../circuit/mixing.ts';
import type { Figure } from '../figure/figure.ts';
import type { FluidState } from '../fluid/water.ts';
import { pipeFlow } from '../pipe/friction.ts';
import type { Context } from './context.ts';
import type { SizedPipe } from './pipe-design.ts';

/** One loop or branch beyond a manifold, with the setting of its valve or meter. */
export interface LoopSetting {
  /** Link of its pipe, `rooms/r1/loop1`, and of its valve. */
  place: string;
  valve: string;
  roomId: string;
  roomName: string;
  roomTemperature: number;
  /** Heat it carries at design, W. */
  load: number;
  /** Pipe there and back, m. */
  length: number;
  /** Design flow, m3/s. */
  volumeFlow: number;
  /** What pipe and open valve take at design flow, Pa. */
  ownLoss: number;
  /** What the valve has to take beyond that, Pa; 0 for the index loop. */
  throttled: number;
  /** Kv of valve and emitter together as set. */
  kv: number;
  /** Kv the valve or meter alone is set to; the index loop's is open. */
  setting: number;
  index: boolean;
}

/** What the loops of a circuit follow from. */
export interface LoopSource {
  circuit: Circuit;
  rooms: readonly Room[];
  load: Figure;
  fluid: FluidState;
  volumeFlow: Figure;
  worstRun: SizedPipe;
  worstLoad: Figure;
  terminalLoss: Figure;
}

/**
 * Most parallel runs one room is split into, and most loops a job is: beyond this the load of the worst run is a slip,
 * and a plant of hundreds of thousands of loops would stop the program.
 */
const MOST_RUNS = 24;
const MOST_LOOPS = 1500;

/**
 * The loops of a circuit and their settings.
 *
 * A room that needs more than the worst run carries has as many equal runs as keep each at or below it. Flow goes to the
 * loops as heat does. The loop that takes most at design flow is the index and stays open; every other valve is closed
 * until its loop takes as much: then each gets its design flow when the manifold sees that one pressure.
 */
export function balanceLoops(context: Context, flow: LoopSource): LoopSetting[] {
  const { circuit, fluid } = flow;
  const { size, material } = flow.worstRun.pipe;
  const open = context.rules.meterKvs.limit;
  const worst = flow.worstLoad.value;
  const worstFlow = (flow.volumeFlow.value * worst) / flow.load.value;
  // Emitter and valve have one Kv, given by their loss in the worst run.
  const terminal = flow.terminalLoss.value > 0 ? flow.terminalLoss.value / worstFlow ** 2 : 0;
  const mostRuns = Math.max(1, Math.min(MOST_RUNS, Math.floor(MOST_LOOPS / context.job.rooms.length)));
  const loops = flow.rooms.flatMap((room) => {
    const load = room.heatLoad ?? 0;
    if (load <= 0) return [];
    const runs = Math.min(mostRuns, Math.max(1, Math.ceil(load / worst - 1e-9)));
    const volumeFlow = (flow.volumeFlow.value * load) / flow.load.value / runs;
    const length = room.branchLength ?? circuit.worstRun.length;
    const gradient = pipeFlow(volumeFlow, size.bore, material.roughness, fluid).gradient;
    const ownLoss = gradient * length * (1 + circuit.worstRun.fittingsAllowance) + terminal * volumeFlow ** 2;
    return Array.from({ length: runs }, (_, k) => ({
      place: `rooms/${room.id}/loop${k + 1}`,
      valve: `rooms/${room.id}/loop${k + 1}/valve`,
      roomId: room.id,
      roomName: room.name || room.id,
      roomTemperature: room.roomTemperature,
      load: load / runs,
      length,
      volumeFlow,
      ownLoss,
    }));
  });
  const most = Math.max(...loops.map((loop) => loop.ownLoss), 0);
  const index = loops.findIndex((loop) => loop.ownLoss === most);
  return loops.map((loop, i) => {
    const throttled = most - loop.ownLoss;
    const extra = throttled / loop.volumeFlow ** 2;
    // The valve alone, open, is part of the terminal's loss; what is added closes it further.
    const alone = valveLoss(1, open, fluid.density) + extra;
    return {
      ...loop,
      throttled,
      kv: kvOfResistance(Math.max(terminal + extra, LEAST_RESISTANCE), fluid.density),
      setting: kvOfResistance(alone, fluid.density),
      index: i === index,
    };
  });
}

/** Resistance of a terminal that is said to lose nothing, Pa/(m3/s)^2: some valve there always is. */
const LEAST_RESISTANCE = 1e6;

/** No valve is set finer than this, m3/h: a litre an hour at 1 bar. */
const FINEST_SETTING = 0.001;

/** Kv in m3/h of a resistance in Pa/(m3/s)^2: dp = (rho / 1000) (V / Kv)^2 bar. */
const kvOfResistance = (resistance: number, density: number): number =>
  Math.max(FINEST_SETTING, 3600 * Math.sqrt((1e5 * density) / (1000 * resistance)));

/**
 * Kv of the regulating valve that takes what a pump gives beyond need at design flow, or null when there is no more
 * than the valve loses open.
 * @param surplus Pa at design flow @param designFlow m3/s
 */
export function regulatingKv(surplus: number, designFlow: Figure, density: number): number | null {
  if (!(surplus > 50)) return null;
  return kvOfResistance(surplus / designFlow.value ** 2, density);
}
