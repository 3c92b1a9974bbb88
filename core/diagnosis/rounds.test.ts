import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { StateNote } from '../../model/book/entry.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { LOOKS } from '../fault/looks.ts';
import { designWithPlant } from '../job/design-job.ts';
import type { Evidence } from './evidence.ts';
import type { Next } from './next.ts';
import { nextReadings } from './next-reading.ts';
import { Library } from './predict.ts';
import { type Ranking, rank } from './rank.ts';
import { minutesOf, roundsOf, USUAL_MINUTES } from './reading-costs.ts';
import { roundInformation } from './reading-information.ts';
import { statesToTry } from './states.ts';
import { ALL_QUANTITIES, libraryOf } from './told.ts';

const { design, plant } = designWithPlant(thistleMill);
if (!plant) throw new Error('no plant');
const sound = { job: thistleMill, design, assembly: plant.assembly };
const library = libraryOf(sound);
const NOTHING: Evidence = { readings: [], said: [], seen: [] };
const ranking = rank(library, NOTHING) as Ranking;
const next = (states: StateNote[] = [DESIGN_DAY], more: object = {}): Next[] =>
  nextReadings(library, NOTHING, ranking, { states, quantities: ALL_QUANTITIES, ...more });

describe('what a reading costs', () => {
  const rounds = roundsOf(sound);
  const metered = new Set(rounds.filter(({ quantity }) => quantity === 'flow').flatMap(({ keys }) => keys));

  it('is a minute at a meter of a manifold, and many where one has to be clamped on', () => {
    const flows = plant.assembly.circuits.flatMap(({ loops }) => loops.map(({ place }) => `${place}#flow`));
    expect(metered.size).toBeGreaterThan(4);
    expect(metered.size).toBeLessThan(flows.length);
    for (const key of flows) expect(minutesOf(key, sound, USUAL_MINUTES), key).toBe(metered.has(key) ? 1 : 8);
    expect(minutesOf('circuits/c1#flow', sound, USUAL_MINUTES)).toBe(1);
    expect(minutesOf('rooms/r2#air', sound, { ...USUAL_MINUTES, air: 7 })).toBe(7);
  });

  it('is little for every further meter of the same manifold', () => {
    const round = next().find((each) => each.kind === 'round' && each.round.quantity === 'flow');
    if (round?.kind !== 'round') throw new Error('no round');
    expect(round.minutes).toBeCloseTo(1 + 0.2 * (round.keys.length - 1), 9);
    const own = next([DESIGN_DAY], { minutes: { flow: 3 } }).find(
      (each) => each.kind === 'round' && each.round.quantity === 'flow',
    );
    expect(own?.minutes).toBeCloseTo(3 + 0.2 * (round.keys.length - 1), 9);
  });
});

describe('what a round tells', () => {
  const of = (sort: string, chance: number) => ({ sort, chance });
  const at = (...means: number[]) => means.map((mean) => ({ mean, sigma: 1 }));

  it('is all the doubt where every cause stands far from the others, and none where they are alike', () => {
    const three = [of('a', 0.5), of('b', 0.25), of('c', 0.25)];
    const doubt = 0.5 * Math.log(2) + 0.5 * Math.log(4);
    expect(roundInformation(three, [at(0, 0), at(100, 0), at(0, 100)])).toBeCloseTo(doubt, 6);
    expect(roundInformation(three, [at(3, 4), at(3, 4), at(3, 4)])).toBeCloseTo(0, 9);
  });

  it('is more than any one of its readings tells, and no more than there is to know', () => {
    const round = next().find((each) => each.kind === 'round');
    if (round?.kind !== 'round') throw new Error('no round');
    const single = next([DESIGN_DAY], { rounds: false }).find((each) => each.kind === 'reading' && round.keys.includes(each.key));
    expect(round.gain).toBeGreaterThan(single?.gain ?? 0);
    expect(round.gain).toBeLessThan(Math.log(library.faults.length));
  });

  it('leaves out what was read already', () => {
    const round = next().find((each) => each.kind === 'round');
    if (round?.kind !== 'round') throw new Error('no round');
    const [first] = round.keys;
    const without = (each: { key: string } | { fault: string }) => 'key' in each && each.key === first;
    const again = next([DESIGN_DAY], { without }).find((each) => each.kind === 'round' && each.round.id === round.round.id);
    expect(again?.kind === 'round' && again.keys).toEqual(round.keys.slice(1));
  });
});

