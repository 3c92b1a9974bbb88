import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { fingerprintOf, fnv1a } from '../../model/fingerprint.ts';
import { type Job, MOST_RUN_RECORDS } from '../../model/job.ts';
import { newFurtherSource } from '../../model/new-job.ts';
import { readJob } from '../../model/read-job.ts';
import { designWithPlant } from '../job/design-job.ts';
import { boughtBy, costOf } from './cost.ts';
import { isFresh, recordOf, withRecord } from './record.ts';
import { daySettings } from './settings.ts';
import { simulate } from './simulate.ts';

const ran = (carrier: 'fuel' | 'electricity' | null, bought: number | null) => ({
  sources: [{ id: 'source', name: '', carrier, made: 0, bought, cycles: 0, running: 0 }],
  energy: {
    made: 0,
    toRooms: 0,
    toCylinder: 0,
    pipes: 0,
    inWater: 0,
    inHouse: 0,
    standing: 0,
    circulation: 0,
    immersion: 0,
    dumped: 0,
    tapped: 0,
    pumps: 7.2e6,
    bought,
  },
});
const prices = { efficiency: null, fuelPrice: 0.1, electricityPrice: 0.3, fuelEmission: 0.2, electricityEmission: 0.25 };

describe('what a run costs', () => {
  it('fuel by its price, the pumps by that of electricity', () => {
    expect(boughtBy(ran('fuel', 36e6))).toEqual({ fuel: 10, electricity: 2 });
    const { cost, emission, missing } = costOf({ energy: prices, furtherSources: [] }, ran('fuel', 36e6));
    expect(cost).toBeCloseTo(10 * 0.1 + 2 * 0.3, 9);
    expect(emission).toBeCloseTo(10 * 0.2 + 2 * 0.25, 9);
    expect(missing).toEqual([]);
  });

  it('electricity for heat and pumps alike; a source that buys nothing costs its pumps', () => {
    expect(costOf({ energy: prices, furtherSources: [] }, ran('electricity', 36e6)).cost).toBeCloseTo(12 * 0.3, 9);
    expect(costOf({ energy: prices, furtherSources: [] }, ran(null, null)).cost).toBeCloseTo(0.6, 9);
  });

  it('each source by its own price where it has one, and the immersion heater by that of electricity', () => {
    const { energy, sources } = ran('fuel', 36e6);
    const stove = {
      ...sources[0],
      id: 'f1',
      name: 'Stove',
      carrier: 'fuel' as const,
      made: 0,
      bought: 18e6,
      cycles: 0,
      running: 0,
    };
    const further = [newFurtherSource('f1', { kind: 'solid-fuel', price: 0.05, emission: 0.02 })];
    const { cost, emission } = costOf(
      { energy: prices, furtherSources: further },
      { energy: { ...energy, immersion: 3.6e6 }, sources: [...sources, stove] },
    );
    expect(cost).toBeCloseTo(10 * 0.1 + 5 * 0.05 + 3 * 0.3, 9);
    expect(emission).toBeCloseTo(10 * 0.2 + 5 * 0.02 + 3 * 0.25, 9);
  });

  it('is not known while a price that it takes is missing, and says which', () => {
    const without = costOf(
      { energy: { ...prices, fuelPrice: null, electricityEmission: null }, furtherSources: [] },
      ran('fuel', 36e6),
    );
    expect([without.cost, without.emission]).toEqual([null, null]);
    expect(without.missing).toEqual(['energy/fuelPrice', 'energy/electricityEmission']);
    expect(costOf({ energy: { ...prices, fuelPrice: null }, furtherSources: [] }, ran('electricity', 36e6)).cost).toBeCloseTo(
      3.6,
      9,
    );
  });
});

