import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { pairOf, ringPairs } from '../design/points.ts';
import { counterflowEffectiveness } from '../network/heat.ts';
import { Streams } from '../network/streams.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { settledJob } from '../plan/settled-job.ts';
import { usualStandingLoss } from '../plant/standing-loss.ts';
import type { Traits } from '../station/kind.ts';
import { waterOfCircuits, watersOf } from './held-moment.ts';
import { COIL_LAYERS, type Drawn as DrawnAtTap, HotStore, STORE_LAYERS } from './hot-store.ts';

/** What a circuit draws and gives back in a step. W/K; its water comes back at slope T + base of what goes to the circuits. */
export interface Drawn {
  /** Pair of tees it hangs on, from 0; 0 where there are not several. */
  readonly pair: number;
  hot: number;
  round: number;
  slope: number;
  base: number;
}

/** Water through the coil, W/K, and the share of what it stands above the store that each layer of the coil takes. */
export interface CoilFlow {
  carries: number;
  share: number;
}

/** Layers a buffer is counted in, top to bottom. */
const LAYERS = 10;
/** Least water of a part, m3: so that none is nothing. */
const LEAST_VOLUME = 0.0005;

/** Shares of a coil that its layers have of it: UA parted evenly. @param conductance W/K @param carries W/K */
export const coilShare = (conductance: number, carries: number): number =>
  carries > 0 ? -Math.expm1(-conductance / COIL_LAYERS.length / carries) : 0;

/**
 * The plant's water in as many parts as have a temperature of their own: source, the tank in its return, layers of a buffer, flow
 * and return to the circuits (of each pair of tees on a ring main), layers of the cylinder.
 */
export class PlantWater {
  readonly streams: Streams;
  /** Index of each part. */
  private readonly source = 0;
  /** What the source's return flows into: a tank in its loop, else the source itself. */
  private readonly into: number;
  private readonly top: number;
  /** By the pair of tees; one of each where there are not several. */
  private readonly to: readonly number[];
  private readonly from: readonly number[];
  /** Pair of tees that the coil of the cylinder hangs on. */
  readonly coilAt: number;
  /** What makes up the water that comes home from a ring main: the part it comes from and how much of it, W/K. */
  private home: { part: number; carries: number }[] = [];
  /** What the circuits of each pair draw in this step, W/K. */
  private readonly drawnAt: Float64Array;
  private readonly cylinder: number | null;
  private readonly hot: HotStore | null;
  readonly layers: number;
  private readonly between: Traits;
  private readonly connections: Job['separation']['connections'];
  private readonly plates: number;
  private readonly surroundings: number;
  private readonly perVolume: number;
  /** W/K lost by the source's pipes, by each of flow and return to the circuits, by the buffer and by the cylinder. */
  private readonly lostAtSource: number;
  private readonly lostEachWay: readonly number[];
  private readonly lostByBuffer: number;
  private readonly lostByStore: number;
  private readonly coilLayers: number[];
  /** A view into the temperatures of all. */
  private readonly storeLayers: Float64Array;

