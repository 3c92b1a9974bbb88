import type { ControlSpec } from '../network/control.ts';
import type { NodeSpec } from '../network/network.ts';
import type { TwinLink } from '../network/twin.ts';
import { portIdOf } from '../plan/plan.ts';
import { topologyOf } from '../station/kinds.ts';
import { addCharging } from './assemble-charging.ts';
import { addCircuit, drivesOnReturn, injectionOf, mixingControl, zonesOf } from './assemble-circuit.ts';
import { addLinks } from './assemble-links.ts';
import { addSource } from './assemble-source.ts';
import { treeTees } from './assemble-tree.ts';
import type { AssembledCircuit, Assembly, RunningPump, Zone } from './assembly.ts';
import type { LoopSetting } from './balancing.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import { pumpLink, pumpMode } from './links.ts';
import { NetworkWaters } from './network-waters.ts';
import type { Parts } from './plant-parts.ts';
import { alongPorts, endsOfBranch, pointsOf, ringPairs } from './points.ts';
import { roomControls } from './room-controls.ts';

/** Temperature of water that stands, C. */
const STILL = 20;

/**
 * The job as one network.
 *
 * Around the source: return -> source -> parts in line -> pump (when separated) -> flow pipe -> `flow`; `back` -> return
 * pipe -> return. Between `flow` and `back` a low-loss header or a buffer is a short wide pipe, closely spaced tees are
 * the pipe between them with two tees passed straight; plates part the source's water from the rest; without separation
 * nothing joins flow and return. Further sources stand beside the first, each with pump and check valve. The bars cost
 * nothing; where one pump moves all direct circuits it stands between `flow` and `bar`.
 * A direct circuit: bar -> pump or zone valve -> parts -> run -> manifold -> loops -> manifold -> run -> `back`. A mixed
 * one has a tail, and the ports of its valve or an injection pump with close tees, before its pump. A bypass, where there
 * is one, joins the outlet of the parts with the return. Each loop is its valve or meter, its pipe and its emitter in a
 * row. The cylinder hangs on the bars like a circuit. The vessel holds the pressure on the source's return or behind its
 * pump; behind plates a second one does on the return bar.
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
  if (job.source.returnLift && source.lift) {
    controls.push({
      kind: 'mixing',
      id: 'source/lift',
      hot: 'source/lift-hot',
      cold: 'source/lift-cold',
      mixed: parts.sourcePump && job.source.pumpOn === 'return' ? 'source/drawn' : 'source/in',
      setPoint: job.source.returnLift.temperature,
      kvs: source.lift.kvs.value,
    });
  }
  const joints = addLinks(context, parts, node, add, controls);
  const shared = addShared(context, parts, node, add, controls);
  const circuits = parts.flows.map((flow, i): AssembledCircuit => {
    const pump = parts.circuitPumps[i] ?? null;
    const loops = parts.loops[i] as LoopSetting[];
    const mode = pump && pumpMode(context, pump, flow.circuit.pumpControl);
    addCircuit(context, parts, i, node, add, mode);
    const mixing = mixingControl(parts, i);
    if (mixing) controls.push(mixing);
    const holds = flow.circuit.pumpControl === 'constant-difference' && pump?.speed;
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
    zones.push(...zonesOf(flow, loops, job.thermostats));
    return {
      id: flow.circuit.id,
      place: flow.place,
      own: pump && mode && { pump, mode },
      injection: injectionOf(context, parts, i),
      mixed: Boolean(parts.valves[i] ?? parts.injections[i]),
      ...drivenBetween(context, parts, i),
      differenceControl: holds ? `${flow.place}/difference` : null,
      loops,
    };
  });
  const cylinder = parts.charging && addCharging(context, parts.charging, node, add);
  controls.push(...roomControls(context, parts.flows, parts.loops));
  const drawn = parts.sourcePump && job.source.pumpOn === 'return';
  const at =
    job.vessel.connection === 'source-return'
      ? drawn
        ? 'source/drawn'
        : 'source/in'
      : parts.sourcePump && !drawn
        ? 'source/pumped'
        : 'source/out';
  const hold = (point: string, pressure: number) => nodes.set(point, { ...(nodes.get(point) as NodeSpec), pressure });
  hold(at, parts.vesselPressure);
  // A water that plates part from the source's needs a vessel of its own, on the return before them.
  for (const { water, pressure } of parts.waters) {
    const [port] = water.ports.filter((ref) => portIdOf(ref) === 'cold');
    if (port) hold(pointsOf(context.piping, port).back, pressure);
  }
  const back = source.returnTemperature.value;
  return {
    spec: {
      nodes: [...nodes.values()],
      links: filled(context, links),
      controls,
      tees: treeTees(links, parts.flows, parts.loops),
    },
    zones,
    circuits,
    alongBars: alongPorts(context.piping).map(({ places }) => places),
    joints,
    stations: source.beyond.stations.map(({ station }) => ({
      id: station.id,
      ports: topologyOf(station).ports.map(({ ref }) => ({ ref, ...pointsOf(context.piping, ref) })),
    })),
    pairs: ringPairs(context.piping),
    sourcePump:
      parts.sourcePump && sourceMode
        ? { pump: parts.sourcePump, mode: sourceMode, onReturn: job.source.pumpOn === 'return' }
        : null,
    shared,
    cylinder,
    further: parts.further.map(({ id, place, backup, bySun, pump, mode, setPoint, capacity }) => ({
      id,
      place,
      backup,
      bySun,
      pump,
      mode,
      setPoint,
      power: capacity.value,
    })),
    mean: (job.source.flowTemperature + back) / 2,
    still: STILL,
  };
}

/** Points before and behind what drives a circuit: its pump, or the valve in place of one. */
function drivenBetween({ piping }: Context, parts: Parts, i: number): { before: string; behind: string } {
  const { circuit, place } = parts.flows[i] as CircuitFlow;
  if (drivesOnReturn(circuit, parts.circuitPumps[i] !== null)) return { before: `${place}/returned`, behind: `${place}/pumped` };
  const mixed = Boolean(parts.valves[i] ?? parts.injections[i]);
  return { before: mixed ? `${place}/mixed` : endsOfBranch(piping, place).flow, behind: `${place}/pumped` };
}

