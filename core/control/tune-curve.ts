/** A reading in the middle of a heating period: the slope then set, and the room above what is wanted, K. */
export interface TuningReading {
  slope: number;
  tooWarm: number;
}

/** What is near enough, K, and the steps of the slope: common practice. */
const NEAR_ENOUGH = 0.5;
const STEP = 0.1;
/** Lowest slope worth trying. */
const LEAST = 0.1;

export type NextStep = { done: true; slope: number } | { done: false; slope: number; words: string };

/**
 * The next setting of a weather curve: a step down while the rooms are too warm, half a step back up once they fall short, and
 * no more once they are within half a kelvin. Each change is left for a day before it is read again; what else bends the curve
 * (self-learning, room influence) is switched off first.
 * @param readings the earliest first
 */
export function nextSlope(readings: readonly TuningReading[]): NextStep {
  const last = readings.at(-1);
  if (!last) return { done: false, slope: 0.7, words: 'Start at 0.7 and leave it for a day.' };
  if (Math.abs(last.tooWarm) <= NEAR_ENOUGH) return { done: true, slope: last.slope };
  // Once it has been both too warm and too cold, the slope in between is what is left to try.
  const short = readings.filter((each) => each.tooWarm < -NEAR_ENOUGH).map((each) => each.slope);
  const warm = readings.filter((each) => each.tooWarm > NEAR_ENOUGH).map((each) => each.slope);
  const floor = Math.max(...short, 0);
  const ceiling = Math.min(...warm, Number.POSITIVE_INFINITY);
  const step =
    short.length > 0 && warm.length > 0 ? Math.min(STEP / 2, (ceiling - floor) / 2) : last.tooWarm > 0 ? STEP : STEP / 2;
  const wanted = last.tooWarm > 0 ? last.slope - step : last.slope + step;
  const slope = Math.max(Math.round(wanted * 1000) / 1000, LEAST);
  if (slope === last.slope) return { done: true, slope };
  return {
    done: false,
    slope,
    words: `${last.tooWarm > 0 ? `Too warm by ${last.tooWarm.toFixed(1)} K: down to` : `Short by ${(-last.tooWarm).toFixed(1)} K: back up to`} ${slope.toFixed(2)}, and leave it for a day.`,
  };
}
