import { pipingOf } from '../piping/piping-of-job.ts';
import type { SettledJob } from '../plan/settled-job.ts';
import type { Carried } from './carries.ts';
import type { CircuitSide, ZoneSink } from './circuit-side.ts';
import { CIRCULATION_PUMP } from './circulation.ts';
import type { Asked, Dispatch, Member } from './dispatch.ts';
import type { BookedFlows } from './flow-book.ts';
import type { Drawn, FurtherFlow, Moved, PlantWater } from './plant-water.ts';
import type { CircuitMoment } from './run.ts';
import { type CoilFlow, coilShare, type SunOnStore } from './store-water.ts';

/** Rounds in which valves and water find each other within a step. */
const ROUNDS = 2;
/** Least speed of a pump that follows a difference. */
const LEAST_SPEED = 0.15;
/**
 * Sub-steps while a source stops and starts: a fifth of the time its water takes through it, within these, s. By trial: starts then
 * agree with a run at two seconds to some per cent.
 */
const PART_OF_PASS = 0.2;
const SHORTEST = 5;
const LONGEST = 20;
/** Tries to end a sub-step where the source stops or starts, and the shortest that comes of it, s. */
const TRIES = 2;
const LEAST = 0.5;

/** What the water finds in a step. */
export interface StepInputs {
  asked: Omit<Asked, 'led' | 'sent'>;
  flows: BookedFlows;
  sinks: readonly ZoneSink[];
  /** Wanted of the mix of each circuit, degrees C; infinity where it takes what comes. */
  mixes: readonly number[];
  zones: number;
  /** W of a heater in the cylinder. */
  immersion: number;
}

/** What moved over a step, means over its parts: W, kg/s, degrees C. */
export interface StepMoved {
  power: number;
  pipes: number;
  standing: number;
  ofStore: number;
  circulation: number;
  intoStore: number;
  sunIntoStore: number;
  immersion: number;
  given: number[];
  intoZones: { floor: number; other: number }[];
  /** As it stood at the end. */
  moments: CircuitMoment[];
  /** W the sources gave at the end. */
  output: number;
  /** Leaving the source and coming back, each joule counted alike. */
  sent: number;
  back: number;
  /** Coming back at the end. */
  backNow: number;
  through: number;
  pumps: number;
  drawn: number;
  coilBack: number | null;
  /** J by which water and heat do not agree. */
  gap: number;
}

/** The water of the plant and its sources through a step, in one piece where nothing stops or starts, else in short ones. */
export class WaterSteps {
  private readonly job: SettledJob;
  /** Water that goes out from each take-off, degrees C. */
  private readonly sentTo: Float64Array;
  private readonly water: PlantWater;
  private readonly circuits: readonly CircuitSide[];
  private readonly sources: Dispatch;
  /** J/(kg K) of the source's water, of the cylinder's, and of each circuit's. */
  private readonly specificHeat: number;
  private readonly inCoil: number;
  private readonly inCircuits: readonly number[];
  private readonly carried: Carried;
  /** UA of the cylinder's coil, W/K. */
  private readonly coil: number;
  private output = 0;
  /** Share of its flow that the source's pump moves, what is wanted, and what moved in the step at hand. */
  private share = 1;
  /** Sources by the sun that heat the cylinder in the step at hand. */
  private readonly suns: (SunOnStore & { member: Member })[] = [];
  /** W that their pumps take. */
  private sunPumps = 0;
  private wanted = 0;
  private moved: Moved = {
    power: 0,
    others: [],
    pipes: 0,
    standing: 0,
    ofStore: 0,
    circulation: 0,
    intoStore: 0,
    bySun: [],
    given: [],
  };
  /** Of the source while it gives nothing, degrees C. */
  private readonly bare = { sent: 0, back: 0 };
  private readonly coilFlow: CoilFlow = { carries: 0, share: 0 };
  private readonly draws: readonly Drawn[];
  /** What goes through the bypass between the bars: as hot as it came. */
  private readonly bypass: Drawn;
  private readonly linkFlows = new Map<string, number>();
  private readonly further = new Map<string, FurtherFlow>();
  private readonly temperatures: Float64Array;
  private readonly supplies: Float64Array;
  private readonly power = (idle: number, perWatt: number) => this.sources.output(this.wanted, idle, perWatt);

