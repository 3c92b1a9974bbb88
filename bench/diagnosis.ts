// What the diagnosis finds: hidden faults in plants that are not as drawn, complained of in words, then read and looked at as it asks.

import { DESIGN_DAY } from '../core/commission/book-state.ts';
import type { Evidence } from '../core/diagnosis/evidence.ts';
import { HiddenFault } from '../core/diagnosis/hidden-fault.ts';
import { type Next, type NextAsked, nextReadings } from '../core/diagnosis/next-reading.ts';
import { stepWith } from '../core/diagnosis/own-path.ts';
import { Library } from '../core/diagnosis/predict.ts';
import { type Ranking, rank } from '../core/diagnosis/rank.ts';
import { secondFault } from '../core/diagnosis/second-fault.ts';
import type { Fault } from '../core/fault/fault.ts';
import { faultsOf } from '../core/fault/faults.ts';
import { designWithPlant } from '../core/job/design-job.ts';
import { seededNumbers } from '../core/quantity/seeded.ts';
import { SYSTEMS } from '../demo/systems.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { StateNote } from '../model/book/entry.ts';
import type { Job } from '../model/job.ts';

const argument = (name: string, usual: number): number => {
  const given = process.argv.find((each) => each.startsWith(`--${name}=`));
  return given ? Number(given.split('=')[1]) : usual;
};
const SEED = argument('seed', 20_261);
const STEPS = argument('steps', 6);
/** Cases of each plant at most; every fault with a symptom there without a limit. */
const MOST = argument('most', 60);
const PLANTS = process.argv.includes('--all') ? undefined : [5, 7, 9, 11, 21];

const plants: [string, Job][] = [
  ['demo', thistleMill],
  ...Object.entries(SYSTEMS).flatMap(([i, job]): [string, Job][] =>
    !PLANTS || PLANTS.includes(Number(i)) ? [[`system ${i}`, job]] : [],
  ),
];

const ALL_QUANTITIES = new Set(['supply', 'back', 'air', 'flow', 'pressure', 'head', 'power'] as const);

interface Score {
  cases: number;
  first: number;
  three: number;
  sureWrong: number;
  minutes: number;
}
const blank = (): Score => ({ cases: 0, first: 0, three: 0, sureWrong: 0, minutes: 0 });
const percent = (part: number, whole: number) => (whole > 0 ? `${((100 * part) / whole).toFixed(0)} %` : '–');

interface Way {
  name: string;
  asked: Omit<NextAsked, 'states'>;
  steps: number;
  factor: number;
  random?: boolean;
}
const WAYS: Way[] = [
  { name: 'words only', asked: { quantities: ALL_QUANTITIES, looks: false }, steps: 0, factor: 1 },
  { name: `${STEPS} readings and looks it chose`, asked: { quantities: ALL_QUANTITIES }, steps: STEPS, factor: 1 },
  { name: `${STEPS} readings it chose`, asked: { quantities: ALL_QUANTITIES, looks: false }, steps: STEPS, factor: 1 },
  {
    name: `${STEPS} readings at random`,
    asked: { quantities: ALL_QUANTITIES, looks: false },
    steps: STEPS,
    factor: 1,
    random: true,
  },
  {
    name: 'clamps and pump watts',
    asked: { quantities: new Set(['supply', 'back', 'air', 'power'] as const) },
    steps: STEPS,
    factor: 1,
  },
  { name: 'plant 1.7 times more unlike', asked: { quantities: ALL_QUANTITIES }, steps: STEPS, factor: 1.7 },
];
const scores = WAYS.map(blank);
const healthy = { cases: 0, told: 0 };
const outside = { cases: 0, circuit: 0, sure: 0 };
const pairs = { cases: 0, one: 0, both: 0 };
/** Told chance of the first against whether it was right, by tenths. */
const bins = Array.from({ length: 10 }, () => ({ told: 0, right: 0, count: 0 }));
let silent = 0;
const timings = { library: [] as number[], rank: [] as number[], next: [] as number[] };
const missed = new Map<string, number>();

function goThrough(library: Library, states: StateNote[], hidden: HiddenFault, way: Way, random: () => number) {
  let evidence: Evidence = { readings: [], said: hidden.said(), seen: [] };
  let ranking = rank(library, evidence) as Ranking;
  let minutes = 0;
  for (let k = 0; k < way.steps; k++) {
    const step = way.random
      ? stepAtRandom(library, states[0] ?? DESIGN_DAY, evidence, hidden, random)
      : stepWith(library, evidence, ranking, { ...way.asked, states }, hidden);
    if (!step) break;
    evidence = step.evidence;
    minutes += step.minutes;
    const start = performance.now();
    ranking = rank(library, evidence) as Ranking;
    timings.rank.push(performance.now() - start);
  }
  return { ranking, minutes };
}

