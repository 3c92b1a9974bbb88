import type { EmitterKind } from '../../model/job.ts';
import type { ControlSpec } from '../network/control.ts';
import { type HeatSpec, logMean } from '../network/heat.ts';
import type { NodeSpec } from '../network/network.ts';
import type { PumpMode } from '../network/pump-law.ts';
import type { TwinLink, TwinSpec } from '../network/twin.ts';
import { componentsInLine } from '../pipe/components.ts';
import { atSpeed, headCurve } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import { findRoot } from '../quantity/root.ts';
import { type AddLink, type AddNode, addTree, endsOf, treeTees } from './assemble-tree.ts';
import type { LoopSetting } from './balancing.ts';
import type { BufferDesign } from './buffer-design.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import type { SizedValve } from './mixing-design.ts';
import type { ChosenPump } from './pump-design.ts';
import { roomControls } from './room-controls.ts';
import type { RunHeat } from './run-heat.ts';
import type { HeaderDesign, SourceFlow } from './source-design.ts';

/** Exponents of output over excess temperature: EN 442 typical panel, EN 1264 floor surface, coil in moving air. */
export const EMITTER_EXPONENT: Record<EmitterKind, number> = { radiators: 1.3, floor: 1.1, 'air-units': 1 };

/** Temperature of water that stands, C, and a heat loss nobody would notice, W/K. */
const STILL = 20;
const NEXT_TO_NOTHING = 1e-5;

/** A loss below this, Pa, is none. */
const LEAST_LOSS = 1;

/** What one thermostat switches. */
export interface Zone {
  /** Its place: `circuits/c1` or `rooms/r3`. */
  id: string;
  label: string;
  circuitId: string;
  /** Links shut when it does not call; empty where the pump alone decides. */
  valves: string[];
}

/** What a thermostat's call moves in one circuit. */
export interface AssembledCircuit {
  id: string;
  place: string;
  pump: ChosenPump;
  /** How its pump runs when any zone calls. */
  pumpMode: PumpMode;
  mixed: boolean;
  /** Control that holds the delta T by the speed of the pump, where it is so decided. */
  differenceControl: string | null;
  loops: LoopSetting[];
}

/** The plant of a job as one network, with what is needed to run it. */
export interface Assembly {
  spec: TwinSpec;
  zones: Zone[];
  circuits: AssembledCircuit[];
  sourcePump: { pump: ChosenPump; mode: PumpMode } | null;
  /** Ids of all circuits in the order they hang on the bars, those without a load among them. */
  alongBars: string[];
  /** Usual temperature, and that of still water, degrees C. */
  mean: number;
  still: number;
}

export interface Parts {
  flows: readonly CircuitFlow[];
  valves: readonly (SizedValve | null)[];
  source: SourceFlow;
  header: HeaderDesign | null;
  /** The buffer that separates; null without one. */
  tank: BufferDesign['tank'];
  circuitPumps: readonly ChosenPump[];
  sourcePump: ChosenPump | null;
  /** Settings of the loops, by circuit. */
  loops: readonly LoopSetting[][];
  /** Kv of each circuit's regulating valve; null where there is none or it stays open. */
  regulating: readonly (number | null)[];
  /** Static pressure where the vessel is connected, Pa. */
  vesselPressure: number;
}

/** Kv in m3/h of something that loses a pressure in Pa at a flow in m3/s. */
export const kvOf = (volumeFlow: number, loss: number, density: number): number =>
  (3600 * volumeFlow) / Math.sqrt((loss / 1e5) * (1000 / density));

/**
 * The job as one network.
 *
 * Around the source: return -> source -> parts in line -> pump (when separated) -> flow pipe -> `flow`; `back` -> return
 * pipe -> return. Between `flow` and `back` a low-loss header is a short wide pipe, closely spaced tees are the pipe
 * between them with two tees passed straight; without separation nothing joins them. The bars of the distributor cost
 * nothing.
 * A direct circuit: `flow` -> pump -> parts -> run -> manifold -> loops -> manifold -> run -> `back`. A mixed one has a
 * tail, the hot port and the cold port from its return before the pump. A bypass, where there is one, joins the outlet
 * of the parts with the return. Each loop is its valve or meter, its pipe and its emitter in a row.
 * The vessel holds the pressure on the source's return or behind its pump.
 */
