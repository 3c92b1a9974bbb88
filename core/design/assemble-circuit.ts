import type { Circuit, RoomThermostat } from '../../model/job.ts';
import { USUAL_EXPONENT } from '../emitter/law.ts';
import type { ControlSpec } from '../network/control.ts';
import { type HeatSpec, logMean } from '../network/heat.ts';
import type { PumpMode } from '../network/pump-law.ts';
import { partOfLoop } from '../plan/parts-of-job.ts';
import { thermostatOf } from '../plan/shared-thermostat.ts';
import { teesKv } from './assemble-source.ts';
import { addTree, endsOf } from './assemble-tree.ts';
import type { Zone } from './assembly.ts';
import type { LoopSetting } from './balancing.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { Context } from './context.ts';
import { type AddLink, type AddNode, linkOfParts, pumpLink, pumpMode, wallHeat } from './links.ts';
import type { Parts } from './plant-parts.ts';
import { endsOfBranch } from './points.ts';

/** One circuit from the bars to its loops and back. */
export function addCircuit(context: Context, parts: Parts, i: number, node: AddNode, add: AddLink, mode: PumpMode | null): void {
  const { rules } = context;
  const flow = parts.flows[i] as CircuitFlow;
  const { circuit, place } = flow;
  const mixed = parts.valves[i] !== null || parts.injections[i] !== null;
  const { size, material } = flow.run.pipe;
  const pipe = (length: number) => ({ length, bore: size.bore, roughness: material.roughness });
  const runLength = circuit.run.length * (1 + circuit.run.fittingsAllowance);
  const ends = endsOfBranch(context.piping, place);
  const end = mixed ? node(`${place}/tee`) : ends.back;
  const from = mixed ? addMixing(context, parts, i, node, add) : ends.flow;
  const pump = parts.circuitPumps[i];
  const zoneValve = parts.zoneValves[i];
  // What moves or lets in its water stands before everything on the flow, or behind everything on the return.
  const onReturn = drivesOnReturn(circuit, Boolean(pump));
  const pumped = node(`${place}/pumped`);
  const [before, behind] = onReturn ? [node(`${place}/returned`), pumped] : [from, pumped];
  const drive = (ends: { from: string; to: string }) => {
    if (pump && mode) add(pumpLink(context, { id: `${place}/pump`, ...ends }, pump, mode));
    else add({ id: `${place}/zone-valve`, ...ends, kv: zoneValve?.kvs.value ?? rules.meterKvs.limit });
  };
  drive({ from: before, to: behind });
  const start = onReturn ? from : pumped;
  const home = onReturn ? before : end;
  if (onReturn) add({ id: `${place}/drawn-home`, from: pumped, to: end });
  const wall = wallHeat(context, flow.runHeat, circuit.run.length);
  const regulating = parts.regulating[i];
  add({
    id: `${place}/parts`,
    from: start,
    to: node(`${place}/parted`),
    ...linkOfParts(circuit.components, size.bore),
    ...(regulating ? { kv: regulating } : {}),
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
    to: home,
    pipe: pipe(runLength),
    ...linkOfParts(circuit.returnComponents, size.bore),
    heat: wall,
  });
  if (circuit.bypass !== null) {
    add({
      id: `${place}/overflow`,
      from: `${place}/parted`,
      to: home,
      kv: rules.bypassKvs.limit,
      oneWay: { opening: circuit.bypass },
    });
  }
  addTree(flow, node, add);
  const heat = emitterHeat(flow);
  for (const loop of parts.loops[i] as LoopSetting[]) {
    const { supply, collect } = endsOf(place, loop.section);
    // In a row the water of one goes into the next.
    const part = partOfLoop(loop.place);
    const feedsNext = (parts.loops[i] as LoopSetting[]).some(({ behind }) => behind === part);
    add({
      id: loop.valve,
      from: loop.behind === null ? supply : node(`${loop.behind}/out`, circuit.height),
      to: node(`${loop.place}/in`, circuit.height),
      kv: loop.kv,
      ...(loop.holds === null ? {} : { mostFlow: loop.holds }),
    });
    add({
      id: loop.place,
      from: `${loop.place}/in`,
      to: feedsNext ? node(`${part}/out`, circuit.height) : collect,
      pipe: { length: loop.length * (1 + loop.fittings), bore: loop.bore, roughness: loop.roughness },
      ...heat(loop),
    });
  }
}

/** Whether what drives a circuit stands on its return. */
export const drivesOnReturn = ({ pumpOn, valveOn }: Circuit, pump: boolean): boolean => (pump ? pumpOn : valveOn) === 'return';

