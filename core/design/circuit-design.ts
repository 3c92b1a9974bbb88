import type { Circuit, ComponentId } from '../../model/job.ts';
import { shifted } from '../../model/quantities.ts';
import { pipeTree } from '../circuit/pipe-tree.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import { MOST_LOOP_LOSS } from '../emitter/floor-loops.ts';
import { byRule, decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { PIPE_MATERIALS } from '../pipe/catalogue.ts';
import { bothWays, COMPONENT_DATA, componentsInLine, componentsLoss } from '../pipe/components.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { balanceLoops, type LoopSetting } from './balancing.ts';
import { type CircuitPart, streamLoad, streamOf } from './circuit-parts.ts';
import type { Context, FilledState } from './context.ts';
import { flowShares } from './flow-shares.ts';
import { loopPipes } from './loop-pipes.ts';
import { designPipe, type SizedPipe, sizeOfRun } from './pipe-design.ts';
import { designRunHeat, type RunHeat } from './run-heat.ts';
import { designTree, type TreeDesign } from './tree-design.ts';

/** Flow, pipes and losses of a circuit before the plant is known. */
export interface CircuitFlow {
  circuit: Circuit;
  place: string;
  parts: CircuitPart[];
  load: Figure;
  fluid: FilledState;
  flowTemperature: Figure;
  returnTemperature: Figure;
  massFlow: Figure;
  volumeFlow: Figure;
  run: SizedPipe;
  runHeat: RunHeat;
  worstRun: SizedPipe;
  worstLoad: Figure;
  terminalLoss: Figure;
  /** Loss of the parts in line with the run at design flow; null when there are none. */
  inLine: Figure | null;
  loops: LoopSetting[];
  /** Water at which its loops, as set, give what each room needs; null where flow goes as heat does. */
  setAt: Figure | null;
  tree: TreeDesign;
  /** What the longest loop entered takes beyond the worst run; null when the worst run is the worst. */
  longerLoop: Figure | null;
  /** Loss in Pa of run, parts in line, worst run and emitter at any flow in m3/s of the whole circuit. */
  ownLossAt: (volumeFlow: number) => number;
}

/** Mass flow for a load at a delta T, kg/s: m = Q / (c_p dT). */
export const massFlowFor = (load: number, specificHeat: number, temperatureDifference: number): number =>
  load / (specificHeat * temperatureDifference);

/** Sum of what a circuit's emitters and rooms need; rooms without a load count nothing and are a finding. */
export function circuitLoad(context: Context, circuit: Circuit, parts: readonly CircuitPart[]): Figure {
  const terms = Object.fromEntries(
    parts.map(({ room, emitter, useful }, i) => {
      const whole = useful === (room.heatLoad ?? 0);
      const name = room.name || `room ${room.id}`;
      return [
        `Q${i + 1}`,
        whole && context.isRough(room)
          ? given(`${name}, rough`, 'heatLoad', useful, 'provisional: area by class of building, common practice')
          : whole
            ? decided(name, 'heatLoad', useful, `rooms/${room.id}/heatLoad`)
            : given(
                `${name}, ${emitter ? emitterLabel(emitter, context.job.display) : ''}`,
                'heatLoad',
                useful,
                'its part of the load of the room',
              ),
      ];
    }),
  );
  const down = parts.reduce((sum, part) => sum + part.load - part.useful, 0);
  if (down > 0) {
    terms.Q_u = given('heat from floors to the unheated side', 'heatLoad', down, 'EN 1264-3: q_u = (R_o q + T_i − T_u) / R_u');
  }
  return context.book.add({
    id: `circuits/${circuit.id}/load`,
    label: `${circuit.name}: heat load`,
    kind: 'power',
    value: parts.reduce((sum, part) => sum + part.load, 0),
    formula: parts.length === 0 ? 'Q = 0' : down > 0 ? 'Q = Σ room loads + Q_u' : 'Q = Σ room loads',
    source: 'sum of the rooms on this circuit',
    terms,
  });
}

/** Flow, pipe sizes and losses of one circuit with a load above 0: heat that it brings, or takes where the water is cold. */
export function designCircuitFlow(context: Context, circuit: Circuit, parts: CircuitPart[], load: Figure): CircuitFlow {
  const { book, rules } = context;
  const place = `circuits/${circuit.id}`;
  const { flowTemperature, temperatureDifference } = circuit;
  // Cold water comes home warmer than it went out.
  const fall = context.cools ? -temperatureDifference : temperatureDifference;
  const flowTerm = decided('flow temperature', 'temperature', flowTemperature, `${place}/flowTemperature`);
  const deltaTerm = decided('delta T', 'temperatureDifference', temperatureDifference, `${place}/temperatureDifference`);
  const arriving = book.add({
    id: `${place}/flowTemperature`,
    label: `${circuit.name}: flow temperature`,
    kind: 'temperature',
    value: flowTemperature,
    formula: 'T_f decided in the job',
    source: context.cools ? 'what its emitters need on the hottest day' : 'what its emitters need on the design day',
    terms: { T_f: flowTerm },
  });
  const returnTemperature = book.add({
    id: `${place}/returnTemperature`,
    label: `${circuit.name}: return temperature`,
    kind: 'temperature',
    value: shifted(flowTemperature, -fall),
    formula: context.cools ? 'T_r = T_f + ΔT' : 'T_r = T_f − ΔT',
    source: 'definition',
    terms: { T_f: arriving, ΔT: deltaTerm },
  });
  const fluid = context.fluidAt(shifted(flowTemperature, -fall / 2), place);
  const specificHeat = context.specificHeatOf(fluid);
  const density = context.densityOf(fluid);
  const massFlow = book.add({
    id: `${place}/massFlow`,
    label: `${circuit.name}: mass flow`,
    kind: 'massFlow',
    value: massFlowFor(load.value, fluid.specificHeat, temperatureDifference),
    formula: 'm = Q / (c_p · ΔT)',
    source: 'energy balance',
    terms: { Q: load, c_p: specificHeat, ΔT: deltaTerm },
  });
  const volumeFlow = book.add({
    id: `${place}/volumeFlow`,
    label: `${circuit.name}: flow`,
    kind: 'volumeFlow',
    value: massFlow.value / fluid.density,
    formula: 'V = m / ρ',
    source: 'definition of density',
    terms: { m: massFlow, ρ: density },
  });
  const delta = { value: temperatureDifference, ingredient: deltaTerm };
  const summer = Math.max((context.coldFlows.get(place) ?? 0) / volumeFlow.value, 1);
  const run = designPipe(context, {
    place: `${place}/run`,
    label: `${circuit.name}, plant to manifold`,
    run: circuit.run,
    volumeFlow,
    fluid,
    temperatureDifference: delta,
    summer,
    ways: 2,
  });

  const worstLoad = worstRunLoad(context, circuit, parts, load, { place, volumeFlow: volumeFlow.value, fluid });
  const worstFlow = book.add({
    id: `${place}/worstRun/volumeFlow`,
    label: `${circuit.name}: flow in the index run`,
    kind: 'volumeFlow',
    value: (volumeFlow.value * worstLoad.value) / load.value,
    formula: 'V_w = V · Q_w / Q',
    source: 'the runs beyond the manifold share the flow as they share the load',
    terms: { V: volumeFlow, Q_w: worstLoad, Q: load },
  });
  const worstRun = designPipe(context, {
    place: `${place}/worstRun`,
    label: `${circuit.name}, index run`,
    run: circuit.worstRun,
    volumeFlow: worstFlow,
    fluid,
    temperatureDifference: delta,
    summer,
    ways: 1,
  });
  const terminalLoss = book.add({
    id: `${place}/terminalLoss`,
    label: `${circuit.name}: loss of emitter and valve`,
    kind: 'pressure',
    // What a coil or a loop is allowed is meant at the larger flow of the two modes.
    value: circuit.terminalLoss === 'auto' ? rules.terminalAllowance.limit / summer ** 2 : circuit.terminalLoss,
    formula: circuit.terminalLoss === 'auto' && summer > 1 ? 'Δp_e (V / V_summer)²' : 'Δp_e at design flow',
    source: circuit.terminalLoss === 'auto' ? rules.terminalAllowance.source : 'decided in the job',
    terms: {
      ...(circuit.terminalLoss === 'auto' && summer > 1
        ? {
            V_summer: given(
              'flow when cooling',
              'volumeFlow',
              volumeFlow.value * summer,
              'what its emitters take over their rise',
            ),
          }
        : {}),
      Δp_e:
        circuit.terminalLoss === 'auto'
          ? byRule(rules.terminalAllowance)
          : decided('loss of emitter and valve', 'pressure', circuit.terminalLoss, `${place}/terminalLoss`),
    },
  });
  const pipes = loopPipes(context, { circuit, parts, load, massFlow, fluid, worstRun, worstLoad });
  const shares = flowShares(context, {
    circuit,
    parts,
    massFlow: massFlow.value,
    fluid,
    pipes,
    terminalLoss: terminalLoss.value,
  });
  const tree = designTree(context, {
    place,
    name: circuit.name,
    tree: pipeTree(circuit.sections),
    parts,
    shares,
    load,
    volumeFlow,
    fluid,
    delta,
    summer,
  });
  const inLine = partsInLine(context, `${place}/components`, circuit.name, bothWays(circuit), run, volumeFlow, fluid);
  const loops = balanceLoops(context, {
    circuit,
    parts,
    pipes,
    shares,
    load,
    fluid,
    volumeFlow,
    worstRun,
    worstLoad,
    terminalLoss,
    tree,
  });
  const longerLoop = beyondWorstRun(context, place, circuit.name, loops, worstRun.pipe.loss, terminalLoss);
  const share = worstFlow.value / volumeFlow.value;
  return {
    circuit,
    place,
    parts,
    load,
    fluid,
    flowTemperature: arriving,
    returnTemperature,
    massFlow,
    volumeFlow,
    run,
    runHeat: designRunHeat(context, `${circuit.name}, plant to manifold`, circuit.run, run, arriving, returnTemperature),
    worstRun,
    worstLoad,
    terminalLoss,
    inLine,
    loops,
    setAt: setAt(context, place, circuit.name, shares.flowTemperature, { m: massFlow, Q: load }),
    tree,
    longerLoop,
    ownLossAt: (flow) =>
      run.lossAt(flow) +
      componentsLoss(bothWays(circuit), flow, run.pipe.size.bore, fluid) +
      worstRun.lossAt(flow * share) +
      (terminalLoss.value + (longerLoop?.value ?? 0)) * (flow / volumeFlow.value) ** 2,
  };
}

/** Water that the loops of an open plant are set for: what the worst room needs at the flow it is given. */
function setAt(
  context: Context,
  place: string,
  name: string,
  value: number | null,
  terms: { m: Figure; Q: Figure },
): Figure | null {
  if (value === null) return null;
  return context.book.add({
    id: `${place}/setAt`,
    label: `${name}: water its loops are set for`,
    kind: 'temperature',
    value,
    formula: 'T_f with Σ m_i = m, each loop at the flow m_i that gives Q_i to its room',
    source: 'energy balance and the law of each emitter, EN 442 and EN 1264-2',
    terms,
  });
}

function worstRunLoad(
  context: Context,
  circuit: Circuit,
  parts: CircuitPart[],
  load: Figure,
  { place, volumeFlow, fluid }: { place: string; volumeFlow: number; fluid: FilledState },
): Figure {
  const label = `${circuit.name}: load of the index run`;
  if (circuit.worstRun.load !== 'auto') {
    const wanted = circuit.worstRun.load;
    return context.book.add({
      id: `${place}/worstRun/load`,
      label,
      kind: 'heatLoad',
      value: Math.min(wanted, load.value),
      formula: 'Q_w = the load decided, at most that of the circuit',
      source: 'decided in the job',
      terms: { Q_w: decided('load of the index run', 'heatLoad', wanted, `${place}/worstRun/load`), Q: load },
    });
  }
  const part = parts.reduce((most, each) => (streamLoad(each, parts) > streamLoad(most, parts) ? each : most));
  const { room: heaviest } = part;
  const stream = streamOf(part, parts);
  const whole = streamLoad(part, parts);
  const useful = stream.reduce((sum, each) => sum + each.useful, 0);
  const loops = draftedLoops(context, circuit, part, (volumeFlow * whole) / load.value, fluid);
  if (loops > 1) {
    return context.book.add({
      id: `${place}/worstRun/load`,
      label,
      kind: 'heatLoad',
      value: whole / loops,
      formula: 'Q_w = Q_room / n',
      source: `the heaviest floor, drafted into as many loops as keep each below ${context.say(MOST_LOOP_LOSS, 'pressure')}, until its floor is entered`,
      terms: {
        Q_room: decided(heaviest.name || `room ${heaviest.id}`, 'heatLoad', whole, `rooms/${heaviest.id}/heatLoad`),
        n: given('loops side by side', 'factor', loops, 'as few as the pressure allows; common practice'),
      },
    });
  }
  return context.book.add({
    id: `${place}/worstRun/load`,
    label,
    kind: 'heatLoad',
    value: whole,
    formula: 'Q_w = the heaviest room of the circuit',
    source: 'taken as the index run until one is named',
    terms: {
      Q_w:
        whole === heaviest.heatLoad && !context.isRough(heaviest)
          ? decided(heaviest.name || `room ${heaviest.id}`, 'heatLoad', whole, `rooms/${heaviest.id}/heatLoad`)
          : given(
              heaviest.name || `room ${heaviest.id}`,
              'heatLoad',
              whole,
              context.isRough(heaviest) ? 'provisional: a rough load' : `${context.say(useful, 'heatLoad')} of it into the room`,
            ),
    },
  });
}

/** Loops that a floor nobody has entered is drafted into: as few as keep each within the pressure a loop may take. */
function draftedLoops(
  context: Context,
  { emitters, worstRun }: Circuit,
  { emitter }: CircuitPart,
  volumeFlow: number,
  fluid: FilledState,
): number {
  if (emitters !== 'floor' || emitter !== null) return 1;
  const { roughness } = PIPE_MATERIALS[worstRun.material];
  const lossOf = (loops: number) =>
    pipeFlow(volumeFlow / loops, sizeOfRun(context, worstRun, volumeFlow / loops, fluid).bore, roughness, fluid).gradient *
    worstRun.length *
    (1 + worstRun.fittingsAllowance);
  let loops = 1;
  while (loops < MOST_DRAFTED && lossOf(loops) > MOST_LOOP_LOSS) loops++;
  return loops;
}

/** Loops a room is drafted into at most; beyond them its load is a slip. */
const MOST_DRAFTED = 24;

/**
 * A room's own pipe may take more than what was named the index run: the pump is then chosen for that. It may take less
 * where every loop's own pipe is known, so that the index run no longer stands for any of them.
 */
function beyondWorstRun(
  context: Context,
  place: string,
  name: string,
  loops: readonly LoopSetting[],
  worstRun: Figure,
  terminal: Figure,
): Figure | null {
  const index = loops.find((loop) => loop.index);
  if (!index) return null;
  const beyond = index.ownLoss + index.pathLoss - worstRun.value - terminal.value;
  const allKnown = loops.every((loop) => loop.lengthKnown);
  if (allKnown ? Math.abs(beyond) <= 0.01 * worstRun.value : beyond <= 0.01 * worstRun.value) return null;
  return context.book.add({
    id: `${place}/longerLoop`,
    label: `${name}: ${index.roomName} takes ${beyond > 0 ? 'more' : 'less'} than the index run as entered`,
    kind: 'pressure',
    value: beyond,
    formula: index.pathLoss > 0 ? 'Δp = Δp_loop + Δp_tree − Δp_worst − Δp_emitter' : 'Δp = Δp_loop − Δp_worst − Δp_emitter',
    source: 'Darcy-Weisbach over the length entered for the room',
    terms: {
      Δp_loop: given('loss of the index loop', 'pressure', index.ownLoss, 'its own length and flow'),
      L: index.emitterId
        ? given('pipe of the loop, there and back', 'length', index.length, 'area over spacing, with tails and bends')
        : decided('pipe to the room and back', 'length', index.length, `rooms/${index.roomId}/branchLength`),
      ...(index.pathLoss > 0
        ? { Δp_tree: given('pipe tree up to it, both ways', 'pressure', index.pathLoss, 'sum of its sections') }
        : {}),
      Δp_worst: worstRun,
      Δp_emitter: terminal,
    },
  });
}

/** Figure of what the parts in line with a run lose at a flow, or null when there are none. */
export function partsInLine(
  context: Context,
  id: string,
  label: string,
  all: readonly ComponentId[],
  run: SizedPipe,
  volumeFlow: Figure,
  fluid: FilledState,
): Figure | null {
  const components = all.filter((part) => COMPONENT_DATA[part].zeta > 0);
  if (components.length === 0) return null;
  const { opening } = componentsInLine(components);
  const terms: Record<string, Ingredient> = {};
  components.forEach((part, i) => {
    const { label: name, zeta } = COMPONENT_DATA[part];
    terms[`ζ${i + 1}`] = given(name, 'factor', zeta, 'invented catalogue of components, coefficients from memory');
  });
  if (opening > 0) terms.Δp_0 = given('opening pressure', 'pressure', opening, 'invented catalogue of components');
  return context.book.add({
    id,
    label: `${label}: loss of the parts in line`,
    kind: 'pressure',
    value: componentsLoss(components, volumeFlow.value, run.pipe.size.bore, fluid),
    formula: opening > 0 ? 'Δp = Σ Δp_0 + Σ ζ · ρ v² / 2' : 'Δp = Σ ζ · ρ v² / 2',
    source: 'loss coefficients referred to the velocity in the pipe',
    terms: { ...terms, v: run.pipe.velocity, ρ: context.densityOf(fluid) },
  });
}