  constructor(
    job: SettledJob,
    water: PlantWater,
    circuits: readonly CircuitSide[],
    sources: Dispatch,
    carried: Carried,
    coil: number,
  ) {
    this.job = job;
    this.water = water;
    this.circuits = circuits;
    this.sources = sources;
    this.carried = carried;
    this.specificHeat = carried.source.specificHeat;
    this.inCoil = carried.specificHeatIn('hotWater');
    this.inCircuits = circuits.map(({ id }) => carried.specificHeatIn(`circuits/${id}`));
    this.coil = coil;
    this.bypass = { at: water.takeOff(circuits[0] ? `circuits/${circuits[0].id}` : ''), hot: 0, round: 0, slope: 1, base: 0 };
    this.draws = [...circuits.map(({ drawn }) => drawn), this.bypass];
    this.temperatures = water.streams.snapshot();
    this.supplies = new Float64Array(circuits.length);
    this.sentTo = new Float64Array(water.takeOffs);
  }

  /** @param seconds of the step */
  through(seconds: number, inputs: StepInputs): StepMoved {
    const { water, sources } = this;
    const whole = this.begin(inputs.zones);
    const asked: Asked = { ...inputs.asked, led: 0, sent: 0 };
    let weight = 0;
    let gone = 0;
    while (seconds - gone > 1e-6) {
      asked.led = water.led;
      asked.sent = water.sent;
      sources.decide(asked);
      const { held } = water;
      this.keep();
      let step = seconds - gone;
      let stands = false;
      // One that stopped and started just now will do so again.
      if (gone === 0 && (!sources.on || sources.steady(water.hasTank))) {
        this.move(step, inputs, ROUNDS);
        stands = this.calm(inputs, step);
        if (!stands) this.recall();
      }
      // Over a short step the water that left was as warm as in its middle.
      let leaving = water.sent;
      if (!stands) {
        step = Math.min(step, this.partOf(inputs.flows), Math.max(sources.untilTimer, LEAST));
        for (let tries = 0; ; tries++) {
          this.move(step, inputs, 1);
          const share = this.crossing(inputs, asked.led);
          if (share === null || tries === TRIES || step * share < LEAST) break;
          this.recall();
          step *= share;
        }
        leaving = (water.sent + asked.sent) / 2;
      }
      weight += this.book(whole, step, leaving, inputs, held);
      gone += step;
    }
    return finish(whole, this.bare, seconds, weight);
  }

  private begin(zones: number): StepMoved {
    const none = () => ({ flow: 0, supply: 0, back: 0, heat: 0, travel: 0 });
    const intoZones: StepMoved['intoZones'] = [];
    for (let z = 0; z < zones; z++) intoZones.push({ floor: 0, other: 0 });
    return {
      power: 0,
      pipes: 0,
      standing: 0,
      ofStore: 0,
      circulation: 0,
      intoStore: 0,
      sunIntoStore: 0,
      immersion: 0,
      given: this.circuits.map(() => 0),
      intoZones,
      moments: this.circuits.map(none),
      output: 0,
      sent: 0,
      back: 0,
      backNow: 0,
      through: 0,
      pumps: 0,
      drawn: 0,
      coilBack: null,
      gap: 0,
    };
  }

  private keep(): void {
    const { temperature } = this.water.streams;
    for (let i = 0; i < temperature.length; i++) this.temperatures[i] = temperature[i] as number;
    for (let c = 0; c < this.circuits.length; c++) this.supplies[c] = (this.circuits[c] as CircuitSide).supply;
  }

  private recall(): void {
    const { temperature } = this.water.streams;
    for (let i = 0; i < temperature.length; i++) temperature[i] = this.temperatures[i] as number;
    for (let c = 0; c < this.circuits.length; c++) (this.circuits[c] as CircuitSide).supply = this.supplies[c] as number;
  }

  /** Whether a whole step may stand: nothing stopped or started in it, and what worked did so above its least. */
  private calm({ asked }: StepInputs, step: number): boolean {
    const { sources, water } = this;
    const { run } = sources.lead;
    if (sources.untilTimer < step) return false;
    if (!sources.on) return !asked.called || water.led > run.edge(asked.wanted);
    if (water.hasTank && water.sent > asked.wanted + run.limit) return false;
    return sources.steady(water.hasTank) && !(water.led >= run.edge(asked.wanted)) && sources.calmBeside(asked, water.led);
  }

  /** Seconds of a sub-step. */
  private partOf(flows: BookedFlows): number {
    const carries = flows.source * this.specificHeat;
    const pass = carries > 0 ? this.water.atSource / carries : LONGEST / PART_OF_PASS;
    return Math.min(Math.max(pass * PART_OF_PASS, SHORTEST), LONGEST);
  }

