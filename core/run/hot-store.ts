import type { HotWater } from '../../model/job.ts';

/** Layers a cylinder is counted in, top to bottom. */
export const STORE_LAYERS = 10;
/** Where its sensor sits, and from where down its coil lies, counted from the top: common practice, half way up. */
const SENSOR = 5;
const COIL_FROM = 5;
/** Flow at the tap, m3/s: common practice, 8 L/min. */
export const TAP_FLOW = 8 / 60_000;
/** Share of a layer that is drawn at once. */
const BITE = 0.5;

/** Layers the coil warms, the upper one met first. */
export const COIL_LAYERS: readonly number[] = Array.from({ length: STORE_LAYERS - COIL_FROM }, (_, i) => COIL_FROM + i);

/** What was drawn in a step: J, seconds the tap ran, and seconds of these in which its water was cooler than wanted. */
export interface Drawn {
  heat: number;
  ran: number;
  lukewarm: number;
}

/**
 * The hot water of a cylinder in layers. What is wanted at the tap is heat: so many litres at the store's temperature stand for the
 * same heat at the tap's, mixed from the top of the store and the cold main.
 */
export class HotStore {
  /** Water at the tap still to come, m3. */
  private due = 0;
  private readonly hotWater: HotWater;
  private readonly layer: number;

  constructor(hotWater: HotWater) {
    this.hotWater = hotWater;
    this.layer = hotWater.volume / STORE_LAYERS;
  }

  /** Somebody opens a tap. @param volume m3, at the temperature of the store */
  ask(volume: number): void {
    const { storeTemperature, coldTemperature } = this.hotWater;
    const tap = this.wanted;
    if (tap > coldTemperature) this.due += (volume * (storeTemperature - coldTemperature)) / (tap - coldTemperature);
  }

  /** Degrees C at the tap: no hotter than the store is kept. */
  private get wanted(): number {
    return Math.min(this.hotWater.tapTemperature, this.hotWater.storeTemperature);
  }

  /** The layer that its sensor sits in. */
  static readonly sensor = SENSOR;

  /**
   * Draws for a step what is due, as fast as a tap runs.
   * @param layers degrees C from the top, changed @param perVolume J/(m3 K)
   */
  draw(layers: Float64Array, step: number, perVolume: number): Drawn {
    const drawn: Drawn = { heat: 0, ran: 0, lukewarm: 0 };
    if (this.due <= 0) return drawn;
    const { coldTemperature: cold } = this.hotWater;
    const bottom = layers.length - 1;
    let left = Math.min(this.due, TAP_FLOW * step);
    this.due -= left;
    while (left > 1e-9) {
      const top = layers[0] as number;
      const share = top > cold ? Math.min((this.wanted - cold) / (top - cold), 1) : 1;
      const tapped = Math.min(left, (BITE * this.layer) / share);
      const moved = (tapped * share) / this.layer;
      // Cold water comes in below and lifts the rest.
      for (let i = 0; i <= bottom; i++) {
        const below = i === bottom ? cold : (layers[i + 1] as number);
        layers[i] = (layers[i] as number) + moved * (below - (layers[i] as number));
      }
      drawn.heat += tapped * share * perVolume * (top - cold);
      drawn.ran += tapped / TAP_FLOW;
      if (top < this.wanted - 1e-9) drawn.lukewarm += tapped / TAP_FLOW;
      left -= tapped;
    }
    return drawn;
  }
}
