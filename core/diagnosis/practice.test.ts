import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { designWithPlant } from '../job/design-job.ts';
import { hide, LEVELS, type Lesson, type Level, lessonOf, pointsOf } from './practice.ts';
import { libraryOf } from './told.ts';

const job = SYSTEMS[7];
const { design, plant } = designWithPlant(job);
if (!plant) throw new Error('no plant');
const library = libraryOf({ job, design, assembly: plant.assembly });

describe('a fault that is hidden to learn on', () => {
  it.each(Object.keys(LEVELS) as Level[])('%s: one number hides the same fault, plant and readings; another another', (level) => {
    const [one, same] = [hide(library, level, 7), hide(library, level, 7)];
    expect(one?.said.length).toBeGreaterThan(0);
    expect(same?.fault.id).toBe(one?.fault.id);
    expect(same?.cause.id).toBe(one?.cause.id);
    expect(same?.hidden.read('source#back', DESIGN_DAY)).toEqual(one?.hidden.read('source#back', DESIGN_DAY));
    const found = new Set(Array.from({ length: 12 }, (_, k) => hide(library, level, k)?.fault.id));
    expect(found.size).toBeGreaterThan(4);
  });

  it('shows the same reading however often and after whatever it is read', () => {
    const hidden = hide(library, 'journeyman', 3)?.hidden;
    const first = hidden?.read('source#supply', DESIGN_DAY);
    hidden?.read('source#back', DESIGN_DAY);
    expect(hidden?.read('source#supply', DESIGN_DAY)).toEqual(first);
  });

  it('is held against a guess, beside the way the program takes', () => {
    const practice = hide(library, 'apprentice', 11);
    if (!practice) throw new Error('nothing hidden');
    const lesson = lessonOf(library, practice, { fault: practice.fault.id, cause: 'none' });
    expect([lesson.right, lesson.rightCause]).toEqual([true, false]);
    expect(lesson.own.steps.length).toBeGreaterThan(0);
    expect(lesson.own.minutes).toBeGreaterThan(0);
    expect(lessonOf(library, practice, { fault: 'another', cause: practice.cause.id }).right).toBe(false);
  });

  it('is worth more the fewer minutes it took, and nothing where another was named', () => {
    const lesson = { right: true, rightCause: true, own: { steps: [], minutes: 8, found: true } } as unknown as Lesson;
    expect(pointsOf(lesson, 6)).toBe(100);
    expect(pointsOf(lesson, 40)).toBeLessThan(pointsOf(lesson, 12));
    expect(pointsOf({ ...lesson, rightCause: false }, 6)).toBe(80);
    expect(pointsOf({ ...lesson, right: false }, 1)).toBe(0);
  });
});
