import type { Circuit, Room } from '../../model/job.ts';
import { shifted } from '../../model/quantities.ts';
import type { LoopSetting } from '../design/balancing.ts';
import { type CircuitFlow, massFlowFor } from '../design/circuit-design.ts';
import type { Context } from '../design/context.ts';
import type { CircuitCooling, CoolingDesign, CoolingPart, SolvedCooling } from '../design/cooling-design.ts';
import type { SizedCircuit } from '../design/design.ts';
import { Plant } from '../design/operate.ts';
import type { Parts } from '../design/plant-parts.ts';
import type { PlantState } from '../design/plant-state.ts';
import { finishPump } from '../design/pump-design.ts';
import { type Cooling, coolingAt, coolingLaw, coolingOf, type RoomAir } from '../emitter/cooling.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import { decided, type Figure, given } from '../figure/figure.ts';
import { dewPoint } from '../fluid/moist-air.ts';
import { coolingPeak } from '../load/cooling-loads.ts';
import { coilState } from '../network/wet-coil.ts';
import { coldSideOf } from '../plan/cold-side.ts';
import { partOfLoop } from '../plan/parts-of-job.ts';
import { assembleCold } from './cold-plant.ts';
import { type ColdMachineDesign, designColdSource, finishColdSource } from './cold-source.ts';
import { builtToCool, partsThatOnlyCool, withThose } from './only-cools.ts';

/** The cold side as designed, and as a plant that can be run in other states. */
export interface CooledPlant {
  design: CoolingDesign;
  plant: Plant | null;
  /** Circuits that only cool as they are built, by id. */
  onlyCool: ReadonlyMap<string, SizedCircuit>;
}

const NONE: ReadonlyMap<string, SizedCircuit> = new Map();

/** Air of the rooms on the hottest day. */
const summerAir = ({ site }: Context['job']): RoomAir => ({
  temperature: site.summerRoom,
  humidity: site.summerHumidity,
});

/** What summer asks before anything is sized: the air of the rooms, and every emitter at the water decided for its circuit. */
export interface WantedCooling {
  air: RoomAir;
  dew: Figure;
  parts: CoolingPart[];
  circuits: CircuitCooling[];
}

/** @returns null for a plant that only heats */
export function wantedCooling(context: Context): WantedCooling | null {
  const { job } = context;
  if (job.mode !== 'heating-and-cooling') return null;
  const air = summerAir(job);
  const dew = dewPointFigure(context, air);
  const parts = job.rooms.flatMap((room) => coolingParts(context, room, air));
  const circuits = job.circuits.flatMap((circuit) => {
    const own = parts.filter((part) => part.circuitId === circuit.id);
    return circuit.cooling && own.length > 0 ? [circuitCooling(context, circuit, own)] : [];
  });
  return { air, dew, parts, circuits };
}

/**
 * What a plant does in summer: the whole of it solved as one network with the pipes, pumps and settings that winter gave it, and those of
 * the circuits that only cool beside them.
 * @param warm what the network of winter was built from; null where there is no plant yet @param onlyCool flows of circuits that only cool
 */
export function designCooling(
  context: Context,
  { air, dew, parts: wanted, circuits }: WantedCooling,
  warm: Parts | null,
  onlyCool: readonly CircuitFlow[],
): CooledPlant {
  const { job } = context;
  const bare: CoolingDesign = {
    dewPoint: dew,
    ...peakOf(context, wanted),
    parts: wanted,
    circuits,
    source: null,
    state: null,
    zones: [],
    pumps: [],
    condensate: null,
  };
  const side = coldSideOf(job);
  if (!side || !warm) return { design: bare, plant: null, onlyCool: NONE };
  const taking = circuits.filter(({ circuitId }) => side.circuits.some(({ id }) => id === circuitId));
  const machine = designColdSource(context, warm, side, taking);
  const own = partsThatOnlyCool(context, side, onlyCool, warm);
  const parts = withThose(warm, own);
  const laid = side.circuits.filter(({ id }) => parts.flows.some(({ circuit }) => circuit.id === id));
  if (laid.length === 0 || taking.length === 0)
    return { design: { ...bare, source: machine.design }, plant: null, onlyCool: NONE };
  const assembly = assembleCold(context, parts, { ...side, circuits: laid }, machine.sized, air);
  const plant = new Plant(assembly, context.fluid);
  const state = plant.runAll();
  const built = builtToCool(context, own, state.converged ? state : null);
  if (!state.converged)
    return { design: { ...bare, source: machine.design, state, zones: assembly.zones }, plant, onlyCool: built };
  return { design: solvedCooling(context, { bare, machine, plant, state, air, onlyCool: built }), plant, onlyCool: built };
}

