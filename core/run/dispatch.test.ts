import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import type { Job } from '../../model/job.ts';
import { newFurtherSource } from '../../model/new-job.ts';
import { designWithPlant } from '../job/design-job.ts';
import { notables } from './notable.ts';
import type { RunSettings } from './run.ts';
import { daySettings } from './settings.ts';
import { simulate } from './simulate.ts';

const day = (job: Job, mean: number, more: Partial<RunSettings> = {}) => {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  return simulate(job, design, plant, daySettings(job, { mean, swing: 4 }, more));
};
const cop = ({ energy }: ReturnType<typeof day>) => energy.made / (energy.bought ?? Number.NaN);

/** Half of the capacity from a heat pump, half from an electric heater. */
function halves(fields: Partial<Job['furtherSources'][number]>, source: Partial<Job['source']> = {}): Job {
  const job = SYSTEMS[21] as Job;
  const half = 4250;
  return {
    ...job,
    source: { ...job.source, capacity: half, ...source },
    furtherSources: [newFurtherSource('f1', { kind: 'electric', capacity: half, flowTemperature: 45, delay: 0, ...fields })],
  };
}

describe('several sources', () => {
  it('share the heat by what they can give, and each buys at its own rate', () => {
    const alone = day(SYSTEMS[21], -8);
    const both = day(halves({}), -8);
    const [pump, heater] = both.sources;
    if (!pump || !heater) throw new Error('not two');
    // The electric heater makes one for one; the whole is the sum of both: 1 / (s / COP + 1 - s).
    const share = pump.made / (pump.made + heater.made);
    expect(heater.bought).toBeCloseTo(heater.made, 0);
    expect(pump.made / (pump.bought ?? 1)).toBeCloseTo(cop(alone), 0);
    expect(share).toBeGreaterThan(0.45);
    expect(share).toBeLessThan(0.56);
    expect(cop(both)).toBeCloseTo(1 / (share / (pump.made / (pump.bought ?? 1)) + 1 - share), 6);
    expect(cop(both)).toBeLessThan(1.7);
    expect(notables(both).map(({ label }) => label)).toContain('Made by: Further source');
  });

  it('one that waits gives little while the first does it alone, and comes when that falls short', () => {
    const [together, after] = [day(halves({}), 6), day(halves({ delay: 1800 }), 6)];
    const shareOf = ({ sources }: typeof after) => (sources[1]?.made ?? 0) / sources.reduce((sum, { made }) => sum + made, 0);
    expect(shareOf(after)).toBeLessThan(shareOf(together));
    const cold = day(halves({ delay: 1800 }, { capacity: 1500 }), -8);
    expect(shareOf(cold)).toBeGreaterThan(0.4);
  });

  it('one that only runs below a temperature stands above it; the first may be locked out there', () => {
    expect(day(halves({ runsBelow: 0 }), 6).sources[1]?.made).toBe(0);
    expect(day(halves({ runsBelow: 0 }), -8).sources[1]?.made).toBeGreaterThan(0);
    const instead = day(halves({ runsBelow: -3 }, { lockOutBelow: -3 }), -10);
    expect(instead.sources[0]?.made).toBe(0);
    expect(instead.sources[1]?.made).toBeGreaterThan(0);
  });

  it('a backup that takes over does so once the fire is out, and not while it burns well; one by hand never does', () => {
    const stove = SYSTEMS[3] as Job;
    const [backup] = stove.furtherSources;
    if (!backup) throw new Error('no backup');
    const taking = (takesOver: boolean) =>
      day({ ...stove, furtherSources: [{ ...backup, takesOver, delay: 900 }] }, -4, { keepEvery: 5 });
    const by = taking(true);
    const night = by.moments.filter(({ sources }) => (sources[1] ?? 0) > 0);
    expect(night.length).toBeGreaterThan(0);
    // Somewhere the fire is out and the backup warms the house.
    expect(night.some(({ sources }) => sources[0] === 0)).toBe(true);
    // While the fire has heat to spare, burning below its most, the backup rests.
    const easy = by.moments.filter(({ sources }) => (sources[0] ?? 0) > 0 && (sources[0] ?? 0) < 0.8 * 42_000);
    expect(easy.length).toBeGreaterThan(0);
    expect(easy.filter(({ sources }) => (sources[1] ?? 0) > 0).length / easy.length).toBeLessThan(0.1);
    expect(taking(false).sources).toHaveLength(1);
    expect(by.carrier).toBe('both');
  });
});

