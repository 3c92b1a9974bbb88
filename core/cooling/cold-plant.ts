import type { Emitter } from '../../model/emitter.ts';
import type { Circuit } from '../../model/job.ts';
import { assemble } from '../design/assemble.ts';
import type { Assembly, Zone } from '../design/assembly.ts';
import type { LoopSetting } from '../design/balancing.ts';
import type { ChosenPump } from '../design/choose-pump.ts';
import type { CircuitFlow } from '../design/circuit-design.ts';
import type { Context } from '../design/context.ts';
import { kvOf } from '../design/links.ts';
import type { Parts } from '../design/plant-parts.ts';
import { alongPorts } from '../design/points.ts';
import { coolingHeat, coolingLaw, coolingOf, type RoomAir } from '../emitter/cooling.ts';
import type { ControlSpec } from '../network/control.ts';
import type { HeatSpec } from '../network/heat.ts';
import type { TwinLink } from '../network/twin.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { type ColdSide, coldFlowOf, coldJobOf } from '../plan/cold-side.ts';
import { partOfLoop } from '../plan/parts-of-job.ts';
import { tankDiameter, tankHeight } from '../plant/buffer.ts';

/** What the machine of the cold side is sized to. */
export interface ColdSized {
  /** W on the hottest day. */
  capacity: number;
  /** Its pump, where it is not that of the source in winter; null where nothing but the circuits' pumps moves its water. */
  pump: ChosenPump | null;
  /** W/K of a coil in the tank of cold water. */
  coil: number;
}

/** A tank of cold water whose size nobody has given, m3: common practice for a house. */
const USUAL_TANK = 0.2;
/** What a coil takes of the pressure, Pa. */
const COIL_LOSS = 10_000;

/** A pump as it is set in summer. */
const inSummer = (pump: ChosenPump | null): ChosenPump | null =>
  pump?.summer ? { ...pump, speed: pump.summer.speed, indexLoss: pump.summer.indexLoss } : pump;

/** Everything sized for winter that takes part in summer, at its new places. */
function coldParts(context: Context, parts: Parts, side: ColdSide, sized: ColdSized, circuits: readonly Circuit[]): Parts {
  const taking = parts.flows.flatMap(({ circuit }, i) => (circuits.some(({ id }) => id === circuit.id) ? [i] : []));
  const of = <T>(list: readonly T[]): T[] => taking.map((i) => list[i] as T);
  const volume = side.tank?.volume === 'auto' || !side.tank ? USUAL_TANK : side.tank.volume;
  const { source } = parts;
  return {
    ...parts,
    flows: of(parts.flows).map(
      (flow): CircuitFlow => ({
        ...flow,
        circuit: circuits.find(({ id }) => id === flow.circuit.id) ?? flow.circuit,
      }),
    ),
    valves: of(parts.valves),
    injections: of(parts.injections),
    zoneValves: of(parts.zoneValves),
    circuitPumps: of(parts.circuitPumps).map(inSummer),
    loops: of(parts.loops),
    regulating: of(parts.regulating),
    source: { ...source, lift: null, ...(side.tank ? { beyond: { links: [], stations: [], supplyAt: () => undefined } } : {}) },
    sourcePump: inSummer(sized.pump),
    further: [],
    charging: null,
    ...(side.tank
      ? {
          header: null,
          exchanger: coilOf(context, parts, sized),
          tank: { volume: source.capacity, height: tankHeight(volume), diameter: tankDiameter(volume), pinned: true },
          linkPumps: new Map(),
          waters: [],
        }
      : {}),
  };
}

/** A coil in the tank of cold water, by its approach. */
function coilOf(context: Context, { source }: Parts, { coil }: ColdSized): Parts['exchanger'] {
  const kv = kvOf(source.volumeFlow.value, COIL_LOSS, source.fluid.density);
  const conductance = context.book.add({
    id: 'cooling/coil',
    label: 'Coil in the tank of cold water: heat for each kelvin',
    kind: 'heatPerKelvin',
    value: coil,
    formula: 'UA = Q / a',
    source: 'what the circuits take, over the approach entered',
    terms: {},
  });
  return { conductance, logMean: conductance, possible: true, sourceKv: kv, circuitsKv: kv };
}

