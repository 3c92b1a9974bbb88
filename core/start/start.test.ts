import { describe, expect, it } from 'vitest';
import { type EmitterKind, RULEBOOKS } from '../../model/job.ts';
import { readJob } from '../../model/read-job.ts';
import { withUsual } from '../emitter/usual-emitter.ts';
import { designJob } from '../job/design-job.ts';
import { isAddition } from '../plan/addition.ts';
import type { AdditionAnswers, StartAnswers } from './answers.ts';
import { draftAddition } from './draft-addition.ts';
import { draftJob, schoolFor } from './draft-job.ts';
import { beforeAddition, spareOf } from './spare.ts';
import { readZoneLines } from './zone-lines.ts';

const metric = { system: 'metric', units: {} } as const;
const us = { system: 'us', units: {} } as const;
const answers: StartAnswers = {
  name: 'Draft',
  display: metric,
  there: 'nothing',
  outdoor: -9,
  source: 'heat-pump',
  capacity: 'auto',
  cylinder: null,
  emitters: ['floor'],
  school: 'open-low-temperature',
  rough: { area: 145, rooms: 10, building: 'modern' },
};
const EMITTERS: EmitterKind[][] = [
  ['floor'],
  ['radiators'],
  ['air-units'],
  ['floor', 'radiators'],
  ['floor', 'radiators', 'air-units'],
];
const SOURCES = ['condensing-boiler', 'heat-pump', 'ground-heat-pump', 'electric', 'solid-fuel', 'boiler'] as const;

describe('a job drafted from four answers', () => {
  it.each(RULEBOOKS)('keeps to the school it was drafted for: %s', (school) => {
    for (const source of SOURCES) {
      for (const emitters of EMITTERS) {
        for (const display of [metric, us]) {
          const job = draftJob({ ...answers, school, source, emitters, display });
          const said = `${school}, ${source}, ${emitters.join(' and ')}, ${display.system}`;
          expect(readJob(JSON.parse(JSON.stringify(job))).ok, said).toBe(true);
          // What a fire needs for a power cut is for a person to see.
          const { findings } = designJob(withUsual(job, new Set(job.rooms.map(({ id }) => id))));
          expect(
            findings
              .filter(({ rule, severity }) => rule.startsWith('school') || (severity === 'stop' && source !== 'solid-fuel'))
              .map(({ title }) => title),
            said,
          ).toEqual([]);
        }
      }
    }
  });

  it('leaves every size to be chosen, and says how new rooms are heated', () => {
    const job = draftJob({ ...answers, emitters: ['radiators', 'floor'], school: 'separated-multi-zone', cylinder: 0.3 });
    expect(job.circuits.map(({ name, connection, pump }) => [name, connection, pump])).toEqual([
      ['Radiators', 'direct', 'auto'],
      ['Floor heating', 'mixed', 'auto'],
    ]);
    expect(job.usual.emitter).toBe('by-circuit');
    expect(job.hotWater).toMatchObject({ volume: 0.3, pump: 'auto' });
    expect(job.rooms).toHaveLength(10);
    expect(job.rooms[0]).toMatchObject({ area: 14.5, heatLoad: null });
    expect(draftJob({ ...answers, there: 'pipes' }).usual.emitter).toBe('none');
  });

  it('proposes the school that goes with the answers', () => {
    expect(schoolFor(answers)).toBe('open-low-temperature');
    expect(schoolFor({ ...answers, emitters: ['floor', 'radiators'] })).toBe('separated-multi-zone');
    expect(schoolFor({ ...answers, source: 'condensing-boiler' })).toBe('velocity-led');
    expect(schoolFor({ ...answers, display: us })).toBe('us-primary-secondary');
  });
});

const zones = readZoneLines('Living 22 kBTU/h 3/4\nBedrooms; 18000; 3/4 in\nBasement\t12 kBTU/h', us);
const addition: AdditionAnswers = {
  name: 'Garage',
  display: us,
  source: 'condensing-boiler',
  capacity: 29_000,
  flowTemperature: 71,
  temperatureDifference: 11,
  pump: 'a6',
  zones: zones.zones,
  added: { name: 'Garage', kind: 'air-units', load: 6000, rating: { output: 9000, flow: 82, return: 71, room: 16 }, run: 12 },
};

describe('a zone added to a plant that runs', () => {
  it('reads the zones that are there as lines, and says which it cannot', () => {
    expect(zones.problems).toEqual([]);
    expect(zones.zones.map(({ name, load, size }) => [name, Math.round(load), size])).toEqual([
      ['Living', 6448, '3/4'],
      ['Bedrooms', 5275, '3/4'],
      ['Basement', 3517, null],
    ]);
    const bad = readZoneLines('Hall\nLoft 3 kW 23\nYard 0', metric);
    expect(bad.zones).toEqual([]);
    expect(bad.problems[0]).toContain('Line 1, “Hall”: write a name and what it carries');
    expect(bad.problems[1]).toContain('“23” is no size of copper pipe; use 10, 12, 15');
    expect(bad.problems[2]).toContain('above 0');
  });

  it('is new alone: source and zones are there', () => {
    const job = draftAddition(addition);
    expect(readJob(JSON.parse(JSON.stringify(job))).ok).toBe(true);
    expect(job.circuits.map(({ phase }) => phase)).toEqual(['there', 'there', 'there', 'new']);
    expect(isAddition(job)).toBe(true);
    expect(isAddition(draftJob(answers))).toBe(false);
    expect(beforeAddition(job).circuits).toHaveLength(3);
  });

  it('shows what is left before and after: by the load of the zone, its flow, its head', () => {
    const job = draftAddition(addition);
    const spare = spareOf(job);
    if (!spare?.head) throw new Error('no spare');
    // 29 kW less 15.24 kW of zones and what their pipes lose, by hand; then 6 kW less.
    expect(spare.capacity.before).toBeGreaterThan(29_000 - 15_240 - 1_200);
    expect(spare.capacity.before).toBeLessThan(29_000 - 15_240);
    expect(spare.capacity.before - spare.capacity.after).toBeGreaterThan(6000);
    expect(spare.capacity.before - spare.capacity.after).toBeLessThan(6400);
    expect(spare.mains.before - spare.mains.after).toBeCloseTo(spare.capacity.before - spare.capacity.after, 6);
    expect(spare.head.after).toBeLessThan(spare.head.before);
    expect(spareOf(draftJob(answers))).toBeNull();
  });
});