interface Solved {
  bare: CoolingDesign;
  machine: ColdMachineDesign;
  plant: Plant;
  state: PlantState;
  air: RoomAir;
  onlyCool: ReadonlyMap<string, SizedCircuit>;
}

/** The cold side with what the network found. */
function solvedCooling(context: Context, { bare, machine, plant, state, air, onlyCool }: Solved): CoolingDesign {
  const { assembly } = plant;
  const coming = new Map<string, Cooling>();
  for (const { loops } of assembly.circuits) {
    for (const loop of loops) {
      const part = partOfLoop(loop.place);
      const now = loopCooling(plant, loop, context, air);
      const before = coming.get(part);
      if (now) coming.set(part, before ? together(before, now) : now);
    }
  }
  const laid = new Set(assembly.circuits.map(({ id }) => id));
  const parts = bare.parts.map(
    (part): CoolingPart => ({
      ...part,
      // What is not laid is not known.
      comes: laid.has(part.circuitId) ? (coming.get(`rooms/${part.roomId}/${part.emitterId}`) ?? NOTHING) : null,
    }),
  );
  const circuits = bare.circuits.map((circuit): CircuitCooling => {
    const now = state.circuits.find(({ id }) => id === circuit.circuitId);
    const own = parts.filter(({ circuitId }) => circuitId === circuit.circuitId);
    const decidedIn = context.job.circuits.find(({ id }) => id === circuit.circuitId);
    return now && decidedIn ? { ...circuit, solved: solvedCircuit(context, decidedIn, circuit, now, own) } : circuit;
  });
  const condensate = context.book.add({
    id: 'cooling/condensate',
    label: 'Condensate of all coils',
    kind: 'condensate',
    value: parts.reduce((sum, { comes }) => sum + (comes?.condensate ?? 0), 0),
    formula: 'W = Σ m_air · (x_in − x_out)',
    source: 'balance of the water in the air through each coil',
    terms: Object.fromEntries(
      circuits.flatMap(({ solved }, i) => (solved && solved.condensate.value > 0 ? [[`W${i + 1}`, solved.condensate]] : [])),
    ),
  });
  return {
    ...bare,
    parts,
    circuits,
    state,
    zones: assembly.zones,
    pumps: coldPumps(context, plant, state, circuits, onlyCool),
    condensate,
    source: finishColdSource(context, machine, state),
  };
}

/** The pumps of a solved summer with their duty points. */
function coldPumps(
  context: Context,
  { assembly }: Plant,
  state: PlantState,
  circuits: readonly CircuitCooling[],
  onlyCool: ReadonlyMap<string, SizedCircuit>,
): CoolingDesign['pumps'] {
  // The pump of a circuit that only cools is told once, with what it is built from.
  const own = assembly.circuits.flatMap(({ id, own: running }) => {
    if (onlyCool.has(id)) return [];
    const wanted = circuits.find(({ circuitId }) => circuitId === id);
    const { pump } = running ?? {};
    return pump && wanted
      ? [
          {
            pump: { ...pump, load: wanted.output, designFlow: wanted.volumeFlow },
            at: state.circuits.find((each) => each.id === id)?.pump,
          },
        ]
      : [];
  });
  const source = assembly.sourcePump ? [{ pump: assembly.sourcePump.pump, at: state.source.pump }] : [];
  return [...own, ...source].map(({ pump, at }) =>
    finishPump(
      context,
      { ...pump, place: `cooling/${pump.place.replace('cooling/', 'source/')}`, label: `${pump.label} in summer` },
      at ?? null,
    ),
  );
}

const NOTHING: Cooling = { sensible: 0, latent: 0, condensate: 0, capacityFlow: 0, coldest: null };

const together = (a: Cooling, b: Cooling): Cooling => ({
  sensible: a.sensible + b.sensible,
  latent: a.latent + b.latent,
  condensate: a.condensate + b.condensate,
  capacityFlow: a.capacityFlow + b.capacityFlow,
  coldest: a.coldest === null ? b.coldest : b.coldest === null ? a.coldest : Math.min(a.coldest, b.coldest),
});

