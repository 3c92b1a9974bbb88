import { describe, expect, it } from 'vitest';
import type { Finding } from '../../core/finding/finding.ts';
import { designJob } from '../../core/job/design-job.ts';
import { thistleMillByLoads as thistleMill } from '../../demo/thistle-mill.ts';
import { applyEdits } from '../../model/place.ts';
import { effectOf } from './remedy-effect.ts';

const before = designJob(thistleMill);
const finding = (rule: string) => before.findings.find((each) => each.rule === rule) as Finding;
const effects = (rule: string, remedy: number) =>
  effectOf(finding(rule), before, designJob(applyEdits(thistleMill, finding(rule).remedies[remedy]?.edits ?? [])));

describe('what a cure changes', () => {
  it('a larger bore: slower, flatter, less head, one thing less to mend', () => {
    const lines = effects('pipe-too-small', 0);
    expect(lines.map((line) => line.label)).toEqual([
      'Velocity',
      'Pressure gradient',
      'Head of the index run',
      'Load this bore carries',
      'Left to mend',
    ]);
    for (const line of lines.slice(0, 3)) expect(line.after).toBeLessThan(line.before);
    expect(lines.at(-1)).toMatchObject({ before: 2, after: 1 });
  });

  it('a wider delta T: the return gets colder', () => {
    const lines = effects('pipe-too-small', 1);
    expect(lines.find((line) => line.label.startsWith('Velocity'))?.after).toBeCloseTo(0.9, 2);
    expect(lines.at(-1)?.after).toBe(1);
  });

  it('nothing moves but the count where only a figure is dropped', () => {
    expect(effects('load-gap', 0)).toEqual([{ label: 'Left to mend', kind: null, before: 2, after: 1 }]);
  });
});
