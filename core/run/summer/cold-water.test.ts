import { describe, expect, it } from 'vitest';
import { summerMill } from '../../../demo/summer-mill.ts';
import type { Job } from '../../../model/job.ts';
import { applyEdits } from '../../../model/place.ts';
import { designJob } from '../../job/design-job.ts';
import { coldSideOf } from '../../plan/cold-side.ts';
import { settledJob } from '../../plan/settled-job.ts';
import { firingOf } from '../../plant/firing.ts';
import { ColdWater } from './cold-water.ts';

const LEAST = 3000;
const CONTENT = 0.1;
const job = applyEdits(summerMill, [{ at: 'source/cooling/leastOutput', value: LEAST }]);

function waterOf(of: Job): ColdWater {
  const side = coldSideOf(of);
  const source = designJob(of).cooling?.source;
  if (!side || !source) throw new Error('nothing cools');
  return new ColdWater(settledJob(of), side, source, CONTENT);
}

/** Half a day of heat that comes in evenly. */
function halfDay(of: Job, into: number) {
  const water = waterOf(of);
  const flows = { circuits: new Map<string, number>(), loops: new Map<string, number>(), source: 0.4, pumps: 0, pipes: 0 };
  let [starts, shortRuns] = [0, 0];
  for (let t = 0; t < 12 * 3600; t += 300) {
    const moved = water.move(into, flows, 30, true, true, 300);
    starts += moved.starts;
    shortRuns += moved.shortRuns;
  }
  return { water, starts, shortRuns };
}

describe('a machine whose least output is more than what comes in', () => {
  const into = 1200;
  const { water, starts, shortRuns } = halfDay(job, into);
  // Water goes from one end of its band of 4 K to the other: on with what the machine takes too much, off with what comes in.
  const on = (water.capacity * 4) / (LEAST - into);
  const off = (water.capacity * 4) / into;

  it('starts as often as its water and band say', () => {
    expect(water.capacity / (1000 * CONTENT * 4190)).toBeCloseTo(1, 2);
    expect(off).toBeGreaterThan(firingOf(job.source).leastPause);
    expect(Math.abs(starts - (12 * 3600) / (on + off))).toBeLessThan(1.5);
  });

  it('counts the runs that end before their least time, and only those', () => {
    const wanting = (leastRunTime: number) =>
      halfDay(applyEdits(job, [{ at: 'source/leastRunTime', value: leastRunTime }]), into);
    expect(shortRuns).toBe(wanting(job.source.leastRunTime).shortRuns);
    expect(wanting(on + 120).shortRuns).toBeGreaterThanOrEqual(starts - 1);
    expect(wanting(on - 120).shortRuns).toBe(0);
  });

  it('runs on without a stop once as much comes in', () => {
    expect(halfDay(job, LEAST + 300).starts).toBe(1);
  });
});