  /** @param perVolume J/(m3 K) */
  constructor(asEntered: Job, design: Design, perVolume: number) {
    const job = settledJob(asEntered);
    const { source, buffer, circuits } = design;
    const water = watersOf(job, design);
    const volume = (value: number | undefined) => Math.max(value ?? 0, LEAST_VOLUME) * perVolume;
    const tank = pipingOf(job).between().traits.stores ? buffer?.tank : null;
    const inReturn = job.source.volumiser;
    this.layers = tank ? LAYERS : 0;
    this.into = inReturn === null ? this.source : 1;
    this.top = this.into + 1;
    const piping = pipingOf(job);
    const pairs = Array.from({ length: Math.max(ringPairs(piping).length, 1) }, (_, i) => i);
    const first = this.top + this.layers;
    this.to = pairs.map((i) => first + 2 * i);
    this.from = pairs.map((i) => first + 2 * i + 1);
    this.drawnAt = new Float64Array(pairs.length);
    this.coilAt = job.hotWater ? pairOf(piping, 'hotWater') : 0;
    const circuitsOf = pairs.map((i) => circuits.filter(({ id }) => pairOf(piping, `circuits/${id}`) === i));
    this.cylinder = job.hotWater ? first + 2 * pairs.length : null;
    this.hot = job.hotWater && new HotStore(job.hotWater);
    this.coilLayers = this.cylinder === null ? [] : COIL_LAYERS.map((layer) => (this.cylinder as number) + layer);
    this.between = pipingOf(job).between().traits;
    this.connections = job.separation.connections;
    this.plates = source?.exchanger?.conductance.value ?? 0;
    this.surroundings = job.site.pipeSurroundings;
    this.perVolume = perVolume;
    this.streams = new Streams(
      [
        volume(water.source),
        ...(inReturn === null ? [] : [volume(water.tank)]),
        ...Array.from({ length: this.layers }, () => volume(water.buffer / LAYERS)),
        ...circuitsOf.flatMap((own) => {
          const { runs, emitters } = waterOfCircuits(design, own);
          // What stands in emitters comes back with their return.
          return [volume(runs / 2), volume(runs / 2 + emitters)];
        }),
        ...(job.hotWater ? Array.from({ length: STORE_LAYERS }, () => volume((job.hotWater?.volume ?? 0) / STORE_LAYERS)) : []),
      ],
      job.source.flowTemperature - job.source.temperatureDifference / 2,
    );
    const store = this.cylinder ?? 0;
    this.storeLayers = this.streams.temperature.subarray(store, this.cylinder === null ? store : store + STORE_LAYERS);
    if (job.hotWater) this.storeLayers.fill(job.hotWater.storeTemperature);
    const perKelvin = (heat: number, at: number) => (at > this.surroundings ? heat / (at - this.surroundings) : 0);
    const mean = source ? (job.source.flowTemperature + source.returnTemperature.value) / 2 : 0;
    this.lostAtSource = perKelvin(source?.runHeat.value ?? 0, job.source.flowTemperature);
    this.lostEachWay = circuitsOf.map(
      (own) =>
        perKelvin(
          own.reduce((sum, { sized }) => sum + (sized?.runHeat.value ?? 0), 0),
          mean,
        ) / 2,
    );
    const standing = (entered: number | 'auto', held: number) => (entered === 'auto' ? usualStandingLoss(held) : entered);
    this.lostByBuffer = tank ? standing(job.separation.standingLoss, tank.volume.value) : 0;
    this.lostByStore = job.hotWater ? standing(job.hotWater.standingLoss, job.hotWater.volume) : 0;
  }

  private at(part: number): number {
    return this.streams.temperature[part] as number;
  }

  /** Degrees C. */
  get sent(): number {
    return this.at(this.source);
  }
  get supply(): number {
    return this.supplyAt(0);
  }
  /** Of the circuits on a pair of tees. */
  supplyAt(pair: number): number {
    return this.at(this.to[pair] as number);
  }
  /** What the circuits send home together. */
  get returned(): number {
    const { home } = this;
    let carries = 0;
    let heat = 0;
    for (const each of home) {
      carries += each.carries;
      heat += each.carries * this.at(each.part);
    }
    return carries > 0 ? heat / carries : this.at(this.from.at(-1) as number);
  }
  /** How many pairs of tees there are; 1 without any. */
  get pairs(): number {
    return this.to.length;
  }
  private get several(): boolean {
    return this.to.length > 1;
  }
  /** Where the sensor sits that leads the source: half way up a buffer, else in the water it sends (common practice). */
  get led(): number {
    return this.layers > 0 ? this.at(this.top + Math.floor(this.layers / 2)) : this.sent;
  }
  /** What the sensor of the cylinder finds, half way up. */
  get store(): number | null {
    return this.cylinder === null ? null : this.at(this.cylinder + HotStore.sensor);
  }
  /** The coldest of the cylinder, degrees C. */
  get coldestOfStore(): number {
    let coldest = Number.POSITIVE_INFINITY;
    for (const layer of this.storeLayers) coldest = Math.min(coldest, layer);
    return coldest;
  }
  get layerTemperatures(): number[] {
    return Array.from({ length: this.layers }, (_, i) => this.at(this.top + i));
  }
  /** Smallest water that the source's own loop holds, J/K. */
  get atSource(): number {
    return this.streams.capacityOf(this.source) + (this.into === this.source ? 0 : this.streams.capacityOf(this.into));
  }
  /** What comes back to the source: from a tank in its return, through a buffer its lowest layer, else the return with what goes round. */
  back(source: number, beyond: number): number {
    if (this.into !== this.source) return this.at(this.into);
    if (this.several) return this.returned;
    const lowest = this.top + this.layers - 1;
    if (this.layers > 0 && this.connections !== 'two') return this.at(lowest);
    if (this.between.partsWater) {
      const least = Math.min(source, beyond);
      return least > 0
        ? this.sent - (counterflowEffectiveness(this.plates, source, beyond) * least * (this.sent - this.returned)) / source
        : this.sent;
    }
    const short = Math.max(source - beyond, 0);
    const round = this.layers > 0 ? this.at(lowest) : this.sent;
    return source > 0 ? ((source - short) * this.returned + short * round) / source : this.returned;
  }

