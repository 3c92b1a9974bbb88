import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { isOnPair, ringPairs } from '../design/points.ts';
import { counterflowEffectiveness } from '../network/heat.ts';
import { Streams } from '../network/streams.ts';
import type { Piping } from '../piping/piping.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { type LinkBranch, type PortRef, portOf, stationOf } from '../plan/plan.ts';
import { entryOf } from '../plan/plan-of-job.ts';
import { type SettledJob, settledJob } from '../plan/settled-job.ts';
import { KINDS, topologyOf } from '../station/kinds.ts';
import { waterOfCircuits, watersOf } from './held-moment.ts';
import { STORE_LAYERS } from './hot-store.ts';
import { withOwnWater } from './own-waters.ts';
import { type PortWater, StationWaters, type Tank } from './station-waters.ts';
import { type CoilFlow, type StoreMoved, StoreWater, type SunOnStore } from './store-water.ts';
import { takeOffsOf } from './take-offs.ts';

/** What a circuit draws and gives back in a step. W/K; its water comes back at slope T + base of what goes to the circuits. */
export interface Drawn {
  /** Number of the take-off it hangs on. */
  readonly at: number;
  hot: number;
  round: number;
  slope: number;
  base: number;
}

/** Water in a source that does not stand beside the first, L/kW: from memory. */
const LITRES_PER_KW = 1;
/** Least water of a part, m3: so that none is nothing. */
const LEAST_VOLUME = 0.0005;
/** J/K of a place where waters meet and none stands: next to nothing, so that it has a temperature while nothing flows. */
const MEETING = 1e-6;

const NO_LINKS: ReadonlyMap<string, number> = new Map();

/** What a source that does not stand beside the first moves and gives in a step. */
export interface FurtherFlow {
  /** W/K. */
  carries: number;
  powerFor: (idle: number, perWatt: number) => number;
  /** Whether it gives nothing whatever it is asked. */
  off: boolean;
}
const NO_FURTHER: ReadonlyMap<string, FurtherFlow> = new Map();
const NOTHING = () => 0;
const STANDS: StoreMoved = { ofStore: 0, circulation: 0, intoStore: 0, bySun: [] };

/** Pipes between two stations: what stands in them each way, and what it carries just now, W/K. */
interface LinkWater {
  branch: LinkBranch;
  at: PortWater;
  to: PortWater;
  /** Whether its own flow counts, not what is drawn behind it. */
  sets: boolean;
}

/** Pipes of what hangs on a port. */
interface OutAndHome {
  at: PortWater;
  /** Indices of what goes out and what comes home. */
  out: number;
  home: number;
  /** W/K each of them loses. */
  lost: number;
}

/**
 * The plant's water in as many parts as have a temperature of their own: source, the tank in its return, layers of tanks, flow and
 * return of what hangs on each port, layers of the cylinder; between them the places where waters meet.
 */
export class PlantWater {
  readonly streams: Streams;
  private readonly piping: Piping;
  /** Index of each part. */
  private readonly source = 0;
  /** What the source's return flows into: a tank in its loop, else the source itself. */
  private readonly into: number;
  private readonly sourceAt: PortWater;
  private readonly stations: StationWaters;
  private readonly links: LinkWater[];
  /** Sources that heat a water of their own: the water of each, and where it takes from and gives to. */
  private readonly elsewhere: readonly { id: string; body: number; takes: number; gives: number; comes: number }[];
  private readonly outs: OutAndHome[];
  private readonly numbers: ReadonlyMap<string, number>;
  /** What the port of each take-off gives in this step, W/K, and what enters each water less what leaves it otherwise. */
  private readonly drawnAt: Float64Array;
  private readonly net: Float64Array;
  /** The water of the cylinder; null without one. */
  readonly cylinder: StoreWater | null;
  /** Take-off that the coil of the cylinder hangs on. */
  readonly coilAt: number;
  private readonly tank: Tank | null;
  /** Kelvin that plates take off between the source and that tank. */
  private readonly lostOnTheWay: number;
  /** Waters of the ports of stations beyond the first, in the order of the plant's state. */
  private readonly portsBeyond: readonly PortWater[];
  /** Ports of a ring main with several pairs of tees, in order. */
  private readonly pairs: readonly PortRef[];
  private readonly surroundings: number;
  private readonly lostAtSource: number;
  private linkFlows: ReadonlyMap<string, number> = NO_LINKS;
  /** W/K through the source, and drawn by all that hangs on the plant, in this step. */
  through = 0;
  drawn = 0;