/** Links with what fills them, where waters differ. */
function filled(context: Context, links: readonly TwinLink[]): TwinLink[] {
  if (context.job.waters.length === 0) return [...links];
  const waters = new NetworkWaters(context, links);
  return links.map((link) => {
    const fluid = waters.fluidOf(link);
    return fluid ? { ...link, fluid } : link;
  });
}

/** The one pump of all circuits between separation and bars, and the bypass that keeps some water moving. */
function addShared(
  context: Context,
  { shared: pump }: Parts,
  node: (id: string) => string,
  add: (link: TwinLink) => void,
  controls: ControlSpec[],
): RunningPump | null {
  if (!pump) return null;
  const { distribution, source } = context.job;
  const { flow, back } = endsOfBranch(context.piping, 'distribution');
  const mode = pumpMode(context, pump, distribution.pumpControl);
  const onReturn = distribution.pumpOn === 'return';
  const [from, to] = onReturn ? [node('bar'), back] : [flow, node('bar')];
  add(pumpLink(context, { id: 'distribution/pump', from, to }, pump, mode));
  if (distribution.bypass !== null) {
    add({
      id: 'distribution/bypass',
      from: onReturn ? flow : 'bar',
      to: onReturn ? 'bar' : back,
      kv: context.rules.bypassKvs.limit,
      oneWay: { opening: distribution.bypass },
    });
  }
  if (distribution.pumpControl === 'constant-difference' && pump.speed) {
    controls.push({
      kind: 'difference',
      id: 'distribution/difference',
      pump: 'distribution/pump',
      supply: onReturn ? flow : 'bar',
      back: onReturn ? 'bar' : back,
      difference: source.temperatureDifference,
    });
  }
  return { pump, mode };
}
