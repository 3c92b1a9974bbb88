import { describe, expect, it } from 'vitest';
import { coilAndStores } from '../../demo/coil-and-stores.ts';
import { summerMill } from '../../demo/summer-mill.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { designJob, designWithPlant } from '../job/design-job.ts';
import { say } from '../quantity/format.ts';
import { callsTable } from './calls-table.ts';
import { controlParts } from './control-parts.ts';
import { sequenceOfOperation } from './sequence.ts';
import { summerSequence } from './summer-sequence.ts';
import { wiringSchedule } from './wiring.ts';

const edited = (job: Job, ...edits: [string, unknown][]): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const told = (job: Job): string => summerSequence(job, designJob(job), (value, kind) => say(value, kind, job.display)).join('\n');

describe('how a plant works in summer', () => {
  it('is told for a plant that cools and for no other, as part of the whole', () => {
    expect(told(thistleMill)).toBe('');
    const design = designJob(summerMill);
    const whole = sequenceOfOperation(summerMill, design, (value, kind) => say(value, kind, summerMill.display));
    for (const line of told(summerMill).split('\n')) expect(whole).toContain(line);
  });

  it('names who turns it over, with the rest between the two where the weather does', () => {
    expect(told(summerMill)).toContain('by a switch');
    expect(told(edited(summerMill, ['controls/summer/master', 'weather']))).toMatch(
      /below 15.°C and cools while it is above 20.°C/,
    );
    expect(told(edited(summerMill, ['controls/summer/master', 'rooms']))).toContain('first room that calls');
    expect(told(edited(summerMill, ['controls/summer/master', 'season']))).toContain('calendar');
    expect(told(summerMill)).toContain('never call at once');
    expect(told(edited(summerMill, ['controls/summer/lock', false]))).not.toContain('One contact takes away');
  });

  it('names every circuit that takes part with its water, and every one that does not', () => {
    const text = told(summerMill);
    expect(text).toMatch(/Ground floor with water at 18.°C, mixed warmer/);
    expect(text).toMatch(/Workshop with water at 7.°C/);
    expect(text).toContain('Upper radiators takes no part');
    expect(text).toContain('lets them run while the water is cold');
    expect(text).toContain('When the cylinder calls in summer');
    expect(told(edited(summerMill, ['hotWater', null]))).not.toContain('cylinder');
  });

  it.each([
    ['dew-point', 'damp at the manifold'],
    ['room', 'Humidity sensors'],
    ['weather', 'dew point outdoors'],
    ['fixed', 'Nothing colder than'],
  ])('says what a guard of the kind %s does', (guard, words) => {
    const job = edited(summerMill, ['circuits/c1/cooling/guard', guard], ['circuits/c1/cooling/onDamp', 'shut']);
    expect(told(job)).toContain(words);
    expect(told(edited(job, ['circuits/c1/cooling/guard', 'none']))).not.toContain(words);
  });

  it('turns over valves before the source, and dries first where that is asked', () => {
    expect(told(coilAndStores())).toContain('flow and return together');
    expect(told(edited(summerMill, ['controls/summer/first', 'dew-point']))).toContain('The air is dried first');
  });

  it('buys and wires what it tells of', () => {
    const job = edited(summerMill, ['circuits/c1/cooling/guard', 'room'], ['circuits/c4/cooling/drain', 'pump']);
    const design = designJob(job);
    const parts = new Map(controlParts(job, design).map(({ label, count }) => [label, count]));
    expect(parts.get('Humidity sensors in rooms')).toBe(5);
    expect(parts.get('Float switches of condensate pumps')).toBe(1);
    expect(parts.get('Switch between heating and cooling')).toBe(1);
    const wires = wiringSchedule(job, design).map(({ what }) => what);
    expect(wires.filter((what) => what.startsWith('Humidity ')).length).toBe(5);
    expect(wires).toContain('Float switch Workshop');
    expect(wires).toContain('Call for cold');
    expect(wiringSchedule(thistleMill, designJob(thistleMill)).some(({ what }) => what === 'Call for cold')).toBe(false);
  });
});

describe('the calls of a summer', () => {
  it('are each solved, the machine taking what rooms and pipes give', () => {
    const { coldPlant, design } = designWithPlant(summerMill);
    if (!coldPlant) throw new Error('nothing cools');
    const rows = callsTable(coldPlant);
    const all = rows.find(({ label }) => label === 'Every thermostat calls');
    expect(0 - (all?.heat ?? 0)).toBeCloseTo(design.cooling?.source?.taken?.value ?? 0, 1);
    expect(all?.running).toEqual(['c1', 'c3', 'c4']);
    for (const row of rows) {
      expect(row.converged).toBe(true);
      expect(row.heat).toBeLessThanOrEqual(1e-6);
      if (row.running.length > 0) expect(row.back).toBeGreaterThan(row.supply);
    }
  });
});
