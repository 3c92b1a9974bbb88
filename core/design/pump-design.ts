import { byRule, type Figure, given, type Ingredient } from '../figure/figure.ts';
import type { FluidState } from '../fluid/water.ts';
import { atSpeed, type CirculatorSpeed, chooseSpeed, fastest, findCirculator, type PumpState } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { SizedValve } from './mixing-design.ts';
import type { SourceFlow } from './source-design.ts';

export interface PumpDuty {
  modelId: string;
  label: string;
  step: number;
  steps: number;
  /** Share of full speed, and how it runs in words: "speed 2 of 3" or "73 % of full speed". */
  speed: number;
  running: string;
  flow: Figure;
  head: Figure;
  power: Figure;
  temperatureDifference: Figure;
  /** Points [flow m3/s, head m] of the pump curve and of the system curve, for a chart. */
  pumpCurve: [number, number][];
  systemCurve: [number, number][];
}

export interface PumpDesign {
  /** Component on the wall: `circuits/c1/pump` or `source/pump`. */
  place: string;
  label: string;
  designFlow: Figure;
  /** Head of the index run at design flow. */
  head: Figure;
  /** The same with the rulebook's margin: what the pump is chosen for. */
  wantedHead: Figure;
  pinned: boolean;
  /** A pinned pump the catalogue does not hold. */
  unknownPump: string | null;
  /** False when a pinned pump falls short of the wanted head; it is run all the same. */
  reaches: boolean;
  duty: PumpDuty | null;
}

/** A pump before its duty point is known. */
export interface ChosenPump {
  place: string;
  label: string;
  designFlow: Figure;
  head: Figure;
  wantedHead: Figure;
  /** Pressure the index run takes at design flow, Pa. */
  indexLoss: number;
  pinned: boolean;
  unknownPump: string | null;
  reaches: boolean;
  speed: CirculatorSpeed | null;
  load: Figure;
  /** What it moves, at the mean temperature of its circuit. */
  fluid: FluidState;
  /** Loss in Pa of what this pump alone drives. */
  ownLossAt: (flow: number) => number;
}

function choose(
  context: Context,
  asked: Pick<ChosenPump, 'place' | 'label' | 'designFlow' | 'load' | 'fluid' | 'ownLossAt'> & {
    pinnedId: string;
    losses: Record<string, Ingredient>;
    loss: number;
  },
): ChosenPump {
  const { book, rules } = context;
  const { place, label, designFlow, fluid } = asked;
  const rho = context.densityOf(fluid);
  const head = book.add({
    id: `${place}/head`,
    label: `${label}: head of the index run`,
    kind: 'head',
    value: asked.loss / (fluid.density * GRAVITY),
    formula: 'H = Σ Δp / (ρ g)',
    source: 'definition of head; losses in series add up',
    terms: { ...asked.losses, ρ: rho },
  });
  const wantedHead = book.add({
    id: `${place}/wantedHead`,
    label: `${label}: head the pump is chosen for`,
    kind: 'head',
    value: head.value * rules.headMargin.limit,
    formula: 'H_w = H · margin',
    source: rules.headMargin.source,
    terms: { H: head, margin: byRule(rules.headMargin) },
  });
  const model = asked.pinnedId === 'auto' ? undefined : findCirculator(asked.pinnedId);
  const fitting = chooseSpeed(designFlow.value, wantedHead.value, model);
  return {
    place,
    label,
    designFlow,
    load: asked.load,
    ownLossAt: asked.ownLossAt,
    fluid,
    indexLoss: asked.loss,
    head,
    wantedHead,
    pinned: model !== undefined,
    unknownPump: asked.pinnedId !== 'auto' && !model ? asked.pinnedId : null,
    reaches: fitting !== undefined,
    speed: fitting ?? (model ? fastest(model) : null),
  };
}

/** Chooses the pump of every circuit, and of the source where something parts the two. */
export function choosePumps(
  context: Context,
  circuits: readonly CircuitFlow[],
  valves: readonly (SizedValve | null)[],
  source: SourceFlow,
  load: Figure,
): { circuits: ChosenPump[]; source: ChosenPump | null } {
  const { job } = context;
  const separated = job.separation.kind !== 'none';
  const sourceLosses: Record<string, Ingredient> = {
    'Δp source pipe': source.run.pipe.loss,
    'Δp source': source.loss,
    ...(source.inLine ? { 'Δp source parts': source.inLine } : {}),
  };
  const chosen = circuits.map((flow, i) => {
    const valve = valves[i] ?? null;
    const valveLoss = valve ? valve.lossAt(flow.volumeFlow.value) : 0;
    return choose(context, {
      place: `${flow.place}/pump`,
      label: flow.circuit.name,
      pinnedId: flow.circuit.pump,
      designFlow: flow.volumeFlow,
      load: flow.load,
      fluid: flow.fluid,
      losses: {
        'Δp run': flow.run.pipe.loss,
        ...(flow.inLine ? { 'Δp parts': flow.inLine } : {}),
        'Δp worst run': flow.worstRun.pipe.loss,
        'Δp emitter': flow.terminalLoss,
        ...(flow.longerLoop ? { 'Δp longer loop': flow.longerLoop } : {}),
        ...(valve ? { 'Δp valve': valve.valve.loss, 'Δp tail': tailIngredient(valve, valveLoss) } : {}),
        ...(separated ? {} : sourceLosses),
      },
      loss: flow.ownLossAt(flow.volumeFlow.value) + valveLoss + (separated ? 0 : source.lossAt(source.volumeFlow.value)),
      ownLossAt: (at) => flow.ownLossAt(at) + (valve ? valve.lossAt(at) : 0),
    });
  });
  const primary = separated
    ? choose(context, {
        place: 'source/pump',
        label: 'Source pump',
        pinnedId: job.source.pump,
        designFlow: source.volumeFlow,
        load,
        fluid: source.fluid,
        losses: sourceLosses,
        loss: source.lossAt(source.volumeFlow.value),
        ownLossAt: source.lossAt,
      })
    : null;
  return { circuits: chosen, source: primary };
}

