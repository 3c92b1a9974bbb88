import { type Figure, given, type Ingredient } from '../figure/figure.ts';
import type { Load, Stretch } from '../piping/drives.ts';
import { atSpeed, circulatorName, type PumpState } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import { type Losses, lossAtDesign, lossOfSource } from './behind-bars.ts';
import type { Charging } from './charging-design.ts';
import { type ChosenPump, choose, type PumpDesign } from './choose-pump.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import { askSharedPump, type ZoneValveDesign } from './distribution-design.ts';
import type { SizedValve } from './mixing-design.ts';
import type { SourceFlow } from './source-design.ts';

/** What is driven beside the circuits' own pipes. */
export interface Driven {
  valves: readonly (SizedValve | null)[];
  zoneValves: readonly (ZoneValveDesign | null)[];
  source: SourceFlow;
  load: Figure;
  charging: Charging | null;
}

export interface ChosenPumps {
  /** Null where a zone valve stands in place of a pump. */
  circuits: (ChosenPump | null)[];
  /** The one pump of all circuits, where they have valves. */
  shared: ChosenPump | null;
  source: ChosenPump | null;
  /** Of pipes between stations, by their place. */
  links: ReadonlyMap<string, ChosenPump>;
}

/**
 * Chooses the pump of every circuit, of all together where they have valves, and of the source where it has one. Each is chosen for
 * its own branch and for what it drives beside it.
 */
export function choosePumps(context: Context, circuits: readonly CircuitFlow[], driven: Driven): ChosenPumps {
  const { zoneValves, source, load, charging } = driven;
  const { drives, lead } = context.piping;
  const ask = askSharedPump(context, circuits, zoneValves, source, { load, charging });
  const own = chooseCircuitPumps(context, circuits, driven);
  const ofSource = lossOfSource(source);
  // Away from it plates and pipes without a pump stand in its way, and circuits that have a valve; a header or a tank takes nothing.
  const plates = deepest(context, source, drives.of(lead).loads, circuits, { zoneValves, charging });
  const coldSource = context.coldFlows.get('source') ?? 0;
  const primary = lead.pump
    ? choose(context, {
        place: 'source/pump',
        label: 'Source pump',
        pinnedId: context.job.source.pump,
        designFlow: source.volumeFlow,
        load: source.ownLoad,
        fluid: source.fluid,
        losses: { ...ofSource.losses, ...plates.losses },
        loss: ofSource.loss + plates.loss,
        ownLossAt: (at) => source.lossAt(at) + plates.loss * (at / source.volumeFlow.value) ** 2,
        summer: inSummer(coldSource, source.volumeFlow.value, source.lossAt(coldSource), plates.loss),
      })
    : null;
  return { circuits: own, shared: ask && choose(context, ask), source: primary, links: linkPumps(context, source) };
}

/** The pump of each circuit that has one of its own, in their order; null where a zone valve lets in what another moves. */
export function chooseCircuitPumps(
  context: Context,
  circuits: readonly CircuitFlow[],
  { valves, zoneValves, source }: Pick<Driven, 'valves' | 'zoneValves' | 'source'>,
): (ChosenPump | null)[] {
  const { drives } = context.piping;
  return circuits.map((flow, i) => {
    if (zoneValves[i]) return null;
    const valve = valves[i] ?? null;
    const behind = lossAtDesign(context, source, drives.of(context.piping.branch(flow.place)).beyond);
    const valveLoss = valve ? valve.lossAt(flow.volumeFlow.value) : 0;
    const ownLossAt = (at: number) => flow.ownLossAt(at) + (valve ? valve.lossAt(at) : 0);
    const cold = context.coldFlows.get(flow.place) ?? 0;
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
        'Δp index run': flow.worstRun.pipe.loss,
        'Δp emitter': flow.terminalLoss,
        ...(flow.longerLoop ? { 'Δp longer loop': flow.longerLoop } : {}),
        ...(valve ? { 'Δp valve': valve.valve.loss, 'Δp tail': tailIngredient(valve, valveLoss) } : {}),
        ...behind.losses,
      },
      loss: flow.ownLossAt(flow.volumeFlow.value) + valveLoss + behind.loss,
      ownLossAt,
      summer: inSummer(cold, flow.volumeFlow.value, ownLossAt(cold), behind.loss),
    });
  });
}

/**
 * What summer asks of a pump, where it carries more then.
 * @param cold @param warm flow in summer and winter, m3/s @param own loss of its own pipes in summer, Pa @param shared what it shares with others, at its flow in winter
 */
