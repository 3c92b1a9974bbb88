import type { Job } from '../../model/job.ts';
import { circuitNeed, type StraightCurve, sentAt, settledCurve, sourceNeed } from '../control/weather-curve.ts';
import type { Design } from '../design/design.ts';
import { HOT_WATER_CALL, type Plant, type PlantState, pumpPowerOf } from '../design/operate.ts';
import { ladder } from '../emitter/ladder.ts';
import { water } from '../fluid/water.ts';
import { coilHeat } from '../plant/cylinder.ts';
import { heatPumpAt } from '../plant/heat-pump-map.ts';
import { carnotCop } from '../plant/source-gain.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { rulebookOf } from '../review/rulebooks.ts';
import { heatTaken, type RunZone, thermostatCalls, type ZoneState, zoneAfter } from './zone.ts';

/** How a house keeps its heat: hours for its rooms to lose all but a third of what they stand above outdoors. */
export const MASSES = { light: 30, medium: 70, heavy: 140 } as const;
export type Mass = keyof typeof MASSES;

export interface RunSettings {
  /** Seconds of a step, and outdoor temperatures for each of them, degrees C. */
  step: number;
  outdoor: readonly number[];
  mass: Mass;
  /** Heat from people and things, and from the sun at noon, as shares of the design load. */
  people: number;
  sun: number;
  /** Lowered between these hours by so many K; null for no set-back. */
  setBack: { from: number; to: number; by: number } | null;
  /** Hot water drawn: hour and litres. */
  draws: readonly { hour: number; volume: number }[];
  /** Zones that may call; null for all. */
  only: readonly string[] | null;
  /** Every how many steps a moment is kept to be drawn. */
  keepEvery: number;
}

/** One moment of the run as it is drawn. */
export interface RunMoment {
  /** Seconds from the start. */
  time: number;
  outdoor: number;
  /** Degrees C: rooms by zone, water to the circuits, what was wanted of it, the store. */
  rooms: number[];
  supply: number;
  wanted: number;
  store: number | null;
  /** One letter a zone, 1 calls; then the cylinder. */
  calls: string;
  /** W. */
  output: number;
  firing: boolean;
  pumps: number;
}

export interface RunResult {
  zones: { id: string; label: string; setPoint: number }[];
  moments: RunMoment[];
  /** J. */
  energy: {
    made: number;
    toRooms: number;
    toCylinder: number;
    pipes: number;
    inWater: number;
    pumps: number;
    bought: number | null;
  };
  /** Starts of the source, seconds it ran, shortest run in seconds. */
  cycles: number;
  running: number;
  shortestRun: number | null;
  /** Hours in which a zone stood more than half a kelvin below what was wanted, by zone. */
  hoursShort: number[];
  /** Energy that was neither taken nor stored nor lost, as a share of what was made: 0 but for rounding. */
  imbalance: number;
  /** States of the plant solved, and steps that took one known before. */
  solved: number;
  known: number;
  /** Why the run broke off, with the time; null when it went through. */
  broke: string | null;
}

/** Seconds from water to room: a screed, a radiator, a coil in moving air: from memory. */
const LAG = { floor: 7200, radiators: 900, 'air-units': 120 } as const;
/** Water above what was wanted at which a source stops, and below at which it starts again, K: common practice. */
const STOPS_ABOVE = 5;
const STARTS_BELOW = 5;
/** Steps between two reports of how far it is. */
const PAUSE = 2000;
/** Below what was wanted by this a zone is short, K. */
const SHORT = 0.5;

/** What the plant does in one state of its calls, as the run needs it. */
interface CallState {
  flows: Map<string, number>;
  pumps: number;
}

/**
 * The plant over a time, step by step: thermostats with a band, rooms of one mass behind emitters with a lag, a source that
 * modulates down to its least output and then cycles, one mixed water between them, the cylinder with its draws.
 *
 * The plant is solved once for each combination of calls; the flows then stand, and the heat follows the temperatures of the
 * moment. Heat is balanced in every step.
 * @yields the share done, now and then
 */
