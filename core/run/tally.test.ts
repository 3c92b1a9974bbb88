import { describe, expect, it } from 'vitest';
import { newJob } from '../../model/new-job.ts';
import type { RunSettings } from './run.ts';
import { daySettings } from './settings.ts';
import { type Counted, Tally } from './tally.ts';
import type { RunZone } from './zone.ts';

const job = newJob('A house');
const zones = ['a', 'b'].map((id) => ({ id, label: id, setPoint: 20 })) as RunZone[];
/** One source with so many starts, and J it made and bought. */
const one = (cycles: number, made = 0, bought: number | null = null) => [
  { id: 'source', name: '', carrier: bought === null ? null : ('fuel' as const), made, bought, cycles, running: 0 },
];
const start = (fields: Partial<RunSettings> = {}, step = 3600): Tally =>
  new Tally(job, { ...daySettings(job, { mean: 0, swing: 0 }), step, ...fields }, zones, [], 988);
const moved = (fields: Partial<Counted> = {}): Counted => ({
  power: 0,
  given: [],
  intoStore: 0,
  sunIntoStore: 0,
  circulation: 0,
  pipes: 0,
  standing: 0,
  ofStore: 0,
  immersion: 0,
  pumps: 0,
  sent: 40,
  back: 30,
  ...fields,
});

describe('the sums of a run', () => {
  it('are watts times seconds, and means in which each joule counts alike', () => {
    const tally = start();
    const warm = moved({ power: 1000, given: [600, 300], pipes: 100, standing: 7, ofStore: 3, pumps: 40, sent: 50, back: 40 });
    tally.count(warm, 3600, 0, 100, 1);
    tally.count(moved({ power: 3000, given: [3000], intoStore: 10, immersion: 5, sent: 30, back: 20 }), 3600, 0, 900, 1);
    tally.count(moved({ pumps: 20, sent: 99, back: 99 }), 3600, 0, 900, 1);
    tally.exercise(500);
    tally.tap({ heat: 44, ran: 60, lukewarm: 12 });
    const { energy, meanFlow, meanReturn, lasted, carrier, ...rest } = tally.finish(one(1, 1, 900), 0, 0);
    expect(energy).toMatchObject({ standing: 10 * 3600, immersion: 5 * 3600, tapped: 44, bought: 900 + 5 * 3600 });
    // A boiler and an electric heater in its store.
    expect([carrier, rest.tapRan, rest.tapLukewarm]).toEqual(['both', 60, 12]);
    expect(energy).toMatchObject({ made: 4000 * 3600, toRooms: 3900 * 3600, pipes: 100 * 3600, toCylinder: 10 * 3600 });
    expect(energy.pumps).toBe(60 * 3600 + 500);
    expect([meanFlow, meanReturn, lasted]).toEqual([35, 25, 3 * 3600]);
  });

  it('a source that made nothing has the water that stands in it for its mean', () => {
    const { meanFlow, meanReturn, days } = start().finish(one(0), 21, 19);
    expect([meanFlow, meanReturn, days]).toEqual([21, 19, []]);
  });

  it('days end at midnight, the last with what is left', () => {
    const tally = start();
    for (let hour = 0; hour < 30; hour++) tally.count(moved({ power: 1000 }), 3600, hour, 0, hour < 24 ? 3 : 5);
    const { days } = tally.finish(one(5), 0, 0);
    expect(days.map((day) => [day.made / 3.6e6, day.cycles, day.outdoor])).toEqual([
      [24, 3, 11.5],
      [6, 2, 26.5],
    ]);
  });
});

describe('comfort', () => {
  it('hours short are counted by zone, and once for all of them', () => {
    const tally = start();
    tally.comfort([0, 1], true, [], 0, 0, 0);
    tally.comfort([1], true, [0, 1], 1, 0, 3600);
    // One that may not call is short, but nobody waits for it.
    tally.comfort([0], false, [], 2, 0, 7200);
    const { hoursShort, hoursWarm, hoursAnyShort, hoursAnyWarm } = tally.finish(one(0), 0, 0);
    expect([hoursShort, hoursWarm, hoursAnyShort, hoursAnyWarm]).toEqual([[2, 2], [1, 1], 2, 1]);
  });

  it('the longest recovery from a set-back counts; one that never came leaves it open', () => {
    const setBack = { from: 22, to: 6, by: 3 };
    const morning = (tally: Tally, day: number, warmAt: number) => {
      for (let hour = 0; hour < 24; hour++)
        tally.comfort([], hour >= 6 && hour < warmAt, [], hour, hour < 6 || hour >= 22 ? 3 : 0, (day * 24 + hour) * 3600);
    };
    const twice = start({ setBack });
    morning(twice, 0, 8);
    morning(twice, 1, 11);
    expect(twice.finish(one(0), 0, 0).recovery).toBe(5 * 3600);
    const never = start({ setBack });
    morning(never, 0, 30);
    expect(never.finish(one(0), 0, 0).recovery).toBeNull();
    const without = start();
    morning(without, 0, 9);
    expect(without.finish(one(0), 0, 0).recovery).toBeNull();
  });
});
