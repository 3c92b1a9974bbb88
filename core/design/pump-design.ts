import { GRAVITY } from '../circuit/mixing.ts';
import { byRule, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { type CirculatorSpeed, chooseSpeed, dutyFlow, fastest, findCirculator } from '../plant/circulator.ts';
import { findRoot } from '../quantity/root.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { SizedValve } from './mixing-design.ts';
import type { SourceFlow } from './source-design.ts';

export interface PumpDuty {
  modelId: string;
  label: string;
  step: number;
  steps: number;
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
interface Chosen {
  place: string;
  label: string;
  designFlow: Figure;
  head: Figure;
  wantedHead: Figure;
  pinned: boolean;
  unknownPump: string | null;
  reaches: boolean;
  speed: CirculatorSpeed | null;
  load: Figure;
  density: number;
  specificHeat: number;
  /** Loss in Pa of what this pump alone drives. */
  ownLossAt: (flow: number) => number;
}

function choose(
  context: Context,
  asked: Pick<Chosen, 'place' | 'label' | 'designFlow' | 'load' | 'density' | 'specificHeat' | 'ownLossAt'> & {
    pinnedId: string;
    losses: Record<string, Ingredient>;
    loss: number;
  },
): Chosen {
  const { book, rules } = context;
  const { place, label, designFlow, density } = asked;
  const rho = given('density of water at mean temperature', 'density', density, 'IAPWS-IF97');
  const head = book.add({
    id: `${place}/head`,
    label: `${label}: head of the index run`,
    kind: 'head',
    value: asked.loss / (density * GRAVITY),
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
    ...asked,
    head,
    wantedHead,
    pinned: model !== undefined,
    unknownPump: asked.pinnedId !== 'auto' && !model ? asked.pinnedId : null,
    reaches: fitting !== undefined,
    speed: fitting ?? (model ? fastest(model) : null),
  };
}

/**
 * Chooses the pump of every circuit, and of the source where a header parts the two, then finds where each curve
 * meets its system. Without separation all pumps share the source: its loss depends on all of them together.
 */
export function designPumps(
  context: Context,
  circuits: readonly CircuitFlow[],
  valves: readonly (SizedValve | null)[],
  source: SourceFlow,
  load: Figure,
): { circuits: PumpDesign[]; source: PumpDesign | null } {
  const { job } = context;
  const separated = job.separation.kind !== 'none';
  const chosen = circuits.map((flow, i) => {
    const valve = valves[i] ?? null;
    const common: Record<string, Ingredient> = separated
      ? {}
      : { 'Δp source pipe': source.run.pipe.loss, 'Δp source': source.loss };
    const valveLoss = valve ? valve.lossAt(flow.volumeFlow.value) : 0;
    return choose(context, {
      place: `${flow.place}/pump`,
      label: flow.circuit.name,
      pinnedId: flow.circuit.pump,
      designFlow: flow.volumeFlow,
      load: flow.load,
      density: flow.fluid.density,
      specificHeat: flow.fluid.specificHeat,
      losses: {
        'Δp run': flow.run.pipe.loss,
        'Δp worst run': flow.worstRun.pipe.loss,
        'Δp emitter': flow.terminalLoss,
        ...(valve ? { 'Δp valve': valve.valve.loss, 'Δp tail': tailIngredient(valve, valveLoss) } : {}),
        ...common,
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
        density: source.fluid.density,
        specificHeat: source.fluid.specificHeat,
        losses: { 'Δp source pipe': source.run.pipe.loss, 'Δp source': source.loss },
        loss: source.lossAt(source.volumeFlow.value),
        ownLossAt: source.lossAt,
      })
    : null;
  const shared = separated ? 0 : sharedLoss(chosen, source);
  return {
    circuits: chosen.map((each) => withDuty(context, each, shared)),
    source: primary && withDuty(context, primary, 0),
  };
}

const tailIngredient = (valve: SizedValve, lossOfBoth: number): Ingredient =>
  given(
    'loss of the pipe before the valve',
    'pressure',
    lossOfBoth - valve.valve.loss.value,
    'gradient of the run over the tail length',
  );

const headToPressure = (chosen: Chosen, loss: number): number => loss / (chosen.density * GRAVITY);

/** Flow of a pump when the shared part takes a given loss in Pa; its design flow where no pump is found. */
const flowAgainst = (chosen: Chosen, shared: number): number =>
  chosen.speed
    ? dutyFlow(chosen.speed, (flow) => headToPressure(chosen, chosen.ownLossAt(flow) + shared))
    : chosen.designFlow.value;

/**
 * Loss in Pa of source and source pipe when all pumps run. More loss means less flow and less flow means less loss,
 * so there is one answer and the bracket holds it.
 */
function sharedLoss(chosen: readonly Chosen[], source: SourceFlow): number {
  const lossWhen = (shared: number): number =>
    source.lossAt(chosen.reduce((sum, each, i) => sum + flowAgainst(each, shared) * (source.hotShares[i] ?? 1), 0));
  const most = lossWhen(0);
  if (most === 0) return 0;
  return findRoot((shared) => lossWhen(shared) - shared, 0, most, most * 1e-6) ?? 0;
}

const CHART_POINTS = 13;
/** How far beyond the duty point the system curve is drawn. */
const PAST_DUTY = 1.25;

function withDuty(context: Context, chosen: Chosen, shared: number): PumpDesign {
  const { place, label, designFlow, head, wantedHead, pinned, unknownPump, reaches, speed } = chosen;
  const plain = { place, label, designFlow, head, wantedHead, pinned, unknownPump, reaches };
  if (!speed) return { ...plain, duty: null };
  const { book } = context;
  const system = (flow: number) => headToPressure(chosen, chosen.ownLossAt(flow) + shared);
  const at = dutyFlow(speed, system);
  const name = `${speed.model.label}, speed ${speed.step}`;
  const catalogue = `invented catalogue: ${name}`;
  const flow = book.add({
    id: `${place}/dutyFlow`,
    label: `${label}: flow at the duty point`,
    kind: 'volumeFlow',
    value: at,
    formula: 'H_pump(V) = H_system(V)',
    source: `${catalogue}; lower speeds by the affinity laws`,
    terms: { V_design: designFlow, H: head },
    note: 'The pump runs where its curve meets the system curve, not at the design point.',
  });
  const dutyHead = book.add({
    id: `${place}/dutyHead`,
    label: `${label}: head at the duty point`,
    kind: 'head',
    value: speed.headAt(at),
    formula: 'H = H_pump(V)',
    source: catalogue,
    terms: { V: flow },
  });
  const power = book.add({
    id: `${place}/dutyPower`,
    label: `${label}: electric power`,
    kind: 'electricPower',
    value: speed.powerAt(at),
    formula: 'P = P_pump(V)',
    source: catalogue,
    terms: { V: flow },
  });
  const temperatureDifference = book.add({
    id: `${place}/dutyTemperatureDifference`,
    label: `${label}: delta T at the duty point`,
    kind: 'temperatureDifference',
    value: at > 0 ? chosen.load.value / (at * chosen.density * chosen.specificHeat) : 0,
    formula: 'ΔT = Q / (V · ρ · c_p)',
    source: 'energy balance',
    terms: {
      Q: chosen.load,
      V: flow,
      ρ: given('density of water at mean temperature', 'density', chosen.density, 'IAPWS-IF97'),
      c_p: given('specific heat of water at mean temperature', 'specificHeat', chosen.specificHeat, 'IAPWS-IF97'),
    },
  });
  const upTo = (most: number) => Array.from({ length: CHART_POINTS }, (_, i) => (most * i) / (CHART_POINTS - 1));
  return {
    ...plain,
    duty: {
      modelId: speed.model.id,
      label: speed.model.label,
      step: speed.step,
      steps: speed.model.speeds.length,
      flow,
      head: dutyHead,
      power,
      temperatureDifference,
      pumpCurve: upTo(speed.mostFlow).map((x) => [x, speed.headAt(x)]),
      systemCurve: upTo(Math.min(speed.mostFlow, at * PAST_DUTY)).map((x) => [x, system(x)]),
    },
  };
}