/** What one loop takes out of its room, as solved; null for one without a law. */
function loopCooling({ twin }: Plant, loop: LoopSetting, { job }: Context, air: RoomAir): Cooling | null {
  const spec = twin.heatSpec(loop.place);
  const room = job.rooms.find(({ id }) => id === loop.roomId);
  const emitter = room?.emitters.find(({ id }) => id === loop.emitterId);
  const law = emitter ? coolingLaw(emitter) : null;
  if (!law || !spec) return null;
  const enters = twin.temperature(`${loop.place}/in`);
  const heat = 0 - twin.heat(loop.place);
  const leaves = twin.outlet(loop.place);
  const capacityFlow = leaves > enters ? heat / (leaves - enters) : 0;
  if (!(heat > 0) || capacityFlow <= 0) return NOTHING;
  if (spec.kind === 'coil') {
    const { sensible, latent, condensate } = coilState(spec.coil, capacityFlow, enters, spec.air);
    return { sensible, latent, condensate, capacityFlow, coldest: null };
  }
  return coolingAt(law, enters, capacityFlow, heat, air);
}

/** What the rooms that are cooled ask together through the hottest day. */
function peakOf({ job, book }: Context, parts: readonly CoolingPart[]): Pick<CoolingDesign, 'peak' | 'peakHour' | 'byHour'> {
  const ids = new Set(parts.map(({ roomId }) => roomId));
  const rooms = job.rooms.filter(({ id, coolingLoad, latentLoad }) => ids.has(id) && (coolingLoad ?? latentLoad) !== null);
  if (rooms.length === 0) return { peak: null, peakHour: null, byHour: [] };
  const { most, hour, sum, byHour } = coolingPeak(rooms, job.site.latitude, job.site.mass);
  return {
    peakHour: hour,
    byHour,
    peak: book.add({
      id: 'cooling/peak',
      label: 'Cooling that all rooms ask at once',
      kind: 'power',
      value: most,
      formula: 'Q = max over the day of Σ (Q_s,i · f_i(h) + Q_l,i)',
      source: 'loads by the hour: clear-sky sun on each side of the house, held back by its mass; ASHRAE, as remembered',
      terms: {
        'Σ Q_i': given('each room at its own worst hour', 'power', sum, 'sensible and latent loads of the rooms'),
        h: given('hour of the sun at which it is most', 'factor', hour, 'f_i is 1 at the worst hour of room i'),
        φ: decided('latitude', 'latitude', job.site.latitude, 'site/latitude'),
      },
    }),
  };
}

function dewPointFigure({ book }: Context, air: RoomAir): Figure {
  return book.add({
    id: 'dewPoint',
    label: 'Dew point of the room air',
    kind: 'temperature',
    value: dewPoint(air.temperature, air.humidity),
    formula: 'p_s(T_d) = φ · p_s(T_i)',
    source: 'saturation pressure after the ASHRAE Handbook, Fundamentals',
    terms: {
      T_i: decided('rooms on the hottest day', 'temperature', air.temperature, 'site/summerRoom'),
      φ: decided('humidity on the hottest day', 'fraction', air.humidity, 'site/summerHumidity'),
    },
  });
}

/** Emitters of a room with the water decided for their circuits, whether it comes or not. */
function coolingParts({ job }: Context, room: Room, air: RoomAir): CoolingPart[] {
  return room.emitters.flatMap((emitter) => {
    const id = emitter.circuit ?? room.circuit;
    const circuit = job.circuits.find((each) => each.id === id);
    if (!circuit?.cooling || circuit.phase === 'later') return [];
    const { flowTemperature: flow, temperatureDifference: rise } = circuit.cooling;
    const cooling = coolingOf(emitter, { flow, rise }, air);
    if (!cooling) return [];
    const label = emitterLabel(emitter, job.display);
    return [{ ...cooling, roomId: room.id, emitterId: emitter.id, label, circuitId: circuit.id, comes: null }];
  });
}

