// What the diagnosis finds: hidden faults in plants that are not as drawn, complained of in words, then read and looked at as it asks.

import { DESIGN_DAY } from '../core/commission/book-state.ts';
import type { Evidence } from '../core/diagnosis/evidence.ts';
import { HiddenFault } from '../core/diagnosis/hidden-fault.ts';
import type { Next } from '../core/diagnosis/next.ts';
import { nextReadings } from '../core/diagnosis/next-reading.ts';
import { Library } from '../core/diagnosis/predict.ts';
import { type Ranking, rank } from '../core/diagnosis/rank.ts';
import { statesToTry } from '../core/diagnosis/states.ts';
import { ALL_QUANTITIES } from '../core/diagnosis/told.ts';
import type { Cause, Fault } from '../core/fault/fault.ts';
import { faultsOf } from '../core/fault/faults.ts';
import { designWithPlant } from '../core/job/design-job.ts';
import { seededNumbers } from '../core/quantity/seeded.ts';
import { SYSTEMS } from '../demo/systems.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import { goThrough, goThroughTwo, nearestSignature, type Way, waysOf } from './diagnosis/trial.ts';
import { middle } from './median.ts';

const argument = (name: string, usual: number): number => {
  const given = process.argv.findLast((each) => each.startsWith(`--${name}=`));
  return given ? Number(given.split('=')[1]) : usual;
};
const SEED = argument('seed', 20_261);
const STEPS = argument('steps', 6);
const STEPS_OF_TWO = 8;
const STEPS_UNASKED = 10;
/** Chance above which a plant that nobody complains of is told a fault. */
const TOLD = 0.5;
/** Cases of each plant at most; every fault with a symptom there without a limit. */
const MOST = argument('most', 60);
const MOST_BESIDE = argument('beside', 12);
/** `--only=two` tries that alone: `complaints`, `unasked`, `outside` or `two`. */
const ONLY = process.argv.find((each) => each.startsWith('--only='))?.split('=')[1];
const tries = (what: string): boolean => ONLY === undefined || ONLY === what;
const PLANTS = process.argv.includes('--all') ? undefined : [5, 7, 9, 11, 21];

const plants: [string, Job][] = [
  ['demo', thistleMill],
  ...Object.entries(SYSTEMS).flatMap(([i, job]): [string, Job][] =>
    !PLANTS || PLANTS.includes(Number(i)) ? [[`system ${i}`, job]] : [],
  ),
];

const blank = () => ({
  cases: 0,
  first: 0,
  three: 0,
  sureWrong: 0,
  minutes: 0,
  sure: [] as { steps: number; minutes: number }[],
});
const percent = (part: number, whole: number) => (whole > 0 ? `${((100 * part) / whole).toFixed(0)} %` : '–');

const WAYS = waysOf(STEPS);
const CHOSEN = WAYS[1] as Way;
const UNASKED: Way = { ...CHOSEN, steps: STEPS_UNASKED };
const scores = WAYS.map(blank);
const nearest = blank();
const healthy = { cases: 0, told: 0 };
const outside = { cases: 0, circuit: 0, sure: 0 };
const pairs = { cases: 0, one: 0, both: 0 };
const unasked = { cases: 0, found: 0, three: 0, healthy: 0, alarms: 0 };
/** Told chance of the first against whether it was right, by tenths, over every way. */
const bins = Array.from({ length: 10 }, () => ({ told: 0, right: 0, count: 0 }));
const timings = { library: [] as number[], rank: [] as number[], next: [] as number[] };
const missed = new Map<string, number>();
const miss = (what: string) => missed.set(what, (missed.get(what) ?? 0) + 1);

interface Case {
  fault: Fault;
  cause: Cause | null;
  hidden: () => HiddenFault;
}

