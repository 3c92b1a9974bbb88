import type { Job } from '../../model/job.ts';
import { circuitNeed, type StraightCurve, sentAt, settledCurve, sourceNeed } from '../control/weather-curve.ts';
import type { Design } from '../design/design.ts';
import { HOT_WATER_CALL, type Plant } from '../design/operate.ts';
import { ladder } from '../emitter/ladder.ts';
import { fluidOf, fluidState } from '../fluid/fluid.ts';
import type { FluidState } from '../fluid/water.ts';
import { coilConductance } from '../plant/cylinder.ts';
import { rulebookOf } from '../review/rulebooks.ts';
import { CylinderCall, EXERCISE_TIME, PumpExercise, type Turn, within } from './calling.ts';
import { CircuitSide, type ZoneSink } from './circuit-side.ts';
import { ended } from './ended.ts';
import { type BookedFlows, FlowBook } from './flow-book.ts';
import { gainsIn } from './gains.ts';
import { zonesOfRun } from './house.ts';
import { type Moved, PlantWater } from './plant-water.ts';
import { type CircuitMoment, clockOf, type RunMoment, type RunResult, type RunSettings } from './run.ts';
import { mostOutput, SourceRun } from './source-run.ts';
import { SHORT, Tally, TOO_WARM } from './tally.ts';
import { askThermostats } from './thermostats.ts';
import { type RunZone, thermostaticShare, type ZoneState, type ZoneStep, zoneAfter, zoneStep } from './zone.ts';

/** Steps between two reports of how far it is. */
const PAUSE = 2000;
/** Moments at which the booked flows are held against the whole plant. */
const LOOKS = 48;
/** Rounds in which valves and water find each other within a step. */
const ROUNDS = 2;

/**
 * The plant over a time, step by step: thermostats with a band or valves that follow the room, rooms and heated floors with
 * their mass, water in parts with a temperature each, a source that modulates down to its least output and then cycles, the
 * cylinder with its draws and its turn.
 *
 * Flows are solved once for each state of calls and for places of the mixing valves along their travel; how far that is off
 * is looked at now and then. Heat is balanced in every step.
 * @yields the share done, now and then
 */
export function* simulation(job: Job, design: Design, plant: Plant, settings: RunSettings): Generator<number, RunResult> {
  const run = new Run(job, design, plant, settings);
  for (let i = 0; i < settings.outdoor.length; i++) {
    if (i > 0 && i % PAUSE === 0) yield i / settings.outdoor.length;
    if (!run.step(i)) break;
  }
  return run.finish();
}

/** The whole run at once. */
export const simulate = (job: Job, design: Design, plant: Plant, settings: RunSettings): RunResult =>
  ended(simulation(job, design, plant, settings));

/** Everything that moves in a run. */
class Run {
  private readonly job: Job;
  private readonly settings: RunSettings;
  private readonly fluid: FluidState;
  private readonly zones: RunZone[];
  private readonly states: ZoneState[];
  private readonly zoneSteps: ZoneStep[];
  private readonly circuits: CircuitSide[];
  private readonly sinks: ZoneSink[];
  private readonly book: FlowBook;
  private readonly water: PlantWater;
  private readonly source: SourceRun;
  private readonly capacity: number;
  private readonly sourceCurve: StraightCurve | null;
  private readonly cylinder: CylinderCall | null;
  private readonly coil: number;
  private readonly exercise = new PumpExercise();
  private readonly lookEvery: number;
  private readonly tally: Tally;
  /** What called last, and when: pumps run on with it. */
  private last: { calling: string[]; at: number } = { calling: [], at: Number.NEGATIVE_INFINITY };
  private output = 0;
  private drawn = 0;
  private gap = 0;
  private readonly storeAtStart: number;
  private readonly heldAtStart: number;
  private intoStore = 0;