function circuitCooling(context: Context, circuit: Circuit, parts: readonly CoolingPart[]): CircuitCooling {
  const { book } = context;
  const place = `circuits/${circuit.id}/cooling`;
  const { flowTemperature, temperatureDifference } = circuit.cooling as NonNullable<Circuit['cooling']>;
  const output = book.add({
    id: `${place}/output`,
    label: `${circuit.name}: cooling`,
    kind: 'power',
    value: parts.reduce((sum, part) => sum + part.sensible + part.latent, 0),
    formula: 'Q = Σ sensible + Σ latent',
    source:
      'EN 1264-5 for floors, walls and ceilings; coils by their rating, counterflow epsilon-NTU on the enthalpy of moist air',
    terms: Object.fromEntries(
      parts.map((part, i) => [
        `Q${i + 1}`,
        given(part.label, 'heatLoad', part.sensible + part.latent, 'at the cold water of the circuit'),
      ]),
    ),
  });
  const fluid = context.fluidAt(shifted(flowTemperature, temperatureDifference / 2), `circuits/${circuit.id}`);
  const volumeFlow = book.add({
    id: `${place}/volumeFlow`,
    label: `${circuit.name}: flow when cooling`,
    kind: 'volumeFlow',
    value: massFlowFor(output.value, fluid.specificHeat, temperatureDifference) / fluid.density,
    formula: 'V = Q / (ρ · c_p · ΔT)',
    source: 'energy balance',
    terms: {
      Q: output,
      ρ: context.densityOf(fluid),
      c_p: context.specificHeatOf(fluid),
      ΔT: decided('delta T when cooling', 'temperatureDifference', temperatureDifference, `${place}/temperatureDifference`),
    },
  });
  return { circuitId: circuit.id, output, volumeFlow, solved: null };
}

const SOLVED = 'flow, pressure and temperature of the whole plant solved together with cold water in it';

function solvedCircuit(
  { book }: Context,
  { id, name, cooling }: Circuit,
  { output, volumeFlow }: CircuitCooling,
  now: PlantState['circuits'][number],
  parts: readonly CoolingPart[],
): SolvedCooling {
  const place = `circuits/${id}/cooling`;
  const wanted = cooling as NonNullable<Circuit['cooling']>;
  const supply = book.add({
    id: `${place}/solvedSupply`,
    label: `${name}: flow temperature that comes in summer`,
    kind: 'temperature',
    value: now.supply,
    formula: 'T at the manifold, every zone calling',
    source: SOLVED,
    terms: { 'T_f wanted': decided('flow when cooling', 'temperature', wanted.flowTemperature, `${place}/flowTemperature`) },
  });
  const back = book.add({
    id: `${place}/solvedReturn`,
    label: `${name}: return temperature that comes in summer`,
    kind: 'temperature',
    value: now.back,
    formula: 'T_r where the loops meet again, every zone calling',
    source: SOLVED,
    terms: { T_f: supply },
  });
  const condensate = book.add({
    id: `${place}/condensate`,
    label: `${name}: condensate`,
    kind: 'condensate',
    value: parts.reduce((sum, { comes }) => sum + (comes?.condensate ?? 0), 0),
    formula: 'W = Σ m_air · (x_in − x_out)',
    source: 'balance of the water in the air through each coil',
    terms: { T_f: supply },
  });
  const latent = book.add({
    id: `${place}/latent`,
    label: `${name}: of that, drying`,
    kind: 'power',
    value: parts.reduce((sum, { comes }) => sum + (comes?.latent ?? 0), 0),
    formula: 'Q_l = W · r',
    source: 'heat of vaporisation, ASHRAE Handbook Fundamentals',
    terms: { W: condensate },
  });
  const heat = book.add({
    id: `${place}/solvedHeat`,
    label: `${name}: cooling that comes`,
    kind: 'power',
    value: 0 - now.heat,
    formula: 'Q = Σ over its loops',
    source: SOLVED,
    terms: { 'Q wanted': output, T_f: supply, T_r: back, Q_l: latent },
  });
  const flowShare = book.add({
    id: `${place}/flowShare`,
    label: `${name}: solved over wanted flow in summer`,
    kind: 'fraction',
    value: volumeFlow.value > 0 ? now.flow / volumeFlow.value : 0,
    formula: 'V_solved / V_wanted',
    source: SOLVED,
    terms: { V_solved: given('flow to the manifold', 'volumeFlow', now.flow, SOLVED), V_wanted: volumeFlow },
  });
  return { supply, back, heat, latent, condensate, flowShare };
}