for (const [name, job] of plants) {
  const { design, plant } = designWithPlant(job);
  if (!plant) continue;
  const sound = { job, design, assembly: plant.assembly };
  const faults = faultsOf(sound);
  const library = new Library(sound, faults);
  const start = performance.now();
  library.designDay();
  timings.library.push(performance.now() - start);
  const states = statesToTry(plant.assembly, DESIGN_DAY);
  const random = seededNumbers(SEED + name.length * 7919 + job.rooms.length);
  // Every fault, each with one of its causes by chance: those that people feel, and those that nobody does.
  const [felt, silent]: [Case[], Case[]] = [[], []];
  for (const fault of faults) {
    const seed = Math.floor(random() * 2 ** 31);
    const cause = fault.causes[Math.floor(random() * fault.causes.length)] ?? null;
    const hidden = () => new HiddenFault(sound, fault, cause, seed);
    const tried = hidden();
    if (tried.stands(DESIGN_DAY)) (tried.said().length === 0 ? silent : felt).push({ fault, cause, hidden });
  }
  const shuffled = (list: readonly Case[]): Case[] =>
    list
      .map((each) => ({ each, by: random() }))
      .sort((a, b) => a.by - b.by)
      .map(({ each }) => each);
  const chosen = shuffled(felt).slice(0, MOST);
  for (const { fault, cause, hidden } of tries('complaints') ? chosen : []) {
    WAYS.forEach((way, w) => {
      const score = scores[w] as (typeof scores)[number];
      const seed = Math.floor(random() * 2 ** 31);
      const of = way.factor === 1 ? hidden() : new HiddenFault(sound, fault, cause, seed, way.factor);
      if (of.said().length === 0) return;
      const { ranking, minutes, sure, rankings } = goThrough(library, states, of, way, random);
      timings.rank.push(...rankings);
      const place = ranking.faults.findIndex((each) => each.fault === fault);
      const first = ranking.faults[0];
      // What acts like a fault by a cause that is not on the list is told as that fault, at its place.
      const own = (first?.chance ?? 0) + (first?.unlisted ?? 0);
      const leads = Math.max(ranking.sound, ranking.something - (first?.unlisted ?? 0)) <= own;
      score.cases++;
      score.minutes += minutes;
      if (sure) score.sure.push(sure);
      if (place === 0 && leads) score.first++;
      else if (way === CHOSEN) miss(fault.kind);
      if (place >= 0 && place < 3) score.three++;
      if (place !== 0 && (first?.chance ?? 0) > 0.8) score.sureWrong++;
      if (way.factor === 1 && first) {
        const bin = bins[Math.min(Math.floor(first.chance * 10), 9)] as (typeof bins)[number];
        bin.told += first.chance;
        bin.right += place === 0 ? 1 : 0;
        bin.count++;
      }
    });
    const order = nearestSignature(library, hidden());
    nearest.cases++;
    if (order[0] === fault) nearest.first++;
    if (order.indexOf(fault) < 3 && order.includes(fault)) nearest.three++;
  }
  // Nothing is wrong, and somebody complains all the same; or nobody does, and it is looked over.
  const rooms = job.rooms.filter(({ heatLoad }) => (heatLoad ?? 0) > 0);
  for (let k = 0; k < (tries('unasked') ? MOST_BESIDE : 0); k++) {
    const hidden = () => new HiddenFault(sound, null, null, SEED + 31 * k);
    const said = [{ complaint: 'room-cold', of: rooms[k % rooms.length]?.id ?? null, so: true }] as const;
    const stray = goThrough(library, states, hidden(), CHOSEN, random, said).ranking.faults[0];
    healthy.cases++;
    if ((stray?.chance ?? 0) > 0.8) {
      healthy.told++;
      miss(`healthy told ${stray?.fault.kind}`);
    }
    const looked = goThrough(library, states, hidden(), UNASKED, random, []).ranking;
    unasked.healthy++;
    if ((looked.faults[0]?.chance ?? 0) > TOLD) {
      unasked.alarms++;
      miss(`looked over, healthy told ${looked.faults[0]?.fault.kind}`);
    }
  }
  // Nobody complains of a fault that is there.
  for (const { fault, hidden } of tries('unasked') ? shuffled(silent).slice(0, MOST_BESIDE) : []) {
    const { ranking } = goThrough(library, states, hidden(), UNASKED, random, []);
    const place = ranking.faults.findIndex((each) => each.fault === fault);
    unasked.cases++;
    if (place === 0 && (ranking.faults[0]?.chance ?? 0) > TOLD) unasked.found++;
    else miss(`silent ${fault.kind}`);
    if (place >= 0 && place < 3) unasked.three++;
  }
  // The true fault is not among those it knows.
  for (const { fault, hidden } of tries('outside') ? chosen.slice(0, MOST_BESIDE) : []) {
    const without = new Library(
      sound,
      faults.filter((each) => each !== fault),
    );
    const { ranking } = goThrough(without, states, hidden(), CHOSEN, random);
    const first = ranking.faults[0];
    outside.cases++;
    if (first && (first.fault.circuitId === fault.circuitId || first.fault.roomId === fault.roomId)) outside.circuit++;
    if ((first?.chance ?? 0) > 0.8) {
      outside.sure++;
      miss(`outside ${fault.kind} told ${first?.fault.kind}`);
    }
  }
  // Two faults at once, in different places.
  for (let k = 0; tries('two') && k + 1 < Math.min(chosen.length, 2 * MOST_BESIDE); k += 2) {
    const [one, other] = [chosen[k], chosen[k + 1]];
    if (!one || !other || one.fault.place === other.fault.place) continue;
    const of = new HiddenFault(sound, one.fault, one.cause, SEED + k, 1, other);
    if (!of.stands(DESIGN_DAY) || of.said().length === 0) continue;
    const named = goThroughTwo(library, states, of, STEPS_OF_TWO);
    const found = [one, other].filter(({ fault }) => named.has(fault)).length;
    pairs.cases++;
    if (found > 0) pairs.one++;
    if (found > 1) pairs.both++;
    else miss(`two: ${one.fault.kind} + ${other.fault.kind}`);
  }
  const begin = performance.now();
  const evidence: Evidence = { readings: [], said: [{ complaint: 'all-cold', of: null, so: true }], seen: [] };
  const ranking = rank(library, evidence) as Ranking;
  nextReadings(library, evidence, ranking, { quantities: ALL_QUANTITIES, states: [DESIGN_DAY] }) satisfies Next[];
  timings.next.push(performance.now() - begin);
  process.stdout.write(
    `  ${name}: ${faults.length} faults, ${chosen.length} of ${felt.length} with a symptom tried, ${silent.length} without\n`,
  );
}

