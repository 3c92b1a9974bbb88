import { readFileSync } from 'node:fs';
import Ajv2020 from 'ajv/dist/2020.js';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { serviceDates } from '../core/commission/service.ts';
import { designJob } from '../core/job/design-job.ts';
import { PLANTS } from '../demo/plants.ts';
import { SYSTEMS } from '../demo/systems.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import { designFile, writeDesignFile } from './design-file.ts';
import { HOSTILE_NAMES } from './hostile-names.fixture.ts';
import { SCHEMAS } from './schemas.ts';
import { serviceCalendar } from './service-calendar.ts';

const jobs: [string, Job][] = [thistleMill, ...Object.values(SYSTEMS), ...Object.values(PLANTS)].map((job) => [job.name, job]);

// Source of the check: ajv, a validator of JSON Schema that knows nothing of what made the schema.
describe('the published schemas', () => {
  it.each(Object.keys(SCHEMAS))('docs/schema/%s.schema.json is what the program says today', (name) => {
    const kept = JSON.parse(readFileSync(`docs/schema/${name}.schema.json`, 'utf8'));
    expect(kept).toEqual(JSON.parse(JSON.stringify(SCHEMAS[name]?.())));
  });

  const ajv = new Ajv2020({ strict: false });
  const validJob = ajv.compile(SCHEMAS.job?.() ?? {});
  const validDesign = ajv.compile(SCHEMAS.design?.() ?? {});

  it.each(jobs)('take the job and the design of %s', (_, job) => {
    expect(validJob(JSON.parse(JSON.stringify(job))), JSON.stringify(validJob.errors?.[0])).toBe(true);
    const written = JSON.parse(writeDesignFile(job, designJob(job)));
    expect(validDesign(written), JSON.stringify(validDesign.errors?.[0])).toBe(true);
  });

  it('refuse what is misspelt, missing or of another kind', () => {
    for (const broken of [
      { ...thistleMill, rooms: 'none' },
      { ...thistleMill, extra: 1 },
      { ...thistleMill, rulebook: 'nobody' },
      { ...thistleMill, circuits: [{ ...thistleMill.circuits[0], flowTemperature: 'hot' }] },
    ])
      expect(validJob(broken)).toBe(false);
    expect(validDesign({ ...designFile(thistleMill, designJob(thistleMill)), findings: 3 })).toBe(false);
  });
});

// Source of the check: ical.js, a parser of RFC 5545.
describe('the service calendar', () => {
  const HANDED_OVER = new Date('2026-11-30T00:00:00Z');
  const eventsOf = (job: Job) => {
    const calendar = new ICAL.Component(ICAL.parse(serviceCalendar(job, HANDED_OVER)));
    return calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
  };

  it('has each service once, on whole days, that come again as often as is said', () => {
    const events = eventsOf(thistleMill);
    const wanted = serviceDates(thistleMill);
    expect(events).toHaveLength(wanted.length);
    events.forEach((event, i) => {
      expect(event.summary).toContain(wanted[i]?.what);
      expect(event.startDate.isDate).toBe(true);
      expect(event.startDate.toJSDate().getTime()).toBeGreaterThan(HANDED_OVER.getTime());
      const next = event.iterator();
      const [first, second] = [next.next(), next.next()];
      expect((second.year - first.year) * 12 + second.month - first.month).toBe(wanted[i]?.months);
    });
    expect(events[0]?.startDate.month).toBe(9);
  });

  it.each(HOSTILE_NAMES)('of a job called “%s” stays one calendar', (name) => {
    expect(eventsOf({ ...thistleMill, name })).toHaveLength(serviceDates(thistleMill).length);
  });
});
