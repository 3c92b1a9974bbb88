import { planElimination } from './elimination.ts';
import { GeneralFactor } from './factor.ts';

/** Up to so many waters plain elimination is the quicker one: by trial. */
const DENSE_TO = 24;

/**
 * Waters of one temperature each, and the streams between them: dT/dt of all of them follows from what comes in.
 *
 * One step is implicit (backward Euler): the temperatures at its end are those that its streams carry, so that it is stable
 * however small a water is, and heat is kept exactly. What is put in is kept apart, so that a source can be asked what it
 * has to give for a temperature.
 */
export class Streams {
  readonly count: number;
  /** Degrees C by water. */
  readonly temperature: Float64Array;
  private readonly capacity: Float64Array;
  private readonly matrix: Float64Array;
  /** Right-hand side without any source, and of one watt of each. */
  private readonly known: Float64Array;
  private readonly perWatt: Float64Array[];
  private readonly kept: Float64Array;
  /** Pairs of waters that have met, marked in the matrix and as a list; the order they are eliminated in, once worked out. */
  private readonly met: Uint8Array;
  private readonly pairs: number[] = [];
  private factor: GeneralFactor | null = null;

  /** @param capacity J/K by water, above 0 @param temperature degrees C at the start @param sources how many heat it */
  constructor(capacity: readonly number[], temperature: number, sources = 1) {
    this.count = capacity.length;
    this.capacity = Float64Array.from(capacity);
    this.temperature = new Float64Array(this.count).fill(temperature);
    this.matrix = new Float64Array(this.count * this.count);
    this.known = new Float64Array(this.count);
    this.perWatt = Array.from({ length: sources }, () => new Float64Array(this.count));
    this.kept = new Float64Array(this.count);
    this.met = new Uint8Array(this.count * this.count);
  }

  /** All temperatures as they are just now. */
  snapshot(): Float64Array {
    return this.temperature.slice();
  }

  /** Remembers all temperatures, and takes them up again. */
  keep(): void {
    for (let i = 0; i < this.count; i++) this.kept[i] = this.temperature[i] as number;
  }
  recall(): void {
    for (let i = 0; i < this.count; i++) this.temperature[i] = this.kept[i] as number;
  }

  /** Begins a step of so many seconds: nothing flows yet. */
  begin(step: number): void {
    const { count, capacity, matrix, known, perWatt, temperature, pairs } = this;
    // Plain elimination fills the matrix; otherwise only what has ever been written to is cleared: of many waters few meet.
    if (count <= DENSE_TO) for (let i = 0; i < matrix.length; i++) matrix[i] = 0;
    else
      for (let p = 0; p < pairs.length; p += 2) {
        const [a, b] = [pairs[p] as number, pairs[p + 1] as number];
        matrix[a * count + b] = 0;
        matrix[b * count + a] = 0;
      }
    for (const each of perWatt) for (let i = 0; i < count; i++) each[i] = 0;
    for (let i = 0; i < count; i++) {
      const holds = (capacity[i] as number) / step;
      matrix[i * count + i] = holds;
      known[i] = holds * (temperature[i] as number);
    }
  }

  /** Water that leaves one for another: W/K, mass flow times specific heat. As much has to come in as goes out. */
  flow(from: number, to: number, carries: number): void {
    this.line(from, to, carries, 1, 0);
  }

  /** Water that leaves one and reaches another at slope T + base, as behind an emitter. */
  line(from: number, to: number, carries: number, slope: number, base: number): void {
    // Each water is counted by what comes in less what it loses of its own temperature.
    this.entry(to, to, carries);
    this.entry(to, from, -carries * slope);
    this.known[to]! += carries * base;
  }

  /** Heat lost to surroundings, W/K. */
  lose(from: number, conductance: number, ambient: number): void {
    this.entry(from, from, conductance);
    this.known[from]! += conductance * ambient;
  }

  /** Heat that leaves one by what it stands above a second, and reaches a third, W/K. */
  pass(from: number, above: number, into: number, conductance: number): void {
    this.entry(from, from, conductance);
    this.entry(from, above, -conductance);
    this.entry(into, from, -conductance);
    this.entry(into, above, conductance);
  }

  /** Heat put into one whatever its temperature, W. */
  put(into: number, watts: number): void {
    this.known[into]! += watts;
  }

  /**
   * Water from one to another that passes a row of waters one after the other, as a coil does layers of a store, and gives each a
   * share of what it stands above that.
   * @param heated the first it meets first
   */
  coilThrough(from: number, to: number, heated: readonly number[], carries: number, share: number): void {
    // What enters each: so much of the water's own temperature, so much of each layer before.
    let own = 1;
    const met: [at: number, part: number][] = [];
    for (const layer of heated) {
      this.entry(layer, layer, carries * share);
      this.entry(layer, from, -(carries * share * own));
      for (const [at, part] of met) this.entry(layer, at, -(carries * share * part));
      for (const each of met) each[1] *= 1 - share;
      met.push([layer, share]);
      own *= 1 - share;
    }
    this.entry(to, to, carries);
    this.entry(to, from, -(carries * own));
    for (const [at, part] of met) this.entry(to, at, -(carries * part));
  }

  /** Water from one to another that loses, on its way, what it stands above a second to a third, W/K: the counterflow of plates. */
  plates(from: number, to: number, above: number, into: number, carries: number, conductance: number): void {
    this.entry(to, to, carries);
    this.entry(to, from, -(carries - conductance));
    this.entry(to, above, -conductance);
    this.entry(into, from, -conductance);
    this.entry(into, above, conductance);
  }

