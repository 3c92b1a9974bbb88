import { describe, expect, it } from 'vitest';
import { placeWith, withEveryEmitter } from '../demo/every-emitter.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { boundsProblem, FIELDS, type Field, fieldAt } from './fields.ts';
import { newLink, newPair, newStation, newWater, USUAL_CHILLER } from './new-job.ts';
import { applyEdits, valueAt } from './place.ts';
import { UNIT_CHOICES } from './quantities.ts';
import { readJob } from './read-job.ts';

const job = {
  ...withEveryEmitter(thistleMill, ['r2']),
  // A further pair of tees, so that every field has its place.
  separation: { ...thistleMill.separation, pairs: [newPair('p2')] },
  stations: [newStation('x1', 'closely-spaced-tees', { pairs: [newPair('p2')], chiller: USUAL_CHILLER })],
  links: [newLink('l2', 'st1/b', 'x1/feed')],
  waters: [newWater('w2', 'x1/b', thistleMill)],
};
const PLACES = Object.keys(FIELDS) as (keyof typeof FIELDS)[];
/** A place of the demo job for a pattern with `*`. */
const inDemo = (pattern: string) => placeWith(pattern, 'r2', 'c1');

describe('every field of the job', () => {
  it.each(PLACES)('%s stands in the job and is found by its place', (pattern) => {
    const place = inDemo(pattern);
    expect(valueAt(job, place)).toBeDefined();
    expect(fieldAt(place)).toBe(FIELDS[pattern]);
  });

  it.each(PLACES)('%s has bounds that the job keeps to', (pattern) => {
    const field: Field = FIELDS[pattern];
    expect(field.max).toBeGreaterThan(field.min);
    expect(UNIT_CHOICES[field.kind].length).toBeGreaterThan(0);
    const put = (value: number) => readJob(applyEdits(job, [{ at: inDemo(pattern), value }]));
    expect(put(field.max).ok).toBe(true);
    expect(put(field.min).ok).toBe(field.aboveMin !== true);
    for (const value of [field.max * 1.001 + 1, field.min - 1]) {
      const read = put(value);
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.problems.join()).toContain(field.remedy);
    }
    for (const value of [Number.NaN, Number.POSITIVE_INFINITY, '12', {}, []])
      expect(readJob(applyEdits(job, [{ at: inDemo(pattern), value }])).ok).toBe(false);
  });

  it('says what to do about a value outside', () => {
    expect(boundsProblem(FIELDS['rooms/*/area'], 0)).toContain('give a floor area above 0');
    expect(boundsProblem(FIELDS['rooms/*/area'], 12)).toBeUndefined();
    expect(boundsProblem(FIELDS['circuits/*/temperatureDifference'], 0)).toContain('flow divides by delta T');
  });

  it('takes "auto" where the program may choose and nowhere else', () => {
    const takesAuto = PLACES.filter((pattern) => readJob(applyEdits(job, [{ at: inDemo(pattern), value: 'auto' }])).ok);
    expect(takesAuto.map(String).sort()).toEqual([
      'circuits/*/curve/slope',
      'circuits/*/mixingValve',
      'circuits/*/run/insulation',
      'circuits/*/terminalLoss',
      'circuits/*/waterContent',
      'circuits/*/worstRun/load',
      'constructions/*/heatTransfer',
      'controls/actuatorTime',
      'distribution/valveKvs',
      'furtherSources/*/leastOutput',
      'hotWater/run/insulation',
      'hotWater/standingLoss',
      'links/*/run/insulation',
      'links/*/temperatureDifference',
      'rooms/*/emitters/*/cooling/airFlow',
      'rooms/*/emitters/*/heatTransfer',
      'rooms/*/emitters/*/loops',
      'rooms/*/emitters/*/share',
      'rooms/*/sunShare',
      'separation/after',
      'separation/before',
      'separation/bore',
      'separation/pairs/*/after',
      'separation/pairs/*/before',
      'separation/pairs/*/spacing',
      'separation/spacing',
      'separation/standingLoss',
      'separation/volume',
      'source/capacity',
      'source/cooling/capacity',
      'source/cooling/leastOutput',
      'source/curve/slope',
      'source/firing/forcedRun',
      'source/firing/leastPause',
      'source/firing/mostStarts',
      'source/firing/startTime',
      'source/firing/startsBelow',
      'source/firing/stopsAbove',
      'source/leastOutput',
      'source/loss',
      'source/returnLift/kvs',
      'source/run/insulation',
      'source/temperatureDifference',
      'source/waterContent',
      'stations/*/after',
      'stations/*/band',
      'stations/*/before',
      'stations/*/bore',
      'stations/*/chiller/eer',
      'stations/*/pairs/*/after',
      'stations/*/pairs/*/before',
      'stations/*/pairs/*/spacing',
      'stations/*/spacing',
      'stations/*/standingLoss',
      'stations/*/volume',
      'vessel/volume',
      'waters/*/vessel/volume',
    ]);
  });
});
