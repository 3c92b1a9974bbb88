import { describe, expect, it } from 'vitest';
import { EVERY_EMITTER } from '../demo/every-emitter.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { type Emitter, FLOOR_SYSTEMS, MOST_EMITTERS, PANEL_TYPES, RATED_FORMS } from './emitter.ts';
import type { Job } from './job.ts';
import { newEmitter, newFloor, newPanel, newRated } from './new-emitter.ts';
import { newSection } from './new-job.ts';
import { readJob, readJobText } from './read-job.ts';

const withEmitters = (emitters: readonly unknown[]): unknown => ({
  ...thistleMill,
  rooms: thistleMill.rooms.map((room) => (room.id === 'r1' ? { ...room, emitters } : room)),
});
const problems = (raw: unknown): string => {
  const read = readJob(raw);
  return read.ok ? '' : read.problems.join('\n');
};

describe('emitters in a job file', () => {
  it('come back as they went, each kind and form', () => {
    const all: Emitter[] = [...EVERY_EMITTER, ...RATED_FORMS.map((form) => newRated(form, form))];
    for (const type of PANEL_TYPES) expect(problems(withEmitters([newPanel('p1', { type })]))).toBe('');
    const read = readJobText(JSON.stringify(withEmitters(all)));
    if (!read.ok) throw new Error(read.problems.join());
    expect(read.job.rooms[0]?.emitters).toEqual(all);
    for (const system of FLOOR_SYSTEMS) expect(problems(withEmitters([newFloor('e1', 10, { system })]))).toBe('');
  });

  it.each([
    ['an id twice', [newPanel('e1'), newPanel('e1')], 'every emitter of a room needs an id of its own'],
    ['a circuit that is not there', [newPanel('e1', { circuit: 'c77' })], 'names the circuit "c77", which is not in the job'],
    ['an unknown type', [{ ...newPanel('e1'), type: '4-4' }], 'is no panel type; use one of 1-0, 1-1'],
    ['a floor without area', [newFloor('e1', 0)], 'measure the floor that holds pipe'],
    ['pipe laid wider than any', [newFloor('e1', 10, { spacing: 0.6 })], 'give the distance from pipe to pipe, 50 to 400 mm'],
    ['a rating of nothing', [newRated('e1', 'radiator', { ratedOutput: 0 })], 'take it from the data sheet, above 0 W'],
    ['an exponent of a typing slip', [newRated('e1', 'radiator', { exponent: 13 })], 'take n from the data sheet'],
    ['a share above the whole', [newPanel('e1', { share: 1.5 })], 'give 0 to 100 % of the room'],
    ['a field of another kind', [{ ...newPanel('e1'), spacing: 0.1 }], 'unknown field "spacing"'],
    ['too many', Array.from({ length: MOST_EMITTERS + 1 }, (_, i) => newPanel(`e${i}`)), 'split the room'],
  ])('refuse %s with the place and a remedy', (_, emitters, words) => {
    expect(problems(withEmitters(emitters))).toContain(words);
    expect(problems(withEmitters(emitters))).toContain('Mill hall');
  });

  it('start as large as the floor of the room, or as a usual radiator', () => {
    expect(newEmitter('floor', 'e1', 23)).toMatchObject({ kind: 'floor', area: 23 });
    expect(newEmitter('floor', 'e1', null)).toMatchObject({ kind: 'floor', area: 10 });
    expect(newEmitter('fan-unit', 'e1', null)).toMatchObject({ kind: 'rated', form: 'fan-unit', exponent: 1 });
    for (const kind of ['panel', 'rated', 'fixed', 'baseboard', 'towel-rail', 'air-coil'] as const) {
      expect(problems(withEmitters([newEmitter(kind, 'e1', 12)])), kind).toBe('');
    }
  });
});

describe('sections in a job file', () => {
  const withSections = (sections: readonly unknown[]): unknown => ({
    ...thistleMill,
    circuits: thistleMill.circuits.map((circuit) => (circuit.id === 'c3' ? { ...circuit, sections } : circuit)),
  });
  const piece = newSection('s1', thistleMill.circuits[2] as Job['circuits'][number]);

  it('may hang on nothing, which is a finding and no refusal', () => {
    expect(problems(withSections([{ ...piece, from: 'gone' }]))).toBe('');
    expect(problems(withSections([{ ...piece, from: 's1' }]))).toBe('');
  });

  it('need ids of their own, and a reach that is one', () => {
    expect(problems(withSections([piece, piece]))).toContain('every section of a circuit needs an id of its own');
    expect(problems(withSections([{ ...piece, reach: 'on the moon' }]))).toContain('is no way to reach a pipe; use one of open');
    expect(problems(withSections([{ ...piece, length: -2 }]))).toContain('measure the route');
  });
});
