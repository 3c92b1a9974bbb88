import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import { coilAndStores } from '../../../demo/coil-and-stores.ts';
import { summerMill } from '../../../demo/summer-mill.ts';
import { SYSTEMS } from '../../../demo/systems.ts';
import { twelveZones } from '../../../demo/twelve-zones.ts';
import type { Job } from '../../../model/job.ts';
import { newRated, USUAL_COOLING } from '../../../model/new-emitter.ts';
import { applyEdits } from '../../../model/place.ts';
import { HEAT_OF_VAPOUR } from '../../fluid/moist-air.ts';
import { designJob } from '../../job/design-job.ts';
import { summerDay, summerSeason, waysToCool } from '../../job/summer.ts';
import { hottestDay, SEASON, summerOfYear, syntheticSummer } from './summer-weather.ts';

psychrolib.SetUnitSystem(psychrolib.SI);

const edited = (job: Job, ...edits: [string, unknown][]): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const dayOf = (job: Job) => {
  const result = summerDay(job);
  if (!result) throw new Error('nothing cools');
  return result;
};
const loaded = edited(
  coilAndStores(),
  ...coilAndStores().rooms.map((room): [string, unknown] => [`rooms/${room.id}/coolingLoad`, (room.area ?? 20) * 30]),
);
const PLANTS: [string, Job][] = [
  ['the demo house in both modes', summerMill],
  ['a floor behind plates', SYSTEMS[8] as Job],
  ['fan units with glycol', SYSTEMS[16] as Job],
  ['a floor on a cold tank', loaded],
];

describe.each(PLANTS)('the hottest day of %s', (_name, job) => {
  const result = dayOf(job);

  it('goes through, and neither heat nor water is made or lost', () => {
    expect(result.broke).toBeNull();
    expect(result.lasted).toBe(86_400);
    expect(result.imbalance).toBeLessThan(1e-9);
    expect(result.waterImbalance).toBeLessThan(1e-9);
  });

  it('takes what rooms and pipes give, and pays for it by its EER', () => {
    const { energy, water } = result;
    expect(energy.taken).toBeGreaterThan(0);
    expect(energy.sensible + energy.latent + energy.pipes + energy.held).toBeCloseTo(energy.taken, 0);
    // Every kilogram that coils and surfaces take brings its heat of vaporisation.
    expect(energy.latent).toBeCloseTo((water.coils + water.surfaces) * HEAT_OF_VAPOUR, 0);
    const eer = energy.taken / energy.bought;
    expect(eer).toBeGreaterThan(2);
    expect(eer).toBeLessThan(20.001);
  });

  it('keeps rooms between the outdoors and their water, and no air above saturation', () => {
    for (const moment of result.moments) {
      for (const air of moment.rooms) {
        expect(air).toBeGreaterThan(15);
        expect(air).toBeLessThan(40);
      }
      for (const humidity of moment.humidity) expect(humidity).toBeLessThan(1);
      const dampest = Math.max(
        ...moment.rooms.map((air, r) => psychrolib.GetTDewPointFromRelHum(air, moment.humidity[r] as number)),
      );
      // Reference: psychrolib.
      expect(moment.dew).toBeCloseTo(dampest, 1);
    }
  });
});

