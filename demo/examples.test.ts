import { describe, expect, it } from 'vitest';
import { designJob } from '../core/job/design-job.ts';
import { readJob } from '../model/read-job.ts';
import { EXAMPLES } from './examples.ts';

describe('the examples', () => {
  it('are seven, each of its own', () => {
    expect(new Set(EXAMPLES.map(({ id }) => id)).size).toBe(7);
    expect(new Set(EXAMPLES.map(({ job }) => job.name)).size).toBe(7);
  });

  it.each(EXAMPLES.map(({ id, job }) => [id, job] as const))('%s is a whole job that nothing stops', (_, job) => {
    expect(readJob(JSON.parse(JSON.stringify(job))).ok).toBe(true);
    const design = designJob(job);
    expect(design.source).not.toBeNull();
    expect(design.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
  });
});