  /** J held by all of it but the cylinder, and by that. */
  get held(): number {
    return this.streams.held - this.inStore;
  }
  get inStore(): number {
    if (this.cylinder === null) return 0;
    let sum = 0;
    for (let i = 0; i < STORE_LAYERS; i++) sum += this.streams.heldBy(this.cylinder + i);
    return sum;
  }

  /** Somebody opens a tap. @param volume m3 at the temperature of the store */
  ask(volume: number): void {
    this.hot?.ask(volume);
  }

  /** Draws what is due in a step. */
  draw(step: number): DrawnAtTap {
    return this.hot?.draw(this.storeLayers, step, this.perVolume) ?? { heat: 0, ran: 0, lukewarm: 0 };
  }

  /** The whole cylinder moved round, as a circulation does. */
  mixStore(): void {
    const { storeLayers } = this;
    if (this.cylinder !== null) storeLayers.fill(storeLayers.reduce((sum, each) => sum + each, 0) / STORE_LAYERS);
  }

  /**
   * A step.
   * @param source W/K through the source @param immersion W of a heater in the cylinder
   * @param powerFor as in `Streams.end`
   */
  step(
    seconds: number,
    source: number,
    circuits: readonly Drawn[],
    coil: CoilFlow,
    immersion: number,
    powerFor: (idle: number, perWatt: number) => number,
  ): Moved {
    const { streams, to, from, coilAt, drawnAt, cylinder, surroundings, top } = this;
    streams.begin(seconds);
    streams.heatAt(this.source);
    drawnAt.fill(0);
    drawnAt[coilAt] = coil.carries;
    for (const { pair, hot, round } of circuits) drawnAt[pair] = (drawnAt[pair] as number) + hot + round;
    const beyond = circuits.reduce((sum, { hot, round }) => sum + hot + round, coil.carries);
    // Without separation what the circuits draw passes the source.
    if (this.several) this.goRound(source);
    else this.join(!this.between.decouples ? beyond : source, beyond);
    for (const { pair, hot, round, slope, base } of circuits) {
      if (hot > 0) streams.line(to[pair] as number, from[pair] as number, hot, slope, base);
      if (round > 0) streams.flow(to[pair] as number, from[pair] as number, round);
    }
    // The coil's water comes back as warm as the layers leave it; what it gives is in them.
    if (coil.carries > 0)
      streams.coilThrough(to[coilAt] as number, from[coilAt] as number, this.coilLayers, coil.carries, coil.share);
    streams.lose(this.source, this.lostAtSource, surroundings);
    this.lostEachWay.forEach((lost, i) => {
      streams.lose(to[i] as number, lost, surroundings);
      streams.lose(from[i] as number, lost, surroundings);
    });
    for (let i = 0; i < this.layers; i++) streams.lose(top + i, this.lostByBuffer / this.layers, surroundings);
    if (cylinder !== null) {
      for (let i = 0; i < STORE_LAYERS; i++) streams.lose(cylinder + i, this.lostByStore / STORE_LAYERS, surroundings);
      if (immersion > 0) for (const layer of this.coilLayers) streams.put(layer, immersion / this.coilLayers.length);
    }
    const power = streams.end(this.source, powerFor);
    const above = (part: number) => this.at(part) - surroundings;
    const pipes = this.lostEachWay.reduce(
      (sum, lost, i) => sum + lost * (above(to[i] as number) + above(from[i] as number)),
      this.lostAtSource * above(this.source),
    );
    let standing = 0;
    for (let i = 0; i < this.layers; i++) standing += (this.lostByBuffer / this.layers) * above(top + i);
    let ofStore = 0;
    if (cylinder !== null)
      for (let i = 0; i < STORE_LAYERS; i++) ofStore += (this.lostByStore / STORE_LAYERS) * above(cylinder + i);
    const atCoil = this.supplyAt(coilAt);
    let water = atCoil;
    if (coil.carries > 0) for (const layer of this.coilLayers) water -= coil.share * (water - this.at(layer));
    const intoStore = coil.carries * (atCoil - water);
    // What each circuit's water lost on its way, at the temperatures of the step.
    const given = circuits.map(({ pair, hot, slope, base }) => {
      const supply = this.supplyAt(pair);
      return hot * (supply - (slope * supply + base));
    });
    if (this.layers > 0) streams.turnOver(top, top + this.layers - 1);
    if (cylinder !== null) streams.turnOver(cylinder, cylinder + STORE_LAYERS - 1);
    return { power, pipes, standing, ofStore, intoStore, given };
  }