  /** @param perVolume J/(m3 K), of the water in a branch or a station; of the source's without one */
  constructor(asEntered: Job, design: Design, perVolume: number | ((of: { branch?: string; station?: string }) => number)) {
    const job = settledJob(asEntered);
    const piping = pipingOf(job);
    const { source } = design;
    const water = watersOf(job, design);
    const holds: number[] = [];
    const held = typeof perVolume === 'number' ? () => perVolume : perVolume;
    const part = (volume: number, of: { branch?: string; station?: string } = {}): number =>
      holds.push(Math.max(volume, LEAST_VOLUME) * held(of)) - 1;
    const meeting = (): number => holds.push(MEETING) - 1;
    this.piping = piping;
    this.surroundings = job.site.pipeSurroundings;
    part(water.source);
    this.into = job.source.volumiser === null ? this.source : part(water.tank);
    this.stations = new StationWaters(job, design, { part, meeting });
    this.sourceAt = this.stations.of(piping.lead.at);
    const offs = takeOffsOf(piping);
    this.numbers = new Map(offs.flatMap(({ places }, i) => places.map((place): [string, number] => [place, i])));
    const perKelvin = (heat: number, at: number) => (at > this.surroundings ? heat / (at - this.surroundings) : 0);
    const mean = source ? (job.source.flowTemperature + source.returnTemperature.value) / 2 : 0;
    this.outs = offs.map(({ at, places }) => {
      const own = design.circuits.filter(({ id }) => places.includes(`circuits/${id}`));
      const { runs, emitters } = waterOfCircuits(design, own);
      const lost = own.reduce((sum, { sized }) => sum + (sized?.runHeat.value ?? 0), 0);
      // What stands in emitters comes back with their return.
      const of = { branch: places[0] ?? 'source' };
      return {
        at: this.stations.of(at),
        out: part(runs / 2, of),
        home: part(runs / 2 + emitters, of),
        lost: perKelvin(lost, mean) / 2,
      };
    });
    this.coilAt = this.numbers.get('hotWater') ?? 0;
    this.elsewhere = withOwnWater(asEntered).flatMap((branch) => {
      const further = job.furtherSources.find(({ id }) => id === branch.id);
      if (!further) return [];
      const at = this.stations.of(branch.at);
      const [takes, gives] = isOnPair(piping, branch) ? [at.flow, at.back] : [at.back, at.flow];
      return [
        {
          id: branch.id,
          body: part((further.capacity * LITRES_PER_KW) / 1e6, { branch: branch.place }),
          takes,
          gives,
          comes: at.flow,
        },
      ];
    });
    this.links = piping.plan.branches.flatMap((branch) =>
      branch.kind === 'link' && !this.numbers.has(branch.place)
        ? [{ branch, at: this.stations.of(branch.at), to: this.stations.of(branch.to), sets: this.sets(branch) }]
        : [],
    );
    const { hotWater } = job;
    const first = holds.length;
    if (hotWater) for (let i = 0; i < STORE_LAYERS; i++) part(hotWater.volume / STORE_LAYERS);
    this.streams = new Streams(
      holds,
      job.source.flowTemperature - job.source.temperatureDifference / 2,
      1 + this.elsewhere.length,
    );
    this.drawnAt = new Float64Array(offs.length);
    this.net = new Float64Array(holds.length);
    this.cylinder =
      hotWater && new StoreWater(hotWater, this.streams, first, { surroundings: this.surroundings, perVolume: held({}) });
    this.tank = this.stations.tanks[0] ?? null;
    this.lostOnTheWay = platesBefore(piping, job);
    this.pairs = ringPorts(piping);
    this.portsBeyond = design.stations.flatMap(({ id }) => {
      const station = piping.station(id);
      return station ? topologyOf(station).ports.map(({ ref }) => this.stations.of(ref)) : [];
    });
    this.lostAtSource = perKelvin(source?.runHeat.value ?? 0, job.source.flowTemperature);
  }

