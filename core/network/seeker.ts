/** What two points may tell of a slope, as multiples of the slope expected. */
const LEAST_SHARE = 0.2;
const MOST_SHARE = 20;
/** Longest step of the setting while the answer lies to one side only. */
const LONGEST = 3;
/** How near to either end of the bracket a step inside it may go, as a share of its width. */
const MARGIN = 0.1;
/** Share of the expected step taken when several seekers disturb each other. */
const CALM = 0.35;

interface Point {
  setting: number;
  answer: number;
}

/**
 * Seeks the setting at which a rising answer meets what is wanted: by secants, inside the bracket of the nearest
 * settings known to give too little and too much. Settings are best given as logarithms: valve travel as that of its
 * odds, a speed as its own. What else moves in the plant meanwhile may make a bracket wrong; it is then dropped.
 */
export class Seeker {
  private last: Point | null = null;
  private low: Point | null = null;
  private high: Point | null = null;

  forget(): void {
    this.last = null;
    this.low = null;
    this.high = null;
  }

  /** The largest setting known to give too little, if any. */
  get tooLittleAt(): number | null {
    return this.low?.setting ?? null;
  }

  /** The smallest setting known to give too much, if any. */
  get tooMuchAt(): number | null {
    return this.high?.setting ?? null;
  }

  /**
   * @param setting present setting @param answer what it gave @param wanted what it should give
   * @param expected slope of the answer over the setting, above 0
   * @param calmly a part of the expected step and no memory: for settings that disturb each other
   * @returns the next setting to try
   */
  next(setting: number, answer: number, wanted: number, expected: number, calmly = false): number {
    if (calmly) {
      this.forget();
      return setting + CALM * Math.min(Math.max((wanted - answer) / expected, -LONGEST), LONGEST);
    }
    const here = { setting, answer };
    let slope = expected;
    if (this.last && Math.abs(setting - this.last.setting) > 1e-12) {
      const seen = (answer - this.last.answer) / (setting - this.last.setting);
      slope = Math.min(Math.max(seen, LEAST_SHARE * expected), MOST_SHARE * expected);
    }
    this.last = here;
    if (answer < wanted) {
      this.low = here;
      if (this.high && this.high.setting <= setting) this.high = null;
    } else {
      this.high = here;
      if (this.low && this.low.setting >= setting) this.low = null;
    }
    const step = setting + Math.min(Math.max((wanted - answer) / slope, -LONGEST), LONGEST);
    if (this.low && this.high && Math.abs(wanted - answer) > MOST_SHARE * expected * (this.high.setting - this.low.setting)) {
      // Further off than any slope allows inside so narrow a bracket: the plant has moved since its ends were found.
      this.forget();
      return setting + Math.min(Math.max((wanted - answer) / expected, -LONGEST), LONGEST);
    }
    if (!this.low || !this.high || (step > this.low.setting && step < this.high.setting)) return step;
    const share = (wanted - this.low.answer) / (this.high.answer - this.low.answer);
    const inside = Math.min(Math.max(share, MARGIN), 1 - MARGIN);
    return this.low.setting + inside * (this.high.setting - this.low.setting);
  }
}