/** What brings a mixed circuit to its temperature. @returns the point its pump draws from */
function addMixing(context: Context, parts: Parts, i: number, node: AddNode, add: AddLink): string {
  const { rules } = context;
  const { circuit, place, run } = parts.flows[i] as CircuitFlow;
  const { size, material } = run.pipe;
  const tail = { length: rules.headerTail.limit, bore: size.bore, roughness: material.roughness };
  const end = `${place}/tee`;
  const mixed = node(`${place}/mixed`);
  const port = node(`${place}/port`);
  const { flow: bar, back } = endsOfBranch(context.piping, place);
  add({ id: `${place}/tail`, from: bar, to: port, pipe: tail });
  const injection = parts.injections[i];
  if (injection) {
    const { pump, regulating } = injection;
    add(
      pumpLink(
        context,
        { id: `${place}/injection`, from: port, to: node(`${place}/injected`) },
        pump,
        injectionMode(context, parts, i),
      ),
    );
    add({
      id: `${place}/hot`,
      from: `${place}/injected`,
      to: mixed,
      kv: regulating.value,
    });
    add({ id: `${place}/bypass`, from: end, to: mixed, kv: teesKv(context, size.bore) });
    add({ id: `${place}/into-bar`, from: end, to: back });
    return mixed;
  }
  const kv = parts.valves[i]?.valve.kvs.value ?? rules.meterKvs.limit;
  add({ id: `${place}/hot`, from: port, to: mixed, kv });
  add({
    id: `${place}/bypass`,
    from: end,
    to: mixed,
    kv,
    ...(circuit.coldPortCheck ? { oneWay: { opening: rules.coldPortOpening.limit } } : {}),
  });
  if (circuit.mixing === 'four-way') {
    // Two more ports: what the circuit does not take goes round to the source, and lifts its return.
    const round = node(`${place}/round`);
    add({ id: `${place}/lift`, from: port, to: round, kv });
    add({ id: `${place}/spill`, from: end, to: round, kv });
    add({ id: `${place}/into-bar`, from: round, to: back });
  } else add({ id: `${place}/into-bar`, from: end, to: back });
  return mixed;
}

const injectionMode = (context: Context, parts: Parts, i: number): PumpMode => {
  const injection = parts.injections[i];
  return injection
    ? pumpMode(context, injection.pump, injection.variable ? 'constant-difference' : 'fixed-speed')
    : { kind: 'off' };
};

/** What turns the stem or the injection pump of a mixed circuit; null where its flow was set by hand. */
export function mixingControl(parts: Parts, i: number): ControlSpec | null {
  const { circuit, place } = parts.flows[i] as CircuitFlow;
  const valve = parts.valves[i];
  const injection = parts.injections[i];
  if (injection) {
    if (!injection.variable || !injection.pump.speed) return null;
    return {
      kind: 'injection',
      id: `${place}/valve`,
      pump: `${place}/injection`,
      mixed: `${place}/mixed`,
      setPoint: circuit.flowTemperature,
    };
  }
  if (!valve) return null;
  const four = circuit.mixing === 'four-way';
  return {
    kind: 'mixing',
    id: `${place}/valve`,
    hot: `${place}/hot`,
    cold: `${place}/bypass`,
    mixed: `${place}/mixed`,
    setPoint: circuit.flowTemperature,
    kvs: valve.valve.kvs.value,
    ...(four ? { withHot: `${place}/spill`, withCold: `${place}/lift` } : {}),
  };
}

/** How the injection pump of a circuit runs, where it has one. */
export const injectionOf = (context: Context, parts: Parts, i: number) => {
  const injection = parts.injections[i];
  return injection ? { pump: injection.pump, mode: injectionMode(context, parts, i) } : null;
};

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
    const exponent = USUAL_EXPONENT[circuit.emitters];
    const coefficient = load / logMean(hot, cold) ** exponent;
    return { heat: { kind: 'emitter', coefficient, exponent, room: roomTemperature } };
  };
}

/**
 * The thermostats of a circuit and the valves each of them opens. One that stands for several rooms has a zone on each
 * circuit that feeds them; these call together.
 */
export function zonesOf(
  { circuit, place, parts }: CircuitFlow,
  loops: readonly LoopSetting[],
  thermostats: readonly RoomThermostat[],
): Zone[] {
  const whole = { id: place, label: circuit.name || circuit.id, circuitId: circuit.id, valves: [] };
  // Thermostatic valves are their own masters: nothing else opens or shuts them.
  if (circuit.zones === 'circuit' || circuit.loopValves === 'thermostatic') return [whole];
  const roomIds = new Set(parts.flatMap(({ room }) => (room.circuit === circuit.id ? [room.id] : [])));
  const rooms = new Map<string, Zone>();
  for (const loop of loops) {
    // A room fed by two circuits has a valve on each.
    const own = roomIds.has(loop.roomId);
    const shared = thermostatOf(thermostats, loop.roomId);
    const id = shared
      ? `thermostats/${shared.id}/${circuit.id}`
      : own
        ? `rooms/${loop.roomId}`
        : `rooms/${loop.roomId}/${circuit.id}`;
    const zone: Zone = rooms.get(id) ?? {
      id,
      label: shared ? shared.name || shared.id : loop.roomName,
      circuitId: circuit.id,
      valves: [],
      ...(shared ? { thermostat: shared.id } : {}),
    };
    // What lies behind another gets its water through the valve of that.
    if (loop.behind === null) zone.valves.push(loop.valve);
    rooms.set(id, zone);
  }
  return [...rooms.values()];
}