  constructor(job: Job, design: Design, plant: Plant, settings: RunSettings) {
    this.job = job;
    this.settings = settings;
    this.fluid = fluidState(
      fluidOf(job.fluid),
      (design.source?.returnTemperature.value ?? 40) / 2 + job.source.flowTemperature / 2,
    );
    this.zones = zonesOfRun(job, plant, settings.mass);
    this.states = this.zones.map((zone) => ({ room: zone.setPoint, floor: zone.setPoint + 3, stored: 0, calls: true }));
    this.zoneSteps = this.zones.map((zone) => zoneStep(zone, settings.step));
    const rungs = ladder(job);
    this.sourceCurve = job.source.curve && settledCurve(job.source.curve, sourceNeed(job, design.circuits, rungs));
    this.circuits = job.circuits.flatMap((decided) => {
      const designed = design.circuits.find((each) => each.id === decided.id);
      if (!designed || !this.zones.some((zone) => zone.circuitId === decided.id)) return [];
      const curve = decided.curve && settledCurve(decided.curve, circuitNeed(job, designed, rungs));
      return [new CircuitSide(decided, curve, this.zones)];
    });
    this.sinks = this.zones.map(() => ({ room: 0, floor: 0, open: 1 }));
    this.book = new FlowBook(plant, job.separation.kind !== 'none' && job.distribution.kind === 'pumps');
    this.water = new PlantWater(job, design, this.fluid.density * this.fluid.specificHeat);
    const together = design.furtherSources.filter((each) => !each.backup);
    this.capacity = together.reduce((sum, each) => sum + each.capacity.value, design.source?.capacity.value ?? 0);
    this.source = new SourceRun(Math.min(design.buffer?.leastOutput.value ?? 0, this.capacity), job.source.leastRunTime);
    const { hotWater } = job;
    const swing = rulebookOf(job).rules.storeSwing.limit;
    this.cylinder = hotWater && new CylinderCall(hotWater, swing, job.controls.priorityTimeout);
    this.coil = hotWater ? coilConductance(hotWater) : 0;
    this.storeAtStart = this.water.inStore;
    this.heldAtStart = this.water.held;
    this.lookEvery = Math.max(1, Math.floor(settings.outdoor.length / LOOKS));
    this.tally = new Tally(
      job,
      settings,
      this.zones,
      this.circuits.map(({ id, decided }) => ({ id, name: decided.name })),
      this.fluid.density,
    );
  }

  /** @returns whether the run can go on */
  step(i: number): boolean {
    const { settings, water, source, tally } = this;
    const { result } = tally;
    const { step } = settings;
    const time = i * step;
    const hour = (time / 3600) % 24;
    const outdoor = settings.outdoor[i] as number;
    const lowered = settings.setBack && within(hour, settings.setBack.from, settings.setBack.to) ? settings.setBack.by : 0;
    this.draw(hour);
    const { calling, turn } = this.callsNow(time, lowered, outdoor);
    const called = calling.length > 0;
    if (called) this.last = { calling, at: time };
    // Pumps run on with what called last, to carry the heat of the source away.
    const moving = called || time - this.last.at < this.job.controls.overrun;
    const flowing = called ? calling : moving ? this.last.calling : [];
    const flows = this.book.at(flowing);
    if (typeof flows === 'string') {
      result.broke = `At ${clockOf(time)}, with ${flowing.length} calls: ${flows}`;
      return false;
    }
    const exercised = this.job.controls.exercise && this.exercise.next(moving, step);
    const wanted = this.wantedOf(outdoor, turn === 'cylinder' || turn === 'both');
    source.decide(water.led, water.sent, wanted, called);
    const moved = this.move(flows, wanted, outdoor, lowered, moving);
    this.warmRooms(moved.intoZones, hour, outdoor, lowered, time);
    source.after(step);
    tally.count({ ...moved, sent: water.sent }, outdoor, source.cycles);
    if (exercised) this.moveAllPumps();
    if (i % this.lookEvery === 0 && called) this.look(flowing, moved);
    if (i % settings.keepEvery === 0)
      result.moments.push(this.momentOf(time, outdoor, wanted, moved, flowing, called && turn !== 'heating' && turn !== 'none'));
    return true;
  }

  private draw(hour: number): void {
    const { hotWater } = this.job;
    if (!hotWater) return;
    for (const { hour: at, volume } of this.settings.draws)
      if (hour >= at && hour < at + this.settings.step / 3600 - 1e-9)
        this.drawn += this.water.draw(volume, hotWater.volume, hotWater.coldTemperature);
  }

  /** Ids of all that calls: zones whose thermostats do, and the cylinder in its turn. */
  private callsNow(time: number, lowered: number, outdoor: number): { calling: string[]; turn: Turn } {
    const { zones, states, settings, cylinder } = this;
    askThermostats(zones, states, settings, lowered, outdoor);
    const heating = states.some((state) => state.calls);
    const turn = cylinder ? cylinder.next(time, this.water.store ?? 0, heating) : heating ? 'heating' : 'none';
    const calling = turn === 'heating' || turn === 'both' ? zones.filter((_, z) => states[z]?.calls).map((zone) => zone.id) : [];
    if (turn === 'cylinder' || turn === 'both') calling.push(HOT_WATER_CALL);
    return { calling, turn };
  }