  /** A link to a station behind which other pumps are not felt moves what its own does. */
  private sets({ to }: LinkBranch): boolean {
    const station = this.piping.station(stationOf(to));
    return station !== undefined && KINDS[station.kind].traits.decouples;
  }

  /** Number of the take-off that a circuit or the cylinder hangs on. */
  takeOff(place: string): number {
    return this.numbers.get(place) ?? 0;
  }
  /** How many take-offs there are. */
  get takeOffs(): number {
    return this.outs.length;
  }

  private at(part: number): number {
    return this.streams.temperature[part] as number;
  }

  /** Degrees C of the water of a source that does not stand beside the first. */
  waterOf(id: string): number {
    return this.at(this.elsewhere.find((each) => each.id === id)?.body ?? this.source);
  }
  /** Degrees C of what it takes from where it hangs. */
  takenBy(id: string): number {
    return this.at(this.elsewhere.find((each) => each.id === id)?.takes ?? this.source);
  }
  /** Degrees C of what comes to where it hangs, without it: on a pair of tees at the first of them. */
  comingTo(id: string): number {
    const found = this.elsewhere.find((each) => each.id === id);
    return this.at(found ? found.comes : this.source);
  }

  /** Degrees C. */
  get sent(): number {
    return this.at(this.source);
  }
  get supply(): number {
    return this.supplyAt(0);
  }
  /** What goes out from a take-off. */
  supplyAt(takeOff: number): number {
    return this.at((this.outs[takeOff] as OutAndHome).out);
  }
  /** What comes home to all that feeds the take-offs: behind the last pair of a ring main, else from the pipes themselves. */
  get returned(): number {
    if (this.pairs.length > 0) return this.at(this.stations.of(this.pairs.at(-1) as PortRef).back);
    return this.at((this.outs.at(-1) as OutAndHome).home);
  }
  /** What each pair of tees of a ring main gets, degrees C; empty where there are not several. */
  get atPairs(): number[] {
    return this.pairs.map((ref) => {
      const water = this.stations.of(ref);
      const own = this.outs.find(({ at }) => at.flow === water.flow);
      return this.at(own ? own.out : water.flow);
    });
  }
  /** What each port of the stations beyond the first gives and gets back. */
  get atPorts(): { supply: number; back: number }[] {
    return this.portsBeyond.map(({ flow, back }) => ({ supply: this.at(flow), back: this.at(back) }));
  }

  /**
   * Where the sensor sits that leads the source: half way up a tank, else in the water it sends (common practice). What plates on the
   * way to the tank take off is put on again, so that it is held against what the source is to send.
   */
  get led(): number {
    const { tank } = this;
    return tank ? this.at(tank.top + Math.floor((tank.bottom - tank.top + 1) / 2)) + this.lostOnTheWay : this.sent;
  }
  get layerTemperatures(): number[] {
    const { tank } = this;
    return tank ? Array.from({ length: tank.bottom - tank.top + 1 }, (_, i) => this.at(tank.top + i)) : [];
  }
  get hasTank(): boolean {
    return this.tank !== null;
  }
  /** Smallest water that the source's own loop holds, J/K. */
  get atSource(): number {
    return this.streams.capacityOf(this.source) + (this.into === this.source ? 0 : this.streams.capacityOf(this.into));
  }
  /** What comes back to the source: from a tank in its return, else from where its pipes end. */
  get back(): number {
    return this.into === this.source ? this.at(this.sourceAt.back) : this.at(this.into);
  }