export function assemble(context: Context, parts: Parts): Assembly {
  const { job } = context;
  const nodes = new Map<string, NodeSpec>();
  const links: TwinLink[] = [];
  const controls: ControlSpec[] = [];
  const zones: Zone[] = [];
  const node = (id: string, elevation = 0): string => {
    if (!nodes.has(id)) nodes.set(id, { id, elevation });
    return id;
  };
  const add = (link: TwinLink) => links.push(link);
  const { source } = parts;
  const sourceMode = parts.sourcePump && pumpMode(context, parts.sourcePump, job.source.pumpControl);
  addSource(context, parts, node, add, sourceMode);
  if (job.source.pumpControl === 'constant-difference' && parts.sourcePump?.speed) {
    controls.push({
      kind: 'difference',
      id: 'source/difference',
      pump: 'source/pump',
      supply: 'source/out',
      back: 'source/in',
      difference: job.source.temperatureDifference,
    });
  }
  const circuits = parts.flows.map((flow, i): AssembledCircuit => {
    const pump = parts.circuitPumps[i] as ChosenPump;
    const loops = parts.loops[i] as LoopSetting[];
    const mode = pumpMode(context, pump, flow.circuit.pumpControl);
    addCircuit(context, parts, i, node, add, mode);
    const valve = parts.valves[i];
    if (valve) {
      controls.push({
        kind: 'mixing',
        id: `${flow.place}/valve`,
        hot: `${flow.place}/hot`,
        cold: `${flow.place}/bypass`,
        mixed: `${flow.place}/mixed`,
        setPoint: flow.circuit.flowTemperature,
        kvs: valve.valve.kvs.value,
      });
    }
    const holds = flow.circuit.pumpControl === 'constant-difference' && pump.speed !== null;
    if (holds) {
      controls.push({
        kind: 'difference',
        id: `${flow.place}/difference`,
        pump: `${flow.place}/pump`,
        supply: `${flow.place}/supply`,
        back: `${flow.place}/collect`,
        difference: flow.circuit.temperatureDifference,
      });
    }
    zones.push(...zonesOf(flow, loops));
    return {
      id: flow.circuit.id,
      place: flow.place,
      pump,
      pumpMode: mode,
      mixed: valve !== null && valve !== undefined,
      differenceControl: holds ? `${flow.place}/difference` : null,
      loops,
    };
  });
  controls.push(...roomControls(context, parts.flows, parts.loops));
  const at = job.vessel.connection === 'source-return' ? 'source/in' : parts.sourcePump ? 'source/pumped' : 'source/out';
  nodes.set(at, { ...(nodes.get(at) as NodeSpec), pressure: parts.vesselPressure });
  const back = source.returnTemperature.value;
  return {
    spec: { nodes: [...nodes.values()], links, controls, tees: treeTees(links, parts.flows, parts.loops) },
    zones,
    circuits,
    alongBars: job.circuits.map((circuit) => circuit.id),
    sourcePump: parts.sourcePump && sourceMode ? { pump: parts.sourcePump, mode: sourceMode } : null,
    mean: (job.source.flowTemperature + back) / 2,
    still: STILL,
  };
}

/** How a pump runs when it runs. Its set pressure is what its index run takes at design flow. */
function pumpMode(context: Context, pump: ChosenPump, control: CircuitFlow['circuit']['pumpControl']): PumpMode {
  if (!pump.speed) return { kind: 'off' };
  const opening = pump.speed.model.checkValve ? context.rules.pumpCheckOpening.limit : 0;
  const wanted = pump.indexLoss + opening;
  if (control === 'constant-pressure') return { kind: 'constant-pressure', pressure: wanted };
  if (control === 'proportional-pressure') return { kind: 'proportional-pressure', pressure: proportionalSetting(pump, wanted) };
  return { kind: 'speed', speed: control === 'constant-difference' ? 1 : pump.speed.share };
}

/**
 * Setting of a proportional-pressure pump that gives a pressure at design flow: half the setting at rest, all of it
 * where it meets the curve of full speed.
 */
function proportionalSetting(pump: ChosenPump, wanted: number): number {
  if (!pump.speed) return wanted;
  const full = atSpeed(pump.speed.model, 1);
  const meets = (pressure: number): number =>
    findRoot((flow) => full.headAt(flow) * pump.fluid.density * GRAVITY - pressure, 0, full.mostFlow, full.mostFlow * 1e-6) ??
    full.mostFlow * 1e-3;
  const atDesign = (setting: number) => setting * (0.5 + 0.5 * Math.min(1, pump.designFlow.value / meets(setting)));
  return findRoot((setting) => atDesign(setting) - wanted, wanted, 2 * wanted, wanted * 1e-6) ?? wanted;
}

