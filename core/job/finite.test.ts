import { describe, expect, it } from 'vitest';
import { placeIn } from '../../demo/place-in.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import { FIELDS } from '../../model/fields.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { say } from '../quantity/format.ts';
import { designJob } from './design-job.ts';

/** Places of a value that are no finite numbers. */
function astray(value: unknown, path: string, found: string[] = []): string[] {
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) found.push(`${path} = ${value}`);
  } else if (typeof value === 'object' && value !== null)
    for (const [key, each] of Object.entries(value)) astray(each, `${path}/${key}`, found);
  return found;
}

/** What may be beyond any number, and the findings that then say why. */
const BEYOND: [RegExp, readonly string[]][] = [
  [/hotWater\/reheat\/value = Infinity$/, ['cylinder-cold', 'reheat-slow']],
  [/vessel\/leastVolume\/value = Infinity$/, ['vessel-impossible']],
];

describe.each([6, 7, 16] as const)('system %i with any one number at either end of its range', (n) => {
  const start: Job = SYSTEMS[n];
  it('has no figure that is no number, and no sentence with a gap', () => {
    for (const [pattern, { min, max, ...field }] of Object.entries(FIELDS)) {
      const place = placeIn(start, pattern);
      if (!place) continue;
      for (const value of ['aboveMin' in field ? min + 1e-6 : min, max]) {
        const read = readJob(JSON.parse(JSON.stringify(applyEdits(start, [{ at: place, value }]))));
        if (!read.ok) continue;
        const { figures: _, ...design } = designJob(read.job);
        const rules: string[] = design.findings.map((finding) => finding.rule);
        for (const each of astray(design, '')) {
          const why = BEYOND.find(([pattern]) => pattern.test(each))?.[1];
          expect(
            why?.some((rule) => rules.includes(rule)),
            `${place} at ${value}: ${each}, with ${rules.join(' ')}`,
          ).toBe(true);
        }
        for (const { title, why } of design.findings)
          expect(`${title} ${why}`, `${place} at ${value}`).not.toMatch(/NaN|undefined|null|Infinity|–/);
      }
    }
  });
});

describe('what no number is large enough for', () => {
  it('is said in words', () => {
    const { display } = SYSTEMS[1];
    expect(say(Number.POSITIVE_INFINITY, 'duration', display)).toBe('never');
    expect(say(Number.POSITIVE_INFINITY, 'volume', display)).toBe('none fits');
  });
});