  /** J held by all of it but the cylinder. */
  get held(): number {
    return this.streams.held - (this.cylinder?.held ?? 0);
  }
  /**
   * A step.
   * @param source W/K through the source @param immersion W of a heater in the cylinder
   * @param powerFor as in `Streams.end` @param links W/K that the pumps of pipes between stations move, by their place
   * @param further of sources that heat a water of their own, by their id @param suns what heats the cylinder by a coil of its own
   * @param off whether the first source and those beside it give nothing
   */
  step(
    seconds: number,
    source: number,
    circuits: readonly Drawn[],
    coil: CoilFlow,
    immersion: number,
    powerFor: (idle: number, perWatt: number) => number,
    links: ReadonlyMap<string, number> = NO_LINKS,
    further: ReadonlyMap<string, FurtherFlow> = NO_FURTHER,
    suns: readonly SunOnStore[] = [],
    off = false,
  ): Moved {
    this.linkFlows = links;
    const { streams, outs, coilAt, drawnAt, cylinder, surroundings } = this;
    const { tanks } = this.stations;
    const sunned = cylinder?.coolerThan(suns) ?? [];
    streams.begin(seconds);
    streams.heatAt(this.source);
    this.elsewhere.forEach(({ id, body, takes, gives }, i) => {
      streams.heatAt(body, i + 1);
      const carries = further.get(id)?.carries ?? 0;
      if (carries <= 0) return;
      streams.flow(takes, body, carries);
      streams.flow(body, gives, carries);
    });
    drawnAt.fill(0);
    drawnAt[coilAt] = coil.carries;
    for (const { at, hot, round } of circuits) drawnAt[at] = (drawnAt[at] as number) + hot + round;
    this.join(source, further);
    for (const { at, hot, round, slope, base } of circuits) {
      const { out, home } = outs[at] as OutAndHome;
      if (hot > 0) streams.line(out, home, hot, slope, base);
      if (round > 0) streams.flow(out, home, round);
    }
    const charged = outs[coilAt] as OutAndHome;
    // The coil's water comes back as warm as the layers leave it; what it gives is in them.
    if (coil.carries > 0) cylinder?.charge(charged, coil);
    streams.lose(this.source, this.lostAtSource, surroundings);
    for (const { out, home, lost } of outs) {
      streams.lose(out, lost, surroundings);
      streams.lose(home, lost, surroundings);
    }
    for (const { top, bottom, lost } of tanks) for (let i = top; i <= bottom; i++) streams.lose(i, lost, surroundings);
    cylinder?.exchange(immersion, suns, sunned);
    const [power = 0, ...others] = streams.endAll([
      { at: this.source, powerFor, off },
      ...this.elsewhere.map(({ id, body }) => {
        const own = further.get(id);
        return { at: body, powerFor: own?.powerFor ?? NOTHING, off: own?.off ?? true };
      }),
    ]);
    const above = (part: number) => this.at(part) - surroundings;
    const pipes = outs.reduce(
      (sum, { out, home, lost }) => sum + lost * (above(out) + above(home)),
      this.lostAtSource * above(this.source),
    );
    let standingLoss = 0;
    for (const { top, bottom, lost } of tanks) for (let i = top; i <= bottom; i++) standingLoss += lost * above(i);
    const atCoil = this.supplyAt(coilAt);
    const store = cylinder?.after(coil, atCoil, suns, sunned) ?? STANDS;
    // What each circuit's water lost on its way, at the temperatures of the step.
    const given = circuits.map(({ at, hot, slope, base }) => {
      const supply = this.supplyAt(at);
      return hot * (supply - (slope * supply + base));
    });
    for (const { top, bottom } of tanks) streams.turnOver(top, bottom);
    cylinder?.turnOver();
    return { power, others, pipes, standing: standingLoss, ...store, given };
  }

