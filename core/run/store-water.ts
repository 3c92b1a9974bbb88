import type { HotWater } from '../../model/job.ts';
import type { Streams } from '../network/streams.ts';
import { RETURN_LAYER, type Round } from './circulation.ts';
import { COIL_LAYERS, type Drawn, HotStore, STORE_LAYERS } from './hot-store.ts';
import { standingLoss } from './station-waters.ts';

/** Water through the coil, W/K, and the share of what it stands above the store that each layer of the coil takes. */
export interface CoilFlow {
  carries: number;
  share: number;
}

/** What the sun brings to the cylinder: W/K, and how warm it comes, degrees C. */
export interface SunOnStore {
  conductance: number;
  from: number;
}

/** What moved about the cylinder in a step, W. */
export interface StoreMoved {
  /** Out of it to where it stands, and lost on the way to the taps and back. */
  ofStore: number;
  circulation: number;
  /** Into it by what charges it, and by each that the sun drives. */
  intoStore: number;
  bySun: number[];
}

/** Shares of a coil that its layers have of it: UA parted evenly. @param conductance W/K @param carries W/K */
export const coilShare = (conductance: number, carries: number): number =>
  carries > 0 ? -Math.expm1(-conductance / COIL_LAYERS.length / carries) : 0;

/** The water of a cylinder in layers, among all waters of a plant. */
export class StoreWater {
  /** What goes round to the taps in this step; null while nothing does. */
  circulating: Round | null = null;
  private readonly streams: Streams;
  private readonly first: number;
  private readonly hot: HotStore;
  /** Charged by its own water over plates, and not by a coil. */
  private readonly direct: boolean;
  private readonly coilLayers: readonly number[];
  /** A view into the temperatures of all. */
  private readonly layers: Float64Array;
  private readonly lost: number;
  private readonly surroundings: number;
  private readonly perVolume: number;

  /**
   * @param first index of its uppermost layer among the waters
   * @param around air it stands in, degrees C, and J/(m3 K) of its water
   */
  constructor(hotWater: HotWater, streams: Streams, first: number, around: { surroundings: number; perVolume: number }) {
    this.streams = streams;
    this.first = first;
    this.hot = new HotStore(hotWater);
    this.direct = hotWater.charged === 'direct';
    this.coilLayers = COIL_LAYERS.map((layer) => first + layer);
    this.layers = streams.temperature.subarray(first, first + STORE_LAYERS);
    this.layers.fill(hotWater.storeTemperature);
    this.lost = standingLoss(hotWater.standingLoss, hotWater.volume) / STORE_LAYERS;
    this.surroundings = around.surroundings;
    this.perVolume = around.perVolume;
  }

  private at(part: number): number {
    return this.streams.temperature[part] as number;
  }
  private get bottom(): number {
    return this.first + STORE_LAYERS - 1;
  }

  /** What its sensor finds, half way up, degrees C. */
  get sensor(): number {
    return this.at(this.first + HotStore.sensor);
  }
  /** Its coldest water, and the coldest where its coil lies, degrees C. */
  get coldest(): number {
    return Math.min(...this.layers);
  }
  get coldestAtCoil(): number {
    return Math.min(...this.coilLayers.map((layer) => this.at(layer)));
  }
  /** J held above 0 degrees C. */
  get held(): number {
    let sum = 0;
    for (let i = this.first; i <= this.bottom; i++) sum += this.streams.heldBy(i);
    return sum;
  }

  /** Somebody opens a tap. @param volume m3 at the temperature of the store */
  ask(volume: number): void {
    this.hot.ask(volume);
  }
  /** Draws what is due in a step. */
  draw(step: number): Drawn {
    return this.hot.draw(this.layers, step, this.perVolume);
  }
  /** All of it moved round, as a circulation through the hygiene cycle does. */
  mix(): void {
    this.layers.fill(this.layers.reduce((sum, each) => sum + each, 0) / STORE_LAYERS);
  }
  /** Layers that came out warmer than those above turn over. */
  turnOver(): void {
    this.streams.turnOver(this.first, this.bottom);
  }

  /** Heat into it: through its coil, or by its own water that comes in at the top and leaves at the bottom. */
  charge({ out, home }: { out: number; home: number }, { carries, share }: CoilFlow): void {
    const { streams, first, bottom } = this;
    if (!this.direct) {
      streams.coilThrough(out, home, this.coilLayers, carries, share);
      return;
    }
    streams.flow(out, first, carries);
    for (let i = first; i < bottom; i++) streams.flow(i, i + 1, carries);
    streams.flow(bottom, home, carries);
  }

  /** Layers of the coil that each of those the sun drives warms: what is warmer than it comes takes nothing of it. */
  coolerThan(suns: readonly SunOnStore[]): number[][] {
    return suns.map(({ from }) => this.coilLayers.filter((layer) => this.at(layer) < from));
  }

  /** What it loses, what goes round to the taps, a heater in it, the sun. @param immersion W @param sunned as `coolerThan` gives it */
  exchange(immersion: number, suns: readonly SunOnStore[], sunned: readonly (readonly number[])[]): void {
    const { streams, coilLayers, first, bottom } = this;
    for (let i = first; i <= bottom; i++) streams.lose(i, this.lost, this.surroundings);
    this.goRound();
    if (immersion > 0) for (const layer of coilLayers) streams.put(layer, immersion / coilLayers.length);
    suns.forEach(({ conductance, from }, i) => {
      for (const layer of sunned[i] as number[]) streams.lose(layer, conductance / coilLayers.length, from);
    });
  }

  /** Out at the top, back in the upper third as much cooler as its pipe loses, and up again. */
  private goRound(): void {
    const { circulating: round, streams, first } = this;
    if (!round || round.carries <= 0) return;
    const { carries, keeps } = round;
    streams.line(first, first + RETURN_LAYER, carries, keeps, (1 - keeps) * this.surroundings);
    for (let i = first + RETURN_LAYER; i > first; i--) streams.flow(i, i - 1, carries);
  }

  /** What moved in a step that has ended. @param supply degrees C of what charges it */
  after(coil: CoilFlow, supply: number, suns: readonly SunOnStore[], sunned: readonly (readonly number[])[]): StoreMoved {
    const { circulating: round, coilLayers, first, bottom, surroundings } = this;
    let ofStore = 0;
    for (let i = first; i <= bottom; i++) ofStore += this.lost * (this.at(i) - surroundings);
    const circulation = round ? round.carries * (1 - round.keeps) * (this.at(first) - surroundings) : 0;
    let water = supply;
    if (coil.carries > 0 && this.direct) water = this.at(bottom);
    else if (coil.carries > 0) for (const layer of coilLayers) water -= coil.share * (water - this.at(layer));
    const bySun = suns.map(({ conductance, from }, i) =>
      (sunned[i] as number[]).reduce((sum, layer) => sum + (conductance / coilLayers.length) * (from - this.at(layer)), 0),
    );
    return { ofStore, circulation, intoStore: coil.carries * (supply - water), bySun };
  }
}
