/**
 * A source that cannot go low enough, and its waters: its own, a tank in its return, and the rest that moves with the calls. Heat
 * comes in at the first, is taken from the last, and flows join them; so when the source fires its outlet runs ahead of the rest.
 * Which of these is small decides whether a tank helps, a faster flow, or neither.
 */
export interface Cycle {
  /** J/K of the source and its pipe, of a tank in its return, and of the rest that moves. */
  atSource: number;
  tank: number;
  beyond: number;
  /** W/K through the source, and drawn by what is not mixed. */
  through: number;
  drawn: number;
  /** W/K drawn by what is mixed, at the temperature wanted, and how far that is above what comes back of it, K: hotter water is drawn less. */
  mixed: number;
  mixedAbove: number;
  /** Least output, W. */
  least: number;
  /** What is taken at the temperature wanted, W, and for each kelvin of hotter water, W/K. */
  taken: number;
  takenPerKelvin: number;
  /** Kelvin above and below what is wanted at which its sensor stops and starts it. */
  stopsAbove: number;
  startsBelow: number;
  /** Seconds it is kept off and kept on, and until heat comes; a limiter ends what is forced so far above what is wanted, K. */
  leastPause: number;
  forcedRun: number;
  startTime: number;
  limitAbove: number;
}

export interface Cycling {
  /** Seconds it is on, and rests; infinity where it never stops. */
  run: number;
  pause: number;
  /** Starts an hour. */
  starts: number;
}

/** Longest time that is looked at, s: what runs so long does not cycle. */
const LONGEST = 5 * 3600;
/** Step as a share of the time the source's own water takes through it, and its bounds, s. */
const STEP_SHARE = 0.15;
const SHORTEST_STEP = 0.5;
const LONGEST_STEP = 5;
/** A cycle is counted once it comes after others. */
const SETTLING_CYCLES = 2;

/**
 * How often a source stops and starts while the same things call: its waters through a few cycles, by their balances
 *
 *     C_s dT_s/dt = Q + W_s (T_in - T_s)        T_in the tank, or what comes back
 *     C_t dT_t/dt = W_s (T_back - T_t)          T_back = what the circuits send back and what goes round, mixed
 *     C_R dT_R/dt = W (T_s - T_R) - G (T_R)     W the smaller of what source and circuits move
 *
 * For two waters and a steady draught there is a closed form, against which the tests hold it.
 * @returns no starts where it never stops
 */
export function cyclingOf(cycle: Cycle): Cycling {
  const { atSource, tank, beyond, through, drawn, mixed, mixedAbove, least, taken, takenPerKelvin } = cycle;
  const { stopsAbove, startsBelow, leastPause, forcedRun, startTime, limitAbove } = cycle;
  const steady: Cycling = { run: Number.POSITIVE_INFINITY, pause: 0, starts: 0 };
  if (least <= 0 || taken + takenPerKelvin * stopsAbove >= least) return steady;
  const most = Math.min(through, drawn + mixed);
  const pass = most > 0 ? Math.min(atSource / Math.max(through, 1), beyond / most) : atSource;
  const step = Math.min(Math.max(STEP_SHARE * pass, SHORTEST_STEP), LONGEST_STEP);
  // Kelvin above what is wanted.
  let [source, store, rest] = [-startsBelow, -startsBelow, -startsBelow];
  let on = true;
  let since = 0;
  let started = 0;
  let stopped = 0;
  let starts = 0;
  let run = 0;
  for (let time = 0; time < LONGEST; time += step) {
    const heat = on && time - since >= startTime ? least : 0;
    const ofMixed = mixed > 0 ? (mixed * mixedAbove) / Math.max(mixedAbove + source, 1) : 0;
    const exchange = Math.min(through, drawn + ofMixed);
    const given = Math.max(taken + takenPerKelvin * rest, 0);
    let next: number;
    if (tank > 0) {
      const back = through > 0 ? (exchange * rest + (through - exchange) * source) / through : rest;
      next = source + (step * (heat + through * (store - source))) / atSource;
      store += (step * through * (back - store)) / tank;
    } else next = source + (step * (heat + exchange * (rest - source))) / atSource;
    rest += (step * (exchange * (source - rest) - given)) / beyond;
    const edge = on ? stopsAbove : -startsBelow;
    // Where within the step its sensor passed the edge.
    const part = next !== source ? Math.min(Math.max((edge - source) / (next - source), 0), 1) : 1;
    const at = time + part * step;
    source = next;
    if (on) {
      const ends = source >= limitAbove || (source >= stopsAbove && time + step - since >= forcedRun);
      if (!ends) continue;
      on = false;
      stopped = time + step - since > forcedRun + step ? at : time + step;
      run = stopped - started;
      since = stopped;
    } else if (source <= -startsBelow && time + step - since >= leastPause) {
      on = true;
      starts++;
      const again = time + step - since > leastPause + step ? at : time + step;
      if (starts > SETTLING_CYCLES) return { run, pause: again - stopped, starts: 3600 / Math.max(again - started, 1) };
      started = again;
      since = again;
    }
  }
  // It stopped once at most in all that time, or is about to start again.
  return starts === 0 ? steady : { run, pause: LONGEST / starts - run, starts: starts / (LONGEST / 3600) };
}