export function* simulation(job: Job, design: Design, plant: Plant, settings: RunSettings): Generator<number, RunResult> {
  const { step, outdoor } = settings;
  const zones = zonesOfRun(job, plant, settings.mass);
  const specificHeat = water(50).specificHeat;
  const waterCapacity = Math.max(waterVolume(job, design), 0.005) * water(50).density * specificHeat;
  const curves = curvesOf(job, design);
  const capacity = design.source?.capacity.value ?? 0;
  const least = Math.min(design.buffer?.leastOutput.value ?? 0, capacity);
  const cylinder = job.hotWater;
  const coil = cylinder ? coilHeat(cylinder) : 0;
  const swing = rulebookOf(job).rules.storeSwing.limit;
  const storeCapacity = cylinder ? cylinder.volume * water(40).density * specificHeat : 1;
  const known = new Map<string, CallState | string>();
  const states: ZoneState[] = zones.map((zone) => ({ room: zone.setPoint, stored: 0, calls: true }));
  let supply = job.source.flowTemperature - job.source.temperatureDifference / 2;
  let store = cylinder?.storeTemperature ?? 0;
  let charging = false;
  let firing = false;
  let ranFor = 0;
  let hits = 0;
  const atStart = supply;
  const storeAtStart = store;
  let drawn = 0;
  const result: RunResult = {
    zones: zones.map(({ id, label, setPoint }) => ({ id, label, setPoint })),
    moments: [],
    energy: {
      made: 0,
      toRooms: 0,
      toCylinder: 0,
      pipes: 0,
      inWater: 0,
      pumps: 0,
      bought: traitsOf(job.source).heatPump ? 0 : null,
    },
    cycles: 0,
    running: 0,
    shortestRun: null,
    hoursShort: zones.map(() => 0),
    imbalance: 0,
    solved: 0,
    known: 0,
    broke: null,
  };
  for (let i = 0; i < outdoor.length; i++) {
    if (i > 0 && i % PAUSE === 0) yield i / outdoor.length;
    const time = i * step;
    const hour = (time / 3600) % 24;
    const out = outdoor[i] as number;
    const lowered = settings.setBack && within(hour, settings.setBack.from, settings.setBack.to) ? settings.setBack.by : 0;
    for (const { hour: at, volume } of settings.draws) {
      if (!cylinder || hour < at || hour >= at + step / 3600 - 1e-9) continue;
      const part = Math.min(volume / cylinder.volume, 1);
      drawn += part * (store - cylinder.coldTemperature) * storeCapacity;
      store += part * (cylinder.coldTemperature - store);
    }
    if (cylinder) {
      if (store < cylinder.storeTemperature - swing) charging = true;
      else if (store >= cylinder.storeTemperature) charging = false;
    }
    zones.forEach((zone, z) => {
      const state = states[z] as ZoneState;
      const allowed = settings.only === null || settings.only.includes(zone.id);
      state.calls = allowed && thermostatCalls(state.room, zone.setPoint - lowered, state.calls);
    });
    const heated = !(charging && cylinder?.charging === 'priority');
    const calling = [
      ...(heated ? zones.filter((_, z) => states[z]?.calls).map((zone) => zone.id) : []),
      ...(charging ? [HOT_WATER_CALL] : []),
    ];
    const key = calling.join(' ');
    let now = known.get(key);
    if (now === undefined) {
      now = callState(settled(plant, calling));
      known.set(key, now);
      result.solved++;
    } else hits++;
    if (typeof now === 'string') {
      result.broke = `At ${clock(time)}, with ${calling.length} calls: ${now}`;
      break;
    }
    const { flows, pumps } = now;
    const flowOf = (place: string) => flows.get(place) ?? 0;
    const wanted = Math.max(
      sentBy(curves.get('source'), job.source.flowTemperature, job.source.curve, out),
      charging && cylinder ? cylinder.flowTemperature : 0,
    );
    // What each zone and the coil would take of the water as it is, and how that grows with its temperature.
    let grows = 0;
    const taking = zones.map((zone, z) => {
      const state = states[z] as ZoneState;
      if (!heated || !state.calls) return 0;
      const circuit = job.circuits.find((each) => each.id === zone.circuitId);
      const set =
        circuit?.connection === 'mixed'
          ? sentBy(curves.get(zone.circuitId), circuit.flowTemperature, circuit.curve, out)
          : Number.POSITIVE_INFINITY;
      const arrives = Math.min(supply, set);
      const heat = heatTaken(zone, state.room, arrives, flowOf, specificHeat);
      if (supply < set && supply > state.room) grows += heat / (supply - state.room);
      return heat;
    });
    const intoCoil = charging ? Math.max(0, coil * (supply - store)) : 0;
    if (intoCoil > 0) grows += coil;
    const lost = calling.length > 0 ? pipeLoss(job, design, supply) : 0;
    const any = calling.length > 0;
    if (firing && (!any || (supply > wanted + STOPS_ABOVE && ranFor > 0))) {
      firing = false;
      result.shortestRun = Math.min(result.shortestRun ?? Number.POSITIVE_INFINITY, ranFor);
    } else if (!firing && any && supply < wanted - (result.cycles === 0 ? 0 : STARTS_BELOW)) {
      firing = true;
      ranFor = 0;
      result.cycles++;
    }
    const asked = taking.reduce((sum, heat) => sum + heat, intoCoil + lost);
    const output = firing ? Math.min(Math.max(((wanted - supply) * waterCapacity) / step + asked, least), capacity) : 0;
    // The water at the end of the step, what is taken following it: so the step may be as long as one likes.
    const next = supply + ((output - asked) * step) / (waterCapacity + grows * step);
    const takenAll = output - ((next - supply) * waterCapacity) / step;
    const share = asked > 0 ? Math.max(takenAll / asked, 0) : 0;
    // Where nothing takes heat, what the water loses or gains stays in it.
    supply = asked > 0 ? next : supply + (output * step) / waterCapacity;
    if (share === 0 && asked > 0) supply = next + (takenAll * step) / waterCapacity;
    store += (intoCoil * share * step) / storeCapacity;
    zones.forEach((zone, z) => {
      const state = states[z] as ZoneState;
      const gains = gainsAt(zone, job, settings, hour);
      const after = zoneAfter(zone, state, (taking[z] as number) * share, gains, out, step);
      state.room = after.room;
      state.stored = after.stored;
      if (state.room < zone.setPoint - lowered - SHORT) result.hoursShort[z] = (result.hoursShort[z] as number) + step / 3600;
    });
    if (firing) {
      ranFor += step;
      result.running += step;
    }
    result.energy.made += output * step;
    result.energy.toRooms += taking.reduce((sum, heat) => sum + heat, 0) * share * step;
    result.energy.toCylinder += intoCoil * share * step;
    result.energy.pipes += lost * share * step;
    result.energy.pumps += pumps * step;
    if (result.energy.bought !== null && output > 0) result.energy.bought += (output / copAt(job, out, supply)) * step;
    if (i % settings.keepEvery !== 0) continue;
    result.moments.push({
      time,
      outdoor: out,
      rooms: states.map((state) => state.room),
      supply,
      wanted,
      store: cylinder ? store : null,
      calls: `${states.map((state) => (state.calls ? '1' : '0')).join('')}${cylinder ? (charging ? '1' : '0') : ''}`,
      output,
      firing,
      pumps,
    });
  }
  result.known = hits;
  const { energy } = result;
  energy.inWater = (supply - atStart) * waterCapacity;
  const balance = energy.made - energy.toRooms - energy.toCylinder - energy.pipes - energy.inWater;
  const ofStore = cylinder ? energy.toCylinder - (store - storeAtStart) * storeCapacity - drawn : 0;
  result.imbalance = (Math.abs(balance) + Math.abs(ofStore)) / Math.max(energy.made, 1);
  return result;
}

