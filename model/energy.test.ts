import { describe, expect, it } from 'vitest';
import { SAMPLE_RUN } from '../demo/sample-run.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { fieldAt } from './fields.ts';
import { MOST_RUN_RECORDS, MOST_THERMOSTATS } from './job.ts';
import { newJob } from './new-job.ts';
import { applyEdits, valueAt } from './place.ts';
import { readJob } from './read-job.ts';

const problems = (fields: object): string => {
  const read = readJob({ ...thistleMill, ...fields });
  return read.ok ? '' : read.problems.join(' ');
};
const record = SAMPLE_RUN;

describe('thermostats of several rooms in a job file', () => {
  it('are read, found by their place, and renamed there', () => {
    const job = { ...thistleMill, thermostats: [{ id: 't1', name: '', rooms: ['r4'] }] };
    expect(readJob(JSON.parse(JSON.stringify(job))).ok).toBe(true);
    expect(valueAt(job, 'thermostats/t1/rooms')).toEqual(['r4']);
    expect(applyEdits(job, [{ at: 'thermostats/t1/name', value: 'Wet rooms' }]).thermostats[0]?.name).toBe('Wet rooms');
  });

  it('are refused where two have one name for the program, where there are too many, or with what is no room', () => {
    const one = { id: 't1', name: '', rooms: [] };
    expect(problems({ thermostats: [one, one] })).toContain('is used twice; leave one');
    const many = Array.from({ length: MOST_THERMOSTATS + 1 }, (_, i) => ({ ...one, id: `t${i}` }));
    expect(problems({ thermostats: many })).toContain(`more than ${MOST_THERMOSTATS} thermostats; split the building`);
    expect(problems({ thermostats: [{ ...one, rooms: [7] }] })).toContain('thermostats');
    expect(problems({ thermostats: [{ ...one, rooms: Array.from({ length: 201 }, () => 'r1') }] })).toContain('200 rooms');
  });
});

describe('what energy costs', () => {
  it('is not known in a new job, and bounded by its fields', () => {
    expect(Object.values(newJob('A house').energy)).toEqual([null, null, null, null, null]);
    expect(fieldAt('energy/fuelPrice')).toMatchObject({ min: 0, max: 1000 });
    expect(problems({ energy: { ...thistleMill.energy, fuelPrice: -1 } })).toContain('give the price of a kWh in your currency');
    expect(problems({ energy: { ...thistleMill.energy, efficiency: 95 } })).toContain('give 30 to 110 %');
    expect(problems({ energy: { ...thistleMill.energy, electricityEmission: 5 } })).toContain('give 0 to 2 kg');
  });
});

describe('what runs came to', () => {
  it('is read as it was written', () => {
    const read = readJob(JSON.parse(JSON.stringify({ ...thistleMill, runs: [record] })));
    expect(read.ok && read.job.runs).toEqual([record]);
  });

  it('is refused with numbers that are none, kinds nobody knows, and more than are kept', () => {
    expect(problems({ runs: [{ ...record, made: 'much' }] })).toContain('is not a number');
    expect(problems({ runs: [{ ...record, kind: 'year' }] })).toContain('is no kind of run; use one of day, season, side');
    expect(problems({ runs: [record, record] })).toContain('is used twice; leave one');
    const many = Array.from({ length: MOST_RUN_RECORDS + 1 }, (_, i) => ({ ...record, id: `n${i}` }));
    expect(problems({ runs: many })).toContain(`more than ${MOST_RUN_RECORDS} results; drop the oldest`);
    expect(problems({ runs: [{ ...record, settings: 'x'.repeat(500) }] })).not.toBe('');
    expect(problems({ runs: [{ ...record, extra: 1 }] })).not.toBe('');
  });
});