  /** Share of a sub-step after which the sensor was where the first source stops or starts; null where it was not. */
  private crossing({ asked }: StepInputs, from: number): number | null {
    const { run } = this.sources.lead;
    const to = this.water.led;
    const edge = run.edge(asked.wanted);
    if (!Number.isFinite(edge) || (!run.on && !asked.called)) return null;
    const crossed = run.on ? from < edge && to > edge + NEAR : from > edge && to < edge - NEAR;
    return crossed ? (edge - from) / (to - from) : null;
  }

  /** The water through so many seconds: valves turn to what they want, the sources give what they can of what is wanted. */
  private move(seconds: number, { asked, flows, sinks, mixes, immersion }: StepInputs, rounds: number): void {
    const { water, circuits, specificHeat, inCircuits, coilFlow, sources } = this;
    this.share = this.sourceShare(flows);
    this.wanted = asked.wanted;
    const off = sources.restIfCold();
    const carriesSource = this.share * flows.source * specificHeat;
    coilFlow.carries = flows.coil * this.inCoil;
    this.bypass.round = flows.bypass * specificHeat;
    this.linkFlows.clear();
    this.setElsewhere(asked, flows);
    for (const [place, flow] of flows.links) this.linkFlows.set(place, flow * this.carried.specificHeatIn(place));
    coilFlow.share = coilShare(this.coil, coilFlow.carries);
    const { sentTo } = this;
    for (let at = 0; at < sentTo.length; at++) sentTo[at] = water.supplyAt(at);
    if (rounds > 1) water.streams.keep();
    for (let round = 1; ; round++) {
      for (let c = 0; c < circuits.length; c++) {
        const circuit = circuits[c] as CircuitSide;
        circuit.set(
          flows.circuits.get(circuit.id),
          sentTo[circuit.drawn.at] as number,
          mixes[c] as number,
          sinks,
          inCircuits[c] as number,
        );
      }
      this.moved = water.step(
        seconds,
        carriesSource,
        this.draws,
        coilFlow,
        immersion,
        this.power,
        this.linkFlows,
        this.further,
        this.suns,
        off,
      );
      if (round === rounds) break;
      for (let at = 0; at < sentTo.length; at++) sentTo[at] = water.supplyAt(at);
      water.streams.recall();
    }
  }

  /** What sources that do not stand beside the first move, and how they answer: each heats its own water. */
  private setElsewhere(asked: StepInputs['asked'], flows: BookedFlows): void {
    const { sources, water, further, carried } = this;
    this.suns.length = 0;
    this.sunPumps = 0;
    for (const member of sources.elsewhere) {
      const { bySun } = member;
      member.power = 0;
      const toCylinder = bySun
        ? sources.decideBySun(member, water.takenBy(member.id), water.cylinder?.coldestAtCoil ?? null, asked)
        : 0;
      if (!bySun) sources.decideElsewhere(member, water.waterOf(member.id), asked);
      const aim = bySun ? member.sends : sources.wantedOf(member, asked.wanted);
      if (toCylinder > 0) this.suns.push({ member, conductance: toCylinder, from: member.sends });
      // Its sensor sits in its own water, which has to move for that; one by the sun looks at what it would take.
      const runs = member.run.on || (!bySun && asked.called && member.engaged);
      const own = flows.elsewhere.get(member.id);
      const flow = runs ? (own?.flow ?? 0) : 0;
      if (bySun && (runs || toCylinder > 0)) this.sunPumps += own?.power ?? 0;
      further.set(member.id, {
        carries: flow * carried.specificHeatIn(`furtherSources/${member.id}`),
        powerFor: (idle, perWatt) => {
          member.power = member.run.output((aim - idle) / perWatt, member.most);
          return member.power;
        },
        off: !member.run.hot,
      });
    }
  }

