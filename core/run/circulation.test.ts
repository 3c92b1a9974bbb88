import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { HotWater, Job } from '../../model/job.ts';
import { USUAL_CYLINDER } from '../../model/new-job.ts';
import { designWithPlant } from '../job/design-job.ts';
import { Circulation } from './circulation.ts';
import { daySettings } from './settings.ts';
import { simulate } from './simulate.ts';

const of = (fields: Partial<HotWater>): HotWater => ({
  ...USUAL_CYLINDER,
  circulation: 'timed',
  circulationLength: 30,
  ...fields,
});
const DRAWS = [{ hour: 7 }, { hour: 19 }];

describe('hot water kept at the taps', () => {
  // By hand, ISO 12241: 15 mm pipe in 20 mm of foam, 1 / U = ln(55 / 15) / (2 pi 0.035) + 1 / (10 pi 0.055); 30 m of it.
  it('falls by five kelvin on its way at the temperature of the store, and loses what its pipe does', () => {
    const { round } = new Circulation(of({ storeTemperature: 55 }), DRAWS, 15);
    const perMetre = 1 / (Math.log(55 / 15) / (2 * Math.PI * 0.035) + 1 / (10 * Math.PI * 0.055));
    expect(round.keeps * 40).toBeCloseTo(35, 9);
    // Over the log-mean of 40 and 35 K above the air.
    const mean = 5 / Math.log(40 / 35);
    expect(round.carries * 5).toBeCloseTo(perMetre * 30 * mean, 6);
  });

  it('runs by the clock, before a draw, through the hygiene cycle, or not at all', () => {
    const hours = (hotWater: HotWater, cleaning = false) => {
      const circulation = new Circulation(hotWater, DRAWS, 15);
      return Array.from({ length: 96 }, (_, i) => i / 4).filter((hour) => circulation.runs(hour, cleaning)).length / 4;
    };
    expect(hours(of({}))).toBe(8);
    expect(hours(of({ circulation: 'on-demand' }))).toBe(0.5);
    expect(hours(of({ circulation: 'none' }))).toBe(0);
    expect(hours(of({ circulationLength: 0 }))).toBe(0);
    expect(hours(of({ circulation: 'on-demand', hygieneCirculates: true }), true)).toBe(24);
    expect(hours(of({ circulation: 'on-demand', hygieneCirculates: false }), true)).toBe(0.5);
  });

  it('costs what its pipe loses while it runs: every joule is somewhere', () => {
    const day = (fields: Partial<HotWater>) => {
      const job: Job = {
        ...thistleMill,
        hotWater: { ...(thistleMill.hotWater as HotWater), circulation: 'none', circulationLength: 0, ...fields },
      };
      const { design, plant } = designWithPlant(job);
      if (!plant) throw new Error('no plant');
      return simulate(job, design, plant, daySettings(job, { mean: 5, swing: 3 }));
    };
    const [none, timed, asked] = [
      day({}),
      day({ circulation: 'timed', circulationLength: 40 }),
      day({ circulation: 'on-demand', circulationLength: 40 }),
    ];
    for (const run of [none, timed, asked]) expect(run.imbalance).toBeLessThan(1e-9);
    expect(none.energy.circulation).toBe(0);
    const store = thistleMill.hotWater?.storeTemperature ?? 0;
    const { round } = new Circulation(
      of({ circulationLength: 40, storeTemperature: store }),
      DRAWS,
      thistleMill.site.pipeSurroundings,
    );
    // Eight hours at about the temperature of the store, which sinks and rises by some kelvin.
    expect(timed.energy.circulation / (8 * 3600 * round.carries * 5)).toBeGreaterThan(0.8);
    expect(timed.energy.circulation / (8 * 3600 * round.carries * 5)).toBeLessThan(1.15);
    expect(asked.energy.circulation).toBeLessThan(0.3 * timed.energy.circulation);
    expect(timed.energy.toCylinder - none.energy.toCylinder).toBeGreaterThan(0.5 * timed.energy.circulation);
    expect(timed.energy.pumps).toBeGreaterThan(none.energy.pumps + 0.8 * 7 * 8 * 3600);
  });
});