/** The pump of a component as a link; a pump nobody has found yet is a shut one. */
function pumpLink(context: Context, id: string, from: string, to: string, pump: ChosenPump, mode: PumpMode): TwinLink {
  if (!pump.speed) return { id, from, to, closed: true };
  const { model } = pump.speed;
  return {
    id,
    from,
    to,
    pump: { curve: headCurve(model), mode },
    ...(model.checkValve ? { oneWay: { opening: context.rules.pumpCheckOpening.limit } } : {}),
  };
}

/** What a pipe loses through its wall. A ring that gave no heat at all would have no temperature of its own. */
const wallHeat = ({ job }: Context, { transmittance }: RunHeat, length: number): HeatSpec => ({
  kind: 'loss',
  conductance: Math.max(transmittance * length, NEXT_TO_NOTHING),
  ambient: job.site.pipeSurroundings,
});

function addSource(context: Context, parts: Parts, node: AddNode, add: AddLink, mode: PumpMode | null): void {
  const { job, rules } = context;
  const { source, header } = parts;
  const { size, material } = source.run.pipe;
  const pipe = (length: number) => ({
    length: length * (1 + job.source.run.fittingsAllowance),
    bore: size.bore,
    roughness: material.roughness,
  });
  const inLine = componentsInLine(job.source.components);
  add({
    id: 'source',
    from: node('source/in'),
    to: node('source/out'),
    ...(source.loss.value > LEAST_LOSS ? { kv: kvOf(source.volumeFlow.value, source.loss.value, source.fluid.density) } : {}),
    heat: { kind: 'source', setPoint: job.source.flowTemperature, power: source.capacity.value },
  });
  add({
    id: 'source/parts',
    from: 'source/out',
    to: node('source/parted'),
    ...(inLine.zeta > 0 ? { fittings: { zeta: inLine.zeta, bore: size.bore } } : {}),
    ...(inLine.oneWay ? { oneWay: { opening: inLine.opening } } : {}),
  });
  let after = 'source/parted';
  if (parts.sourcePump && mode) {
    add(pumpLink(context, 'source/pump', after, node('source/pumped'), parts.sourcePump, mode));
    after = 'source/pumped';
  }
  const heat = wallHeat(context, source.runHeat, job.source.run.length);
  add({ id: 'source/flow', from: after, to: node('flow'), pipe: pipe(job.source.run.length), heat });
  add({ id: 'source/return', from: node('back'), to: 'source/in', pipe: pipe(job.source.run.length), heat });
  if (job.separation.kind === 'low-loss-header' && header) {
    const bore = header.bore.value;
    add({
      id: 'header',
      from: 'flow',
      to: 'back',
      pipe: { length: 8 * bore, bore, roughness: material.roughness },
      fittings: { zeta: rules.teeLoss.limit, bore },
    });
  } else if (parts.tank) {
    // Four connections into one water: what the circuits draw beyond the source's flow, or leave of it, passes through.
    const { height, diameter } = parts.tank;
    add({
      id: 'header',
      from: 'flow',
      to: 'back',
      pipe: { length: height, bore: diameter, roughness: material.roughness },
      fittings: { zeta: rules.teeLoss.limit, bore: diameter },
    });
  } else if (job.separation.kind === 'closely-spaced-tees') {
    const spacing = job.separation.spacing === 'auto' ? rules.teeSpacing.limit * size.bore : job.separation.spacing;
    add({
      id: 'header',
      from: 'flow',
      to: 'back',
      pipe: { length: spacing, bore: size.bore, roughness: material.roughness },
      fittings: { zeta: rules.teeLoss.limit, bore: size.bore },
    });
  }
}