  /**
   * Streams round a ring main: each pair takes from what comes to it, whoever that water is from, and gives its return back into it;
   * where it draws more than comes, the rest is its own return that turns round.
   */
  private goRound(source: number): void {
    const { streams, to, from, into, drawnAt } = this;
    let stream = source > 0 ? [{ part: this.source as number, carries: source }] : [];
    for (let pair = 0; pair < to.length; pair++) {
      const drawn = drawnAt[pair] as number;
      const out = to[pair] as number;
      const home = from[pair] as number;
      const taken = Math.min(drawn, source);
      const share = source > 0 ? taken / source : 0;
      if (drawn > taken) streams.flow(home, out, drawn - taken);
      if (taken <= 0) continue;
      for (const each of stream) streams.flow(each.part, out, each.carries * share);
      stream = stream.filter(() => share < 1).map(({ part, carries }) => ({ part, carries: carries * (1 - share) }));
      stream.push({ part: home, carries: taken });
    }
    for (const { part, carries } of stream) if (part !== into) streams.flow(part, into, carries);
    this.home = stream;
  }

  /** Streams between source, separation and circuits. */
  private join(source: number, beyond: number): void {
    const { streams, between, connections, layers, into, top } = this;
    const toCircuits = this.to[0] as number;
    const fromCircuits = this.from[0] as number;
    const bottom = top + layers - 1;
    if (into !== this.source && source > 0) streams.flow(into, this.source, source);
    if (between.partsWater) {
      if (beyond > 0) streams.flow(fromCircuits, toCircuits, beyond);
      const moved =
        source > 0 && beyond > 0 ? counterflowEffectiveness(this.plates, source, beyond) * Math.min(source, beyond) : 0;
      // Counterflow: heat goes from the water that enters on one side to what leaves on the other.
      if (into === this.source) streams.pass(this.source, fromCircuits, toCircuits, moved);
      else if (source > 0) streams.plates(this.source, into, fromCircuits, toCircuits, source, moved);
      return;
    }
    const both = Math.min(source, beyond);
    const down = Math.max(source - beyond, 0);
    const up = Math.max(beyond - source, 0);
    if (layers === 0) {
      // What goes round through the header leaves source, or circuits, as it found them.
      if (both > 0) {
        streams.flow(this.source, toCircuits, both);
        streams.flow(fromCircuits, into, both);
      }
      if (up > 0) streams.flow(fromCircuits, toCircuits, up);
      if (down > 0 && into !== this.source) streams.flow(this.source, into, down);
      return;
    }
    // Pipes of their own lead all water through the tank; shared ones only what is left over.
    const flowThrough = connections === 'four';
    const returnThrough = connections !== 'two';
    if (flowThrough) {
      streams.flow(this.source, top, source);
      streams.flow(top, toCircuits, beyond);
    } else {
      streams.flow(this.source, toCircuits, both);
      streams.flow(this.source, top, down);
      streams.flow(top, toCircuits, up);
    }
    if (returnThrough) {
      streams.flow(fromCircuits, bottom, beyond);
      streams.flow(bottom, into, source);
    } else {
      streams.flow(fromCircuits, into, both);
      streams.flow(fromCircuits, bottom, up);
      streams.flow(bottom, into, down);
    }
    for (let i = top; i < bottom; i++) {
      if (down > 0) streams.flow(i, i + 1, down);
      if (up > 0) streams.flow(i + 1, i, up);
    }
  }
}

/**
 * What moved in a step, W: from the source, into pipes' surroundings, out of the buffer and out of the cylinder into theirs, into
 * the cylinder, out of the water of each circuit.
 */
export interface Moved {
  power: number;
  pipes: number;
  standing: number;
  ofStore: number;
  intoStore: number;
  given: number[];
}