const say = (line: string) => process.stdout.write(`  ${line}\n`);
process.stdout.write(`Diagnosis, seed ${SEED}\n`);
WAYS.forEach((way, w) => {
  const { cases, first, three, sureWrong, minutes, sure } = scores[w] as (typeof scores)[number];
  const until =
    sure.length > 0
      ? `, 80 % reached in ${percent(sure.length, cases)} after ${middle(sure.map(({ steps }) => steps))} steps, ${middle(sure.map((each) => each.minutes)).toFixed(0)} minutes`
      : '';
  say(
    `${way.name}: first ${percent(first, cases)}, among three ${percent(three, cases)}, above 0.8 and wrong ${percent(sureWrong, cases)}, ${(minutes / Math.max(cases, 1)).toFixed(0)} minutes${until} (${cases} cases)`,
  );
});
say(
  `nearest signature on six readings of a list: first ${percent(nearest.first, nearest.cases)}, among three ${percent(nearest.three, nearest.cases)} (${nearest.cases} cases)`,
);
say(`healthy with a stray complaint, told a fault above 0.8: ${percent(healthy.told, healthy.cases)} of ${healthy.cases}`);
say(
  `fault outside the list: right circuit or room ${percent(outside.circuit, outside.cases)}, wrong above 0.8 ${percent(outside.sure, outside.cases)} of ${outside.cases}`,
);
say(
  `two faults, ${STEPS_OF_TWO} steps, the cure of the first among them: both named ${percent(pairs.both, pairs.cases)}, one of them ${percent(pairs.one, pairs.cases)} of ${pairs.cases}`,
);
say(
  `looked over without complaint, ${STEPS_UNASKED} steps: found ${percent(unasked.found, unasked.cases)}, among three ${percent(unasked.three, unasked.cases)} of ${unasked.cases}; false alarms ${percent(unasked.alarms, unasked.healthy)} of ${unasked.healthy}`,
);
for (const { told, right, count } of bins)
  if (count > 0) say(`told ${percent(told, count)}: right ${percent(right, count)} (${count} cases)`);
say(
  `missed: ${[...missed]
    .sort((a, b) => b[1] - a[1])
    .map(([kind, n]) => `${kind} ${n}`)
    .join(', ')}`,
);
say(
  `library of the design day ${middle(timings.library).toFixed(0)} ms (demo ${timings.library[0]?.toFixed(0)}), ranking ${middle(timings.rank).toFixed(0)} ms, next ${middle(timings.next).toFixed(0)} ms`,
);
