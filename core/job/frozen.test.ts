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

const same = (key: string, before: number | string | undefined, now: number | string | undefined): boolean =>
  typeof before === 'number' && typeof now === 'number'
    ? Math.abs(now - before) <= closeness(key) * Math.max(Math.abs(before), Math.abs(now), 1e-6)
    : before === now;

describe('what followed from a job before still follows from it', () => {
  it.each(Object.keys(JOBS))('%s', (name) => {
    const job = readJob(JOBS[name]);
    if (!job.ok) throw new Error(job.problems.join(' '));
    const before = BEFORE[name] ?? {};
    const now = numbersOf(job.job);
    const changed = [...new Set([...Object.keys(before), ...Object.keys(now)])].filter(
      (key) => !same(key, before[key], now[key]),
    );
    expect(changed.map((key) => `${key}: ${before[key]} -> ${now[key]}`)).toEqual([]);
  });
});
