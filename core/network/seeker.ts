/** What two points may tell of a slope, as multiples of the slope expected. */
const LEAST_SHARE = 0.2;
const MOST_SHARE = 20;
/** Longest step of the setting. */
const LONGEST = 2;

/**
 * Seeks the setting at which a rising answer meets what is wanted, by secants, each kept near the slope that the
 * caller expects. Settings are best given as logarithms: valve travel as the logarithm of its odds, a speed as its own.
 */
export class Seeker {
  private setting: number | null = null;
  private answer = 0;

  forget(): void {
    this.setting = null;
  }

  /**
   * @param setting present setting @param answer what it gave @param wanted what it should give
   * @param expected slope of the answer over the setting, above 0
   * @returns the next setting to try
   */
  next(setting: number, answer: number, wanted: number, expected: number): number {
    let slope = expected;
    if (this.setting !== null && Math.abs(setting - this.setting) > 1e-12) {
      const seen = (answer - this.answer) / (setting - this.setting);
      slope = Math.min(Math.max(seen, LEAST_SHARE * expected), MOST_SHARE * expected);
    }
    this.setting = setting;
    this.answer = answer;
    return setting + Math.min(Math.max((wanted - answer) / slope, -LONGEST), LONGEST);
  }
}
