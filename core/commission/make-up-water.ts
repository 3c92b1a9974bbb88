/** Litres that went in between two times, days from the first filling, and how well they are known. */
export interface WaterAdded {
  from: number;
  to: number;
  litres: number;
  /** Standard deviation of the litres. */
  error: number;
}

export interface WaterVerdict {
  verdict: 'too early' | 'no leak' | 'leaks';
  /** Litres a day that keep going, likeliest, and what they are below with 95 chances in a hundred. */
  leak: number;
  atMost: number;
  /** Litres that purging took, and in how many days it falls to a third. */
  purging: number;
  days: number;
  /** Likelihood of a leak against none, in its logarithm. */
  evidence: number;
  readings: number;
}

/** Standard error of litres by how they were known, L: judgement of practice. */
export const LITRE_ERRORS = { meter: 0.15, feeder: 0.5, guess: 2 } as const;
/** A leak is told beyond this, from so many readings on: found on simulated feeders, one in a hundred is a false alarm. */
const TOLD_BEYOND = 3;
const LEAST_READINGS = 5;
/** How long air keeps leaving, days: its time constant is sought between these. */
const TIMES = [3, 4, 5, 6.5, 8, 10, 12.5, 15, 18, 21, 24];
/** Logarithm of likelihood below its best at which 95 chances in a hundred are on one side: half of 1.645 squared. */
const ONE_SIDED = 1.353;

/**
 * Tells water that replaces air from water that leaks. What replaces air falls off: litres between two days a and b are
 * A (e^(-a/t) - e^(-b/t)); what leaks does not: L (b - a). Both are fitted together, A and L not below nothing, t on a grid, and a
 * leak is told by how much likelier the readings are with it (likelihood ratio).
 * @param added in order of time
 */
export function judgeMakeUpWater(added: readonly WaterAdded[]): WaterVerdict {
  const with_ = best(added, null);
  const without = best(added, 0);
  const evidence = (without.squares - with_.squares) / 2;
  // Largest leak that is not told apart from the best.
  let atMost = with_.leak;
  const most = Math.max(1, ...added.map(({ litres, from, to }) => (2 * Math.max(litres, 1)) / Math.max(to - from, 0.1)));
  let [low, high] = [with_.leak, with_.leak + most];
  for (let i = 0; i < 40; i++) {
    atMost = (low + high) / 2;
    if ((best(added, atMost).squares - with_.squares) / 2 > ONE_SIDED) high = atMost;
    else low = atMost;
  }
  const told = evidence > TOLD_BEYOND;
  return {
    verdict: added.length < LEAST_READINGS ? 'too early' : told ? 'leaks' : 'no leak',
    leak: with_.leak,
    atMost,
    purging: with_.purging,
    days: with_.days,
    evidence,
    readings: added.length,
  };
}

interface Fit {
  leak: number;
  purging: number;
  days: number;
  /** Sum of squares of what is left, each over its error. */
  squares: number;
}

/** Best fit with a leak given, or sought where null. */
function best(added: readonly WaterAdded[], leak: number | null): Fit {
  let found: Fit = { leak: leak ?? 0, purging: 0, days: TIMES[0] as number, squares: Number.POSITIVE_INFINITY };
  for (const days of TIMES) {
    const rows = added.map(({ from, to, litres, error }) => ({
      air: (Math.exp(-from / days) - Math.exp(-to / days)) / error,
      leak: (to - from) / error,
      litres: litres / error,
    }));
    const sum = (of: (row: (typeof rows)[number]) => number) => rows.reduce((total, row) => total + of(row), 0);
    const [aa, al, ll] = [sum((r) => r.air * r.air), sum((r) => r.air * r.leak), sum((r) => r.leak * r.leak)];
    const [ay, ly] = [sum((r) => r.air * r.litres), sum((r) => r.leak * r.litres)];
    const squaresOf = (purging: number, steady: number) => sum((r) => (r.litres - purging * r.air - steady * r.leak) ** 2);
    const tries: [number, number][] = [];
    if (leak !== null) tries.push([aa > 0 ? Math.max((ay - leak * al) / aa, 0) : 0, leak]);
    else {
      const both = aa * ll - al * al;
      if (both > 1e-12 * aa * ll) tries.push([(ay * ll - ly * al) / both, (ly * aa - ay * al) / both]);
      tries.push([0, ll > 0 ? Math.max(ly / ll, 0) : 0], [aa > 0 ? Math.max(ay / aa, 0) : 0, 0]);
    }
    for (const [purging, steady] of tries) {
      if (purging < 0 || steady < 0) continue;
      const squares = squaresOf(purging, steady);
      if (squares < found.squares) found = { leak: steady, purging, days, squares };
    }
  }
  return found;
}

/** What the litres say, as a sentence with its reason. */
export function waterWords(verdict: WaterVerdict, say: (litres: number) => string): string {
  const { leak, atMost, readings } = verdict;
  if (verdict.verdict === 'too early')
    return `${readings === 0 ? 'No reading yet' : `${readings} ${readings === 1 ? 'reading' : 'readings'} so far`}: too early to tell purging from leaking; ${LEAST_READINGS} are needed.${readings > 1 ? ` It leaks at most ${say(atMost)} a day.` : ''}`;
  if (verdict.verdict === 'leaks')
    return `It leaks, about ${say(leak)} a day: water that replaces air falls off with the weeks, and this does not. Look at the relief valve’s discharge, the vessel’s gas side and every joint that is not covered.`;
  return `Purging, no leak: what goes in falls off to a third every ${Math.round(verdict.days)} days, as air leaves. A leak below ${say(atMost)} a day could still hide.`;
}