/** The whole run at once. */
export function simulate(job: Job, design: Design, plant: Plant, settings: RunSettings): RunResult {
  const run = simulation(job, design, plant, settings);
  for (;;) {
    const { done, value } = run.next();
    if (done) return value;
  }
}

const within = (hour: number, from: number, to: number): boolean =>
  from <= to ? hour >= from && hour < to : hour >= from || hour < to;

const clock = (seconds: number): string =>
  `${String(Math.floor(seconds / 3600)).padStart(2, '0')}:${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')}`;

/** Rooms and emitters of each thermostat. A room loses its load on the design day, in proportion to what it stands above outdoors. */
function zonesOfRun(job: Job, plant: Plant, mass: Mass): RunZone[] {
  const { assembly } = plant;
  const heat = new Map(assembly.spec.links.map((link) => [link.id, link.heat]));
  return assembly.zones.flatMap((zone): RunZone[] => {
    const circuit = assembly.circuits.find((each) => each.id === zone.circuitId);
    const decided = job.circuits.find((each) => each.id === zone.circuitId);
    if (!circuit || !decided) return [];
    const loops = circuit.loops.filter((loop) => zone.valves.length === 0 || zone.valves.includes(loop.valve));
    const load = loops.reduce((sum, loop) => sum + loop.load, 0);
    if (load <= 0) return [];
    const setPoint = loops.reduce((sum, loop) => sum + loop.roomTemperature * loop.load, 0) / load;
    const coldest = Math.min(job.site.outdoorDesignTemperature, setPoint - 1);
    const loss = load / (setPoint - coldest);
    return [
      {
        id: zone.id,
        label: zone.label,
        circuitId: zone.circuitId,
        setPoint,
        loss,
        capacity: loss * MASSES[mass] * 3600,
        lag: LAG[decided.emitters],
        emitters: loops.flatMap(({ place }) => {
          const spec = heat.get(place);
          return spec?.kind === 'emitter' ? [{ place, coefficient: spec.coefficient, exponent: spec.exponent }] : [];
        }),
      },
    ];
  });
}

