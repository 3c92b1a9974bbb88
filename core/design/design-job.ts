import type { Job, Room } from '../../model/job.ts';
import { decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { headerState } from '../plant/separation.ts';
import { review } from '../review/review.ts';
import { type CircuitFlow, circuitLoad, designCircuitFlow } from './circuit-design.ts';
import { type Context, contextOf } from './context.ts';
import type { CircuitDesign, Design, SourceDesign } from './design.ts';
import { designValve, type SizedValve } from './mixing-design.ts';
import { designPumps, type PumpDesign } from './pump-design.ts';
import { designHeader, designSource, type SourceFlow } from './source-design.ts';
import { designVessel, type VesselDesign } from './vessel-design.ts';

/** Less than this is nothing to heat, in W. */
const LEAST_LOAD = 1;

/**
 * The one entry: everything that follows from a job. Pure; the same job gives the same design.
 *
 * Loads -> flow and pipes of each circuit -> flow through source and separation -> mixing valves -> pumps and their
 * real duty points -> vessel -> review.
 */
export function designJob(job: Job): Design {
  const context = contextOf(job);
  const roomsOf = groupRooms(job);
  const withLoad = job.circuits.map((circuit) => {
    const rooms = roomsOf.get(circuit.id) ?? [];
    return { circuit, rooms, load: circuitLoad(context, circuit, rooms) };
  });
  const load = totalLoad(
    context,
    withLoad.map((each) => each.load),
  );
  const roomLoad = sumOfRooms(context);
  const flows = withLoad
    .filter((each) => each.load.value >= LEAST_LOAD)
    .map((each) => designCircuitFlow(context, each.circuit, each.rooms, each.load));
  const plant = flows.length > 0 ? designPlant(context, flows, load) : null;
  const sizedById = new Map(flows.map((flow, i) => [flow.circuit.id, plant && sizedCircuit(flow, plant, i)]));
  const circuits: CircuitDesign[] = withLoad.map(({ circuit, rooms, load: ofCircuit }) => ({
    id: circuit.id,
    name: circuit.name,
    load: ofCircuit,
    roomIds: rooms.map((room) => room.id),
    sized: sizedById.get(circuit.id) ?? null,
  }));
  const partial = {
    rulebook: context.rulebook.label,
    load,
    loadGap: loadGap(context, roomLoad),
    circuits,
    source: plant?.source ?? null,
    vessel: plant?.vessel ?? null,
    pumpPower: plant?.pumpPower ?? null,
    figures: context.book.figures,
  };
  return { ...partial, findings: review(context, partial) };
}

interface Plant {
  valves: (SizedValve | null)[];
  pumps: PumpDesign[];
  source: SourceDesign;
  vessel: VesselDesign;
  pumpPower: Figure;
}

function designPlant(context: Context, flows: CircuitFlow[], load: Figure): Plant {
  const source = designSource(context, flows, load);
  const valves = flows.map((flow) => (flow.circuit.connection === 'mixed' ? designValve(context, flow, source) : null));
  const pumps = designPumps(context, flows, valves, source, load);
  const header = context.job.separation.kind === 'low-loss-header' ? designHeader(context, source) : null;
  const all = pumps.source ? [...pumps.circuits, pumps.source] : pumps.circuits;
  return {
    valves,
    pumps: pumps.circuits,
    source: {
      capacity: source.capacity,
      massFlow: source.massFlow,
      volumeFlow: source.volumeFlow,
      returnTemperature: source.returnTemperature,
      supplyTemperature: source.supplyTemperature,
      secondaryFlow: source.secondaryFlow,
      run: source.run.pipe,
      loss: source.loss,
      pump: pumps.source,
      header,
      supplyAtDuty: supplyAtDuty(context, flows, source, pumps),
    },
    vessel: designVessel(context, flows, source, header),
    pumpPower: context.book.add({
      id: 'pumpPower',
      label: 'Electric power of all pumps',
      kind: 'electricPower',
      value: all.reduce((sum, pump) => sum + (pump.duty?.power.value ?? 0), 0),
      formula: 'P = Σ P_pump',
      source: 'sum of the pumps at their duty points',
      terms: Object.fromEntries(all.flatMap((pump, i) => (pump.duty ? [[`P${i + 1}`, pump.duty.power]] : []))),
    }),
  };
}

function sizedCircuit(flow: CircuitFlow, plant: Plant, i: number) {
  return {
    flowTemperature: flow.flowTemperature,
    returnTemperature: flow.returnTemperature,
    massFlow: flow.massFlow,
    volumeFlow: flow.volumeFlow,
    run: flow.run.pipe,
    worstRun: flow.worstRun.pipe,
    worstLoad: flow.worstLoad,
    terminalLoss: flow.terminalLoss,
    valve: plant.valves[i]?.valve ?? null,
    pump: plant.pumps[i] as PumpDesign,
  };
}

/** What the header really sends out once every pump runs at its duty point. */
function supplyAtDuty(
  context: Context,
  flows: readonly CircuitFlow[],
  source: SourceFlow,
  pumps: { circuits: PumpDesign[]; source: PumpDesign | null },
): Figure | null {
  const primary = pumps.source?.duty;
  if (!primary || pumps.circuits.some((pump) => !pump.duty)) return null;
  const { job, book } = context;
  const terms: Record<string, Ingredient> = {
    T_f: decided('source flow temperature', 'temperature', job.source.flowTemperature, 'source/flowTemperature'),
    V_p: primary.flow,
  };
  const draws = flows.map((flow, i) => {
    const duty = (pumps.circuits[i] as PumpDesign).duty;
    if (duty) terms[`V${i + 1}`] = duty.flow;
    return {
      massFlow: (duty?.flow.value ?? 0) * flow.fluid.density,
      drop: duty?.temperatureDifference.value ?? 0,
      ...(flow.circuit.connection === 'mixed' ? { mixedTo: flow.circuit.flowTemperature } : {}),
    };
  });
  const state = headerState(primary.flow.value * source.fluid.density, job.source.flowTemperature, draws);
  terms.m_s = given(
    'flow drawn by the circuits',
    'massFlow',
    state.secondary,
    'energy balance of the mixing valves at duty flows',
  );
  return book.add({
    id: 'header/supplyAtDuty',
    label: 'Supply to the circuits, pumps at their duty points',
    kind: 'temperature',
    value: state.supply,
    formula: 'T_s = (m_p T_f + (m_s − m_p) T_r) / m_s when m_s > m_p, else T_f',
    source: 'energy balance of a mixing volume',
    terms,
  });
}

function groupRooms(job: Job): Map<string, Room[]> {
  const rooms = new Map<string, Room[]>();
  for (const room of job.rooms) {
    if (room.circuit === null) continue;
    const group = rooms.get(room.circuit);
    if (group) group.push(room);
    else rooms.set(room.circuit, [room]);
  }
  return rooms;
}

function totalLoad(context: Context, loads: readonly Figure[]): Figure {
  return context.book.add({
    id: 'load',
    label: 'Heat load on the plant',
    kind: 'power',
    value: loads.reduce((sum, load) => sum + load.value, 0),
    formula: loads.length === 0 ? 'Q = 0' : 'Q = Σ circuit loads',
    source: 'sum of the circuits',
    terms: Object.fromEntries(loads.map((load, i) => [`Q${i + 1}`, load])),
  });
}

function sumOfRooms(context: Context): Figure {
  const { job, book } = context;
  return book.add({
    id: 'roomLoad',
    label: 'All rooms together',
    kind: 'power',
    value: job.rooms.reduce((sum, room) => sum + (room.heatLoad ?? 0), 0),
    formula: 'Q = Σ room loads',
    source: 'sum of all rooms, also those on no circuit',
    terms: Object.fromEntries(
      job.rooms.map((room, i) => [
        `Q${i + 1}`,
        decided(room.name || `room ${room.id}`, 'heatLoad', room.heatLoad ?? 0, `rooms/${room.id}/heatLoad`),
      ]),
    ),
  });
}

function loadGap(context: Context, rooms: Figure): Figure | null {
  const whole = context.job.wholeHouseLoad;
  if (whole === null) return null;
  return context.book.add({
    id: 'loadGap',
    label: 'Gap between rooms and whole house',
    kind: 'fraction',
    value: (rooms.value - whole) / whole,
    formula: 'gap = (Q_rooms − Q_house) / Q_house',
    source: 'definition',
    terms: { Q_rooms: rooms, Q_house: decided('whole-house heat load', 'power', whole, 'wholeHouseLoad') },
  });
}
