import type { Circuit } from '../../model/job.ts';
import { valveLoss } from '../circuit/mixing.ts';
import type { EmitterLaw } from '../emitter/law.ts';
import type { Figure } from '../figure/figure.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { type CircuitPart, streamOf } from './circuit-parts.ts';
import type { Context, FilledState } from './context.ts';
import type { FlowShares } from './flow-shares.ts';
import type { LoopPipes } from './loop-pipes.ts';
import type { SizedPipe } from './pipe-design.ts';
import type { TreeDesign } from './tree-design.ts';

/** One loop or branch beyond a manifold, with the setting of its valve or meter. */
export interface LoopSetting {
  /** Link of its pipe, `rooms/r1/loop1`, and of its valve. */
  place: string;
  valve: string;
  roomId: string;
  roomName: string;
  roomTemperature: number;
  storey: string;
  /** Id of the emitter it feeds; null where none is entered. */
  emitterId: string | null;
  /** Heat it carries at design, W, and the share of it that reaches the room. */
  load: number;
  useful: number;
  /** Part whose water it gets when that has done with it, as the start of its loops' places; null for one fed from the manifold. */
  behind: string | null;
  /** What it gives over the room, heat to the unheated side included; null until its emitter is entered. */
  law: EmitterLaw | null;
  /** Pipe there and back, m, whether that is known of this very loop, and the share that fittings add. */
  length: number;
  lengthKnown: boolean;
  fittings: number;
  bore: number;
  roughness: number;
  /** Design flow, m3/s, and what it gives beyond its need at that, however far it is closed, as a share of the need. */
  volumeFlow: number;
  surplus: number;
  /** Section of the pipe tree it hangs on, by id; null on the run from the plant. */
  section: string | null;
  /** What pipe and open valve take at design flow, and the tree up to them, Pa. */
  ownLoss: number;
  pathLoss: number;
  /** What the valve has to take beyond that, Pa; 0 for the index loop. */
  throttled: number;
  /** Kv of valve and emitter together as set; a valve that holds its flow or follows the air is not set. */
  kv: number;
  /** Flow its valve holds, m3/s; null for one that does not. */
  holds: number | null;
  /** Kv the valve or meter alone is set to; the index loop's is open. */
  setting: number;
  index: boolean;
}

/** What the loops of a circuit follow from. */
export interface LoopSource {
  circuit: Circuit;
  parts: readonly CircuitPart[];
  /** Pipe and share of the flow of each part. */
  pipes: readonly LoopPipes[];
  shares: FlowShares;
  load: Figure;
  fluid: FilledState;
  volumeFlow: Figure;
  worstRun: SizedPipe;
  worstLoad: Figure;
  terminalLoss: Figure;
  tree: TreeDesign;
}

/**
 * The loops of a circuit and their settings.
 *
 * A floor has the loops its pipe allows, any other emitter one branch. A room whose emitters nobody has entered has as many
 * equal runs as keep each at or below the load of the worst run. Flow goes to the loops as it is dealt out. The loop that takes most at design flow is the index and stays open; every other valve is closed
 * until its loop takes as much: then each gets its design flow when the manifold sees that one pressure. Valves that hold
 * their flow, or follow the air of the room, are not set: they find it by themselves. What lies in a row behind another loop has no
 * valve of its own, and its pipe counts with that of the first.
 */
export function balanceLoops(context: Context, flow: LoopSource): LoopSetting[] {
  const { circuit, fluid } = flow;
  const open = context.rules.meterKvs.limit;
  const worst = flow.worstLoad.value;
  const worstFlow = (flow.volumeFlow.value * worst) / flow.load.value;
  // Emitter and valve have one Kv, given by their loss in the worst run.
  const terminal = flow.terminalLoss.value > 0 ? flow.terminalLoss.value / worstFlow ** 2 : 0;
  const loops = flow.parts.flatMap((part, i) => {
    const { room, emitter, place, load, useful, law } = part;
    if (load <= 0) return [];
    const { runs, ...pipe } = flow.pipes[i] as LoopPipes;
    const { storey } = room;
    const volumeFlow = (flow.volumeFlow.value * (flow.shares.share[i] as number)) / runs;
    const section = flow.tree.sections[flow.tree.ofRoom.get(room.id) ?? -1];
    const lossOf = (of: number) => {
      const { runs: beside, length, fittings, bore, roughness } = flow.pipes[of] as LoopPipes;
      const each = (flow.volumeFlow.value * (flow.shares.share[of] as number)) / beside;
      return pipeFlow(each, bore, roughness, fluid).gradient * length * (1 + fittings);
    };
    const first = part.behind === null;
    const stream = first ? streamOf(part, flow.parts) : [part];
    const ownLoss = stream.reduce((sum, each) => sum + lossOf(flow.parts.indexOf(each)), 0);
    return Array.from({ length: runs }, (_, k) => ({
      place: `${place}/loop${k + 1}`,
      valve: `${place}/loop${k + 1}/valve`,
      roomId: room.id,
      roomName: room.name || room.id,
      roomTemperature: room.roomTemperature,
      storey,
      emitterId: emitter?.id ?? null,
      load: load / runs,
      useful: useful / load,
      law: law && { ...law, coefficient: (law.coefficient * load) / useful / runs },
      ...pipe,
      volumeFlow,
      surplus: flow.shares.surplus[i] as number,
      section: section?.id ?? null,
      pathLoss: section?.pathLoss ?? 0,
      behind: part.behind,
      ownLoss: ownLoss + (first ? terminal * volumeFlow ** 2 : 0),
    }));
  });
  const whole = (loop: { ownLoss: number; pathLoss: number }) => loop.ownLoss + loop.pathLoss;
  const firsts = loops.filter((loop) => loop.behind === null);
  const most = Math.max(...firsts.map(whole), 0);
  const index = loops.findIndex((loop) => loop.behind === null && whole(loop) === most);
  return loops.map((loop, i) => {
    const first = loop.behind === null;
    const throttled = first ? most - whole(loop) : 0;
    const extra = throttled / loop.volumeFlow ** 2;
    // The valve alone, open, is part of the terminal's loss; what is added closes it further.
    const alone = valveLoss(1, open, fluid.density) + extra;
    return {
      ...loop,
      throttled,
      kv: kvOfResistance(
        Math.max((first ? terminal : 0) + (circuit.loopValves === 'set' ? extra : 0), LEAST_RESISTANCE),
        fluid.density,
      ),
      holds: first && circuit.loopValves === 'flow-holding' ? loop.volumeFlow : null,
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
export function regulatingKv(surplus: number, designFlow: number, density: number): number | null {
  if (!(surplus > 50)) return null;
  return kvOfResistance(surplus / designFlow ** 2, density);
}
