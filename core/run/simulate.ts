import type { Job } from '../../model/job.ts';
import { circuitNeed, type StraightCurve, sentAt, settledCurve, sourceNeed } from '../control/weather-curve.ts';
import type { Design } from '../design/design.ts';
import type { Plant } from '../design/operate.ts';
import { HOT_WATER_CALL } from '../design/plant-state.ts';
import { ladder } from '../emitter/ladder.ts';
import type { Piping } from '../piping/piping.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { type Branch, stationOf } from '../plan/plan.ts';
import { type SettledJob, settledJob } from '../plan/settled-job.ts';
import { coilConductance } from '../plant/cylinder.ts';
import { DAY } from '../quantity/spans.ts';
import { rulebookOf } from '../rules/rulebooks.ts';
import { KINDS } from '../station/kinds.ts';
import { CylinderCall, EXERCISE_TIME, PumpExercise, type Turn, within } from './calling.ts';
import { carriedIn } from './carries.ts';
import { CircuitSide, type ZoneSink } from './circuit-side.ts';
import { Circulation } from './circulation.ts';
import { Dispatch, NOT_TAPPED } from './dispatch.ts';
import { ended } from './ended.ts';
import { type BookedFlows, FlowBook } from './flow-book.ts';
import { gainsIn } from './gains.ts';
import { zonesOfRun } from './house.ts';
import { withOwnWater } from './own-waters.ts';
import { PlantWater } from './plant-water.ts';
import { type CircuitMoment, clockOf, type RunMoment, type RunResult, type RunSettings } from './run.ts';
import { SHORT, Tally, TOO_WARM } from './tally.ts';
import { TapRun } from './tap-run.ts';
import { askThermostats, turnValves } from './thermostats.ts';
import { type StepMoved, WaterSteps } from './water-steps.ts';
import { type RunZone, thermostaticShare, type ZoneState, type ZoneStep, zoneAfter, zoneStep } from './zone.ts';

/** Steps between two reports of how far it is. */
const PAUSE = 1000;
/** Moments at which the booked flows are held against the whole plant. */
const LOOKS = 48;
/** Seconds of a step while it settles: only where it comes to matters. */
const SETTLING_STEP = 300;
/** No tap draws anything. */
const NOTHING_DRAWN = { heat: 0, ran: 0, lukewarm: 0 };

/** Heat of the sun on a job as it is usually set, of which a collector sees all. */
const USUAL_SUN = 0.2;

/**
 * The plant over a time, step by step: thermostats with a band or valves that follow the room, rooms and heated floors with
 * their mass, water in parts with a temperature each, sources that modulate down to their least output and then cycle, the
 * cylinder in layers with its draws and its turn.
 *
 * Flows are solved once for each state of calls and for places of the mixing valves along their travel; how far that is off
 * is looked at now and then. Heat is balanced in every step. Where a source stops and starts, its water goes in short steps
 * that end where it does.
 * @yields the share done, now and then
 */
