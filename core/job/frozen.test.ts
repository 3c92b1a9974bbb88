import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { readJob } from '../../model/read-job.ts';
import { type Frozen, numbersOf } from '../../reference/frozen/numbers.ts';

const read = <T>(name: string): Record<string, T> =>
  JSON.parse(gunzipSync(readFileSync(new URL(`../../reference/frozen/${name}.json.gz`, import.meta.url))).toString());

/**
 * Kept from before the plant was taken apart into stations and branches: the demo, every whole system and forty plants drawn by
 * lot, as files of version 7, with everything that follows from them. A change of the inside leaves these as they are.
 */
const JOBS = read<unknown>('jobs-7');
const BEFORE = read<Frozen>('figures');

/** What is solved or run stops within a tolerance, and may stop elsewhere in it when sums are taken in another order. */
const closeness = (key: string): number => (/^(state|day) /.test(key.replace('/', ' ')) ? 1e-3 : 1e-9);

/**
 * A heat pump that starts and stops by a hair's breadth a hundred times a day: the last digit of a sum moves a start, and that the rest.
 * With the water where pipes meet counted a thousand times larger or smaller its day differs by as much.
 */
const RESTLESS: Record<string, number> = { 'by lot 26': 0.03 };

/**
 * Beside a tank a source at its least is followed in whole steps where nothing stops it: the same water by another path. A start at the
 * end of the day falls into it or not; against steps of five seconds these days are as near as they were.
 */
const BY_TANK = 'a source at its least beside a tank goes in whole steps';

/** Whose day has changed since, and why. */
const CHANGED: Record<string, string> = {
  'by lot 33': 'its bypass opens, and the water that goes round there counts in the run',
  ...Object.fromEntries(['system 16', ...[6, 13, 14, 16, 23, 29, 36].map((n) => `by lot ${n}`)].map((name) => [name, BY_TANK])),
};
/** Whose controls are told with more since: a stat that holds the fans of its units. */
const FANS = new Set(['demo', 'demo by loads', 'system 3', 'system 13', 'system 16']);

/**
 * What cools: coils go by counterflow on the enthalpy of moist air since, by the log mean of room over water before, and the wall shows
 * what the review has to say of the summer.
 */
const COOLS = new Set(['system 8', 'system 16']);

/** How far, as a share, such a day may lie from what it was: a start of some a day. */
const CHANGED_BY = 0.12;

/** What its day made, J: heat left in water is the small difference of large ones, and is held against that. */
const scaleOf = (key: string, of: Frozen): number =>
  key === 'day/energy/inWater' ? Math.abs(Number(of['day/energy/made'])) / 10 : 0;

const same = (name: string, key: string, before: Frozen, now: Frozen): boolean => {
  const [was, is] = [before[key], now[key]];
  if (typeof was !== 'number' || typeof is !== 'number') return was === is;
  const close = key.startsWith('day/') ? Math.max(closeness(key), RESTLESS[name] ?? 0) : closeness(key);
  return Math.abs(is - was) <= close * Math.max(Math.abs(was), Math.abs(is), scaleOf(key, before), 1e-6);
};

describe('what followed from a job before still follows from it', () => {
  it.each(Object.keys(JOBS))('%s', (name) => {
    const job = readJob(JOBS[name]);
    if (!job.ok) throw new Error(job.problems.join(' '));
    const before = BEFORE[name] ?? {};
    const now = numbersOf(job.job);
    const mended = (key: string) => {
      if (COOLS.has(name) && (key === 'wall' || key === 'controls' || /^figure circuits\/c1\/cooling\//.test(key))) return true;
      if (key === 'controls' && FANS.has(name)) return job.job.circuits.some(({ emitters }) => emitters === 'air-units');
      if (!(name in CHANGED) || !key.startsWith('day/')) return false;
      // What a day made and gave is near what it was all the same.
      const [was, is] = [Number(before[key]), Number(now[key])];
      return !/energy\/(made|toRooms|bought)$/.test(key) || Math.abs(is - was) <= CHANGED_BY * Math.abs(was);
    };
    const changed = Object.keys(before).filter((key) => !mended(key) && !same(name, key, before, now));
    expect(changed.map((key) => `${key}: ${before[key]} -> ${now[key]}`)).toEqual([]);
  });
});