  /** What the source is to send, degrees C. */
  private wantedOf(outdoor: number, charging: boolean): number {
    const { source } = this.job;
    const heating = sentBy(this.sourceCurve, source.flowTemperature, source.curve, outdoor);
    return charging && this.cylinder ? Math.max(heating, this.cylinder.flowTemperature) : heating;
  }

  /** The water through a step: valves turn to what they want, the source gives what it can of what is wanted. */
  private move(flows: BookedFlows, wanted: number, outdoor: number, lowered: number, moving: boolean): StepMoved {
    const { water, circuits, settings, source } = this;
    const { specificHeat } = this.fluid;
    const held = water.held;
    const most = this.mostNow(outdoor, wanted);
    const sourceShare = this.sourceShare(flows);
    const carriesSource = sourceShare * flows.source * specificHeat;
    const coil = flows.coil * specificHeat;
    const effectiveness = coil > 0 ? -Math.expm1(-this.coil / coil) : 0;
    this.setSinks(lowered);
    const drawn = circuits.map((circuit) => circuit.drawn);
    const power = (idle: number, perWatt: number) => source.output(wanted, idle, perWatt, most);
    let supply = water.supply;
    water.streams.keep();
    let moved: Moved;
    for (let round = 1; ; round++) {
      for (const circuit of circuits) {
        const { decided, curve } = circuit;
        const mix =
          decided.connection === 'mixed'
            ? sentBy(curve, decided.flowTemperature, decided.curve, outdoor)
            : Number.POSITIVE_INFINITY;
        circuit.set(flows.circuits.get(circuit.id), supply, mix, this.sinks, specificHeat);
      }
      moved = water.step(settings.step, carriesSource, drawn, { carries: coil, effectiveness }, moving, power);
      supply = water.supply;
      if (round === ROUNDS) break;
      water.streams.recall();
    }
    this.output = moved.power;
    const given = moved.given.reduce((sum, heat) => sum + heat, 0);
    const into = moved.power - moved.pipes - moved.intoStore - given;
    this.gap += Math.abs(into * settings.step - (water.held - held));
    this.intoStore += moved.intoStore * settings.step;
    const intoZones = this.zones.map(() => ({ floor: 0, other: 0 }));
    const moments = circuits.map((circuit, c) =>
      circuit.after(moved.given[c] as number, supply, specificHeat, ({ zone, emitter }, heat) => {
        const at = intoZones[zone] as { floor: number; other: number };
        if (emitter.inFloor) at.floor += heat;
        else at.other += heat;
      }),
    );
    const beyond = drawn.reduce((sum, each) => sum + each.hot + each.round, coil);
    return {
      ...moved,
      intoZones,
      moments,
      back: water.back(carriesSource, beyond),
      through: carriesSource / specificHeat,
      drawn: beyond / specificHeat,
      coilBack: coil > 0 ? supply - moved.intoStore / coil : null,
      // The power of a pump falls with the cube of its speed (affinity laws).
      pumps: flows.power - flows.sourcePower * (1 - sourceShare ** 3),
    };
  }

  /** What the emitters of each zone find. */
  private setSinks(lowered: number): void {
    const { zones, states, sinks, settings } = this;
    zones.forEach((zone, z) => {
      const { room, floor } = states[z] as ZoneState;
      const sink = sinks[z] as ZoneSink;
      sink.room = room;
      sink.floor = floor;
      sink.open = zone.follows === null || settings.open ? 1 : thermostaticShare(room, zone.setPoint - lowered, zone.follows);
    });
  }

  /**
   * Share of its booked flow that the source's pump moves: one that holds the delta T turns no faster than its heat asks for,
   * and beside a buffer it runs with the source alone, so that the tank keeps its layers.
   */
  private sourceShare(flows: BookedFlows): number {
    const { source: decided, separation, controls } = this.job;
    if (separation.kind === 'none' || flows.source <= 0) return 1;
    if (this.water.layers > 0 && !this.source.pumps(controls.overrun)) return 0;
    if (decided.pumpControl !== 'constant-difference') return 1;
    const asked = this.output / (this.fluid.specificHeat * Math.max(decided.temperatureDifference, 1));
    return Math.min(Math.max(asked / flows.source, LEAST_SPEED), 1);
  }

  private mostNow(outdoor: number, flow: number): number {
    const first = this.capacity;
    return this.job.source.points.length > 0 ? Math.min(mostOutput(this.job, first, outdoor, flow), MOST_OVER * first) : first;
  }