/** Water between source and circuits: source, its pipes, header or tank, a tank in the return, m3. */
function waterVolume(job: Job, design: Design): number {
  const { source, buffer, figures } = design;
  if (!source) return 0;
  const runs = design.circuits.reduce((sum, { sized }) => sum + (sized?.run.content.value ?? 0), 0);
  return (
    (figures['source/waterContent']?.value ?? 0) +
    source.run.content.value +
    runs +
    (buffer?.tank?.volume.value ?? 0) +
    (job.source.volumiser ?? 0)
  );
}

function curvesOf(job: Job, design: Design): Map<string, StraightCurve | null> {
  const rungs = ladder(job);
  const curves = new Map<string, StraightCurve | null>();
  if (job.source.curve) curves.set('source', settledCurve(job.source.curve, sourceNeed(job, design.circuits, rungs)));
  for (const circuit of job.circuits) {
    const designed = design.circuits.find((each) => each.id === circuit.id);
    if (circuit.curve && designed) curves.set(circuit.id, settledCurve(circuit.curve, circuitNeed(job, designed, rungs)));
  }
  return curves;
}

/** What is sent at an outdoor temperature: by the curve where there is one, else the same all winter. */
const sentBy = (curve: StraightCurve | null | undefined, fixed: number, set: Job['source']['curve'], outdoor: number): number =>
  curve && set ? sentAt(set, curve, outdoor) : fixed;

/** Heat lost by the pipes between plant and manifolds while water moves, in proportion to what it stands above their air, W. */
function pipeLoss(job: Job, design: Design, supply: number): number {
  const { source } = design;
  if (!source) return 0;
  const around = job.site.pipeSurroundings;
  const designed = source.runHeat.value + design.circuits.reduce((sum, { sized }) => sum + (sized?.runHeat.value ?? 0), 0);
  const mean = (job.source.flowTemperature + source.returnTemperature.value) / 2;
  return mean > around ? Math.max(0, (designed * (supply - around)) / (mean - around)) : 0;
}

function gainsAt(zone: RunZone, job: Job, { people, sun }: RunSettings, hour: number): number {
  const load = zone.loss * (zone.setPoint - job.site.outdoorDesignTemperature);
  const height = hour > 8 && hour < 16 ? Math.sin(((hour - 8) / 8) * Math.PI) : 0;
  return load * (people + sun * height);
}

/** A state from the last one, or from nothing; what does not settle so may do from where that search ended, or from the design day. */
function settled(plant: Plant, calling: readonly string[]): PlantState {
  const near = plant.run(calling, 'warm');
  if (near.converged) return near;
  const again = plant.run(calling, 'warm');
  if (again.converged) return again;
  plant.runAll();
  return plant.run(calling, 'warm');
}

function callState(state: PlantState): CallState | string {
  if (!state.converged) return state.reason ?? 'the plant could not be solved.';
  const flows = new Map<string, number>();
  for (const circuit of state.circuits)
    for (const loop of circuit.loops) flows.set(loop.place, Math.max(loop.flow, 0) * water(50).density);
  return { flows, pumps: pumpPowerOf(state) };
}

/** COP just now: from the data points, or as a usual share of Carnot. */
function copAt(job: Job, outdoor: number, flow: number): number {
  const drawnFrom = traitsOf(job.source).defrosts ? outdoor : 0;
  return Math.max(heatPumpAt(job.source.points, drawnFrom, flow)?.cop ?? carnotCop(flow, drawnFrom) ?? 1, 1);
}