describe('a cooled summer', () => {
  it('has rooms no warmer than without, and pays more for more', () => {
    const hot = dayOf(edited(summerMill, ['site/summerOutdoor', 38]));
    const mild = dayOf(edited(summerMill, ['site/summerOutdoor', 26]));
    expect(hot.energy.taken).toBeGreaterThan(mild.energy.taken);
    expect(hot.energy.bought).toBeGreaterThan(mild.energy.bought);
  });

  it('shuts or warms what would sweat, and wets floors where nothing guards them', () => {
    const damp: [string, unknown][] = [
      ['site/summerHumidity', 0.7],
      ['site/summerOutdoorHumidity', 0.6],
      ['rooms/r1/coolingLoad', 4000],
    ];
    const guarded = dayOf(edited(summerMill, ...damp));
    const bare = dayOf(
      edited(summerMill, ...damp, ['circuits/c1/cooling/guard', 'none'], ['circuits/c1/cooling/flowTemperature', 12]),
    );
    expect(guarded.hoursHeld[0]).toBeGreaterThan(12);
    expect(guarded.water.surfaces).toBe(0);
    expect(bare.water.surfaces).toBeGreaterThan(0);
    expect(bare.water.byRoom.reduce((sum, each) => sum + each, 0)).toBeCloseTo(bare.water.surfaces, 9);
    expect(bare.hoursHeld[0]).toBe(0);
    // A fixed limit below the dew point guards nothing.
    const fixed = dayOf(
      edited(
        summerMill,
        ...damp,
        ['circuits/c1/cooling/guard', 'fixed'],
        ['circuits/c1/cooling/limit', 12],
        ['circuits/c1/cooling/flowTemperature', 12],
      ),
    );
    expect(fixed.water.surfaces).toBeGreaterThan(0);
  });

  it('warms as long as it can where it is to, and shuts where it is to', () => {
    const damp: [string, unknown][] = [['site/summerHumidity', 0.62]];
    const warmed = dayOf(edited(summerMill, ...damp, ['circuits/c1/cooling/onDamp', 'warm']));
    const shut = dayOf(edited(summerMill, ...damp, ['circuits/c1/cooling/onDamp', 'shut']));
    expect(Math.max(...warmed.moments.map(({ circuits }) => circuits[0] as number))).toBeGreaterThan(18.5);
    expect(Math.max(...shut.moments.map(({ circuits }) => circuits[0] as number))).toBeLessThan(18.01 + 3);
    expect(shut.moments.some(({ guards }) => guards[0] === '1')).toBe(true);
  });

  it('dries the air with a drier no further than is wanted', () => {
    const dried = dayOf(edited(summerMill, ['site/drier', 3 / 3600]));
    const without = dayOf(summerMill);
    expect(dried.water.drier).toBeGreaterThan(0);
    const last = (of: typeof dried) => Math.max(...(of.moments.at(-1)?.humidity ?? []));
    expect(last(dried)).toBeLessThan(last(without));
    expect(dried.hoursHeld[0]).toBeLessThan(without.hoursHeld[0] as number);
  });

  it('lets the cylinder go first for as long as its water takes', () => {
    // 0.21 m3 by 38 K in two charges at 14 kW: energy balance.
    const hours = (210 * 4186 * 38) / 14_000 / 3600;
    expect(dayOf(summerMill).hoursHotWater).toBeGreaterThan(hours - 0.15);
    expect(dayOf(summerMill).hoursHotWater).toBeLessThan(hours + 0.15);
    expect(dayOf(edited(summerMill, ['hotWater', null])).hoursHotWater).toBe(0);
  });

  it('runs twelve zones of fan units through the hottest day', () => {
    const base = twelveZones();
    const cold: Job = {
      ...base,
      mode: 'heating-and-cooling',
      source: {
        ...base.source,
        kind: 'heat-pump',
        cooling: { capacity: 'auto', flowTemperature: 7, leastOutput: 'auto', points: [], free: null },
      },
      circuits: base.circuits.map((circuit) => ({
        ...circuit,
        cooling: {
          flowTemperature: 8,
          temperatureDifference: 5,
          guard: 'none',
          limit: 18,
          onDamp: 'shut',
          drain: 'trap',
          sized: false,
          sealed: true,
        },
      })),
      rooms: base.rooms.map((room) => ({
        ...room,
        coolingLoad: 700,
        latentLoad: 120,
        emitters: [newRated('e1', 'fan-unit', { cooling: USUAL_COOLING })],
      })),
    };
    const result = dayOf(cold);
    expect(result.broke).toBeNull();
    expect(result.rooms.length).toBeGreaterThanOrEqual(12);
    expect(result.imbalance).toBeLessThan(1e-9);
  });
});

describe('the weather of a summer', () => {
  it('has its hottest afternoon as entered, and no air wetter than saturated', () => {
    for (const weather of [hottestDay(summerMill, 300), syntheticSummer(summerMill, 300)]) {
      expect(Math.max(...weather.outdoor)).toBeGreaterThan(summerMill.site.summerOutdoor - 1.5);
      expect(Math.max(...weather.outdoor)).toBeLessThanOrEqual(summerMill.site.summerOutdoor + 1e-9);
      weather.outdoor.forEach((air, i) => {
        // Reference: psychrolib.
        if (i % 97 === 0) expect(weather.ratio[i]).toBeLessThanOrEqual(psychrolib.GetSatHumRatio(air, 101_325) * 1.0001);
      });
    }
  });

  it('takes the warmest months of a year that is given', () => {
    const year = Array.from({ length: 8760 }, (_, h) => 10 - 12 * Math.cos(((h / 24 - 196) / 365) * 2 * Math.PI + Math.PI) * -1);
    const weather = summerOfYear(summerMill, { outdoor: year, step: 3600 }, 300);
    expect(weather.outdoor.length).toBe(SEASON.days * 288);
    const mean = weather.outdoor.reduce((sum, t) => sum + t, 0) / weather.outdoor.length;
    expect(mean).toBeGreaterThan(year.reduce((sum, t) => sum + t, 0) / year.length + 3.5);
  });
});

describe('a season and the ways to cool', () => {
  it('tells how far it is, and agrees with its days', () => {
    const season = summerSeason(edited(summerMill, ['site/latitude', 45]));
    const shares: number[] = [];
    for (;;) {
      const next = season.next();
      if (!next.done) {
        shares.push(next.value);
        continue;
      }
      const result = next.value;
      expect(shares.at(-1)).toBeCloseTo(1, 9);
      expect(result?.days).toHaveLength(SEASON.days);
      const sum = (of: 'made' | 'bought' | 'pumps') => result?.days.reduce((total, day) => total + day[of], 0) ?? 0;
      expect(sum('made') / (result?.energy.taken ?? 1)).toBeCloseTo(1, 9);
      expect(sum('bought') / (result?.energy.bought ?? 1)).toBeCloseTo(1, 9);
      expect(result?.imbalance).toBeLessThan(1e-9);
      expect(result?.waterImbalance).toBeLessThan(1e-9);
      break;
    }
  });

  it('are jobs that cool, each with something changed', () => {
    const ways = waysToCool(summerMill);
    expect(ways.map(({ id }) => id)).toEqual([
      'as-it-is',
      'floors-alone',
      'coils-alone',
      'dry-first',
      'drier',
      'warmer',
      'unguarded',
    ]);
    for (const { job } of ways) expect(designJob(job).cooling?.state?.converged).toBe(true);
    expect(waysToCool(edited(summerMill, ['mode', 'heating']))).toEqual([]);
  });
});
