import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { counterflowEffectiveness } from '../network/heat.ts';
import { Streams } from '../network/streams.ts';

/** What a circuit draws and gives back in a step. W/K; its water comes back at slope T + base of what goes to the circuits. */
export interface Drawn {
  hot: number;
  round: number;
  slope: number;
  base: number;
}

/** Layers a buffer is counted in, top to bottom. */
export const LAYERS = 10;
/** Least water of a part, m3: so that none is nothing. */
const LEAST_VOLUME = 0.0005;

/**
 * The plant's water in as many parts as have a temperature of their own: source, layers of a buffer, flow and return to the
 * circuits with a tank in the return, the cylinder.
 */
export class PlantWater {
  readonly streams: Streams;
  /** Index of each part. */
  private readonly source = 0;
  private readonly toCircuits: number;
  private readonly fromCircuits: number;
  private readonly cylinder: number | null;
  readonly layers: number;
  private readonly kind: Job['separation']['kind'];
  private readonly connections: Job['separation']['connections'];
  private readonly plates: number;
  private readonly surroundings: number;
  /** W/K lost by the source's pipes, and by those to the circuits. */
  private readonly lostAtSource: number;
  private readonly lostBeyond: number;

  /** @param perVolume J/(m3 K) */
  constructor(job: Job, design: Design, perVolume: number) {
    const { source, buffer, figures, circuits } = design;
    const volume = (value: number | undefined) => Math.max(value ?? 0, LEAST_VOLUME) * perVolume;
    const runs = circuits.reduce((sum, { sized }) => sum + (sized?.run.content.value ?? 0), 0);
    const tank = job.separation.kind === 'buffer' ? buffer?.tank : null;
    this.layers = tank ? LAYERS : 0;
    this.toCircuits = 1 + this.layers;
    this.fromCircuits = this.toCircuits + 1;
    this.cylinder = job.hotWater ? this.fromCircuits + 1 : null;
    this.kind = job.separation.kind;
    this.connections = job.separation.connections;
    this.plates = source?.exchanger?.conductance.value ?? 0;
    this.surroundings = job.site.pipeSurroundings;
    this.streams = new Streams(
      [
        volume((figures['source/waterContent']?.value ?? 0) + (source?.run.content.value ?? 0)),
        ...Array.from({ length: this.layers }, () => volume((tank?.volume.value ?? 0) / LAYERS)),
        volume(runs / 2),
        volume(runs / 2 + (job.source.volumiser ?? 0)),
        ...(job.hotWater ? [volume(job.hotWater.volume)] : []),
      ],
      job.source.flowTemperature - job.source.temperatureDifference / 2,
    );
    if (this.cylinder !== null && job.hotWater) this.streams.temperature[this.cylinder] = job.hotWater.storeTemperature;
    const mean = source ? (job.source.flowTemperature + source.returnTemperature.value) / 2 : 0;
    const perKelvin = (heat: number) => (mean > this.surroundings ? heat / (mean - this.surroundings) : 0);
    this.lostAtSource = perKelvin(source?.runHeat.value ?? 0);
    this.lostBeyond = perKelvin(circuits.reduce((sum, { sized }) => sum + (sized?.runHeat.value ?? 0), 0));
  }

  private at(part: number): number {
    return this.streams.temperature[part] as number;
  }

  /** Degrees C. */
  get sent(): number {
    return this.at(this.source);
  }
  get supply(): number {
    return this.at(this.toCircuits);
  }
  get returned(): number {
    return this.at(this.fromCircuits);
  }
  /** Where the sensor sits that leads the source: half way up a buffer, else in the water it sends (common practice). */
  get led(): number {
    return this.layers > 0 ? this.at(1 + Math.floor(this.layers / 2)) : this.sent;
  }
  get store(): number | null {
    return this.cylinder === null ? null : this.at(this.cylinder);
  }
  get layerTemperatures(): number[] {
    return Array.from({ length: this.layers }, (_, i) => this.at(1 + i));
  }
  /** What comes back to the source: through a buffer its lowest layer, else the return with what goes round. */
  back(source: number, beyond: number): number {
    if (this.layers > 0 && this.connections !== 'two') return this.at(this.layers);
    if (this.kind === 'plate-exchanger') {
      const least = Math.min(source, beyond);
      return least > 0
        ? this.sent - (counterflowEffectiveness(this.plates, source, beyond) * least * (this.sent - this.returned)) / source
        : this.sent;
    }
    const short = Math.max(source - beyond, 0);
    const round = this.layers > 0 ? this.at(this.layers) : this.sent;
    return source > 0 ? ((source - short) * this.returned + short * round) / source : this.returned;
  }