const tailIngredient = (valve: SizedValve, lossOfBoth: number): Ingredient =>
  given(
    'loss of the pipe before the valve',
    'pressure',
    lossOfBoth - valve.valve.loss.value,
    'gradient of the run over the tail length',
  );

const headOf = (chosen: ChosenPump, loss: number): number => loss / (chosen.fluid.density * GRAVITY);

const CHART_POINTS = 13;
/** How far beyond the duty point the system curve is drawn. */
const PAST_DUTY = 1.25;

/** A chosen pump with its real duty point, as the solved plant gives it; without one while nothing could be solved. */
export function finishPump(context: Context, chosen: ChosenPump, state: PumpState | null): PumpDesign {
  const { place, label, designFlow, head, wantedHead, pinned, unknownPump, reaches, speed } = chosen;
  const plain = { place, label, designFlow, head, wantedHead, pinned, unknownPump, reaches };
  if (!speed || !state) return { ...plain, duty: null };
  const { book } = context;
  const at = Math.max(state.flow, 0);
  const running = atSpeed(speed.model, Math.max(state.speed, 0.01));
  // Beside its own run a pump works against what it shares with the others, which is taken as it is at the duty point.
  const shared = state.head - headOf(chosen, chosen.ownLossAt(at));
  const system = (flow: number) => headOf(chosen, chosen.ownLossAt(flow)) + shared;
  const fixed = Math.abs(state.speed - speed.share) < 1e-6;
  const name = fixed
    ? `${speed.model.label}, speed ${speed.step}`
    : `${speed.model.label} at ${Math.round(state.speed * 100)} % speed`;
  const catalogue = `invented catalogue: ${name}`;
  const flow = book.add({
    id: `${place}/dutyFlow`,
    label: `${label}: flow at the duty point`,
    kind: 'volumeFlow',
    value: at,
    formula: 'H_pump(V) = H_system(V)',
    source: `${catalogue}; lower speeds by the affinity laws`,
    terms: { V_design: designFlow, H: head },
    note: 'Solved with the whole plant, every zone calling: the pump runs where its curve meets the system, not at the design point.',
  });
  const dutyHead = book.add({
    id: `${place}/dutyHead`,
    label: `${label}: head at the duty point`,
    kind: 'head',
    value: state.head,
    formula: 'H = H_pump(V)',
    source: catalogue,
    terms: { V: flow },
  });
  const power = book.add({
    id: `${place}/dutyPower`,
    label: `${label}: electric power`,
    kind: 'electricPower',
    value: state.power,
    formula: 'P = P_pump(V)',
    source: catalogue,
    terms: { V: flow },
  });
  const temperatureDifference = book.add({
    id: `${place}/dutyTemperatureDifference`,
    label: `${label}: delta T at the duty point`,
    kind: 'temperatureDifference',
    value: at > 0 ? chosen.load.value / (at * chosen.fluid.density * chosen.fluid.specificHeat) : 0,
    formula: 'ΔT = Q / (V · ρ · c_p)',
    source: 'energy balance',
    terms: {
      Q: chosen.load,
      V: flow,
      ρ: context.densityOf(chosen.fluid),
      c_p: context.specificHeatOf(chosen.fluid),
    },
  });
  const upTo = (most: number) => Array.from({ length: CHART_POINTS }, (_, i) => (most * i) / (CHART_POINTS - 1));
  return {
    ...plain,
    duty: {
      modelId: speed.model.id,
      label: speed.model.label,
      step: speed.step,
      speed: state.speed,
      running: fixed ? `speed ${speed.step} of ${speed.model.speeds.length}` : `${Math.round(state.speed * 100)} % of full speed`,
      steps: speed.model.speeds.length,
      flow,
      head: dutyHead,
      power,
      temperatureDifference,
      pumpCurve: upTo(running.mostFlow).map((x) => [x, running.headAt(x)]),
      systemCurve: upTo(Math.min(running.mostFlow, at * PAST_DUTY)).map((x) => [x, system(x)]),
    },
  };
}