describe('the same look at every loop of a manifold', () => {
  it('asks for each loop once, tells the sum of all, and costs little more than one', () => {
    const settings = next().find((each) => each.kind === 'looks' && each.look === LOOKS.setting);
    if (settings?.kind !== 'looks') throw new Error('no looks');
    const places = settings.faults.map(({ place }) => place);
    expect(new Set(places).size).toBe(places.length);
    expect(settings.minutes).toBeCloseTo(1 + 0.2 * (places.length - 1), 9);
    const seen = settings.faults.map((fault) => ({ fault: fault.id, look: LOOKS.setting.id, so: false }));
    const [wrong] = settings.faults;
    const evidence = { ...NOTHING, seen: seen.map((each, i) => ({ ...each, so: i === 0 })) };
    const after = rank(library, evidence) as Ranking;
    expect(after.faults[0]?.fault.place).toBe(wrong?.place);
    const before = ranking.faults.find(({ fault }) => fault === after.faults[0]?.fault);
    expect(after.faults[0]?.chance).toBeGreaterThan(8 * (before?.chance ?? 1));
  });
});

describe('other calls', () => {
  const states = statesToTry(plant.assembly, DESIGN_DAY);

  it('are one zone alone and one circuit alone, the state that stands first, each once', () => {
    expect(states[0]).toBe(DESIGN_DAY);
    const calls = states.slice(1).map((state) => state.calls as string[]);
    expect(calls.some((each) => each.length === 1)).toBe(true);
    expect(calls.some((each) => each.length > 1)).toBe(true);
    expect(new Set(states.map((state) => JSON.stringify(state.calls))).size).toBe(states.length);
  });

  it('are thought of only where all doubt would be worth the settling', () => {
    const own = libraryOf(sound);
    const early = rank(own, NOTHING) as Ranking;
    nextReadings(own, NOTHING, early, { states, quantities: ALL_QUANTITIES });
    expect(own.knows(states[1] as StateNote)).toBe(false);
    const quick = nextReadings(own, NOTHING, early, { states, quantities: ALL_QUANTITIES, minutes: { settle: 0 } });
    expect(own.knows(states[1] as StateNote)).toBe(true);
    expect(quick.some((each) => 'state' in each && each.state !== DESIGN_DAY)).toBe(true);
  });

  it('show a valve that stays open without a call, which hides while everything calls', () => {
    const fault = library.faults.find(({ kind }) => kind === 'loop-open');
    const alone = states.find(({ calls }) => calls.length === 1 && calls !== 'all');
    if (!fault || !alone) throw new Error('no such fault');
    const small = new Library(sound, [fault]);
    const key = `${fault.place}#flow`;
    const shown = (state: StateNote) => {
      const predicted = small.predicted(state);
      return [predicted?.sound.readings.get(key), predicted?.faults[0]?.shown[0]?.readings.get(key)];
    };
    const [sole, open] = shown(DESIGN_DAY);
    expect(open).toBe(sole);
    const own = {
      ...DESIGN_DAY,
      calls: plant.assembly.zones
        .filter(({ circuitId, id }) => circuitId === fault.circuitId && !fault.id.includes(id))
        .slice(-1)
        .map(({ id }) => id),
    };
    const [shut, stays] = shown(own);
    expect(shut).toBeCloseTo(0, 9);
    expect(stays).toBeGreaterThan(5e-6);
  });
});

describe('a state worked out step by step', () => {
  it('by two at once is worked out once, and one that was left is gone on with', () => {
    const faults = library.faults.slice(0, 10);
    const own = new Library(sound, faults);
    const [one, other] = [own.work(DESIGN_DAY), own.work(DESIGN_DAY)];
    const shares = [one, other, one, other, one].map((work) => work.next().value as number);
    // Each step of either brings both further.
    expect(shares).toEqual([0, 0, 0.1, 0.2, 0.3]);
    const left: number[] = [];
    const work = own.work(DESIGN_DAY);
    for (let step = work.next(); !step.done; step = work.next()) left.push(step.value);
    expect(left[0]).toBeCloseTo(0.3, 9);
    expect(own.knows(DESIGN_DAY)).toBe(true);
    expect(own.predicted(DESIGN_DAY)?.faults.map(({ fault }) => fault)).toEqual(faults);
  });

  it('tells how far it is, ever further, and ends as at once', () => {
    const faults = library.faults.slice(0, 12);
    const work = new Library(sound, faults).work(DESIGN_DAY);
    const shares: number[] = [];
    let step = work.next();
    for (; !step.done; step = work.next()) shares.push(step.value);
    expect(shares).toEqual(faults.map((_, i) => i / faults.length));
    const whole = new Library(sound, faults).predicted(DESIGN_DAY);
    for (const [f, { shown }] of (step.value?.faults ?? []).entries())
      for (const [m, of] of shown.entries())
        for (const [key, value] of of?.readings ?? [])
          expect(whole?.faults[f]?.shown[m]?.readings.get(key), key).toBeCloseTo(value, 9);
  });
});