describe('a fire lit by hand', () => {
  it('burns a few charges a day and leads away what nobody takes; nothing of it is lost from the sum', () => {
    const run = day(SYSTEMS[3], 6);
    expect(run.cycles).toBeLessThanOrEqual(5);
    expect(run.cycles).toBeGreaterThanOrEqual(1);
    const [fire] = run.sources;
    const all = run.sources.reduce((sum, { made }) => sum + made, 0);
    expect(all / (run.energy.made + run.energy.dumped)).toBeCloseTo(1, 9);
    expect(run.energy.dumped).toBeGreaterThan(0);
    // Charges are whole: 42 kW for two and a half hours each; at most one is begun and one ended out of the day.
    const charge = 42_000 * 9000;
    expect(Math.abs((fire?.made ?? 0) / charge - run.cycles)).toBeLessThanOrEqual(1);
  });
});

describe('what stands loses heat', () => {
  const mill = SYSTEMS[7] as Job;

  it('a cylinder by its standing loss, a tank left to stand by the clock', () => {
    const lost = (standingLoss: number) =>
      day({ ...mill, hotWater: mill.hotWater && { ...mill.hotWater, standingLoss } }, 4, { draws: [] }).energy.standing / 86_400;
    // 45 °C in air of 15 °C, layers of a few kelvin about that.
    expect(lost(2)).toBeGreaterThan(2 * 24);
    expect(lost(2)).toBeLessThan(2 * 34);
    expect(lost(0)).toBe(0);
  });

  it('hot water is drawn as heat at the tap, and what comes lukewarm is told', () => {
    const at = (volume: number) => day(mill, 4, { draws: [{ hour: 7, volume }] });
    const few = at(0.1);
    // 0.1 m3 from 10 to 45 °C, at the density and heat of the plant's water.
    expect(few.energy.tapped / (0.1 * 983 * 4184 * 35)).toBeCloseTo(1, 1);
    expect(few.tapLukewarm).toBe(0);
    expect(few.tapRan).toBeGreaterThan(600);
    const many = at(0.8);
    expect(many.tapLukewarm).toBeGreaterThan(600);
    expect(notables(many).map(({ label }) => label)).toContain('Lukewarm at the tap');
  });

  it('an immersion heater does the weekly cycle where it is left to it', () => {
    const week = Array.from({ length: 7 * 288 }, () => 5);
    const cycle = (hygieneBy: 'source' | 'immersion') =>
      day({ ...mill, hotWater: mill.hotWater && { ...mill.hotWater, hygieneBy, immersion: 3000 } }, 5, {
        outdoor: week,
        step: 300,
        settle: 0,
        keepEvery: 288,
      });
    const [bySource, byImmersion] = [cycle('source'), cycle('immersion')];
    expect([bySource.hygiene, byImmersion.hygiene]).toEqual([1, 1]);
    expect(bySource.energy.immersion).toBe(0);
    // 200 L from 45 to 62 °C and what it loses meanwhile: about 4 kWh.
    expect(byImmersion.energy.immersion / 3.6e6).toBeGreaterThan(3);
    expect(byImmersion.energy.immersion / 3.6e6).toBeLessThan(6);
  });
});

describe('a heat pump beyond its data', () => {
  it('is told with the hours', () => {
    const job = SYSTEMS[21] as Job;
    const points = [-7, 2].flatMap((outdoor, i) =>
      [35, 45].map((flow) => ({ id: `p${i}${flow}`, outdoor, flow, output: 8500, cop: 3 })),
    );
    const known = { ...job, source: { ...job.source, curve: null, points: points as Job['source']['points'] } };
    // But for the minutes in which it warms up from below its coolest data.
    expect(day(known, -2).beyondData).toBeLessThan(900);
    const mild = day(known, 9);
    expect(mild.beyondData).toBeGreaterThan(3600);
    expect(notables(mild).map(({ label }) => label)).toContain('Beyond the data of the heat pump');
  });
});
