import { describe, expect, it } from 'vitest';
import { thistleMill } from '../demo/thistle-mill.ts';
import { fieldAt } from './fields.ts';
import { JOB_VERSION, MOST_ROOMS } from './job.ts';
import { newFloor } from './new-emitter.ts';
import { idsAfter, newCircuit, newJob, newRoom, nextId } from './new-job.ts';
import { applyEdits, keepUnread, valueAt } from './place.ts';
import { readJob, readJobText } from './read-job.ts';

const problems = (raw: unknown): string => {
  const read = readJob(raw);
  return read.ok ? '' : read.problems.join('\n');
};
/** The demo with one field replaced, as raw JSON. */
const spoiled = (place: string, value: unknown) => {
  const copy = structuredClone(thistleMill) as unknown as Record<string, unknown>;
  const path = place.split('/');
  const last = path.pop() as string;
  const owner = path.reduce<Record<string, unknown>>((here, key) => here[key] as Record<string, unknown>, copy);
  owner[last] = value;
  return copy;
};

describe('reading a job file', () => {
  it('reads what it wrote, to the last field', () => {
    expect(readJobText(JSON.stringify(thistleMill))).toEqual({ ok: true, job: thistleMill });
    expect(readJob(newJob('New')).ok).toBe(true);
  });

  it.each([
    ['rooms/2/heatLoad', -5, 'rooms[2] (Study) heatLoad is outside what is possible: give 0 W to 1000 kW.'],
    ['rooms/2/heatLoad', 'a lot', 'rooms[2] (Study) heatLoad is not a number.'],
    ['rooms/1/area', -3, 'rooms[1] (Kitchen) area is outside what is possible'],
    [
      'circuits/0/temperatureDifference',
      0,
      'circuits[0] (Ground floor) temperatureDifference is outside what is possible: flow divides by delta T',
    ],
    ['circuits/0/run/length', null, 'circuits[0] (Ground floor) run length'],
    ['circuits/0/mixingValve', 'big', 'mixingValve is neither a number nor "auto"'],
    ['circuits/0/mixingValve', 0.001, 'mixingValve is outside what is possible: read it off the valve body'],
    ['circuits/1/run/material', 'lead', 'is no pipe material; use one of copper-en1057'],
    ['source/kind', 'candle', 'is no kind of source; use one of'],
    ['rooms/0/circuit', 'c99', 'rooms[0] (Mill hall) circuit names the circuit "c99", which is not in the job'],
    ['rooms/1/id', 'r1', 'is used twice'],
    ['rooms/1/name', 'x\0y', 'holds characters that are no text'],
    ['display/units', { pressure: 'stone' }, 'unknown unit "stone"; use kPa'],
    ['colour', 'red', 'unknown field "colour"'],
  ])('names %s = %j', (place, value, sentence) => {
    expect(problems(spoiled(place, value))).toContain(sentence);
  });

  it('names a missing field', () => {
    const { vessel: _, ...rest } = thistleMill;
    expect(problems(rest)).toContain('vessel');
  });

  it('holds no text that a database cannot keep, wherever one stands', () => {
    const zero = 'a\u0000b';
    for (const [at, value] of [
      ['circuits/c1/run/size', zero],
      ['circuits/c1/pump', zero],
      ['source/pump', zero],
      ['accepted', [{ finding: zero, reason: 'x' }]],
      ['accepted', [{ finding: 'x', reason: zero }]],
      ['assumptions/a1/place', zero],
      ['unread', [{ place: zero, text: 'x' }]],
      ['rooms/r1/emitters', [newFloor('e1', 9, { pipe: { material: 'multilayer', size: zero } })]],
    ] as [string, unknown][]) {
      expect(problems(applyEdits(thistleMill, [{ at, value }])), at).toContain('characters that are no text');
    }
  });

  it('refuses a newer version, other formats, no JSON and nothing, each with a remedy', () => {
    expect(problems({ ...thistleMill, version: JOB_VERSION + 1 })).toContain(
      `version ${JOB_VERSION + 1}; this program reads up to version ${JOB_VERSION}. Update the program`,
    );
    expect(problems({ hello: 1 })).toContain('holds no job');
    expect(problems([1])).toContain('holds no job');
    for (const text of ['', '   ', '{"format"', 'PK\u0003\u0004']) expect(readJobText(text).ok).toBe(false);
  });

  it('refuses more rooms than a job takes', () => {
    const rooms = Array.from({ length: MOST_ROOMS + 1 }, (_, i) => newRoom(`r${i}`));
    expect(problems({ ...newJob('Big'), rooms })).toContain('split the building');
  });
});