function addCircuit(context: Context, parts: Parts, i: number, node: AddNode, add: AddLink, mode: PumpMode): void {
  const { rules } = context;
  const flow = parts.flows[i] as CircuitFlow;
  const { circuit, place } = flow;
  const valve = parts.valves[i] ?? null;
  const { size, material } = flow.run.pipe;
  const pipe = (length: number) => ({ length, bore: size.bore, roughness: material.roughness });
  const runLength = circuit.run.length * (1 + circuit.run.fittingsAllowance);
  let from = 'flow';
  const end = valve ? node(`${place}/tee`) : 'back';
  if (valve) {
    add({ id: `${place}/tail`, from, to: node(`${place}/port`), pipe: pipe(rules.headerTail.limit) });
    add({ id: `${place}/hot`, from: `${place}/port`, to: node(`${place}/mixed`), kv: valve.valve.kvs.value });
    add({ id: `${place}/bypass`, from: end, to: `${place}/mixed`, kv: valve.valve.kvs.value });
    add({ id: `${place}/into-bar`, from: end, to: 'back' });
    from = `${place}/mixed`;
  }
  add(pumpLink(context, `${place}/pump`, from, node(`${place}/pumped`), parts.circuitPumps[i] as ChosenPump, mode));
  const inLine = componentsInLine(circuit.components);
  const wall = wallHeat(context, flow.runHeat, circuit.run.length);
  const regulating = parts.regulating[i];
  add({
    id: `${place}/parts`,
    from: `${place}/pumped`,
    to: node(`${place}/parted`),
    ...(inLine.zeta > 0 ? { fittings: { zeta: inLine.zeta, bore: size.bore } } : {}),
    ...(regulating ? { kv: regulating } : {}),
    ...(inLine.oneWay ? { oneWay: { opening: inLine.opening } } : {}),
  });
  add({
    id: `${place}/flow`,
    from: `${place}/parted`,
    to: node(`${place}/supply`, circuit.height),
    pipe: pipe(runLength),
    heat: wall,
  });
  add({
    id: `${place}/return`,
    from: node(`${place}/collect`, circuit.height),
    to: end,
    pipe: pipe(runLength),
    heat: wall,
  });
  if (circuit.bypass !== null) {
    add({
      id: `${place}/overflow`,
      from: `${place}/parted`,
      to: end,
      kv: rules.bypassKvs.limit,
      oneWay: { opening: circuit.bypass },
    });
  }
  addTree(flow, node, add);
  const heat = emitterHeat(flow);
  for (const loop of parts.loops[i] as LoopSetting[]) {
    const { supply, collect } = endsOf(place, loop.section);
    add({
      id: loop.valve,
      from: supply,
      to: node(`${loop.place}/in`, circuit.height),
      kv: loop.kv,
      ...(loop.holds === null ? {} : { mostFlow: loop.holds }),
    });
    add({
      id: loop.place,
      from: `${loop.place}/in`,
      to: collect,
      pipe: {
        length: loop.length * (1 + loop.fittings),
        bore: loop.bore,
        roughness: loop.roughness,
      },
      ...heat(loop),
    });
  }
}

/**
 * Emitters as entered; one that is not is as large as the room needs at the design temperatures: Q = K (log-mean
 * excess)^n.
 */
function emitterHeat({ circuit, flowTemperature, returnTemperature }: CircuitFlow): (loop: LoopSetting) => { heat?: HeatSpec } {
  return ({ law, load, roomTemperature }) => {
    if (law) return law.coefficient > 0 ? { heat: { kind: 'emitter', ...law, room: roomTemperature } } : {};
    const hot = flowTemperature.value - roomTemperature;
    const cold = returnTemperature.value - roomTemperature;
    if (cold <= 0 || hot <= 0) return {};
    const exponent = EMITTER_EXPONENT[circuit.emitters];
    const coefficient = load / logMean(hot, cold) ** exponent;
    return { heat: { kind: 'emitter', coefficient, exponent, room: roomTemperature } };
  };
}

function zonesOf({ circuit, place, parts }: CircuitFlow, loops: readonly LoopSetting[]): Zone[] {
  const whole = { id: place, label: circuit.name || circuit.id, circuitId: circuit.id, valves: [] };
  // Thermostatic valves are their own masters: nothing else opens or shuts them.
  if (circuit.zones === 'circuit' || circuit.loopValves === 'thermostatic') return [whole];
  const roomIds = new Set(parts.flatMap(({ room }) => (room.circuit === circuit.id ? [room.id] : [])));
  const rooms = new Map<string, Zone>();
  for (const loop of loops) {
    // A room fed by two circuits has a valve on each.
    const own = roomIds.has(loop.roomId);
    const id = own ? `rooms/${loop.roomId}` : `rooms/${loop.roomId}/${circuit.id}`;
    const zone = rooms.get(id) ?? { id, label: loop.roomName, circuitId: circuit.id, valves: [] };
    zone.valves.push(loop.valve);
    rooms.set(id, zone);
  }
  return [...rooms.values()];
}
