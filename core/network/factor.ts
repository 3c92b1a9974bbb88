import type { Elimination } from './elimination.ts';

/**
 * A symmetric matrix A = L D Lᵀ (Cholesky without square roots), solved in place. Fill `diagonal` (by place in the
 * order) and `entry` (by entry of the plan), call `factor`, then `solve`.
 */
export class SymmetricFactor {
  readonly plan: Elimination;
  readonly diagonal: Float64Array;
  readonly entry: Float64Array;

  /** @param spare room behind the diagonal for what an assembly loop writes there and nobody reads */
  constructor(plan: Elimination, spare = 0) {
    this.plan = plan;
    this.diagonal = new Float64Array(plan.size + spare);
    this.entry = new Float64Array(plan.row.length + 1);
  }

  /**
   * Factors the matrix; its diagonal then holds the inverse pivots.
   * @returns false when a pivot is zero or no number: the matrix is singular
   */
  factor(): boolean {
    const { diagonal, entry } = this;
    const { size, columnStart, updateStart, updateEntry, updateColumn, target } = this.plan;
    let t = 0;
    for (let c = 0; c < size; c++) {
      let pivot = diagonal[c]!;
      const lastUpdate = updateStart[c + 1]!;
      for (let u = updateStart[c]!; u < lastUpdate; u++) {
        const e = updateEntry[u]!;
        const k = updateColumn[u]!;
        // Columns before this one still hold L D; dividing by D here saves a pass over each.
        const multiplier = entry[e]! * diagonal[k]!;
        pivot -= multiplier * entry[e]!;
        const end = columnStart[k + 1]!;
        for (let below = e + 1; below < end; below++) entry[target[t++]!]! -= multiplier * entry[below]!;
      }
      if (!(Math.abs(pivot) > 1e-300)) return false;
      diagonal[c] = 1 / pivot;
    }
    return true;
  }

  /** Solves A x = b. @param b right side by place in the order; the answer takes its room */
  solve(b: Float64Array): void {
    const { diagonal, entry } = this;
    const { size, columnStart, row } = this.plan;
    for (let c = 0; c < size; c++) {
      const value = b[c]! * diagonal[c]!;
      b[c] = value;
      const end = columnStart[c + 1]!;
      for (let e = columnStart[c]!; e < end; e++) b[row[e]!]! -= entry[e]! * value;
    }
    for (let c = size - 1; c >= 0; c--) {
      let sum = 0;
      const end = columnStart[c + 1]!;
      for (let e = columnStart[c]!; e < end; e++) sum += entry[e]! * b[row[e]!]!;
      b[c]! -= diagonal[c]! * sum;
    }
  }
}

/**
 * A matrix of symmetric pattern and any values, A = L U without exchange of rows. That is sound for the matrices of
 * transport along flows, which are diagonally dominant.
 */
export class GeneralFactor {
  readonly plan: Elimination;
  readonly diagonal: Float64Array;
  /** Below the diagonal: row = `plan.row`, column = the entry's column. */
  readonly lower: Float64Array;
  /** Above it, mirrored: row = the entry's column, column = `plan.row`. */
  readonly upper: Float64Array;
  private readonly scratch: Float64Array;

  constructor(plan: Elimination) {
    this.plan = plan;
    this.diagonal = new Float64Array(plan.size);
    this.lower = new Float64Array(plan.row.length);
    this.upper = new Float64Array(plan.row.length);
    this.scratch = new Float64Array(plan.size);
  }

  clear(): void {
    const { diagonal, lower, upper } = this;
    for (let n = 0; n < diagonal.length; n++) diagonal[n] = 0;
    for (let e = 0; e < lower.length; e++) {
      lower[e] = 0;
      upper[e] = 0;
    }
  }

  /** Adds to the entry in the row of one unknown and the column of another, along an edge of the plan. */
  add(edge: number, rowUnknown: number, columnUnknown: number, value: number): void {
    const { place, edgeEntry } = this.plan;
    const e = edgeEntry[edge]!;
    if (e < 0) this.diagonal[place[rowUnknown]!]! += value;
    else if (place[rowUnknown]! > place[columnUnknown]!) this.lower[e]! += value;
    else this.upper[e]! += value;
  }

  /** @returns false when a pivot is zero or no number */
  factor(): boolean {
    const { diagonal, lower, upper } = this;
    const { size, columnStart, updateStart, updateEntry, updateColumn, target } = this.plan;
    let t = 0;
    for (let c = 0; c < size; c++) {
      let pivot = diagonal[c]!;
      for (let u = updateStart[c]!; u < updateStart[c + 1]!; u++) {
        const e = updateEntry[u]!;
        const right = upper[e]!;
        const left = lower[e]!;
        pivot -= left * right;
        const end = columnStart[updateColumn[u]! + 1]!;
        for (let below = e + 1; below < end; below++) {
          const at = target[t++]!;
          lower[at]! -= lower[below]! * right;
          upper[at]! -= upper[below]! * left;
        }
      }
      if (!(Math.abs(pivot) > 1e-300)) return false;
      diagonal[c] = pivot;
      const inverse = 1 / pivot;
      for (let e = columnStart[c]!; e < columnStart[c + 1]!; e++) lower[e]! *= inverse;
    }
    return true;
  }

  /** Solves A x = b. @param b by unknown @param x receives the answer, by unknown */
  solve(b: Float64Array, x: Float64Array): void {
    const { diagonal, lower, upper, scratch } = this;
    const { size, order, columnStart, row } = this.plan;
    for (let c = 0; c < size; c++) scratch[c] = b[order[c]!]!;
    for (let c = 0; c < size; c++) {
      const value = scratch[c]!;
      for (let e = columnStart[c]!; e < columnStart[c + 1]!; e++) scratch[row[e]!]! -= lower[e]! * value;
    }
    for (let c = size - 1; c >= 0; c--) {
      let value = scratch[c]!;
      for (let e = columnStart[c]!; e < columnStart[c + 1]!; e++) value -= upper[e]! * scratch[row[e]!]!;
      value /= diagonal[c]!;
      scratch[c] = value;
      x[order[c]!] = value;
    }
  }
}