/** One reading of the state that stands, whichever chance picks. */
function stepAtRandom(library: Library, state: StateNote, evidence: Evidence, hidden: HiddenFault, random: () => number) {
  const keys = [...(library.predicted(state)?.sound.readings.keys() ?? [])];
  const key = keys[Math.floor(random() * keys.length)] as string;
  const read = hidden.read(key, state);
  return read && { evidence: { ...evidence, readings: [...evidence.readings, { key, ...read, state }] }, minutes: 1 };
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
  const states: StateNote[] = [
    DESIGN_DAY,
    ...plant.assembly.circuits.slice(0, 2).map(
      ({ id }): StateNote => ({
        ...DESIGN_DAY,
        calls: plant.assembly.zones.filter(({ circuitId }) => circuitId === id).map((zone) => zone.id),
      }),
    ),
  ].filter((_, i, list) => i === 0 || list.length > 2);
  const random = seededNumbers(SEED + name.length * 7919 + job.rooms.length);
  // Every fault with a symptom there, each cause in turn by chance.
  const cases: { fault: Fault; hidden: () => HiddenFault }[] = [];
  for (const fault of faults) {
    const seed = Math.floor(random() * 2 ** 31);
    const cause = fault.causes[Math.floor(random() * fault.causes.length)] ?? null;
    const hidden = () => new HiddenFault(sound, fault, cause, seed);
    const tried = hidden();
    if (!tried.stands(DESIGN_DAY)) continue;
    if (tried.said().length === 0) {
      silent++;
      continue;
    }
    cases.push({ fault, hidden });
  }
  const order = cases.map((each) => ({ each, by: random() })).sort((a, b) => a.by - b.by);
  const chosen = order.slice(0, MOST).map(({ each }) => each);
  for (const { fault, hidden } of chosen) {
    WAYS.forEach((way, w) => {
      const score = scores[w] as Score;
      const seed = Math.floor(random() * 2 ** 31);
      const of = way.factor === 1 ? hidden() : new HiddenFault(sound, fault, fault.causes[0] ?? null, seed, way.factor);
      if (of.said().length === 0) return;
      const { ranking, minutes } = goThrough(library, states, of, way, random);
      const place = ranking.faults.findIndex((each) => each.fault === fault);
      const first = ranking.faults[0];
      const leads = Math.max(ranking.sound, ranking.something) <= (first?.chance ?? 0);
      score.cases++;
      score.minutes += minutes;
      if (place === 0 && leads) score.first++;
      else if (w === 1) missed.set(fault.kind, (missed.get(fault.kind) ?? 0) + 1);
      if (place >= 0 && place < 3) score.three++;
      if (place !== 0 && (first?.chance ?? 0) > 0.8) score.sureWrong++;
      if (w === 1 && first) {
        const bin = bins[Math.min(Math.floor(first.chance * 10), 9)] as (typeof bins)[number];
        bin.told += first.chance;
        bin.right += place === 0 ? 1 : 0;
        bin.count++;
      }
    });
  }
  // Nothing is wrong, and somebody complains all the same.
  const rooms = job.rooms.filter(({ heatLoad }) => (heatLoad ?? 0) > 0);
  for (let k = 0; k < 12; k++) {
    const hidden = new HiddenFault(sound, null, null, SEED + 31 * k);
    let evidence: Evidence = {
      readings: [],
      said: [{ complaint: 'room-cold', of: rooms[k % rooms.length]?.id ?? null, so: true }],
      seen: [],
    };
    let ranking = rank(library, evidence) as Ranking;
    for (let s = 0; s < STEPS; s++) {
      const step = stepWith(library, evidence, ranking, { quantities: ALL_QUANTITIES, states }, hidden);
      if (!step) break;
      evidence = step.evidence;
      ranking = rank(library, evidence) as Ranking;
    }
    healthy.cases++;
    if ((ranking.faults[0]?.chance ?? 0) > 0.8) {
      healthy.told++;
      const kind = `healthy told ${ranking.faults[0]?.fault.kind}`;
      missed.set(kind, (missed.get(kind) ?? 0) + 1);
    }
  }
  // The true fault is not among those it knows.
  for (const { fault, hidden } of chosen.slice(0, 12)) {
    const without = new Library(
      sound,
      faults.filter((each) => each !== fault),
    );
    const of = hidden();
    const { ranking } = goThrough(without, [DESIGN_DAY], of, { ...(WAYS[2] as Way) }, random);
    const first = ranking.faults[0];
    outside.cases++;
    if (first && (first.fault.circuitId === fault.circuitId || first.fault.roomId === fault.roomId)) outside.circuit++;
    if ((first?.chance ?? 0) > 0.8) {
      outside.sure++;
      const kind = `outside ${fault.kind} told ${first?.fault.kind}`;
      missed.set(kind, (missed.get(kind) ?? 0) + 1);
    }
  }
  // Two faults at once, in different circuits or rooms: eight steps, then what stands beside the likeliest.
  for (let k = 0; k + 1 < Math.min(chosen.length, 8); k += 2) {
    const [one, other] = [chosen[k]?.fault, chosen[k + 1]?.fault];
    if (!one || !other || one.place === other.place) continue;
    const of = new HiddenFault(sound, one, one.causes[0] ?? null, SEED + k, 1, other);
    if (!of.stands(DESIGN_DAY) || of.said().length === 0) continue;
    let evidence: Evidence = { readings: [], said: of.said(), seen: [] };
    let ranking = rank(library, evidence) as Ranking;
    for (let step = 0; step < 8; step++) {
      const made = stepWith(library, evidence, ranking, { quantities: ALL_QUANTITIES, states: [DESIGN_DAY], looks: false }, of);
      if (!made) break;
      evidence = made.evidence;
      ranking = rank(library, evidence) as Ranking;
    }
    const beside = secondFault(library, evidence, ranking);
    const named = new Set([ranking.faults[0]?.fault, beside?.seconds[0]?.fault]);
    pairs.cases++;
    if (named.has(one) || named.has(other)) pairs.one++;
    if (named.has(one) && named.has(other)) pairs.both++;
  }
  const begin = performance.now();
  const evidence: Evidence = { readings: [], said: [{ complaint: 'all-cold', of: null, so: true }], seen: [] };
  const ranking = rank(library, evidence) as Ranking;
  nextReadings(library, evidence, ranking, { quantities: ALL_QUANTITIES, states: [DESIGN_DAY] }) satisfies Next[];
  timings.next.push(performance.now() - begin);
  process.stdout.write(`  ${name}: ${faults.length} faults, ${chosen.length} of ${cases.length} with a symptom tried\n`);
}

