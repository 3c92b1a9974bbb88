import type { Circuit } from '../../model/job.ts';
import { dealFlow, type Taker } from '../circuit/deal-flow.ts';
import { MOST_LOOP_LOSS } from '../emitter/floor-loops.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { runsOpen } from '../plan/open-plant.ts';
import { type CircuitPart, streamLoad, streamOf } from './circuit-parts.ts';
import type { Context, FilledState } from './context.ts';
import type { LoopPipes } from './loop-pipes.ts';

/** How the flow of a circuit goes to what it feeds. */
export interface FlowShares {
  /** Share of the circuit's flow that each part gets, one behind another the same as that, and what it gives beyond its need however far it is closed. */
  share: number[];
  surplus: number[];
  /** Degrees C at which all give what they have to, as they are set; null where flow goes as heat does. */
  flowTemperature: number | null;
}

/** Pressure loss grows with flow to this power in smooth pipe: Blasius. */
const LOSS_EXPONENT = 1.75;

/**
 * Where thermostats open and shut, flow goes to the loops as heat does. Where nothing shuts and the weather alone leads, each loop
 * is set for the heat its room needs from the one water that is sent, as far down as its meter can be read and its floor stays even.
 */
export function flowShares(
  { job, rules }: Context,
  {
    circuit,
    parts,
    massFlow,
    fluid,
    pipes,
    terminalLoss,
  }: {
    circuit: Circuit;
    parts: readonly CircuitPart[];
    massFlow: number;
    fluid: FilledState;
    pipes: readonly LoopPipes[];
    terminalLoss: number;
  },
): FlowShares {
  const load = parts.reduce((sum, part) => sum + part.load, 0);
  const plain = parts.map((part) => (load > 0 ? streamLoad(part, parts) / load : 0));
  const asHeat = { share: plain, surplus: parts.map(() => 0), flowTemperature: null };
  if (!runsOpen(job) || circuit.loopValves !== 'set') return asHeat;
  // Several in a row have no one law: their stream goes as its heat does.
  const alone = (part: CircuitPart) => streamOf(part, parts).length === 1;
  const set = parts.flatMap((part, i) => (part.load > 0 && alone(part) && part.law && part.law.coefficient > 0 ? [i] : []));
  if (set.length === 0) return asHeat;
  const takers = set.map((i): Taker => {
    const { law, useful, load: taken, room, emitter } = parts[i] as CircuitPart;
    const { runs, length, fittings, bore, roughness } = pipes[i] as LoopPipes;
    const flow = massFlow * (plain[i] as number);
    const loss = pipeFlow(flow / fluid.density / runs, bore, roughness, fluid).gradient * length * (1 + fittings) + terminalLoss;
    const floor = emitter?.kind === 'floor';
    const spare = Math.max(MOST_LOOP_LOSS / Math.max(loss, 1), 1) ** (1 / LOSS_EXPONENT);
    return {
      law: law as NonNullable<typeof law>,
      useful,
      load: taken,
      room: room.roomTemperature,
      least: floor ? rules.meterLeast.limit * fluid.density * runs : 0,
      most: flow * Math.min(spare, MOST_RISE),
      even: emitter?.kind === 'floor' && emitter.layout === 'serpentine' ? rules.evenSerpentine.limit : rules.evenElse.limit,
    };
  });
  const total = massFlow * set.reduce((sum, i) => sum + (plain[i] as number), 0);
  const dealt = dealFlow(takers, total, fluid.specificHeat);
  const share = [...plain];
  const surplus = parts.map(() => 0);
  set.forEach((i, k) => {
    share[i] = (dealt.flows[k] as number) / massFlow;
    surplus[i] = dealt.surplus[k] as number;
  });
  return { share, surplus, flowTemperature: dealt.flowTemperature };
}

/** Most flow a tight emitter is given over what goes as heat does: more hardly makes it warmer. */
const MOST_RISE = 2;

/**
 * Fall of the water in K over what each room has on a circuit, its loops as they are set: its heat over its flow, by those of the
 * whole.
 * @param delta fall over the whole circuit, K
 */
export function dropsAsSet(
  sized: {
    loops: readonly { roomId: string; load: number; volumeFlow: number; behind: string | null }[];
    volumeFlow: { value: number };
  } | null,
  delta: number,
): Map<string, number> {
  const sums = new Map<string, { load: number; flow: number }>();
  let whole = 0;
  for (const { roomId, load, volumeFlow, behind } of sized?.loops ?? []) {
    const { load: heat, flow } = sums.get(roomId) ?? { load: 0, flow: 0 };
    sums.set(roomId, { load: heat + load, flow: flow + (behind === null ? volumeFlow : 0) });
    whole += load;
  }
  const flow = sized?.volumeFlow.value ?? 0;
  return new Map([...sums].map(([roomId, own]) => [roomId, (delta * own.load * flow) / (own.flow * whole)]));
}