  /** J held by all of it but the cylinder, and by that. */
  get held(): number {
    return this.streams.held - this.inStore;
  }
  get inStore(): number {
    return this.cylinder === null ? 0 : this.streams.heldBy(this.cylinder);
  }

  /** Draws hot water: its part of the store is cold at once. @returns J drawn */
  draw(volume: number, whole: number, cold: number): number {
    if (this.cylinder === null) return 0;
    const before = this.inStore;
    const share = Math.min(volume / whole, 1);
    const { temperature } = this.streams;
    temperature[this.cylinder] = this.at(this.cylinder) + share * (cold - this.at(this.cylinder));
    return before - this.inStore;
  }

  /**
   * A step.
   * @param source W/K through the source @param coil W/K through the coil, and the share of its excess that it gives
   * @param powerFor as in `Streams.end`
   */
  step(
    seconds: number,
    source: number,
    circuits: readonly Drawn[],
    coil: { carries: number; effectiveness: number },
    moving: boolean,
    powerFor: (idle: number, perWatt: number) => number,
  ): Moved {
    const { streams, toCircuits, fromCircuits, cylinder } = this;
    streams.begin(seconds);
    streams.heatAt(this.source);
    const beyond = circuits.reduce((sum, { hot, round }) => sum + hot + round, coil.carries);
    // Without separation what the circuits draw passes the source.
    this.join(this.kind === 'none' ? beyond : source, beyond);
    for (const { hot, round, slope, base } of circuits) {
      if (hot > 0) streams.line(toCircuits, fromCircuits, hot, slope, base);
      if (round > 0) streams.flow(toCircuits, fromCircuits, round);
    }
    if (cylinder !== null && coil.carries > 0) {
      // The coil's water comes back as warm as its effectiveness leaves it; what it gives is in the store.
      streams.coil(toCircuits, fromCircuits, cylinder, coil.carries, coil.effectiveness);
    }
    if (moving) {
      streams.lose(this.source, this.lostAtSource, this.surroundings);
      streams.lose(toCircuits, this.lostBeyond, this.surroundings);
    }
    const power = streams.end(this.source, powerFor);
    const pipes = moving
      ? this.lostAtSource * (this.sent - this.surroundings) + this.lostBeyond * (this.supply - this.surroundings)
      : 0;
    const intoStore = cylinder === null ? 0 : coil.carries * coil.effectiveness * (this.supply - this.at(cylinder));
    // What each circuit's water lost on its way, at the temperatures of the step.
    const given = circuits.map(({ hot, slope, base }) => hot * (this.supply - (slope * this.supply + base)));
    if (this.layers > 0) streams.turnOver(1, this.layers);
    return { power, pipes, intoStore, given };
  }

  /** Streams between source, separation and circuits. */
  private join(source: number, beyond: number): void {
    const { streams, toCircuits, fromCircuits, kind, connections, layers } = this;
    const [top, bottom] = [1, layers];
    if (kind === 'plate-exchanger') {
      if (source > 0 && beyond > 0) {
        const moved = counterflowEffectiveness(this.plates, source, beyond) * Math.min(source, beyond);
        streams.flow(fromCircuits, toCircuits, beyond);
        // Counterflow: heat goes from the water that enters on one side to what leaves on the other.
        streams.pass(this.source, fromCircuits, toCircuits, moved);
      } else if (beyond > 0) streams.flow(fromCircuits, toCircuits, beyond);
      return;
    }
    const both = Math.min(source, beyond);
    const down = Math.max(source - beyond, 0);
    const up = Math.max(beyond - source, 0);
    if (layers === 0) {
      // What goes round through the header leaves source, or circuits, as it found them.
      if (both > 0) {
        streams.flow(this.source, toCircuits, both);
        streams.flow(fromCircuits, this.source, both);
      }
      if (up > 0) streams.flow(fromCircuits, toCircuits, up);
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
      streams.flow(bottom, this.source, source);
    } else {
      streams.flow(fromCircuits, this.source, both);
      streams.flow(fromCircuits, bottom, up);
      streams.flow(bottom, this.source, down);
    }
    for (let i = top; i < bottom; i++) {
      if (down > 0) streams.flow(i, i + 1, down);
      if (up > 0) streams.flow(i + 1, i, up);
    }
  }
}

/** What moved in a step, W: from the source, into pipes' surroundings, into the store, out of the water of each circuit. */
export interface Moved {
  power: number;
  pipes: number;
  intoStore: number;
  given: number[];
}