const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
process.stdout.write(`Diagnosis, seed ${SEED}: ${silent} faults give no symptom\n`);
WAYS.forEach((way, w) => {
  const { cases, first, three, sureWrong, minutes } = scores[w] as Score;
  process.stdout.write(
    `  ${way.name}: first ${percent(first, cases)}, among three ${percent(three, cases)}, above 0.8 and wrong ${percent(sureWrong, cases)}, ${(minutes / Math.max(cases, 1)).toFixed(0)} minutes (${cases} cases)\n`,
  );
});
process.stdout.write(
  `  healthy with a stray complaint, told a fault above 0.8: ${percent(healthy.told, healthy.cases)} of ${healthy.cases}\n`,
);
process.stdout.write(
  `  fault outside the list: right circuit or room ${percent(outside.circuit, outside.cases)}, wrong above 0.8 ${percent(outside.sure, outside.cases)} of ${outside.cases}\n`,
);
process.stdout.write(
  `  two faults, eight readings: both named ${percent(pairs.both, pairs.cases)}, one of them ${percent(pairs.one, pairs.cases)} of ${pairs.cases}\n`,
);
for (const { told, right, count } of bins)
  if (count > 0) process.stdout.write(`  told ${percent(told, count)}: right ${percent(right, count)} (${count} cases)\n`);
process.stdout.write(
  `  missed: ${[...missed]
    .sort((a, b) => b[1] - a[1])
    .map(([kind, n]) => `${kind} ${n}`)
    .join(', ')}\n`,
);
process.stdout.write(
  `  library of the design day ${median(timings.library).toFixed(0)} ms (demo ${timings.library[0]?.toFixed(0)}), ranking ${median(timings.rank).toFixed(0)} ms, next ${median(timings.next).toFixed(0)} ms\n`,
);
