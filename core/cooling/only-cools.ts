import type { Circuit } from '../../model/job.ts';
import { type CircuitFlow, designCircuitFlow } from '../design/circuit-design.ts';
import type { CircuitPart } from '../design/circuit-parts.ts';
import type { Context } from '../design/context.ts';
import type { CircuitCooling, CoolingPart } from '../design/cooling-design.ts';
import type { SizedCircuit } from '../design/design.ts';
import { designZoneValve } from '../design/distribution-design.ts';
import { designInjection } from '../design/injection-design.ts';
import { designValve } from '../design/mixing-design.ts';
import type { Parts } from '../design/plant-parts.ts';
import type { PlantState } from '../design/plant-state.ts';
import { chooseCircuitPumps, finishPump } from '../design/pump-design.ts';
import { designRegulating } from '../design/regulating-design.ts';
import { sizedCircuit } from '../design/sized-circuit.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { type ColdSide, coldJobOf, coldSideOf } from '../plan/cold-side.ts';

/** What a circuit that only cools is built from. */
type OwnParts = Pick<Parts, 'flows' | 'valves' | 'injections' | 'zoneValves' | 'circuitPumps' | 'loops' | 'regulating'>;

/** The job with cold water in it, for sizing: only what has no load in winter is sized by summer alone. */
function inSummer(context: Context, side: ColdSide): Context {
  const job = coldJobOf(context.job, side);
  return { ...context, job, cools: true, piping: pipingOf(job), coldFlows: new Map() };
}

/**
 * Flow, pipes and losses of the circuits that only cool: those with no load in winter, by what their emitters take in summer at the water
 * decided for them. Made before the plant is sized, since its vessel takes up their water too.
 * @param warm places of the circuits sized by their load in winter
 */
export function flowsThatOnlyCool(
  context: Context,
  wanted: { parts: readonly CoolingPart[]; circuits: readonly CircuitCooling[] },
  warm: readonly CircuitFlow[],
): CircuitFlow[] {
  const side = coldSideOf(context.job);
  // Without anything that heats there is no plant whose bars they could hang on.
  if (!side || warm.length === 0) return [];
  const cold = inSummer(context, side);
  return cold.job.circuits.flatMap((circuit) => {
    const own = wanted.circuits.find(({ circuitId }) => circuitId === circuit.id);
    if (!own || own.output.value <= 0 || warm.some((flow) => flow.circuit.id === circuit.id)) return [];
    return [designCircuitFlow(cold, circuit, partsOf(cold, circuit, wanted.parts), own.output)];
  });
}

/** What a circuit that only cools feeds: each emitter with the heat it takes, drying included. */
const partsOf = ({ job }: Context, circuit: Circuit, parts: readonly CoolingPart[]): CircuitPart[] =>
  parts.flatMap((part): CircuitPart[] => {
    const room = job.rooms.find(({ id }) => id === part.roomId);
    const emitter = room?.emitters.find(({ id }) => id === part.emitterId);
    if (part.circuitId !== circuit.id || !room || !emitter) return [];
    const load = part.sensible + part.latent;
    return [{ room, emitter, place: `rooms/${room.id}/${emitter.id}`, useful: load, load, law: null, behind: null }];
  });

/**
 * Valves, pumps and settings of the circuits that only cool.
 * @param parts what the network of winter was built from: they share its bars, its pumps and what lies behind them
 */
export function partsThatOnlyCool(context: Context, side: ColdSide, flows: readonly CircuitFlow[], parts: Parts): OwnParts {
  const cold = inSummer(context, side);
  const sent = context.book.figures['cooling/flowTemperature'];
  const source = { ...parts.source, supplyAt: () => sent ?? parts.source.supplyTemperature };
  const mixed = flows.map(({ circuit }) => circuit.connection === 'mixed');
  const injected = flows.map(({ circuit }, i) => mixed[i] && circuit.mixing.startsWith('injection'));
  const valves = flows.map((flow, i) => (mixed[i] && !injected[i] ? designValve(cold, flow, source) : null));
  const injections = flows.map((flow, i) => (injected[i] ? designInjection(cold, flow, source) : null));
  const zoneValves = flows.map((flow) => designZoneValve(cold, flow));
  const circuitPumps = chooseCircuitPumps(cold, flows, { valves, zoneValves, source });
  return {
    flows,
    valves,
    injections,
    zoneValves,
    circuitPumps,
    loops: flows.map((flow) => flow.loops),
    regulating: flows.map((flow, i) => {
      const figure = designRegulating(cold, flow, {
        own: circuitPumps[i] ?? null,
        shared: parts.shared ?? parts.sourcePump,
        sourceLoss: parts.shared ? 0 : source.lossAt(source.volumeFlow.value),
        control: parts.shared ? context.job.distribution.pumpControl : context.job.source.pumpControl,
        zoneValve: zoneValves[i] ?? null,
      });
      return figure?.value ?? null;
    }),
  };
}

/** The parts of a plant with those of the circuits that only cool beside them. */
export const withThose = (parts: Parts, own: OwnParts): Parts => ({
  ...parts,
  flows: [...parts.flows, ...own.flows],
  valves: [...parts.valves, ...own.valves],
  injections: [...parts.injections, ...own.injections],
  zoneValves: [...parts.zoneValves, ...own.zoneValves],
  circuitPumps: [...parts.circuitPumps, ...own.circuitPumps],
  loops: [...parts.loops, ...own.loops],
  regulating: [...parts.regulating, ...own.regulating],
});

/** The circuits that only cool as they are built, by id. */
export function builtToCool(context: Context, own: OwnParts, state: PlantState | null): Map<string, SizedCircuit> {
  return new Map(
    own.flows.map((flow, i) => {
      const { id } = flow.circuit;
      const now = state?.circuits.find((each) => each.id === id);
      const pump = own.circuitPumps[i];
      const injection = own.injections[i];
      const kv = own.regulating[i] ?? null;
      return [
        id,
        sizedCircuit(flow, {
          below: 0,
          valve: own.valves[i]?.valve ?? null,
          zoneValve: own.zoneValves[i] ?? null,
          pump: pump ? finishPump(context, pump, now?.pump ?? null) : null,
          injection: injection ? { ...injection, pump: finishPump(context, injection.pump, now?.injection ?? null) } : null,
          loops: own.loops[i] ?? [],
          regulating: kv === null ? null : (context.book.figures[`${flow.place}/regulating`] ?? null),
        }),
      ];
    }),
  );
}