  /** Counts what moved in a step that stands. @returns J that the sources made in it */
  private book(
    whole: StepMoved,
    seconds: number,
    leaving: number,
    { flows, asked, immersion }: StepInputs,
    held: number,
  ): number {
    const { water, circuits, specificHeat, sources, moved, draws, coilFlow, share } = this;
    let given = 0;
    for (let c = 0; c < circuits.length; c++) {
      const heat = moved.given[c] as number;
      const draw = draws[c] as Drawn;
      const moment = whole.moments[c] as CircuitMoment;
      given += heat;
      whole.given[c] = (whole.given[c] as number) + heat * seconds;
      (circuits[c] as CircuitSide).after(
        heat,
        water.supplyAt(draw.at),
        this.inCircuits[c] as number,
        seconds,
        whole.intoZones,
        moment,
      );
    }
    const { through, drawn: beyond } = water;
    // Behind a loading valve the source gets no colder water than that lets through, once it has any.
    const lift = this.job.source.returnLift;
    const back = lift ? Math.max(water.back, Math.min(lift.temperature, water.sent)) : water.back;
    const others = moved.others.reduce((sum, each) => sum + each, 0);
    const made = moved.power * seconds;
    const bySun = moved.bySun.reduce((sum, each) => sum + each, 0);
    this.suns.forEach(({ member }, i) => {
      member.power += moved.bySun[i] as number;
    });
    whole.power += made + (others + bySun) * seconds;
    whole.sunIntoStore += bySun * seconds;
    whole.pipes += moved.pipes * seconds;
    whole.standing += moved.standing * seconds;
    whole.ofStore += moved.ofStore * seconds;
    whole.circulation += moved.circulation * seconds;
    whole.intoStore += moved.intoStore * seconds;
    whole.immersion += immersion * seconds;
    whole.through += (through / specificHeat) * seconds;
    whole.drawn += (beyond / specificHeat) * seconds;
    // The power of a pump falls with the cube of its speed (affinity laws).
    const round = water.cylinder?.circulating ? CIRCULATION_PUMP : 0;
    whole.pumps += (flows.power + round + this.sunPumps - flows.sourcePower * (1 - share ** 3)) * seconds;
    whole.coilBack = coilFlow.carries > 0 ? water.supplyAt(water.coilAt) - moved.intoStore / coilFlow.carries : null;
    whole.sent += made > 0 ? leaving * made : 0;
    whole.back += made > 0 ? back * made : 0;
    this.bare.sent = leaving;
    this.bare.back = back;
    whole.gap += Math.abs(
      (moved.power + others - moved.pipes - moved.standing - moved.intoStore - given) * seconds - (water.held - held),
    );
    this.output = moved.power;
    whole.output = moved.power + others + bySun;
    whole.backNow = back;
    for (const member of sources.elsewhere) {
      sources.watchElsewhere(member, seconds, water.comingTo(member.id), asked.wanted, asked.called);
    }
    sources.after(seconds, moved.power, asked.outdoor, leaving, back);
    return made;
  }

  /**
   * Share of what its pump moves that a loading valve lets out to the plant: the rest goes round through the source until what comes
   * back is as warm as it must be. Source: energy balance of the valve.
   */
  private liftShare(): number {
    const lift = this.job.source.returnLift;
    if (!lift) return 1;
    const { sent, back } = this.water;
    if (back >= lift.temperature) return 1;
    return sent > back ? Math.min(Math.max((sent - lift.temperature) / (sent - back), 0), 1) : 0;
  }

  /**
   * Share of its booked flow that the source's pump moves: one that holds the delta T turns no faster than its heat asks for,
   * and beside a buffer it runs with the source alone, so that the tank keeps its layers.
   */
  private sourceShare(flows: BookedFlows): number {
    const { source, controls } = this.job;
    if (!pipingOf(this.job).between().traits.decouples || flows.source <= 0) return 1;
    if (this.water.hasTank && !this.sources.lead.run.pumps(controls.overrun) && !this.sources.on) return 0;
    const lift = this.liftShare();
    if (source.pumpControl !== 'constant-difference') return lift;
    const asked = this.output / (this.specificHeat * Math.max(source.temperatureDifference, 1));
    return lift * Math.min(Math.max(asked / flows.source, LEAST_SPEED), 1);
  }
}

/** Nearer than this to where a source changes counts as there, K. */
const NEAR = 0.05;

const WATTS = [
  'power',
  'pipes',
  'standing',
  'ofStore',
  'circulation',
  'intoStore',
  'sunIntoStore',
  'immersion',
  'through',
  'pumps',
  'drawn',
] as const;

/** Sums of a step as means over it. @param made J, by which temperatures at the source are weighed */
function finish(whole: StepMoved, bare: { sent: number; back: number }, seconds: number, made: number): StepMoved {
  for (const key of WATTS) whole[key] /= seconds;
  for (let c = 0; c < whole.given.length; c++) whole.given[c] = (whole.given[c] as number) / seconds;
  for (const zone of whole.intoZones) {
    zone.floor /= seconds;
    zone.other /= seconds;
  }
  whole.sent = made > 0 ? whole.sent / made : bare.sent;
  whole.back = made > 0 ? whole.back / made : bare.back;
  return whole;
}
