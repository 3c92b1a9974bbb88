import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newPanel } from '../../model/new-emitter.ts';
import { newCircuit, newJob, newRoom, newSeparation } from '../../model/new-job.ts';
import { designWithPlant } from '../job/design-job.ts';
import { season } from '../job/season.ts';
import { whatIfs } from '../job/what-if.ts';
import { heatPumpNow } from '../plant/heat-pump.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import type { RunMoment, RunSettings } from './run.ts';
import { simulate } from './simulate.ts';
import { degreeDays, syntheticDay, syntheticSeason } from './weather.ts';

const settings = (fields: Partial<RunSettings> = {}): RunSettings => ({
  step: 60,
  outdoor: syntheticDay(0, 4, 60),
  mass: 'medium',
  people: 0.05,
  sun: 0.1,
  setBack: null,
  draws: [{ hour: 7, volume: 0.08 }],
  only: null,
  open: false,
  settle: 0,
  keepEvery: 1,
  ...fields,
});
const run = (job: Job, fields: Partial<RunSettings> = {}) => {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  return simulate(job, design, plant, settings(fields));
};
describe.each(Object.entries({ ...SYSTEMS, demo: thistleMill }))('a day of system %s', (_, job) => {
  it('goes through, loses and makes no heat, and keeps to what the source can', () => {
    const result = run(job, { step: 300, outdoor: syntheticDay(2, 4, 300) });
    expect(result.broke).toBeNull();
    expect(result.imbalance).toBeLessThan(1e-9);
    expect(result.moments).toHaveLength(288);
    const capacity = designWithPlant(job).design.source?.capacity.value ?? 0;
    const { source, site } = job;
    for (const { output, rooms, supply, outdoor, wanted } of result.moments) {
      // A heat pump gives more in milder air.
      const map = { source, capacity, design: site.outdoorDesignTemperature, enclosedShare: 0.85 };
      const most = traitsOf(source).heatPump ? heatPumpNow(map, outdoor, wanted).output : capacity;
      const beside = job.furtherSources.reduce((sum, each) => sum + each.capacity, 0);
      expect(output).toBeLessThanOrEqual(most + beside + 1e-6);
      expect([...rooms, supply].every(Number.isFinite)).toBe(true);
    }
  });
});

describe('what a day shows', () => {
  it('a cold day takes more than a mild one, in proportion to what is missing to the rooms, gains apart', () => {
    const none = { people: 0, sun: 0, draws: [] };
    const made = (mean: number) => run(thistleMill, { ...none, outdoor: Array.from({ length: 2880 }, () => mean) }).energy.made;
    const ratio = made(-5) / made(5);
    // Rooms of 18.7 C on average: 23.7 K against 13.7 K.
    expect(ratio).toBeGreaterThan(1.5);
    expect(ratio).toBeLessThan(1.95);
  });

  it('long and short steps tell the same day', () => {
    const [fine, coarse] = [60, 300].map((step) => run(thistleMill, { step, outdoor: syntheticDay(0, 4, step), draws: [] }));
    expect((coarse?.energy.made ?? 0) / (fine?.energy.made ?? 1)).toBeCloseTo(1, 1);
    coarse?.moments.at(-1)?.rooms.forEach((room, z) => {
      expect(Math.abs(room - (fine?.moments.at(-1)?.rooms[z] ?? 0))).toBeLessThan(1.2);
    });
  });

  it('a set-back saves, and is paid for in the morning', () => {
    const plain = run(thistleMill, { draws: [] });
    const lowered = run(thistleMill, { draws: [], setBack: { from: 22, to: 6, by: 3 } });
    expect(lowered.energy.made).toBeLessThan(plain.energy.made);
    const atSeven = (result: typeof plain) => result.moments.find((moment) => moment.time === 6.5 * 3600)?.output ?? 0;
    expect(atSeven(lowered)).toBeGreaterThanOrEqual(atSeven(plain));
  });

  it('the heating waits for the cylinder, which is warm again within the time worked out', () => {
    const result = run(thistleMill, { draws: [{ hour: 7, volume: 0.25 }] });
    const called = (moment: RunMoment | undefined) => moment?.calls.endsWith('1') ?? false;
    const from = result.moments.findIndex((moment) => moment.time >= 7 * 3600 && called(moment));
    const warm = result.moments.findIndex((moment, i) => i > from && !called(moment));
    const reheat = (designWithPlant(thistleMill).design.hotWater?.reheat.value ?? 0) / 60;
    // The tap runs for three quarters of an hour, so much of the drawing and the charging go on together.
    expect(warm - from).toBeGreaterThan(reheat * 0.9);
    expect(warm - from).toBeLessThan(reheat * 1.6);
    expect(result.moments.slice(from, warm).every((moment) => !moment.calling.some((id) => id.startsWith('rooms')))).toBe(true);
  });

  it('zones that may not call stay cold', () => {
    const only = run(thistleMill, { only: ['circuits/c4'], outdoor: Array.from({ length: 1440 }, () => -5) });
    expect(only.moments.at(-1)?.rooms[0]).toBeLessThan(16);
    expect(only.moments.every((moment) => moment.calls.slice(0, 7) === '0000000' || moment.time === 0)).toBe(true);
  });

  it('pumps that stood for a week are moved, where the controls do that', () => {
    const summer = { step: 3600, outdoor: Array.from({ length: 24 * 20 }, () => 24), draws: [], people: 0, sun: 0 };
    const still: Job = { ...thistleMill, hotWater: null };
    expect(run(still, summer).exercised).toBe(2);
    expect(run({ ...still, controls: { ...still.controls, exercise: false } }, summer).exercised).toBe(0);
  });

  it('stops with the time and the reason when a state cannot be solved', () => {
    const { design, plant } = designWithPlant(thistleMill);
    if (!plant) throw new Error('no plant');
    const broken = Object.create(plant, {
      stand: { value: () => ({ ...plant.runAll(), converged: false, reason: 'it hunts.' }) },
    }) as typeof plant;
    expect(simulate(thistleMill, design, broken, settings()).broke).toContain('At 00:00');
  });
});

