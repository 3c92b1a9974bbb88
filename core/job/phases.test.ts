import { describe, expect, it } from 'vitest';
import { inStages } from '../../demo/more-plants.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import type { Finding } from '../finding/finding.ts';
import { designJob } from './design-job.ts';
import { hasPhases, jobThen, laterFindings } from './phases.ts';

describe('a plant in stages', () => {
  const job = inStages();

  it('is one where something comes later or leaves; what is there already is no stage', () => {
    expect(hasPhases(job)).toBe(true);
    expect(hasPhases(thistleMill)).toBe(false);
    expect(hasPhases(applyEdits(thistleMill, [{ at: 'source/phase', value: 'there' }]))).toBe(false);
    expect(hasPhases(applyEdits(thistleMill, [{ at: 'circuits/c1/phase', value: 'later' }]))).toBe(true);
  });

  it('as it will be: what comes is there, what leaves is gone, the first that comes stands where the old source stood', () => {
    const then = jobThen(job);
    expect(then.source).toMatchObject({ kind: 'ground-heat-pump', name: 'Heat pump', capacity: 12_000, flowTemperature: 42 });
    expect(then.source.run).toEqual(job.source.run);
    expect(then.furtherSources).toEqual([]);
    expect(then.circuits.map(({ phase }) => phase)).toEqual(['new', 'new', 'new']);
    expect(hasPhases(then)).toBe(false);
    expect(readJob(JSON.parse(JSON.stringify(then))).ok).toBe(true);
    const stays = jobThen(applyEdits(job, [{ at: 'source/phase', value: 'there' }]));
    expect(stays.source.name).toBe('Old boiler');
    expect(stays.furtherSources.map(({ name }) => name)).toEqual(['Heat pump']);
    expect(jobThen(applyEdits(job, [{ at: 'circuits/c1/phase', value: 'leaves' }])).circuits.map(({ id }) => id)).toEqual([
      'c2',
      'c3',
    ]);
  });

  it('comes to what it will be once everything has come', () => {
    const [then, come] = [designJob(jobThen(job)), designJob({ ...jobThen(job) })];
    expect(come.figures['source/run/bore']?.value).toBe(then.figures['source/run/bore']?.value);
    const now = designJob(job);
    // Nothing that is laid once is smaller today than it will have to be.
    for (const id of ['source/run/bore', 'header/bore', 'vessel/volume'])
      expect(now.figures[id]?.value, id).toBeGreaterThanOrEqual(then.figures[id]?.value ?? Number.POSITIVE_INFINITY);
    expect(now.load.value).toBeLessThan(then.load.value);
  });

  it('a pinned pipe stays what it is: what is too small for later is told', () => {
    const pinned = applyEdits(job, [{ at: 'source/run/size', value: '15x0.7' }]);
    const design = designJob(pinned);
    expect(design.source?.run.size.label).toBe('15 × 0.7 mm');
    expect(design.findings.some(({ id }) => id.startsWith('later:') && id.includes('source/run'))).toBe(true);
  });
});

describe('findings of a later stage', () => {
  const finding = (id: string, severity: Finding['severity']): Finding => ({
    id,
    rule: 'source-too-small',
    severity,
    place: 'source/capacity',
    component: null,
    title: 'Too small',
    why: 'Because.',
    remedies: [{ label: 'Larger', edits: [] }],
  });

  it('are notes without remedies, of what is not found today already', () => {
    const then = [finding('a', 'stop'), finding('b', 'mend'), finding('c', 'note')];
    const later = laterFindings([finding('b', 'mend')], then);
    expect(later.map(({ id, severity, title, remedies }) => [id, severity, title, remedies])).toEqual([
      ['later:a', 'note', 'Later: Too small', []],
    ]);
  });
});
