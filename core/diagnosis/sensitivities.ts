import type { Predicted } from './predict.ts';

/**
 * How readings move together when a plant is not quite as drawn: sums, over everything uncertain, of what one standard deviation of it
 * moves in each. They are those of the sound plant; a hypothesis scales them.
 */
export class Sensitivities {
  private readonly rows: Float64Array[] = [];
  private readonly places = new Map<string, number>();
  private readonly products = new Map<number, number>();
  private readonly things = new Map<string, number>();
  private readonly predicted: ReadonlyMap<string, Predicted>;

  /** @param predicted states by their key */
  constructor(predicted: ReadonlyMap<string, Predicted>) {
    this.predicted = predicted;
    for (const { moves } of predicted.values())
      for (const id of moves.keys()) if (!this.things.has(id)) this.things.set(id, this.things.size);
  }

  /** Number of a reading in a state. */
  at(state: string, key: string): number {
    const name = `${state} ${key}`;
    const known = this.places.get(name);
    if (known !== undefined) return known;
    const row = new Float64Array(this.things.size);
    for (const [id, of] of this.predicted.get(state)?.moves ?? []) row[this.things.get(id) as number] = of.get(key) ?? 0;
    this.places.set(name, this.rows.length);
    this.rows.push(row);
    return this.rows.length - 1;
  }

  /** Covariance of two readings of a sound plant, by their numbers. */
  of(a: number, b: number): number {
    const pair = a < b ? a * 65_536 + b : b * 65_536 + a;
    const known = this.products.get(pair);
    if (known !== undefined) return known;
    const [one, other] = [this.rows[a] as Float64Array, this.rows[b] as Float64Array];
    let sum = 0;
    for (let k = 0; k < one.length; k++) sum += (one[k] as number) * (other[k] as number);
    this.products.set(pair, sum);
    return sum;
  }
}