describe('cycling of a source that cannot go low enough', () => {
  /** One room on a boiler that gives 6 kW or nothing, behind a tank. */
  function onOff(volume: number): Job {
    const base = newJob('On and off');
    const job: Job = {
      ...base,
      site: { ...base.site, outdoorDesignTemperature: -10 },
      separation: newSeparation('buffer', { volume }),
      source: {
        ...base.source,
        kind: 'boiler',
        capacity: 6000,
        leastOutput: 6000,
        flowTemperature: 60,
        // Its pump is sized by the load; 4 K there are 10 K at what the source gives.
        temperatureDifference: 4,
        waterContent: 0.005,
      },
    };
    return {
      ...job,
      circuits: [newCircuit('c1', job, { flowTemperature: 60, temperatureDifference: 10 })],
      rooms: [newRoom('r1', { heatLoad: 2500, circuit: 'c1', emitters: [newPanel('e1', { type: '2-2', length: 1.6 })] })],
    };
  }

  // The run-time formula read the other way round: t = V rho c dT / (Q_least - Q_zone), dT what the tank as a whole rises by.
  it.each([0.1, 0.2, 0.3])('a tank of %d m3 runs as long as the formula says', (volume) => {
    const job = onOff(volume);
    const { source, circuits, figures } = designWithPlant(job).design;
    const beyond = figures['circuits/c1/waterContent']?.value ?? 0;
    const water = volume + beyond + 0.005 + (source?.run.content.value ?? 0) + (circuits[0]?.sized?.run.content.value ?? 0);
    const { moments, cycles, shortestRun, energy, lasted } = run(job, {
      outdoor: Array.from({ length: 8640 }, () => -10),
      step: 10,
      draws: [],
      people: 0,
      sun: 0,
      mass: 'heavy',
    });
    expect(cycles).toBeGreaterThan(3);
    const last = moments.findLastIndex((moment, i) => !moment.firing && moments[i - 1]?.firing);
    const first = moments.slice(0, last).findLastIndex((moment) => !moment.firing) + 1;
    const ran = moments.slice(first, last);
    const mean = (i: number) => (moments[i]?.layers.reduce((sum, layer) => sum + layer, 0) ?? 0) / 10;
    const rise = mean(last - 1) - mean(first - 1);
    const taken =
      ran.reduce((sum, { circuits }) => sum + (circuits[0]?.heat ?? 0), 0) / ran.length +
      (energy.pipes + energy.standing) / lasted;
    const wanted = (water * 988 * 4181 * rise) / (6000 - taken);
    // Source, pipes and emitters rise by more or less than the tank.
    expect((ran.length * 10) / wanted).toBeGreaterThan(0.9);
    expect((ran.length * 10) / wanted).toBeLessThan(1.05);
    // The 10 K between start and stop stand at its sensor; above and below it the layers rise by less: three tenths off at most.
    const byRule = (volume * 988 * 4181 * 10) / (6000 - taken);
    expect((shortestRun ?? 0) / byRule).toBeGreaterThan(0.7);
    expect((shortestRun ?? 0) / byRule).toBeLessThan(1.3);
  });

  it('more water means fewer starts', () => {
    const starts = [0.05, 0.15, 0.4].map(
      (volume) => run(onOff(volume), { outdoor: Array.from({ length: 1440 }, () => 0), draws: [] }).cycles,
    );
    expect(starts[0]).toBeGreaterThan(starts[1] ?? 0);
    expect(starts[1]).toBeGreaterThan(starts[2] ?? 0);
  });
});

