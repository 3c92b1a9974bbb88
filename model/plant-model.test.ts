import { describe, expect, it } from 'vitest';
import { thistleMill } from '../demo/thistle-mill.ts';
import {
  CIRCULATIONS,
  COMPONENTS,
  CONNECTIONS,
  DISTRIBUTIONS,
  HANDS,
  INSIDE,
  type Job,
  MIXING_DRIVES,
  MIXINGS,
  MOST_FURTHER_SOURCES,
  ORDERS,
  RULEBOOKS,
  SEPARATION_KINDS,
  SIGNALS,
  SOURCE_CALLS,
  SOURCE_KINDS,
} from './job.ts';
import {
  AUTO_CURVE,
  NO_SHARED_PUMP,
  newFurtherSource,
  newJob,
  newSeparation,
  USUAL_CONTROLS,
  USUAL_CYLINDER,
} from './new-job.ts';
import { applyEdits } from './place.ts';
import { readJob } from './read-job.ts';

const with_ = (...edits: [string, unknown][]): Job =>
  applyEdits(
    thistleMill,
    edits.map(([at, value]) => ({ at, value })),
  );
const reads = (...edits: [string, unknown][]) => readJob(JSON.parse(JSON.stringify(with_(...edits))));
const problems = (...edits: [string, unknown][]): string => {
  const read = reads(...edits);
  return read.ok ? '' : read.problems.join(' ');
};

describe('the choices of the plant room', () => {
  const choices: [string, readonly string[]][] = [
    ['source/kind', SOURCE_KINDS],
    ['separation/kind', SEPARATION_KINDS],
    ['separation/connections', CONNECTIONS],
    ['distribution/kind', DISTRIBUTIONS],
    ['circuits/c1/mixing', MIXINGS],
    ['circuits/c1/mixingDrive', MIXING_DRIVES],
    ['circuits/c1/hand', HANDS],
    ['hotWater/circulation', CIRCULATIONS],
    ['rulebook', RULEBOOKS],
    ['controls/thermostat', SIGNALS],
    ['controls/relay', SIGNALS],
    ['controls/sourceCall', SOURCE_CALLS],
  ];
  it.each(choices)('%s takes each of its choices and refuses any other with a sentence', (place, all) => {
    for (const choice of all) expect(reads([place, choice]).ok, choice).toBe(true);
    for (const other of ['', 'magic', 7, null]) {
      const told = problems([place, other]);
      expect(told.length, String(other)).toBeGreaterThan(10);
      expect(told).toContain(place.split('/').at(-1) as string);
    }
  });

  it.each(ORDERS)('a further source runs %s', (order) => {
    expect(reads(['furtherSources', [newFurtherSource('f1', { order })]]).ok).toBe(true);
  });
});

describe('lists of the plant room', () => {
  it('hold each thing once', () => {
    const twice = [newFurtherSource('f1'), newFurtherSource('f1')];
    expect(problems(['furtherSources', twice])).toContain('used twice');
  });

  it('hold no more than makes sense', () => {
    const many = Array.from({ length: MOST_FURTHER_SOURCES + 1 }, (_, i) => newFurtherSource(`f${i}`));
    expect(problems(['furtherSources', many])).toContain(`more than ${MOST_FURTHER_SOURCES}`);
    const points = Array.from({ length: 61 }, (_, i) => ({ id: `p${i}`, outdoor: -7, flow: 35, output: 5000, cop: 3 }));
    expect(problems(['source/points', points])).toContain('60 data points');
    expect(problems(['source/components', Array.from({ length: 61 }, () => 'bend')])).toContain('60 parts');
    expect(problems(['source/inside', Array.from({ length: 13 }, () => 'pump')])).toContain('twice');
  });

  it.each(COMPONENTS)('%s stands on flow and return of source and circuit', (part) => {
    for (const place of [
      'source/components',
      'source/returnComponents',
      'circuits/c1/components',
      'circuits/c1/returnComponents',
    ])
      expect(reads([place, [part]]).ok).toBe(true);
  });

  it.each(INSIDE)('a source may hold a %s', (part) => expect(reads(['source/inside', [part]]).ok).toBe(true));
});

describe('numbers that may be missing', () => {
  it.each(['source/spareHead', 'source/curve', 'circuits/c1/curve', 'distribution/bypass', 'controls/priorityTimeout'])(
    '%s',
    (place) => {
      expect(reads([place, null]).ok).toBe(true);
      expect(reads([place, 'none']).ok).toBe(false);
    },
  );

  it('an approach of plates may, and is bounded where it is there', () => {
    const approach = (value: unknown) => problems(['furtherSources', [{ ...newFurtherSource('f1'), approach: value }]]);
    expect(approach(null)).toBe('');
    expect(approach(4)).toBe('');
    expect(approach(0)).toContain('leave it empty for none');
    expect(approach(80)).toContain('0.5 to 40 K');
  });
});

describe('what a new job starts with', () => {
  const job = newJob('New');
  it('can be read, and asks for nothing that is not there', () => {
    expect(readJob(JSON.parse(JSON.stringify(job))).ok).toBe(true);
    expect(job.distribution).toEqual(NO_SHARED_PUMP);
    expect(job.controls).toEqual(USUAL_CONTROLS);
    expect(job.separation).toEqual(newSeparation('none'));
    expect(job.furtherSources).toEqual([]);
    expect(job.source.components[0]).toBe('relief-valve');
  });

  it('takes a cylinder and a curve as they usually come', () => {
    const more = { ...job, hotWater: USUAL_CYLINDER, source: { ...job.source, curve: AUTO_CURVE } };
    expect(readJob(JSON.parse(JSON.stringify(more))).ok).toBe(true);
  });
});

describe('curves of pumps', () => {
  const pump = (points: unknown) =>
    problems(['ownPumps', [{ id: 'p1', label: 'x', checkValve: false, existing: false, points }]]);
  it('begin at no flow, and fall', () => {
    expect(
      pump([
        [0, 5, 20],
        [0.0002, 4, 30],
        [0.0005, 0, 35],
      ]),
    ).toBe('');
    expect(
      pump([
        [0, 5, 20],
        [0.0002, 5, 30],
        [0.0005, 0, 35],
      ]),
    ).toBe('');
    expect(
      pump([
        [0.0001, 5, 20],
        [0.0002, 4, 30],
        [0.0005, 0, 35],
      ]),
    ).toContain('begin at no flow');
    expect(
      pump([
        [0, 5, 20],
        [0.0002, 6, 30],
        [0.0005, 0, 35],
      ]),
    ).toContain('rises with the flow');
    expect(
      pump([
        [0, 5, 20],
        [0.0005, 4, 30],
        [0.0002, 0, 35],
      ]),
    ).toContain('rising flows');
  });
  it('hold three numbers a point, none of them wild', () => {
    expect(
      pump([
        [0, 5],
        [0.0002, 4],
        [0.0005, 0],
      ]),
    ).not.toBe('');
    expect(
      pump([
        [0, 5, -1],
        [0.0002, 4, 30],
        [0.0005, 0, 35],
      ]),
    ).toContain('below 0');
    expect(
      pump([
        [0, 500, 20],
        [0.0002, 4, 30],
        [0.0005, 0, 35],
      ]),
    ).toContain('more than any circulator lifts');
    expect(
      pump([
        [0, 5, 20],
        [2, 4, 30],
        [3, 0, 35],
      ]),
    ).toContain('more than any circulator moves');
  });
});
