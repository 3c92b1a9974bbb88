import { shifted } from '../../model/quantities.ts';
import { byRule, decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { fluidState } from '../fluid/fluid.ts';
import { bothWays, componentsLoss } from '../pipe/components.ts';
import { flowsOf } from '../piping/flows.ts';
import { waterAtPort } from '../piping/job-waters.ts';
import { portOf } from '../plan/plan.ts';
import { drawnDrop } from '../plan/settled-job.ts';
import { beside } from '../plant/further-sources.ts';
import { KINDS } from '../station/kinds.ts';
import { type CircuitFlow, massFlowFor, partsInLine } from './circuit-design.ts';
import type { Context, FilledState } from './context.ts';
import { designLift, type LiftDesign } from './lift-design.ts';
import { ownLinkFlows } from './link-design.ts';
import { designPipe, type SizedPipe } from './pipe-design.ts';
import { pairOf, ringPairs } from './points.ts';
import { designPairs, designRing, type PairFlow, type RingWay } from './ring-design.ts';
import { designRunHeat, type RunHeat } from './run-heat.ts';
import type { StationAsked } from './station-asked.ts';
import { type Beyond, designBeyond } from './station-design.ts';
import { takersOf } from './takers.ts';

export interface SourceFlow {
  fluid: FilledState;
  /** Its delta T, as entered or as the circuits make it. */
  deltaT: Ingredient;
  /** Of rooms and pipes. */
  load: Figure;
  /** Its part of what the rooms need, where others run beside it. */
  ownLoad: Figure;
  capacity: Figure;
  massFlow: Figure;
  volumeFlow: Figure;
  /** What leaves towards the circuits at design flows. */
  supplyTemperature: Figure;
  /** What each pair of tees on a ring main gets, in order; empty where there are not several. */
  pairs: PairFlow[];
  /** What a circuit finds where it hangs, by its place. */
  supplyAt: (place: string) => Figure;
  returnTemperature: Figure;
  /** Mixed return of the circuits; the source's own where nothing parts the two. */
  circuitsReturn: Figure;
  /** What the circuits draw together at design flows. */
  secondaryFlow: Figure;
  run: SizedPipe;
  runHeat: RunHeat;
  loss: Figure;
  /** Loss of the parts in line with the source pipe at design flow; null when there are none. */
  inLine: Figure | null;
  /** Pipe from pair to pair of a ring main and the tees on it, at design flow; null where there are not several. */
  ring: RingWay | null;
  /** Further stations and the links to them. */
  beyond: Beyond;
  /** What is to be known of the first station, whatever it is. */
  first: Omit<StationAsked, 'id' | 'label'>;
  /** Its loading valve; null without one. */
  lift: LiftDesign | null;
  /** Share of hot water in each circuit, in the order given. */
  hotShares: number[];
  /** Loss in Pa of source and its run at any flow in m3/s. */
  lossAt: (volumeFlow: number) => number;
}

/**
 * Flow through the source, temperatures at the separation, and the pipe between the two.
 * @param heatPump what its data points give on the design day; null where nothing does
 */
export function designSource(context: Context, circuits: CircuitFlow[], load: Figure, heatPump: Figure | null): SourceFlow {
  const { job, book, rules } = context;
  const { source } = job;
  const { piping } = context;
  const between = piping.between();
  // Without a pump of its own the circuits draw straight through it.
  const separated = piping.lead.pump && !piping.sourceMovesCircuits;
  const plates = between.traits.partsWater;
  const flowTerm = decided('source flow temperature', 'temperature', source.flowTemperature, 'source/flowTemperature');
  const deltaTerm = sourceDeltaT(context, circuits);
  const fluid = context.fluidAt(shifted(source.flowTemperature, -source.temperatureDifference / 2));
  const draws = new Map(
    circuits.map(({ circuit, place, massFlow }) => [
      place,
      {
        massFlow: massFlow.value,
        drop: circuit.temperatureDifference,
        ...(circuit.connection === 'mixed' ? { mixedTo: circuit.flowTemperature } : {}),
      },
    ]),
  );
  const others = beside(job.furtherSources);
  const share = ownShare(job.source.capacity === 'auto' && heatPump ? heatPump.value : job.source.capacity, load.value, others);
  const ownLoad =
    others > 0
      ? book.add({
          id: 'source/ownLoad',
          label: 'Source: its part of the load',
          kind: 'power',
          value: load.value * share,
          formula: 'Q_1 = Q · s',
          source: 'sources side by side share the load by their capacities',
          terms: { Q: load, s: given('share by capacity', 'fraction', share, 'own capacity over all that run together') },
        })
      : load;
  const primary = separated
    ? massFlowFor(load.value * share, fluid.specificHeat, source.temperatureDifference)
    : Number.POSITIVE_INFINITY;
  // Sources beside it bring their part of the flow and count as one with it.
  const flows = flowsOf(piping.plan, {
    circuits: draws,
    sources: new Map([[piping.lead.place, { flow: share > 0 ? primary / share : primary, temperature: source.flowTemperature }]]),
    links: ownLinkFlows(context, circuits),
    stations: new Map(
      [{ id: between.id, approach: job.separation.approach }, ...job.stations].map(({ id, approach }) => [
        id,
        { approach, hotOverCold: hotOverCold(context, id) },
      ]),
    ),
  });
  const takers = takersOf(context, between.id, circuits, flows);
  const secondary = takers.reduce((sum, { at }) => sum + at.flow, 0);
  const firstPort = between.kind === 'ring' ? between.ports[0]?.id : undefined;
  const first = takers.find(({ port }) => firstPort === undefined || port === firstPort);
  const supply = first?.at.supply ?? source.flowTemperature;
  const state = {
    supply,
    secondary,
    back: secondary > 0 ? takers.reduce((sum, { at }) => sum + at.flow * at.back, 0) / secondary : supply,
    sourceReturn: flows.get(piping.lead.place)?.back ?? supply,
    hotShares: circuits.map(({ place }) => flows.get(place)?.hotShare ?? 1),
  };
  const drawnTerms: Record<string, Ingredient> = {};
  takers.forEach(({ name, massFlow: ofTaker, circuit, at }, i) => {
    drawnTerms[`m${i + 1}`] = ofTaker;
    if (circuit?.circuit.connection === 'mixed') {
      drawnTerms[`s${i + 1}`] = given(
        `${name}: share of hot water`,
        'fraction',
        at.hotShare,
        '(T_mix − T_r) / (T_hot − T_r), energy balance of the mixing valve',
      );
    }
  });
  const secondaryFlow = book.add({
    id: 'header/secondaryFlow',
    label: 'Flow drawn by the circuits',
    kind: 'massFlow',
    value: state.secondary,
    formula: 'm_s = Σ m · s, s = 1 for a direct circuit',
    source: 'a mixed circuit draws its share of hot water, a direct one all its flow',
    terms: drawnTerms,
  });
  const massFlow = separated
    ? book.add({
        id: 'source/massFlow',
        label: 'Source: mass flow',
        kind: 'massFlow',
        value: primary,
        formula: others > 0 ? 'm_p = Q · s / (c_p · ΔT)' : 'm_p = Q / (c_p · ΔT)',
        source: 'energy balance',
        terms: {
          Q: load,
          ...(others > 0
            ? { s: given('share of the load, the rest from the sources beside it', 'fraction', share, 'by their capacities') }
            : {}),
          c_p: context.specificHeatOf(fluid),
          ΔT: deltaTerm,
        },
      })
    : book.add({
        id: 'source/massFlow',
        label: 'Source: mass flow',
        kind: 'massFlow',
        value: state.secondary,
        formula: 'm_p = m_s',
        source: 'without separation the circuits draw straight through the source',
        terms: { m_s: secondaryFlow },
      });
  const volumeFlow = book.add({
    id: 'source/volumeFlow',
    label: 'Source: flow',
    kind: 'volumeFlow',
    value: massFlow.value / fluid.density,
    formula: 'V = m / ρ',
    source: 'definition of density',
    terms: {
      m: massFlow,
      ρ: context.densityOf(fluid),
    },
  });
  const circuitsReturn = book.add({
    id: 'header/circuitsReturn',
    label: 'Mixed return of the circuits',
    kind: 'temperature',
    value: state.back,
    formula: 'T_r = Σ m · s · T_r,i / Σ m · s',
    source: 'energy balance where the returns meet',
    terms: drawnTerms,
  });
  const supplyTemperature = book.add({
    id: 'header/supplyTemperature',
    label: 'Supply to the circuits',
    kind: 'temperature',
    value: state.supply,
    formula: plates
      ? 'T_s = T_f − a'
      : separated
        ? 'T_s = (m_p T_f + (m_s − m_p) T_r) / m_s when m_s > m_p, else T_f'
        : 'T_s = T_f',
    source: plates ? 'approach of the plates' : 'energy balance of a mixing volume',
    terms: {
      T_f: flowTerm,
      ...(plates ? { a: decided('approach', 'temperatureDifference', job.separation.approach, 'separation/approach') } : {}),
      m_p: massFlow,
      m_s: secondaryFlow,
      T_r: circuitsReturn,
    },
  });
  const onRing = ringPairs(piping).map((id, i) => ({ id, place: `pairs/${id}`, label: `Pair of tees ${i + 1}` }));
  const pairs = designPairs(context, takers, onRing, { first: supplyTemperature, massFlow, sent: flowTerm });
  const ring = pairs.length > 0;
  const returnTemperature = book.add({
    id: 'source/returnTemperature',
    label: 'Source: return temperature',
    kind: 'temperature',
    value: plates ? source.flowTemperature - source.temperatureDifference : state.sourceReturn,
    formula: plates
      ? 'T_r,s = T_f − ΔT'
      : ring
        ? 'T_r,s = T_n, what the last pair leaves behind'
        : 'T_r,s = (m_s T_r + (m_p − m_s) T_f) / m_p when m_p > m_s, else T_r',
    source: plates ? 'definition of the delta T' : 'energy balance of a mixing volume',
    terms: ring
      ? { T_n: (pairs.at(-1) as PairFlow).back }
      : { T_f: flowTerm, m_p: massFlow, m_s: secondaryFlow, T_r: circuitsReturn },
  });
  const run = designPipe(context, {
    place: 'source/run',
    label: 'Source pipe',
    run: source.run,
    volumeFlow,
    fluid,
    temperatureDifference: { value: source.temperatureDifference, ingredient: deltaTerm },
    summer: Math.max((context.coldFlows.get('source') ?? 0) / volumeFlow.value, 1),
    ways: 2,
  });
  const leaving = book.add({
    id: 'source/flowTemperature',
    label: 'Source: flow temperature',
    kind: 'temperature',
    value: source.flowTemperature,
    formula: 'T_f decided in the job',
    source: 'decided in the job',
    terms: { T_f: flowTerm },
  });
  const runHeat = designRunHeat(context, 'Source pipe', source.run, run, leaving, returnTemperature);
  const beyond = designBeyond(context, circuits, flows, deltaTerm);
  const wanted = book.add({
    id: 'source/load',
    label: 'Heat load on the source',
    kind: 'power',
    value: [...circuits, ...beyond.links, { runHeat }].reduce((sum, each) => sum + each.runHeat.loss.value, load.value),
    formula: 'Q_s = Q + Σ Q_pipe',
    source: 'what the rooms need and what the pipes on the way lose',
    terms: {
      Q: load,
      Q_1: runHeat.loss,
      ...Object.fromEntries([...circuits, ...beyond.links].map((each, i) => [`Q_${i + 2}`, each.runHeat.loss])),
    },
  });
  const byData = source.capacity === 'auto' ? heatPump : null;
  const capacity = book.add({
    id: 'source/capacity',
    label: source.capacity === 'auto' && !byData ? 'Source: least capacity' : 'Source: capacity',
    kind: 'power',
    value: byData?.value ?? (source.capacity === 'auto' ? Math.max(wanted.value - others, LEAST_CAPACITY) : source.capacity),
    formula: byData
      ? 'P from the data points'
      : source.capacity === 'auto'
        ? others > 0
          ? 'P = Q_s − Σ P_beside'
          : 'P = Q_s'
        : 'P decided in the job',
    source: byData
      ? 'data sheet of the heat pump'
      : source.capacity === 'auto'
        ? 'the source has to cover rooms and pipes'
        : 'data plate',
    terms: byData
      ? { P: byData, Q_s: wanted }
      : source.capacity === 'auto'
        ? {
            Q_s: wanted,
            ...(others > 0 ? { 'Σ P_beside': given('sources beside it', 'power', others, 'their data plates') } : {}),
          }
        : { P: decided('capacity', 'power', source.capacity, 'source/capacity'), Q_s: wanted },
  });
  const loss = book.add({
    id: 'source/loss',
    label: 'Source: loss inside',
    kind: 'pressure',
    value: source.loss === 'auto' ? rules.sourceAllowance.limit : source.loss,
    formula: 'Δp at design flow',
    source: source.loss === 'auto' ? rules.sourceAllowance.source : 'data sheet',
    terms: {
      Δp:
        source.loss === 'auto'
          ? byRule(rules.sourceAllowance)
          : decided('loss inside the source', 'pressure', source.loss, 'source/loss'),
    },
  });
  const lift = designLift(context, volumeFlow, fluid);
  const ringAsked = { id: 'ring', label: 'Ring main', entry: job.separation, run, volumeFlow, fluid };
  const ringWay = ring ? designRing(context, ringAsked) : null;
  const feed = { load: wanted, massFlow, volumeFlow, fluid, run, back: returnTemperature };
  return {
    fluid,
    deltaT: deltaTerm,
    load: wanted,
    ownLoad,
    capacity,
    massFlow,
    volumeFlow,
    supplyTemperature,
    pairs,
    supplyAt: (place) => beyond.supplyAt(place) ?? pairs[pairOf(piping, place)]?.supply ?? supplyTemperature,
    beyond,
    first: {
      place: 'separation',
      entry: job.separation,
      feed,
      takers,
      drawn: secondaryFlow,
      drawnBack: circuitsReturn,
    },
    returnTemperature,
    circuitsReturn,
    secondaryFlow,
    run,
    runHeat,
    loss,
    inLine: partsInLine(context, 'source/components', 'Source', bothWays(source), run, volumeFlow, fluid),
    ring: ringWay,
    lift,
    hotShares: state.hotShares,
    lossAt: (flow) =>
      run.lossAt(flow) +
      (lift ? lift.loss.value * (flow / volumeFlow.value) ** 2 : 0) +
      (ringWay ? ringWay.loss.value * (flow / volumeFlow.value) ** 2 : 0) +
      componentsLoss(bothWays(source), flow, run.pipe.size.bore, fluid) +
      loss.value * (flow / volumeFlow.value) ** 2,
  };
}

/** Delta T of the source: decided, or the one at which it passes as much water as the circuits draw. */
function sourceDeltaT({ job, book, derivedDrop, piping }: Context, circuits: readonly CircuitFlow[]): Ingredient {
  const { source, separation } = job;
  if (!derivedDrop)
    return decided('source delta T', 'temperatureDifference', source.temperatureDifference, 'source/temperatureDifference');
  const sent = source.flowTemperature - (piping.between().traits.partsWater ? separation.approach : 0);
  return book.add({
    id: 'source/temperatureDifference',
    label: 'Source: delta T',
    kind: 'temperatureDifference',
    value: source.temperatureDifference,
    formula: 'ΔT = Σ Q / Σ (Q / ΔT_i)',
    source: 'as much water through the source as the circuits draw; a mixed one draws hot water and gives back its own return',
    terms: Object.fromEntries(
      circuits.flatMap(({ circuit, load }, i): [string, Ingredient][] => [
        [`Q${i + 1}`, load],
        [
          `ΔT${i + 1}`,
          given(`${circuit.name}: fall of what it draws`, 'temperatureDifference', drawnDrop(circuit, sent), 'its own entries'),
        ],
      ]),
    ),
  });
}

/** What a litre of the hot water of plates carries for each kelvin, over one of the cold; 1 where the same fluid is on both sides. */
function hotOverCold({ job, piping }: Context, id: string): number {
  if (!piping.plan.stations.some((each) => each.id === id && KINDS[each.kind].traits.partsWater)) return 1;
  const [hot, cold] = (['hot', 'cold'] as const).map((port) => waterAtPort(job, portOf(id, port)).fluid);
  if (!hot || !cold || JSON.stringify(hot) === JSON.stringify(cold)) return 1;
  const at = job.source.flowTemperature - job.source.temperatureDifference;
  return fluidState(hot, at).specificHeat / fluidState(cold, at).specificHeat;
}

/** A source that has nothing left to do is still one of a watt. */
const LEAST_CAPACITY = 1;

/** What the first source gives of the load when others run beside it, by capacity; all of it without them. */
function ownShare(capacity: number | 'auto', load: number, others: number): number {
  if (others <= 0 || load <= 0) return 1;
  const own = capacity === 'auto' ? Math.max(load - others, LEAST_CAPACITY) : capacity;
  return own / (own + others);
}