describe('a season', () => {
  const result = (() => {
    const run = season(thistleMill);
    const shares: number[] = [];
    for (;;) {
      const { done, value } = run.next();
      if (done) return { value, shares };
      shares.push(value);
    }
  })();

  it('goes through with balance, tells how far it is, and solves few states for many steps', () => {
    expect(result.value?.broke).toBeNull();
    expect(result.value?.imbalance).toBeLessThan(1e-9);
    expect(result.shares).toEqual([...result.shares].sort((a, b) => a - b));
    const { solved = 1, known = 0 } = result.value ?? {};
    expect(known / (known + solved)).toBeGreaterThan(0.98);
    expect(solved).toBeLessThanOrEqual(2 ** 8 + 2);
  });

  it('makes about what degree days say: load over design difference, times degree days, less gains', () => {
    const outdoor = syntheticSeason(-9, 18, 4, 300);
    // All rooms at their set points, 18.7 C on average by load; people and sun give 5 % and a tenth at noon.
    const load = designWithPlant(thistleMill).design.load.value;
    const days = degreeDays(outdoor, 18.7, 300);
    const rooms = (load / (18.7 + 9)) * days * 86_400;
    const gains = load * (0.05 + (0.1 * 2 * 8) / (Math.PI * 24)) * 212 * 86_400;
    expect((result.value?.energy.toRooms ?? 0) / (rooms - gains)).toBeGreaterThan(0.9);
    expect((result.value?.energy.toRooms ?? 0) / (rooms - gains)).toBeLessThan(1.1);
  });

  it('is nothing without a plant', () => {
    expect(season(newJob('Empty')).next()).toEqual({ done: true, value: null });
  });
});

describe('what if', () => {
  const answers = [...whatIfs(thistleMill, settings({ step: 300, outdoor: syntheticDay(0, 4, 300) }))];

  it('asks one thing at a time and answers each', () => {
    expect(answers.map((each) => each.label)).toEqual([
      'As it is',
      'Set back by 3\u00a0K at night',
      'Water a notch cooler (2\u00a0K)',
      '50\u00a0L more water in the return',
      'Mill hall alone',
    ]);
    expect(answers.every((each) => each.broke === null && each.made > 0)).toBe(true);
  });

  it('is asked in the units of the job', () => {
    const us = { ...thistleMill, display: { system: 'us' as const, units: {} } };
    const labels = [...whatIfs(us, settings({ step: 300, outdoor: syntheticDay(0, 4, 300) }))].map((each) => each.label);
    expect(labels.slice(1, 4)).toEqual([
      'Set back by 5.4\u00a0°F at night',
      'Water a notch cooler (3.6\u00a0°F)',
      '13.2\u00a0gal more water in the return',
    ]);
  });

  it('a set-back takes less, cooler water leaves no less short, a zone alone takes least', () => {
    const [plain, lowered, cooler, , alone] = answers;
    expect(lowered?.made).toBeLessThan(plain?.made ?? 0);
    // Thermostats of fourteen zones have a phase of their own: a quarter either way is chance.
    expect(cooler?.hoursShort).toBeGreaterThanOrEqual(0.75 * (plain?.hoursShort ?? 0));
    expect(alone?.made).toBeLessThan(0.6 * (plain?.made ?? 0));
  });

  it('where a buffer stands the water is added to it', () => {
    const buffered = { ...SYSTEMS[20], separation: newSeparation('buffer', { volume: 0.1 }) };
    const labels = [...whatIfs(buffered, settings({ step: 300, outdoor: syntheticDay(0, 4, 300) }))];
    const [plain, , , more] = labels;
    expect(more?.label).toBe('50\u00a0L more buffer');
    expect(more?.cycles).toBeLessThan(plain?.cycles ?? 0);
  });

  it('without a plant nothing is asked', () => expect([...whatIfs(newJob('Empty'), settings())]).toEqual([]));
});