describe('places', () => {
  it('name values by id and change them without touching the original', () => {
    const job = applyEdits(thistleMill, [{ at: 'circuits/c2/run/size', value: '22x0.9' }]);
    expect(valueAt(job, 'circuits/c2/run/size')).toBe('22x0.9');
    expect(valueAt(thistleMill, 'circuits/c2/run/size')).toBe('15x0.7');
    expect(job.circuits[0]).toBe(thistleMill.circuits[0]);
    expect(valueAt(thistleMill, 'rooms/r99/name')).toBeUndefined();
  });

  it('refuse to invent places', () => {
    expect(() => applyEdits(thistleMill, [{ at: 'rooms/r99/name', value: 'x' }])).toThrow(RangeError);
    expect(() => applyEdits(thistleMill, [{ at: '__proto__/polluted', value: 'x' }])).toThrow(RangeError);
    expect(Object.hasOwn(Object.prototype, 'polluted')).toBe(false);
  });

  it('keep a text that could not be read until a value replaces it', () => {
    const kept = keepUnread(keepUnread(thistleMill, 'rooms/r1/area', 'big'), 'rooms/r1/area', 'bigger');
    expect(kept.unread).toEqual([{ place: 'rooms/r1/area', text: 'bigger' }]);
    expect(applyEdits(kept, [{ at: 'rooms/r1/area', value: 12 }]).unread).toEqual([]);
    expect(keepUnread(kept, 'rooms/r1/area', '').unread).toEqual([]);
  });

  it('know their fields', () => {
    expect(fieldAt('rooms/r7/heatLoad')?.label).toBe('heat load');
    expect(fieldAt('source/run/length')?.kind).toBe('length');
    expect(fieldAt('site/place')).toBeUndefined();
  });

  it('start a circuit as its emitters and the units of the job would have it', () => {
    const metric = newJob('x');
    const us = newJob('y', { system: 'us', units: {} });
    expect(newCircuit('c1', metric, { emitters: 'floor' })).toMatchObject({
      connection: 'mixed',
      flowTemperature: 38,
      worstRun: { material: 'pex-iso15875', load: 'auto' },
    });
    expect(newCircuit('c1', metric)).toMatchObject({
      connection: 'direct',
      flowTemperature: 55,
      run: { material: 'copper-en1057', size: 'auto' },
    });
    expect(newCircuit('c1', us, { emitters: 'floor' })).toMatchObject({
      run: { material: 'copper-b88-m' },
      worstRun: { material: 'pex-f876' },
    });
    expect(readJob({ ...us, circuits: [newCircuit('c1', us)] }).ok).toBe(true);
  });

  it('never mix a floor circuit hotter than its source', () => {
    const cool = applyEdits(newJob('x'), [{ at: 'source/flowTemperature', value: 33 }]);
    expect(newCircuit('c1', cool, { emitters: 'floor' }).flowTemperature).toBe(33);
  });

  it('number new things without using an id twice', () => {
    const next = idsAfter('r', [{ id: 'r2' }, { id: 'r3' }]);
    expect([next(), next(), next()]).toEqual(['r4', 'r5', 'r6']);
    expect(nextId('r', [{ id: 'r1' }, { id: 'r3' }])).toBe('r4');
    expect(nextId('r', [{ id: 'r2' }])).toBe('r3');
    expect(nextId('c', [])).toBe('c1');
  });
});