export function* simulation(job: Job, design: Design, plant: Plant, settings: RunSettings): Generator<number, RunResult> {
  const run = new Run(settledJob(job), design, plant, settings);
  run.settle();
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
  private readonly job: SettledJob;
  private readonly settings: RunSettings;
  private readonly zones: RunZone[];
  private readonly states: ZoneState[];
  private zoneSteps: ZoneStep[];
  private readonly circuits: CircuitSide[];
  private readonly sinks: ZoneSink[];
  private readonly book: FlowBook;
  private readonly water: PlantWater;
  private readonly sources: Dispatch;
  private readonly steps: WaterSteps;
  private readonly sourceCurve: StraightCurve | null;
  private readonly cylinder: CylinderCall | null;
  private readonly circulation: Circulation | null;
  /** Hot water that the source makes while a tap runs; null where it makes none, or a cylinder does. */
  private readonly taps: TapRun | null;
  private readonly exercise = new PumpExercise();
  private readonly lookEvery: number;
  private readonly tally: Tally;
  /** What called last, and when: pumps run on with it. */
  private last: { calling: string[]; at: number } = { calling: [], at: Number.NEGATIVE_INFINITY };
  /** Seconds of a step just now. */
  private length: number;
  private counts = false;
  private gap = 0;
  private storeGap = 0;
  private heldAtStart = 0;
  private houseAtStart = 0;

  constructor(job: SettledJob, design: Design, plant: Plant, settings: RunSettings) {
    this.job = job;
    this.settings = settings;
    const carried = carriedIn(job, design);
    const fluid = carried.source;
    this.zones = zonesOfRun(job, plant, settings.mass);
    this.states = this.zones.map((zone) => ({
      room: zone.setPoint,
      floor: zone.setPoint + 3,
      stored: 0,
      calls: true,
      open: true,
      turning: 0,
    }));
    this.length = settings.step;
    this.zoneSteps = this.zones.map((zone) => zoneStep(zone, settings.step));
    const rungs = ladder(job);
    this.sourceCurve = job.source.curve && settledCurve(job.source.curve, sourceNeed(job, design.circuits, rungs));
    this.water = new PlantWater(job, design, carried.perVolume);
    this.circuits = job.circuits.flatMap((decided) => {
      const designed = design.circuits.find((each) => each.id === decided.id);
      if (!designed || !this.zones.some((zone) => zone.circuitId === decided.id)) return [];
      const curve = decided.curve && settledCurve(decided.curve, circuitNeed(job, designed, rungs));
      return [new CircuitSide(decided, curve, this.zones, this.water.takeOff(`circuits/${decided.id}`))];
    });
    this.sinks = this.zones.map(() => ({ room: 0, floor: 0, open: 1 }));
    this.book = new FlowBook(
      plant,
      isParted(pipingOf(job)),
      withOwnWater(job).map(({ id }) => id),
    );
    this.sources = new Dispatch(job, design, Math.min(settings.sun / USUAL_SUN, 1));
    const { hotWater } = job;
    const swing = rulebookOf(job).rules.storeSwing.limit;
    // A diverting valve leaves nothing to the heating while it charges.
    const inTurn = hotWater?.diverter ? { ...hotWater, charging: 'priority' as const } : hotWater;
    this.cylinder = inTurn && new CylinderCall(inTurn, swing, job.controls.priorityTimeout);
    this.taps = job.source.taps && !hotWater ? new TapRun(job.source.taps) : null;
    this.circulation = hotWater && new Circulation(hotWater, settings.draws, job.site.pipeSurroundings);
    const coil = hotWater ? coilConductance(hotWater) : 0;
    this.steps = new WaterSteps(job, this.water, this.circuits, this.sources, carried, coil);
    this.lookEvery = Math.max(1, Math.floor(settings.outdoor.length / LOOKS));
    this.tally = new Tally(
      job,
      settings,
      this.zones,
      this.circuits.map(({ id, decided }) => ({ id, name: decided.name })),
      fluid.density,
    );
  }

  /** Days like the first, before anything is counted: it does not matter then how the run was begun. */
  settle(): void {
    const { settings } = this;
    const { settle, step, outdoor } = settings;
    this.pace(Math.max(step, SETTLING_STEP));
    for (let time = -settle * DAY; time < 0 && outdoor.length > 0; time += this.length) {
      const inDay = ((time % DAY) + DAY) % DAY;
      if (!this.advance(time, outdoor[Math.min(Math.floor(inDay / step), outdoor.length - 1)] as number, null)) return;
    }
    this.pace(step);
    this.counts = true;
    this.sources.clear();
    this.cylinder?.clear();
    this.gap = 0;
    this.storeGap = 0;
    this.heldAtStart = this.water.held;
    this.houseAtStart = this.heldByHouse();
  }

  /** Steps of another length from here on. */
  private pace(length: number): void {
    if (length === this.length) return;
    this.length = length;
    this.zoneSteps = this.zones.map((zone) => zoneStep(zone, length));
  }

  /** J in rooms, floors and radiators above 0 degrees C. */
  private heldByHouse(): number {
    return this.zones.reduce((sum, { capacity, floor }, z) => {
      const state = this.states[z] as ZoneState;
      return sum + capacity * state.room + (floor?.capacity ?? 0) * state.floor + state.stored;
    }, 0);
  }

  /** @returns whether the run can go on */
  step(i: number): boolean {
    return this.advance(i * this.settings.step, this.settings.outdoor[i] as number, i);
  }

  /** @param i number of the step; null while it settles */
  private advance(time: number, outdoor: number, i: number | null): boolean {
    const { settings, sources, tally, length } = this;
    const { result } = tally;
    const hour = (((time / 3600) % 24) + 24) % 24;
    const lowered = settings.setBack && within(hour, settings.setBack.from, settings.setBack.to) ? settings.setBack.by : 0;
    this.draw(hour);
    const goes = this.circulation?.runs(hour, this.cylinder?.cleaning ?? false) ?? false;
    if (this.water.cylinder) this.water.cylinder.circulating = goes ? (this.circulation?.round ?? null) : null;
    const { calling, turn } = this.callsNow(time, lowered, outdoor);
    const called = calling.length > 0;
    if (called) this.last = { calling, at: time };
    // Pumps run on with what called last, to carry the heat of the source away, and with one that its controls keep on.
    const late = time - this.last.at < this.job.controls.overrun;
    const moving = called || late || sources.on;
    const flowing = called ? calling : late || (moving && !sources.burns) ? this.last.calling : [];
    const flows = flowing.length === 0 && sources.burns ? this.book.alone() : this.book.at(flowing);
    if (typeof flows === 'string') {
      result.broke = `At ${clockOf(time)}, with ${flowing.length} calls: ${flows}`;
      return false;
    }
    const wanted = this.wantedOf(outdoor, turn === 'cylinder' || turn === 'both');
    const moved = this.move(flows, { wanted, called, outdoor, hour }, lowered);
    const { taps } = this.job.source;
    if (taps) {
      sources.countTapped(outdoor, taps.tapTemperature, taps.coldTemperature);
      if (this.counts) tally.makeForTaps(sources.tapped.heat);
    }
    this.warmRooms(moved.intoZones, hour, outdoor, lowered, time);
    if (i === null) return true;
    if (this.job.controls.exercise && this.exercise.next(moving, length)) this.moveAllPumps();
    tally.count(moved, length, outdoor, this.boughtUpToNow(), sources.lead.run.cycles);
    if (i % this.lookEvery === 0 && called) this.look(flowing, moved);
    if (i % settings.keepEvery === 0)
      result.moments.push(this.momentOf(time, outdoor, wanted, moved, flowing, called && turn !== 'heating' && turn !== 'none'));
    return true;
  }

  private boughtUpToNow(): number {
    return this.sources.members.reduce((sum, { bought }) => sum + bought, this.tally.result.energy.immersion);
  }

  private draw(hour: number): void {
    const { water, length, settings } = this;
    for (const { hour: at, volume } of settings.draws) {
      if (hour < at || hour >= at + length / 3600 - 1e-9) continue;
      // What is drawn comes from the store; without one from the source itself.
      if (water.cylinder) water.cylinder.ask(volume);
      else this.taps?.ask(volume);
    }
    const tapped = water.cylinder?.draw(length) ?? NOTHING_DRAWN;
    if (this.counts) this.tally.tap(tapped);
    const made = this.taps?.draw(length) ?? null;
    this.sources.tapped = made && made.ran > 0 ? { share: made.ran / length, heat: made.heat } : NOT_TAPPED;
    if (this.counts && made) this.tally.tap(made);
  }

  /** Ids of all that moves water: zones whose thermostats call and whose valves are open, and the cylinder in its turn. */
  private callsNow(time: number, lowered: number, outdoor: number): { calling: string[]; turn: Turn } {
    const { zones, states, settings, cylinder, water } = this;
    askThermostats(zones, states, settings, lowered, outdoor);
    turnValves(zones, states, this.length);
    const heating = states.some((state) => state.open);
    const turn = cylinder
      ? cylinder.next(time, water.cylinder?.sensor ?? 0, heating, water.cylinder?.coldest ?? 0)
      : heating
        ? 'heating'
        : 'none';
    if (cylinder?.cleaning && this.job.hotWater?.hygieneCirculates) water.cylinder?.mix();
    const calling = turn === 'heating' || turn === 'both' ? zones.filter((_, z) => states[z]?.open).map((zone) => zone.id) : [];
    if (turn === 'cylinder' || turn === 'both') calling.push(HOT_WATER_CALL);
    return { calling, turn };
  }

  /** What the source is to send, degrees C. */
  private wantedOf(outdoor: number, charging: boolean): number {
    const { source } = this.job;
    const heating = sentBy(this.sourceCurve, source.flowTemperature, source.curve, outdoor);
    return charging && this.cylinder ? Math.max(heating, this.cylinder.flowTemperature) : heating;
  }

  /** The water through a step. */
  private move(
    flows: BookedFlows,
    asked: { wanted: number; called: boolean; outdoor: number; hour: number },
    lowered: number,
  ): StepMoved {
    const { water, circuits, length } = this;
    this.setSinks(lowered);
    const mixes = circuits.map(({ decided, curve }) =>
      decided.connection === 'mixed'
        ? sentBy(curve, decided.flowTemperature, decided.curve, asked.outdoor)
        : Number.POSITIVE_INFINITY,
    );
    const inStore = water.cylinder?.held ?? 0;
    const immersion = this.cylinder?.immersion(water.cylinder?.coldest ?? 0) ?? 0;
    const moved = this.steps.through(length, { asked, flows, sinks: this.sinks, mixes, zones: this.zones.length, immersion });
    this.gap += moved.gap;
    const put = moved.intoStore + moved.sunIntoStore + immersion;
    this.storeGap += Math.abs((put - moved.ofStore - moved.circulation) * length - ((water.cylinder?.held ?? 0) - inStore));
    return moved;
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

  private warmRooms(
    into: readonly { floor: number; other: number }[],
    hour: number,
    outdoor: number,
    lowered: number,
    time: number,
  ): void {
    const { zones, states, settings, zoneSteps, length } = this;
    const short: number[] = [];
    let watched = false;
    const warm: number[] = [];
    zones.forEach((zone, z) => {
      const state = states[z] as ZoneState;
      const { floor, other } = into[z] as { floor: number; other: number };
      const gains = gainsIn(zone, settings.people, settings.sun, hour);
      const after = zoneAfter(zone, zoneSteps[z] as ZoneStep, state, floor, other, gains, outdoor, length);
      state.room = after.room;
      state.floor = after.floor;
      state.stored = after.stored;
      if (state.room > zone.setPoint + TOO_WARM) warm.push(z);
      if (state.room >= zone.setPoint - lowered - SHORT) return;
      short.push(z);
      if (settings.only === null || settings.only.includes(zone.id)) watched = true;
    });
    if (this.counts) this.tally.comfort(short, watched, warm, hour, lowered, time);
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
    const { states, water, cylinder, sources } = this;
    return {
      time,
      outdoor,
      rooms: states.map((state) => state.room),
      supply: water.sent,
      back: moved.backNow,
      wanted,
      toCircuits: water.supply,
      fromCircuits: water.returned,
      ports: water.atPorts,
      pairs: water.atPairs,
      store: water.cylinder?.sensor ?? null,
      coilBack: moved.coilBack,
      layers: water.layerTemperatures,
      circuits: moved.moments,
      calls: `${states.map((state) => (state.calls ? '1' : '0')).join('')}${cylinder ? (charging ? '1' : '0') : ''}`,
      calling: [...calling],
      flow: moved.through,
      drawn: moved.drawn,
      output: moved.output,
      intoStore: moved.intoStore,
      firing: sources.on,
      sources: sources.members.map(({ power }) => power),
      pumps: moved.pumps,
    };
  }

  finish(): RunResult {
    const { sources, book, water, cylinder, exercise } = this;
    const { run } = sources.lead;
    const result = this.tally.finish(sources.results(), water.sent, water.returned);
    const { energy } = result;
    energy.inWater = water.held - this.heldAtStart;
    energy.inHouse = this.heldByHouse() - this.houseAtStart;
    energy.dumped = sources.dumped;
    result.running = run.running;
    result.shortestRun = run.shortestRun;
    result.shortRuns = run.shortRuns;
    result.beyondData = sources.beyondData;
    result.priorityEnded = cylinder?.ended ?? 0;
    result.hygiene = cylinder?.reached ?? 0;
    result.exercised = exercise.times;
    const { made, toRooms, pipes, standing, tapped } = energy;
    const turnedOver = made + Math.abs(toRooms) + Math.abs(pipes) + Math.abs(standing) + tapped;
    result.imbalance = (this.gap + this.storeGap) / Math.max(turnedOver, 1);
    result.solved = book.solved;
    result.known = book.known;
    return result;
  }
}

/** What is sent at an outdoor temperature: by the curve where there is one, else the same all winter. */
const sentBy = (curve: StraightCurve | null, fixed: number, set: Job['source']['curve'], outdoor: number): number =>
  curve && set ? sentAt(set, curve, outdoor) : fixed;

/** Whether every circuit hangs where no other pump is felt, with a pump of its own. */
function isParted(piping: Piping): boolean {
  const parts = (branch: Branch) => {
    const station = piping.station(stationOf(branch.at));
    return station !== undefined && KINDS[station.kind].traits.decouples;
  };
  return (
    piping.between().traits.decouples &&
    !piping.sharedLink &&
    piping.plan.branches.every((branch) => branch.kind !== 'circuit' || (branch.pump && parts(branch)))
  );
}