  /** Streams between the source, the stations and what hangs on them; whatever joined waters have left over goes along their row. */
  private join(source: number, further: ReadonlyMap<string, FurtherFlow>): void {
    const { streams, outs, drawnAt, net, piping, links, into, sourceAt } = this;
    net.fill(0);
    this.elsewhere.forEach(({ id, takes, gives }) => {
      const carries = further.get(id)?.carries ?? 0;
      this.gains(takes, -carries);
      this.gains(gives, carries);
    });
    this.drawn = 0;
    outs.forEach(({ at, out, home }, i) => {
      const carries = drawnAt[i] as number;
      this.drawn += carries;
      this.lead(at, out, home, carries);
    });
    // Where nothing parts the two, what hangs there draws through what feeds it.
    this.through = piping.between().traits.decouples ? source : this.drawnFrom(piping.lead.at);
    if (this.through > 0) {
      streams.flow(this.source, sourceAt.flow, this.through);
      streams.flow(sourceAt.back, into, this.through);
      if (into !== this.source) streams.flow(into, this.source, this.through);
      this.gains(sourceAt.flow, this.through);
      this.gains(sourceAt.back, -this.through);
    }
    for (const link of links) {
      const { at, to } = link;
      const carries = this.carriedBy(link);
      this.lead(at, to.flow, to.back, carries);
      this.gains(to.flow, carries);
      this.gains(to.back, -carries);
    }
    for (const { hot, cold, conductance, coldPort } of this.stations.plates) {
      // As much as enters on a side leaves it again.
      const enters = Math.max(net[hot.flow] as number, 0);
      const beyond = this.drawnFrom(coldPort);
      const moved =
        enters > 0 && beyond > 0 ? counterflowEffectiveness(conductance, enters, beyond) * Math.min(enters, beyond) : 0;
      // Counterflow: heat goes from the water that enters on one side to what leaves on the other.
      if (enters > 0) streams.plates(hot.flow, hot.back, cold.back, cold.flow, enters, moved);
      if (beyond > 0) streams.flow(cold.back, cold.flow, beyond);
    }
    for (const { cold, coldPort, layers, conductance } of this.stations.coils) {
      const beyond = this.drawnFrom(coldPort);
      if (beyond > 0)
        streams.coilThrough(cold.back, cold.flow, layers, beyond, -Math.expm1(-conductance / layers.length / beyond));
    }
    for (const row of this.stations.rows) {
      let down = 0;
      for (let i = 0; i + 1 < row.length; i++) {
        const [upper, lower] = [row[i] as number, row[i + 1] as number];
        down += net[upper] as number;
        if (down > 0) streams.flow(upper, lower, down);
        else if (down < 0) streams.flow(lower, upper, -down);
      }
    }
  }

  /** Counts what enters a water, W/K, besides what goes along its row. */
  private gains(water: number, carries: number): void {
    this.net[water] = (this.net[water] as number) + carries;
  }

  /** Water that a port gives to two others, out and home. */
  private lead(at: PortWater, out: number, home: number, carries: number): void {
    if (carries <= 0) return;
    this.streams.flow(at.flow, out, carries);
    this.streams.flow(home, at.back, carries);
    this.gains(at.flow, -carries);
    this.gains(at.back, carries);
  }

  /** W/K through a link: what its pump moves where it leads to joined waters, else what is drawn behind it. */
  private carriedBy({ branch, sets }: LinkWater): number {
    return sets ? (this.linkFlows.get(branch.place) ?? 0) : this.drawnFrom(branch.to);
  }

  /** What hangs on a port takes from it, W/K. */
  private drawnFrom(ref: PortRef): number {
    const { flow } = this.stations.of(ref);
    let sum = 0;
    this.outs.forEach(({ at }, i) => {
      if (at.flow === flow) sum += this.drawnAt[i] as number;
    });
    for (const link of this.links) if (link.at.flow === flow) sum += this.carriedBy(link);
    return sum;
  }
}

/** Ports of the ring main behind the source, where that has several pairs of tees. */
const ringPorts = (piping: Piping): PortRef[] => ringPairs(piping).map((pair) => portOf(piping.between().id, pair));

/** Kelvin that plates take off on the way from the source to the tank its sensor sits in. */
function platesBefore(piping: Piping, job: SettledJob): number {
  let lost = 0;
  const seen = new Set<string>();
  for (let here = piping.tank; here && !seen.has(here.id); ) {
    seen.add(here.id);
    const feed = piping.feedOf(here.id);
    const before = feed && piping.station(stationOf(feed.at));
    if (before && KINDS[before.kind].traits.partsWater) lost += entryOf(job, before.id)?.approach ?? 0;
    here = before ?? null;
  }
  return lost;
}

/**
 * What moved in a step, W: from the source, into pipes' surroundings, out of tanks and out of the cylinder into theirs, into the
 * cylinder, out of the water of each circuit.
 */
export interface Moved extends StoreMoved {
  power: number;
  /** Of the sources that do not stand beside the first, in their order. */
  others: number[];
  pipes: number;
  standing: number;
  given: number[];
}