  /** Where a source puts its heat. */
  heatAt(at: number, source = 0): void {
    (this.perWatt[source] as Float64Array)[at] = 1;
  }

  /**
   * Ends the step.
   * @param powerFor what the source gives, W, when the water it heats would come to `idle` without it and to `idle + perWatt`
   * degrees C for each watt
   * @returns that power
   */
  end(heated: number, powerFor: (idle: number, perWatt: number) => number): number {
    return this.endAll([{ at: heated, powerFor }])[0] as number;
  }

  /**
   * Ends the step of several sources, which decide one after the other, each seeing what those before it give.
   * @param heated in the order of the sources; one that is off gives nothing whatever it is asked
   * @returns W of each
   */
  endAll(heated: readonly { at: number; powerFor: (idle: number, perWatt: number) => number; off?: boolean }[]): number[] {
    const { count, known, perWatt, temperature } = this;
    if (count > DENSE_TO) this.solveSparse(heated);
    else this.solveDense();
    for (let i = 0; i < count; i++) temperature[i] = known[i] as number;
    return heated.map(({ at, powerFor, off }, s) => {
      const rise = perWatt[s] as Float64Array;
      if (off) return 0;
      const power = powerFor(temperature[at] as number, rise[at] as number);
      for (let i = 0; i < count; i++) temperature[i]! += power * (rise[i] as number);
      return power;
    });
  }

  /** An entry of the matrix, by the water whose balance it stands in and the one whose temperature it multiplies. */
  private entry(row: number, column: number, value: number): void {
    const at = row * this.count + column;
    this.matrix[at]! += value;
    if (row === column || this.met[at] !== 0) return;
    // Streams may turn round: both ways count as one pair of waters.
    this.met[at] = 1;
    this.met[column * this.count + row] = 1;
    this.pairs.push(row, column);
    this.factor = null;
  }

  private solveDense(): void {
    const { count, matrix, known, perWatt } = this;
    for (let k = 0; k < count; k++) {
      const pivot = matrix[k * count + k] as number;
      for (let i = k + 1; i < count; i++) {
        const factor = (matrix[i * count + k] as number) / pivot;
        if (factor === 0) continue;
        for (let j = k + 1; j < count; j++) matrix[i * count + j]! -= factor * (matrix[k * count + j] as number);
        known[i]! -= factor * (known[k] as number);
        for (const each of perWatt) each[i]! -= factor * (each[k] as number);
      }
    }
    for (let i = count - 1; i >= 0; i--) {
      const pivot = matrix[i * count + i] as number;
      let a = known[i] as number;
      for (let j = i + 1; j < count; j++) a -= (matrix[i * count + j] as number) * (known[j] as number);
      known[i] = a / pivot;
      for (const each of perWatt) {
        let b = each[i] as number;
        for (let j = i + 1; j < count; j++) b -= (matrix[i * count + j] as number) * (each[j] as number);
        each[i] = b / pivot;
      }
    }
  }

  /** Many waters touch few others: the order of elimination is worked out for the pairs that ever met, and kept. */
  private solveSparse(heated: readonly { off?: boolean }[]): void {
    const { count, matrix, known, perWatt, pairs } = this;
    const edges = pairs.length / 2;
    if (!this.factor) {
      const side = (which: number) => Array.from({ length: edges }, (_, e) => pairs[2 * e + which] as number);
      this.factor = new GeneralFactor(planElimination(count, side(0), side(1)));
    }
    const { factor } = this;
    factor.clear();
    for (let i = 0; i < count; i++) factor.diagonal[factor.plan.place[i] as number] = matrix[i * count + i] as number;
    for (let e = 0; e < edges; e++) {
      const [row, column] = [pairs[2 * e] as number, pairs[2 * e + 1] as number];
      factor.add(e, row, column, matrix[row * count + column] as number);
      factor.add(e, column, row, matrix[column * count + row] as number);
    }
    if (!factor.factor()) throw new RangeError('waters that hold nothing and pass nothing have no temperature');
    factor.solve(known, known);
    // What a watt would do matters only of those that may give one.
    for (let s = 0; s < perWatt.length; s++) {
      const each = perWatt[s] as Float64Array;
      if (!heated[s]?.off) factor.solve(each, each);
    }
  }

  /** J/K of one of them. */
  capacityOf(i: number): number {
    return this.capacity[i] as number;
  }

  /** Heat held above 0 degrees C, J: by one of them, and by all. */
  heldBy(i: number): number {
    return (this.capacity[i] as number) * (this.temperature[i] as number);
  }
  get held(): number {
    let sum = 0;
    for (let i = 0; i < this.count; i++) sum += this.heldBy(i);
    return sum;
  }

  /** Layers of a tank, top first: where a lower one has come out warmer they turn over and mix. */
  turnOver(first: number, last: number): void {
    const { capacity, temperature } = this;
    for (let i = first + 1; i <= last; i++) {
      let low = i;
      // A warm layer rises until what is above is warmer still.
      while (low > first && (temperature[low] as number) > (temperature[low - 1] as number) + 1e-9) {
        let heat = 0;
        let holds = 0;
        for (let j = low - 1; j <= i; j++) {
          heat += (capacity[j] as number) * (temperature[j] as number);
          holds += capacity[j] as number;
        }
        for (let j = low - 1; j <= i; j++) temperature[j] = heat / holds;
        low--;
      }
    }
  }
}