  private warmRooms(
    into: readonly { floor: number; other: number }[],
    hour: number,
    outdoor: number,
    lowered: number,
    time: number,
  ): void {
    const { zones, states, settings, zoneSteps } = this;
    const short: number[] = [];
    let watched = false;
    let tooWarm = false;
    zones.forEach((zone, z) => {
      const state = states[z] as ZoneState;
      const { floor, other } = into[z] as { floor: number; other: number };
      const gains = gainsIn(zone, settings.people, settings.sun, hour);
      const after = zoneAfter(zone, zoneSteps[z] as ZoneStep, state, floor, other, gains, outdoor, settings.step);
      state.room = after.room;
      state.floor = after.floor;
      state.stored = after.stored;
      if (state.room > zone.setPoint + TOO_WARM) tooWarm = true;
      if (state.room >= zone.setPoint - lowered - SHORT) return;
      short.push(z);
      if (settings.only === null || settings.only.includes(zone.id)) watched = true;
    });
    this.tally.comfort(short, watched, tooWarm, hour, lowered, time);
  }

  /** Every pump turns for a minute, so that none sticks. */
  private moveAllPumps(): void {
    const all = this.book.at(this.zones.map((zone) => zone.id));
    if (typeof all !== 'string') this.tally.exercise(all.power * EXERCISE_TIME);
  }

  /** Holds the booked flows against the whole plant, its valves where they stand just now. */
  private look(calling: readonly string[], moved: StepMoved): void {
    const { circuits, book } = this;
    const { result } = this.tally;
    const travels = new Map(circuits.map((circuit, c) => [circuit.id, (moved.moments[c] as CircuitMoment).travel]));
    const state = book.exactly(calling, travels);
    if (!state.converged) return;
    result.looked++;
    circuits.forEach((circuit, c) => {
      const whole = state.circuits.find((each) => each.id === circuit.id);
      // What thermostatic valves hold back is no error of the book.
      if (!whole?.running || circuit.decided.loopValves === 'thermostatic') return;
      const exact = Math.max(whole.massFlow, 0);
      if (exact > 0)
        result.flowError = Math.max(result.flowError, Math.abs((moved.moments[c] as CircuitMoment).flow / exact - 1));
    });
  }

  private momentOf(
    time: number,
    outdoor: number,
    wanted: number,
    moved: StepMoved,
    calling: readonly string[],
    charging: boolean,
  ): RunMoment {
    const { states, water, cylinder, source } = this;
    return {
      time,
      outdoor,
      rooms: states.map((state) => state.room),
      supply: water.sent,
      back: moved.back,
      wanted,
      toCircuits: water.supply,
      fromCircuits: water.returned,
      store: water.store,
      coilBack: moved.coilBack,
      layers: water.layerTemperatures,
      circuits: moved.moments,
      calls: `${states.map((state) => (state.calls ? '1' : '0')).join('')}${cylinder ? (charging ? '1' : '0') : ''}`,
      calling: [...calling],
      flow: this.job.separation.kind === 'none' ? moved.drawn : moved.through,
      drawn: moved.drawn,
      output: moved.power,
      intoStore: moved.intoStore,
      firing: source.firing,
      pumps: moved.pumps,
    };
  }

  finish(): RunResult {
    const { source, book, water, cylinder, exercise } = this;
    const result = this.tally.finish(source.cycles, water.sent, water.returned);
    result.energy.inWater = water.held - this.heldAtStart;
    result.running = source.running;
    result.shortestRun = source.shortestRun;
    result.shortRuns = source.shortRuns;
    result.priorityEnded = cylinder?.ended ?? 0;
    result.hygiene = cylinder?.reached ?? 0;
    result.exercised = exercise.times;
    const ofStore = this.intoStore - (water.inStore - this.storeAtStart) - this.drawn;
    result.imbalance = (this.gap + Math.abs(ofStore)) / Math.max(result.energy.made, 1);
    result.solved = book.solved;
    result.known = book.known;
    return result;
  }
}

interface StepMoved extends Moved {
  intoZones: { floor: number; other: number }[];
  moments: CircuitMoment[];
  /** Degrees C coming back to the source, kg/s through it, W of all pumps. */
  back: number;
  through: number;
  pumps: number;
  /** kg/s drawn by circuits and coil, degrees C coming back from that. */
  drawn: number;
  coilBack: number | null;
}

/** Least speed of a pump that follows a difference. */
const LEAST_SPEED = 0.15;
/** Output beyond its rating that the data points of a heat pump are believed. */
const MOST_OVER = 3;

/** What is sent at an outdoor temperature: by the curve where there is one, else the same all winter. */
const sentBy = (curve: StraightCurve | null, fixed: number, set: Job['source']['curve'], outdoor: number): number =>
  curve && set ? sentAt(set, curve, outdoor) : fixed;