describe('a fingerprint', () => {
  // Test values of FNV-1a, 32 bit, as its authors publish them; from memory.
  it.each([
    ['', '811c9dc5'],
    ['a', 'e40c292c'],
    ['foobar', 'bf9cf968'],
  ])('of "%s" is %s', (text, hash) => expect(fnv1a(text)).toBe(hash));

  it('changes with all that a run is made from, and with nothing else', () => {
    const own = fingerprintOf(thistleMill);
    const same: Job[] = [
      { ...thistleMill, name: 'Another name' },
      { ...thistleMill, accepted: [{ finding: 'x', reason: 'y' }] },
      Object.fromEntries(Object.entries(thistleMill).reverse()) as Job,
    ];
    for (const job of same) expect(fingerprintOf(job)).toBe(own);
    const others: Job[] = [
      { ...thistleMill, source: { ...thistleMill.source, flowTemperature: 54 } },
      { ...thistleMill, energy: { ...thistleMill.energy, fuelPrice: 0.2 } },
      { ...thistleMill, rooms: thistleMill.rooms.slice(1) },
    ];
    for (const job of others) expect(fingerprintOf(job)).not.toBe(own);
  });
});

describe('a result kept with the job', () => {
  const { design, plant } = designWithPlant(thistleMill);
  if (!plant) throw new Error('no plant');
  const run = simulate(thistleMill, design, plant, daySettings(thistleMill, { mean: 0, swing: 4 }));
  const of = { id: 'n1', at: '2026-01-02T03:04:05.000Z', kind: 'day' as const, title: 'A day', settings: '0 °C on average' };
  const record = recordOf(thistleMill, run, of);

  it('holds what the run came to, and survives the job file', () => {
    expect(record).toMatchObject({ made: run.energy.made, pumps: run.energy.pumps, startsADay: run.cycles });
    expect(record.cost).toBe(costOf(thistleMill, run).cost);
    const read = readJob(JSON.parse(JSON.stringify(withRecord(thistleMill, record))));
    expect(read.ok && read.job.runs).toEqual([record]);
  });

  it('is stale once the job has changed, not by being kept', () => {
    const kept = withRecord(thistleMill, record);
    expect(isFresh(record, fingerprintOf(kept))).toBe(true);
    expect(isFresh(record, fingerprintOf({ ...kept, rulebook: 'gradient-led' }))).toBe(false);
  });

  it('the oldest goes where there would be too many', () => {
    let job = thistleMill;
    for (let i = 0; i < MOST_RUN_RECORDS + 3; i++) job = withRecord(job, { ...record, id: `n${i}` });
    expect(job.runs).toHaveLength(MOST_RUN_RECORDS);
    expect(job.runs[0]?.id).toBe('n3');
  });
});

describe('the days of a run', () => {
  it('add up to the whole', () => {
    const { design, plant } = designWithPlant(thistleMill);
    if (!plant) throw new Error('no plant');
    const outdoor = Array.from({ length: 3 * 288 + 100 }, (_, i) => 4 - i / 100);
    const result = simulate(thistleMill, design, plant, {
      ...daySettings(thistleMill, { mean: 0, swing: 0 }),
      step: 300,
      outdoor,
    });
    expect(result.days).toHaveLength(4);
    const sum = (of: (day: (typeof result.days)[number]) => number) => result.days.reduce((total, day) => total + of(day), 0);
    expect(sum((day) => day.made)).toBeCloseTo(result.energy.made, -1);
    expect(sum((day) => day.cycles)).toBe(result.cycles);
    expect(sum((day) => day.bought)).toBeCloseTo(result.energy.bought ?? 0, -1);
    expect(sum((day) => day.hoursShort)).toBeCloseTo(result.hoursAnyShort, 9);
    expect(result.days[0]?.outdoor).toBeCloseTo(4 - 287 / 200, 6);
    expect(result.days[3]?.outdoor).toBeCloseTo(4 - (3 * 288 + 49.5) / 100, 6);
    expect(result.lasted).toBe(outdoor.length * 300);
  });
});