const inSummer = (cold: number, warm: number, own: number, shared: number): { flow: number; loss: number } | null =>
  cold > warm ? { flow: cold, loss: own + shared * (cold / warm) ** 2 } : null;

/** The hardest way through what a pump drives away from the sources, with what lies behind it. */
function deepest(
  context: Context,
  source: SourceFlow,
  loads: readonly Load[],
  circuits: readonly CircuitFlow[],
  rest: Pick<Driven, 'zoneValves' | 'charging'>,
): Losses {
  let hardest: Losses = { losses: {}, loss: 0 };
  for (const { stretch, behind } of loads) {
    const own = ownLoss(context, source, stretch, circuits, rest);
    const further = deepest(context, source, behind, circuits, rest);
    const loss = own.loss + further.loss;
    if (loss > hardest.loss) hardest = { losses: { ...own.losses, ...further.losses }, loss };
  }
  return hardest;
}

function ownLoss(
  context: Context,
  source: SourceFlow,
  stretch: Stretch,
  circuits: readonly CircuitFlow[],
  { zoneValves, charging }: Pick<Driven, 'zoneValves' | 'charging'>,
): Losses {
  if ('branch' in stretch) {
    const { place } = stretch.branch;
    const i = circuits.findIndex((circuit) => circuit.place === place);
    const circuit = circuits[i];
    if (circuit) {
      const loss = circuit.ownLossAt(circuit.volumeFlow.value) + (zoneValves[i]?.loss.value ?? 0);
      const name = `${circuit.circuit.name} with its zone valve`;
      return {
        losses: { 'Δp hardest circuit': given(name, 'pressure', loss, 'run, parts, index run, emitter and valve') },
        loss,
      };
    }
    if (place === 'hotWater' && charging) {
      const { loss } = charging;
      return {
        losses: { 'Δp cylinder': given('pipe, coil and valve of the cylinder', 'pressure', loss, 'at its own flow') },
        loss,
      };
    }
  }
  return lossAtDesign(context, source, [stretch]);
}

/** The pump of each link that has one: it moves its water through its pipes and whatever lies at either end without a pump. */
function linkPumps(context: Context, source: SourceFlow): Map<string, ChosenPump> {
  const { drives } = context.piping;
  const pumps = new Map<string, ChosenPump>();
  for (const link of source.beyond.links) {
    const { branch, place, name, entry, volumeFlow, load, fluid, run, inLine } = link;
    if (!branch.pump) continue;
    const { beyond, loads } = drives.of(branch);
    const behind = lossAtDesign(context, source, [...beyond, ...loads.map(({ stretch }) => stretch)]);
    const ring = source.beyond.stations.find(({ link: feed }) => feed === link)?.ring ?? null;
    const ringLoss = ring?.loss.value ?? 0;
    pumps.set(
      place,
      choose(context, {
        place: `${place}/pump`,
        label: name,
        pinnedId: entry.pump,
        designFlow: volumeFlow,
        load,
        fluid,
        losses: {
          'Δp run': run.pipe.loss,
          ...(inLine ? { 'Δp parts': inLine } : {}),
          ...(ring ? { 'Δp ring': ring.loss } : {}),
          ...behind.losses,
        },
        loss: link.lossAt(volumeFlow.value) + ringLoss + behind.loss,
        ownLossAt: (at) => link.lossAt(at) + (ringLoss + behind.loss) * (at / volumeFlow.value) ** 2,
      }),
    );
  }
  return pumps;
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
  const { place, label, load, designFlow, head, wantedHead, pinned, unknownPump, reaches, speed } = chosen;
  const plain = { place, label, load, designFlow, head, wantedHead, pinned, unknownPump, reaches };
  if (!speed || !state) return { ...plain, duty: null };
  const { book } = context;
  const at = Math.max(state.flow, 0);
  const running = atSpeed(speed.model, Math.max(state.speed, 0.01));
  // Beside its own run a pump works against what it shares with the others, which is taken as it is at the duty point.
  const shared = state.head - headOf(chosen, chosen.ownLossAt(at));
  const system = (flow: number) => headOf(chosen, chosen.ownLossAt(flow)) + shared;
  const fixed = Math.abs(state.speed - speed.share) < 1e-6;
  const called = circulatorName(speed.model, context.job.display);
  const name = fixed ? `${called}, speed ${speed.step}` : `${called} at ${Math.round(state.speed * 100)} % speed`;
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
      label: called,
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