/**
 * The plant as one network with cold water in it: the pipes, pumps and settings of winter, emitters that take heat, pipes that gain it, a
 * machine that cools, valves that mix warmer. What does not take part is shut.
 */
export function assembleCold(context: Context, parts: Parts, side: ColdSide, sized: ColdSized, air: RoomAir): Assembly {
  const job = coldJobOf(context.job, side);
  const cold: Context = { ...context, job, piping: pipingOf(job) };
  const assembly = assemble(cold, coldParts(context, parts, side, sized, job.circuits));
  const emitters = new Map<string, Emitter>(
    job.rooms.flatMap((room) => room.emitters.map((emitter): [string, Emitter] => [`rooms/${room.id}/${emitter.id}`, emitter])),
  );
  const runsOf = (loops: readonly LoopSetting[], place: string): number =>
    loops.filter((each) => partOfLoop(each.place) === partOfLoop(place)).length;
  /** What the emitter of a loop takes at the water decided, W. */
  const wantedOf = (place: string, circuitId: string): number => {
    const emitter = emitters.get(partOfLoop(place));
    const water = side.circuits.find(({ id }) => id === circuitId)?.cooling;
    const got = emitter && water && coolingOf(emitter, { flow: water.flowTemperature, rise: water.temperatureDifference }, air);
    return got ? got.sensible + got.latent : 0;
  };
  const heats = new Map<string, HeatSpec | null>([
    ['source', { kind: 'chiller', setPoint: coldFlowOf(side), power: sized.capacity }],
  ]);
  const shut = new Set<string>();
  for (const { id, loops } of assembly.circuits) {
    const circuit = job.circuits.find((each) => each.id === id);
    for (const loop of loops) {
      const part = partOfLoop(loop.place);
      const emitter = emitters.get(part);
      const law = emitter ? coolingLaw(emitter) : null;
      heats.set(loop.place, law ? coolingHeat(law, 1 / runsOf(loops, loop.place), air) : null);
      // What is shut by hand, or by a thermostatic head in a room that is warm enough, passes nothing.
      const feeds = loops.some(({ behind, place }) => behind === part && takesPart(emitters.get(partOfLoop(place))));
      if (circuit?.loopValves === 'thermostatic' || (!law && !feeds)) if (loop.behind === null) shut.add(loop.valve);
    }
  }
  const links = assembly.spec.links.map((link): TwinLink => {
    const heat = heats.get(link.id);
    if (shut.has(link.id)) return { ...link, closed: true };
    if (heat === undefined) return link;
    const { heat: _, ...plain } = link;
    return heat ? { ...plain, heat } : plain;
  });
  const sent = coldFlowOf(side);
  const circuits = assembly.circuits.map((circuit) => ({
    ...circuit,
    loops: circuit.loops.map((loop) => ({ ...loop, load: wantedOf(loop.place, circuit.id) / runsOf(circuit.loops, loop.place) })),
  }));
  return {
    ...assembly,
    circuits,
    cools: true,
    spec: { ...assembly.spec, links, controls: assembly.spec.controls.flatMap(coldControl) },
    // A thermostat whose emitters are all shut calls for nothing.
    zones: assembly.zones.flatMap((zone): Zone[] => {
      const valves = zone.valves.filter((valve) => !shut.has(valve));
      return zone.valves.length > 0 && valves.length === 0 ? [] : [{ ...zone, valves }];
    }),
    // On the bars of winter stands also what takes no part.
    ...(side.tank ? {} : { alongBars: alongPorts(context.piping).map(({ places }) => places) }),
    mean: sent + job.source.temperatureDifference / 2,
    still: job.site.summerRoom,
  };
}

const takesPart = (emitter: Emitter | undefined): boolean => emitter !== undefined && coolingLaw(emitter) !== null;

/** A control turned round: more of the cold water makes it colder. Rooms are cooled by what they get. */
function coldControl(control: ControlSpec): ControlSpec[] {
  return control.kind === 'room' ? [] : [{ ...control, cools: true }];
}
